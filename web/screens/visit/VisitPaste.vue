<script setup lang="ts">
/** Text pasted into a session of notes: what would come of it, sentence by sentence or as facts of a terminal, before it is taken. */
import { computed, nextTick, onMounted, ref, shallowRef, watch } from 'vue';
import type { Conditions } from '../../../core/catalogue/conditions.ts';
import { findFactKey } from '../../../core/catalogue/factSheet.ts';
import type { FactProposal } from '../../../core/capture/proposeFacts.ts';
import { LONGEST_PASTE, writeProposals } from '../../../core/editing/lines/pastedLines.ts';
import { createIssue } from '../../../core/issue.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import { formatNumberOf, formatValue } from '../../../core/wording/valueText.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import { useVisitStore } from '../../stores/visitStore.ts';
import VisitText from './VisitText.vue';

const emit = defineEmits<{ done: [] }>();
const store = useCatalogueStore();
const visit = useVisitStore();
const notices = useNoticeStore();
const host = ref<HTMLElement | null>(null);
const found = shallowRef<{ readonly facts: readonly FactProposal[]; readonly conditions: Conditions }>({
  facts: [],
  conditions: {},
});
const isReading = ref(false);
const text = computed(() => visit.pasted ?? '');
const tooLong = computed(() => text.value.length > LONGEST_PASTE);
const trouble = computed(() =>
  tooLong.value
    ? wordIssue(createIssue('error', 'line.pasteLong', 'pasted text', { limit: LONGEST_PASTE }))
    : '',
);
/** A text that somebody wrote: most of its lines are sentences. */
const isWritten = (pasted: string) => {
  const lines = pasted.trim().split('\n');
  return lines.filter((line) => /\w\s.*\w[.!?][”")]?$/.test(line.trim())).length * 2 > lines.length;
};
/** What it is, once that is known: what is left of a text stays what the text was. */
const kind = ref<'terminal' | 'prose' | null>(null);
const isTerminal = computed(() => kind.value === 'terminal');

watch(
  text,
  async (pasted, before = '') => {
    if (!pasted || tooLong.value) {
      kind.value = null;
      return;
    }
    if (kind.value === 'prose' && pasted.length < before.length) return;
    kind.value = null;
    isReading.value = true;
    // Readers of files come only where text is pasted.
    const { readPasted } = await import('../../../core/capture/readPasted.ts');
    const read = await readPasted(pasted);
    if (pasted !== text.value) return;
    found.value = read;
    kind.value = read.facts.length > 0 && !isWritten(pasted) ? 'terminal' : 'prose';
    isReading.value = false;
  },
  { immediate: true },
);
onMounted(() => void nextTick(() => host.value?.querySelector<HTMLElement>('button')?.focus()));

function close(): void {
  visit.pasted = null;
  emit('done');
}
function takeFacts(): void {
  const done = store.commit(writeProposals(visit.context(), found.value.facts, found.value.conditions));
  if (!notices.tellTrouble(done)) return;
  notices.tell(`${formatNumberOf(found.value.facts.length, 'fact')} recorded from the pasted text.`);
  close();
}
</script>

<template>
  <section
    ref="host"
    class="paste"
    aria-label="Pasted text"
    @keydown.esc.stop="host?.querySelector('button')?.focus()"
  >
    <h2>{{ isTerminal ? 'Text of a terminal' : 'Pasted text' }}</h2>
    <p v-if="trouble" class="trouble small" role="alert">{{ trouble }}</p>
    <ul v-if="isTerminal" class="rows small">
      <li v-for="fact in found.facts" :key="fact.key">
        <span>{{ findFactKey(fact.key)?.label }}</span>
        <strong>{{ formatValue(findFactKey(fact.key)!, fact.value) }}</strong>
      </li>
    </ul>
    <div v-if="kind !== 'prose'" class="actions">
      <v-btn v-if="isTerminal" color="primary" variant="flat" @click="takeFacts">
        Record {{ formatNumberOf(found.facts.length, 'fact') }}
      </v-btn>
      <v-btn variant="outlined" @click="close">Discard the text</v-btn>
      <span v-if="isReading" class="soft small" role="status">Reading …</span>
    </div>
    <VisitText v-if="kind === 'prose'" @done="emit('done')" />
  </section>
</template>

<style scoped>
.paste {
  border: 1px solid rgb(var(--v-theme-accent));
  border-radius: 7px;
  padding: 12px;
  background: rgb(var(--v-theme-surface));
}
ul {
  list-style: none;
  padding: 0;
  max-height: 260px;
  overflow: auto;
  margin: 6px 0;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 12px;
  padding: 3px 4px;
}
.actions {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 6px 0;
}
</style>
