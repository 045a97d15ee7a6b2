<script setup lang="ts">
/** Text pasted into a visit: what would come of it, line by line or as facts of a terminal, before it is taken. */
import { computed, nextTick, onMounted, ref, shallowRef, watch } from 'vue';
import type { Conditions } from '../../../core/catalogue/conditions.ts';
import { findFactKey } from '../../../core/catalogue/factSheet.ts';
import type { FactProposal } from '../../../core/capture/proposeFacts.ts';
import { LONGEST_PASTE, writeLines, writeProposals } from '../../../core/editing/lines/pastedLines.ts';
import { createIssue } from '../../../core/issue.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import { formatNumberOf, formatValue } from '../../../core/wording/valueText.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import { useVisitStore } from '../../stores/visitStore.ts';

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
const written = computed(() => (tooLong.value ? null : writeLines(visit.context(), text.value)));
const lines = computed(() => (written.value?.ok ? written.value.value.made.lines : []));
const good = computed(() => lines.value.filter(({ issues }) => issues.length === 0).length);
/** Text of a terminal has facts where hardly a line is one that is typed in a visit. */
const isTerminal = computed(() => found.value.facts.length > 0 && found.value.facts.length >= good.value);

watch(
  text,
  async (pasted) => {
    found.value = { facts: [], conditions: {} };
    if (!pasted || pasted.length > LONGEST_PASTE) return;
    isReading.value = true;
    // Readers of files come only where text is pasted.
    const { readPasted } = await import('../../../core/capture/readPasted.ts');
    const read = await readPasted(pasted);
    if (pasted === text.value) found.value = read;
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
/** What is refused stays here, to be corrected. */
function takeLines(): void {
  const edited = written.value;
  if (!edited) return;
  const left = lines.value.filter(({ issues }) => issues.length > 0);
  const done = store.commit(edited);
  if (!notices.tellTrouble(done) || !done.ok) return;
  visit.goOn(done.value.turn);
  notices.tell(
    `${formatNumberOf(good.value, 'line')} recorded${left.length ? `; ${left.length} left` : ''}.`,
  );
  visit.pasted = left.length ? left.map((line) => line.text).join('\n') : null;
  if (!left.length) emit('done');
}
</script>

<template>
  <section
    ref="host"
    class="paste"
    aria-label="Pasted text"
    @keydown.esc.stop="host?.querySelector('button')?.focus()"
  >
    <h2>{{ isTerminal ? 'Text of a terminal' : 'Pasted lines' }}</h2>
    <p v-if="trouble" class="trouble small" role="alert">{{ trouble }}</p>
    <ul v-if="isTerminal" class="rows small">
      <li v-for="fact in found.facts" :key="fact.key">
        <span>{{ findFactKey(fact.key)?.label }}</span>
        <strong>{{ formatValue(findFactKey(fact.key)!, fact.value) }}</strong>
      </li>
    </ul>
    <ul v-else-if="lines.length" class="rows small">
      <li v-for="(line, i) in lines.slice(0, 60)" :key="i">
        <span class="mono">{{ line.text.slice(0, 200) }}</span>
        <span :class="line.issues.length ? 'trouble' : 'soft'">{{
          line.issues.length ? line.issues.map(wordIssue).join(' ') : 'can be taken'
        }}</span>
      </li>
      <li v-if="lines.length > 60" class="soft">and {{ lines.length - 60 }} more</li>
    </ul>
    <div class="actions">
      <v-btn v-if="isTerminal" color="primary" variant="flat" @click="takeFacts">
        Record {{ formatNumberOf(found.facts.length, 'fact') }}
      </v-btn>
      <v-btn v-else-if="good" color="primary" variant="flat" @click="takeLines">
        Record {{ formatNumberOf(good, 'line') }}
      </v-btn>
      <v-btn variant="outlined" @click="close">Throw the pasted text away</v-btn>
      <span v-if="isReading" class="soft small" role="status">Reading …</span>
    </div>
    <label v-if="!tooLong" class="small soft" for="pasted-text"
      >The text; what cannot be taken is corrected here</label
    >
    <textarea
      v-if="!tooLong"
      id="pasted-text"
      v-model="visit.pasted"
      class="mono field"
      rows="6"
      spellcheck="false"
    />
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
.field {
  width: 100%;
  background: rgb(var(--v-theme-background));
}
</style>
