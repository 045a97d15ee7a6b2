<script setup lang="ts">
/** What the catalogue is called and which question it is kept for. */
import { ref, watch } from 'vue';
import { describeCatalogue } from '../../core/editing/about.ts';
import { useCatalogueStore } from '../stores/catalogueStore.ts';
import { useNoticeStore } from '../stores/noticeStore.ts';

const open = defineModel<boolean>({ required: true });
const store = useCatalogueStore();
const notices = useNoticeStore();
const title = ref('');
const question = ref('');

watch(open, () => {
  title.value = store.about?.title ?? '';
  question.value = store.about?.question ?? '';
});

function save(): void {
  const described = { title: title.value, question: question.value };
  const result = store.commit(describeCatalogue(store.catalogue, described));
  if (result.ok) open.value = false;
  else notices.tellIssues(result.issues);
}
</script>

<template>
  <v-dialog v-model="open" max-width="480" aria-label="Title and question">
    <form class="about" @submit.prevent="save">
      <v-text-field v-model="title" label="Title of this catalogue" autofocus />
      <v-textarea v-model="question" label="The question it is to answer" rows="3" />
      <div class="buttons">
        <v-btn type="submit" variant="flat" color="primary" :disabled="!title.trim()"
          >Save title and question</v-btn
        >
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
