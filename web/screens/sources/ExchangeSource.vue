<script setup lang="ts">
/** Says of one reading that it is from another source: what that one's conditions spoil is told anew. */
import { nextTick, ref } from 'vue';
import { recordOf } from '../../../core/catalogue/catalogue.ts';
import type { Reading } from '../../../core/catalogue/reading.ts';
import { exchangeSource } from '../../../core/editing/sources.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today } from '../../stores/clock.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import SourceChoice from './SourceChoice.vue';

const props = defineProps<{ reading: Reading; fact: string }>();
const store = useCatalogueStore();
const notices = useNoticeStore();
const isOpen = ref(false);
const typed = ref<string | null>('');
const trouble = ref('');
const host = ref<HTMLElement | null>(null);
const choice = ref<InstanceType<typeof SourceChoice> | null>(null);

function open(): void {
  isOpen.value = !isOpen.value;
  typed.value = '';
  trouble.value = '';
  void nextTick(() => host.value?.querySelector('input')?.focus());
}
function save(): void {
  const chosen = choice.value!.chosenSource();
  const reading = recordOf(store.catalogue, 'reading', props.reading.id);
  if (!chosen || typeof chosen === 'string' || !reading) {
    trouble.value = typeof chosen === 'string' ? chosen : 'Say which source it is from.';
    return;
  }
  const done = store.commit(exchangeSource(store.catalogue, [reading], chosen, today()));
  if (notices.tellTrouble(done)) isOpen.value = false;
}
</script>

<template>
  <div ref="host" class="exchange">
    <button
      type="button"
      class="small"
      :aria-expanded="isOpen"
      :aria-label="`Other source for ${fact}`"
      @click="open"
    >
      Other source
    </button>
    <form v-if="isOpen" @submit.prevent="save" @keydown.esc.stop.prevent="isOpen = false">
      <SourceChoice
        ref="choice"
        v-model="typed"
        :source="null"
        :subject="reading.subject"
        none="The beginning of a title, or a new one: page corvane.example, 12 Oct 2026"
      />
      <p v-if="trouble" class="small trouble" role="alert">{{ trouble }}</p>
      <v-btn type="submit" size="small">It is from this one</v-btn>
    </form>
  </div>
</template>

<style scoped>
button {
  color: rgb(var(--v-theme-accent-ink));
  text-decoration: underline;
  text-underline-offset: 2px;
}
form {
  display: grid;
  gap: 6px;
  padding: 4px 0;
}
</style>
