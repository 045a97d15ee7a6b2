<script setup lang="ts">
/** The facts that the files show, by area, to accept, leave or correct; what is known already is folded away. */
import { computed, nextTick, ref } from 'vue';
import { AREAS } from '../../../core/catalogue/areas.ts';
import { recordOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import { findFactKey, formatTypedValue } from '../../../core/catalogue/factSheet.ts';
import type { Reading } from '../../../core/catalogue/reading.ts';
import { formatNumberOf, formatValue } from '../../../core/wording/valueText.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import type { Issue } from '../../../core/issue.ts';
import type { Decision } from '../../../workspace/intakeChoices.ts';
import type { DecidedFact } from './useFactReview.ts';

const props = defineProps<{
  facts: readonly DecidedFact[];
  catalogue: Catalogue;
  correct: (key: string, text: string) => readonly Issue[];
}>();
const emit = defineEmits<{ decide: [keys: readonly string[], decision: Decision] }>();

const host = ref<HTMLElement | null>(null);
const showsKnown = ref(false);
/** The fact being corrected, its text, and what was wrong with it. */
const editing = ref<{ key: string; text: string; trouble: string } | null>(null);

const shown = computed(() => props.facts.filter(({ state }) => showsKnown.value || state !== 'known'));
const folded = computed(() => props.facts.filter(({ state }) => state === 'known').length);
const openCount = computed(() => props.facts.filter(({ decision }) => decision === 'open').length);
const groups = computed(() =>
  AREAS.map((area) => ({
    area,
    rows: shown.value.flatMap((fact) => {
      const entry = findFactKey(fact.proposal.key);
      return entry?.area === area.id
        ? [{ ...fact, entry, text: formatValue(entry, fact.proposal.value) }]
        : [];
    }),
  })).filter(({ rows }) => rows.length),
);
const order = computed(() => groups.value.flatMap(({ rows }) => rows));
const summary = computed(() => {
  const count = (state: DecidedFact['state']) => props.facts.filter((fact) => fact.state === state).length;
  return [
    `${count('new')} new`,
    count('contradicts') && `${count('contradicts')} disagree with what is known`,
    count('spoiled') && `${count('spoiled')} unreliable under their conditions`,
    folded.value && `${folded.value} known and equal`,
  ]
    .filter(Boolean)
    .join(', ');
});

const keysOf = (area: string) =>
  groups.value.find((group) => group.area.id === area)!.rows.map(({ proposal }) => proposal.key);
const MARKS: Readonly<Record<Decision, string>> = {
  accept: 'accepted',
  leave: 'left out',
  open: 'to be decided',
};
const knownText = (reading: Reading) => {
  const entry = findFactKey(reading.key)!;
  const said = reading.value === undefined ? reading.state : formatValue(entry, reading.value);
  const source = reading.source && recordOf(props.catalogue, 'source', reading.source)?.title;
  return source ? `${said} (${source})` : said;
};

function focus(index: number): void {
  const row = order.value[Math.max(0, Math.min(order.value.length - 1, index))];
  if (row) host.value?.querySelector<HTMLElement>(`[data-fact="${row.proposal.key}"]`)?.focus();
}
function startCorrecting(row: (typeof order.value)[number]): void {
  editing.value = {
    key: row.proposal.key,
    text: formatTypedValue(row.entry, row.proposal.value).replaceAll('\n', '; '),
    trouble: '',
  };
  void nextTick(() => host.value?.querySelector<HTMLInputElement>('.correction')?.select());
}
function finishCorrecting(save: boolean): void {
  if (!editing.value) return;
  const { key, text } = editing.value;
  const issues = save ? props.correct(key, text) : [];
  if (issues.length > 0) {
    editing.value.trouble = wordIssue(issues[0]);
    return;
  }
  editing.value = null;
  void nextTick(() => focus(order.value.findIndex(({ proposal }) => proposal.key === key)));
}
function onKey(event: KeyboardEvent, row: (typeof order.value)[number]): void {
  if (event.ctrlKey || event.metaKey || event.altKey || editing.value) return;
  const index = order.value.indexOf(row);
  const decide = (decision: Decision) => {
    emit('decide', event.shiftKey ? keysOf(row.entry.area) : [row.proposal.key], decision);
    if (!event.shiftKey) focus(index + 1);
  };
  switch (event.key.toLowerCase()) {
    case 'arrowdown':
      focus(index + 1);
      break;
    case 'arrowup':
      focus(index - 1);
      break;
    case 'a':
      decide('accept');
      break;
    case 'x':
      decide('leave');
      break;
    case 'c':
      startCorrecting(row);
      break;
    default:
      return;
  }
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <section ref="host" aria-label="Facts found">
    <div class="head">
      <h2>Facts found</h2>
      <span class="soft">{{ summary }}</span>
      <span class="spacer" />
      <button
        v-if="openCount"
        class="act"
        @click="
          emit(
            'decide',
            facts.filter(({ decision }) => decision === 'open').map(({ proposal }) => proposal.key),
            'accept',
          )
        "
      >
        Accept {{ formatNumberOf(openCount, 'open fact') }}
      </button>
    </div>
    <div v-for="{ area, rows } in groups" :key="area.id" class="group">
      <div class="area">
        <strong :style="area.strip ? { color: `rgb(var(--v-theme-area-${area.id}))` } : undefined">{{
          area.label
        }}</strong>
        <span class="spacer" />
        <button class="act" @click="emit('decide', keysOf(area.id), 'accept')">Accept all</button>
        <button class="act" @click="emit('decide', keysOf(area.id), 'leave')">Leave all out</button>
      </div>
      <div
        v-for="row in rows"
        :key="row.proposal.key"
        class="row"
        :class="[row.decision, row.state]"
        :data-fact="row.proposal.key"
        :tabindex="row === order[0] ? 0 : -1"
        @keydown="onKey($event, row)"
      >
        <input
          type="checkbox"
          :checked="row.decision === 'accept'"
          :indeterminate="row.decision === 'open'"
          :aria-label="`${row.entry.label}: ${row.text}, ${MARKS[row.decision]}`"
          tabindex="-1"
          @change="emit('decide', [row.proposal.key], row.decision === 'accept' ? 'leave' : 'accept')"
        />
        <span class="label">{{ row.entry.label }}</span>
        <span v-if="editing?.key === row.proposal.key" class="value">
          <input
            v-model="editing.text"
            class="correction"
            :aria-label="`Correct ${row.entry.label}`"
            @keydown.enter.stop.prevent="finishCorrecting(true)"
            @keydown.escape.stop.prevent="finishCorrecting(false)"
          />
          <span v-if="editing.trouble" class="trouble small" role="alert">{{ editing.trouble }}</span>
        </span>
        <span v-else class="value" :title="row.text" @dblclick="startCorrecting(row)">
          <strong>{{ row.text }}</strong>
          <span v-if="row.corrected" class="tag small">corrected</span>
          <span v-else-if="row.proposal.certainty !== 'sure'" class="soft small"> likely</span>
          <span v-for="reason in row.proposal.spoiledBy" :key="reason" class="tag small"
            >no evidence: {{ reason }}</span
          >
        </span>
        <span class="soft small place" :title="row.proposal.place">{{ row.proposal.place }}</span>
        <span v-if="row.state === 'contradicts'" class="known small">
          known: {{ row.known.map(knownText).join(' · ') }}
        </span>
      </div>
    </div>
    <button v-if="folded" class="act" :aria-expanded="showsKnown" @click="showsKnown = !showsKnown">
      {{ showsKnown ? 'Fold' : 'Show' }} {{ formatNumberOf(folded, 'fact') }} that are known and equal
    </button>
  </section>
</template>

<style scoped>
.head,
.area {
  display: flex;
  align-items: baseline;
  gap: 12px;
}
.area {
  padding: 10px 0 3px;
}
.act {
  color: rgb(var(--v-theme-accent-ink));
  font-size: 12.5px;
}
.row {
  display: grid;
  grid-template-columns: 18px 170px minmax(0, 1.5fr) minmax(0, 1fr);
  gap: 0 10px;
  align-items: baseline;
  padding: 4px 0;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.row:hover,
.row:focus-visible {
  background: rgb(var(--v-theme-accent-soft));
}
.leave .value strong {
  text-decoration: line-through;
  opacity: 0.65;
}
.value,
.place {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.tag {
  margin-left: 8px;
  padding: 0 7px;
  border-radius: 9px;
  color: rgb(var(--v-theme-accent-ink));
  background: rgb(var(--v-theme-accent-soft));
}
.known {
  grid-column: 3 / -1;
  color: rgb(var(--v-theme-error));
}
.trouble {
  color: rgb(var(--v-theme-error));
  margin-left: 8px;
}
.correction {
  width: min(100%, 320px);
  padding: 1px 6px;
  border: 1px solid rgb(var(--v-theme-accent));
  border-radius: 4px;
  background: rgb(var(--v-theme-surface));
  color: inherit;
}
input[type='checkbox'] {
  accent-color: rgb(var(--v-theme-seen));
  align-self: center;
}
</style>
