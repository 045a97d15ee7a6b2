<script setup lang="ts">
/** What the catalogue is called, which question it is kept for, and who keeps it. */
import { ref, watch } from 'vue';
import { describeCatalogue } from '../../core/editing/about.ts';
import { useCatalogueStore } from '../stores/catalogueStore.ts';
import { useNoticeStore } from '../stores/noticeStore.ts';

const open = defineModel<boolean>({ required: true });
const store = useCatalogueStore();
const notices = useNoticeStore();
const title = ref('');
const question = ref('');
const author = ref('');

watch(open, () => {
  title.value = store.about?.title ?? '';
  question.value = store.about?.question ?? '';
  author.value = store.about?.author ?? '';
});

function save(): void {
  const described = { title: title.value, question: question.value, author: author.value };
  const result = store.commit(describeCatalogue(store.catalogue, described));
  if (result.ok) open.value = false;
  else notices.tellIssues(result.issues);
}
</script>

<template>
  <v-dialog v-model="open" max-width="480" aria-label="Title, question and author">
    <form class="about" @submit.prevent="save">
      <v-text-field v-model="title" label="Title of this catalogue" autofocus />
      <v-textarea v-model="question" label="The question it is to answer" rows="3" />
      <v-text-field
        v-model="author"
        label="Who keeps it"
        hint="Stands on reports, and tells a colleague whose it is."
      />
      <div class="buttons">
        <v-btn type="submit" variant="flat" color="primary" :disabled="!title.trim()">Save</v-btn>
        <v-btn @click="open = false">Leave as it was</v-btn>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.about {
  display: grid;
  gap: 12px;
  padding: 18px;
  border-radius: 10px;
  background: rgb(var(--v-theme-surface));
}
.buttons {
  display: flex;
  gap: 8px;
}
</style>
