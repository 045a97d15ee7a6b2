<script setup lang="ts">
/**
 * The one field of a session of notes: a line as one writes notes. It shows how the line is understood before it is recorded (Enter): the part that each
 * word plays, and the sentence that it will be told as. Where two readings are near each other a digit takes one; what is not understood is kept as a
 * note to be sorted. Tab takes the word that is shown; the down arrow lists the names of facts that begin so.
 */
import { computed, nextTick, onMounted, ref, shallowRef, watch } from 'vue';
import { wordIssue } from '../../../core/wording/issueText.ts';
import { completeName, splitLine, type LineName } from '../../../core/editing/lines/lineNames.ts';
import { completeWord } from '../../../core/editing/lines/completeWord.ts';
import { lineWord } from '../../../core/editing/lines/lineWords.ts';
import type { Entry } from '../../../core/understanding/entry.ts';
import { sentencesOf } from '../../../core/understanding/wholeText.ts';
import { recordOf } from '../../../core/catalogue/catalogue.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { SOURCE_KINDS } from '../../../core/catalogue/sourceKinds.ts';
import { nameOfLayer } from '../../../core/lineage/names.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useVisitStore } from '../../stores/visitStore.ts';
import VisitReadings from './VisitReadings.vue';

const emit = defineEmits<{ recorded: []; log: []; paste: [text: string] }>();

const store = useCatalogueStore();
const visit = useVisitStore();
const input = ref<HTMLTextAreaElement | null>(null);
/** The name that is chosen with the arrows; none while one only types. */
const chosen = ref(-1);
/** The names of facts are listed. */
const isListing = ref(false);
/** The line was entered, and it is asked which reading is meant. */
const asked = shallowRef<Entry | null>(null);
const shown = ref<InstanceType<typeof VisitReadings> | null>(null);
/** What became of the line before, where it was not recorded. */
const kept = ref('');
/** A line that was refused by Enter is told at once, one that is being typed only where it says something already. */
const refused = ref('');

const step = computed(() => (!visit.turn.subject ? 'about' : !visit.source ? 'from' : 'line'));
const named = computed(() => (step.value === 'line' ? splitLine(visit.text) : null));
const names = computed<LineName[]>(() =>
  step.value === 'line' && isListing.value ? completeName(visit.text.replace(/:\s*$/, ''), 8) : [],
);
const ghost = computed(() => completeWord(visit.context(), visit.text, 1)[0]);
const entry = computed(() => (visit.text.trim() ? (asked.value ?? visit.read()) : null));
const trouble = computed(() => {
  if (refused.value) return refused.value;
  const read = entry.value;
  // A word that is not whole yet is not wrong yet.
  return read?.outcome === 'refused' && !ghost.value && !/[,;:(]\s*$/.test(visit.text)
    ? read.issues.map(wordIssue).join(' ')
    : '';
});
/** What the fact, or the word, is about: shown while nothing is said of it yet. */
const help = computed(() => {
  const name = chosen.value >= 0 ? names.value[chosen.value] : names.value[0];
  if (!name) return '';
  if (name.fact) {
    const { help: words, choices, unit, type } = name.fact;
    const how = choices
      ? `One of: ${choices.join(', ')}.`
      : type === 'list'
        ? 'Separated by commas; a comma within, then by semicolons.'
        : unit
          ? `In ${unit}, or any unit of the kind; about, at least, 25 to 30 are kept as said.`
          : '';
    return `${words} ${how}`.trim();
  }
  if (!name.word) return `What follows behind its name is about ${name.label}.`;
  const word = lineWord(name.word);
  return `${word.about[0].toUpperCase()}${word.about.slice(1)}. For example: ${word.label.toLowerCase()} ${word.example}`;
});
/** What a line is about, and what it cites: always beside the field. */
const whose = computed(() =>
  visit.subject
    ? nameOfLayer(store.catalogue, { id: visit.subject, ...(visit.edition && { edition: visit.edition }) })
    : '',
);
const source = computed(() => (visit.source ? recordOf(store.catalogue, 'source', visit.source) : undefined));
const day = computed(() => visit.turn.day ?? source.value?.date ?? source.value?.read);
const PLACEHOLDERS = {
  about: 'What do you look at? A release, and its edition behind a comma',
  from: 'How do you look at it? installed, virtual, 5 GiB, 3 cores, index same day',
  line: 'What you see or read, in your own words',
} as const;
const label = computed(() =>
  visit.correcting
    ? `Correct ${visit.correcting.name}`
    : { about: 'What is looked at', from: 'How, and when', line: 'What you see or read' }[step.value],
);

watch(
  () => visit.text,
  () => {
    refused.value = '';
    chosen.value = -1;
    isListing.value = false;
    asked.value = null;
    if (visit.text) kept.value = '';
    void nextTick(fit);
  },
);
function fit(): void {
  const field = input.value;
  if (!field) return;
  field.style.height = 'auto';
  field.style.height = `${Math.min(field.scrollHeight, 160)}px`;
}
const below = ref<HTMLElement | null>(null);
/** The names and what is said below the field stay in sight. */
watch(
  () => [names.value.length, trouble.value, entry.value?.choices.length],
  () => void nextTick(() => below.value?.scrollIntoView({ block: 'nearest' })),
);
onMounted(() => {
  fit();
  input.value?.focus();
});

function takeName(name: LineName): void {
  visit.text = `${name.label}: `;
}
function onTab(event: KeyboardEvent): void {
  if (event.shiftKey) return;
  const listed = chosen.value >= 0 ? names.value[chosen.value] : undefined;
  if (listed) takeName(listed);
  else if (ghost.value) visit.text = ghost.value.text;
  else return;
  event.preventDefault();
}
function record(): void {
  if (chosen.value >= 0 && names.value[chosen.value]) {
    takeName(names.value[chosen.value]);
    return;
  }
  const read = entry.value;
  if (!read) return;
  if (read.outcome === 'ask') {
    asked.value = read;
    void nextTick(() => shown.value?.focus());
  } else take(read.choices[0] ?? null);
}
/** Takes a reading; none keeps the line as a note to be sorted. */
function take(choice: Entry['choices'][number] | null): void {
  const read = entry.value;
  if (!read) return;
  const done = visit.record(read, choice);
  if (!done.ok) {
    refused.value = done.issues.map(wordIssue).join(' ');
    return;
  }
  asked.value = null;
  kept.value = choice || read.outcome === 'turn' ? '' : 'Kept as a note to be sorted.';
  emit('recorded');
  input.value?.focus();
}
/** Another reading than the one that would be recorded. */
function askElse(): void {
  const other = visit.readElse();
  if (other.choices.length === 0) return;
  asked.value = other;
  void nextTick(() => shown.value?.focus());
}
function leaveAsked(): void {
  asked.value = null;
  input.value?.focus();
}
function onKey(event: KeyboardEvent): void {
  if (event.isComposing) return;
  const last = names.value.length - 1;
  if (event.key === 'Tab') onTab(event);
  else if (event.key === 'Enter' && !event.shiftKey) {
    event.preventDefault();
    record();
  } else if (event.key === 'ArrowDown' && step.value === 'line' && visit.text.trim()) {
    event.preventDefault();
    if (entry.value?.outcome === 'recorded' && !visit.correcting && !isListing.value) askElse();
    else if (!isListing.value) isListing.value = true;
    else if (last >= 0) chosen.value = Math.min(chosen.value + 1, last);
  } else if (event.key === 'ArrowUp' && chosen.value >= 0) {
    event.preventDefault();
    chosen.value--;
  } else if (event.key === 'ArrowUp' && !visit.text) {
    event.preventDefault();
    emit('log');
  } else if (event.key === 'Escape') {
    event.preventDefault();
    isListing.value = false;
    chosen.value = -1;
  }
}
function onPaste(event: ClipboardEvent): void {
  const pasted = event.clipboardData?.getData('text') ?? '';
  if (!pasted.trim().includes('\n') && sentencesOf(pasted).length < 3) return;
  event.preventDefault();
  // A list pasted behind the name of a list is its elements.
  if (named.value?.name.fact?.type === 'list' && pasted.length < 5000) {
    const elements = pasted
      .split(/\r?\n/)
      .map((line) => line.trim())
      .filter(Boolean);
    visit.text = `${visit.text.trimEnd()} ${elements.join('; ')}`;
  } else emit('paste', pasted);
}
function keepRemark(): void {
  const note = visit.sorting;
  if (!note) return;
  visit.leave();
  const done = visit.keepAsRemark(note.id);
  if (!done.ok) refused.value = done.issues.map(wordIssue).join(' ');
}
defineExpose({ focus: () => input.value?.focus() });
</script>

<template>
  <div class="visit-field">
    <p v-if="visit.subject" class="cites small">
      <strong>{{ whose }}</strong><template v-if="source">
        <span class="soft"> from </span>{{ source.title
        }}<span class="soft"
          >, {{ SOURCE_KINDS[source.sourceKind].label }}{{ day ? `, ${formatWhen(day)}` : '' }}</span
        ></template
      >
    </p>
    <div class="frame" :class="{ refused: trouble }">
      <label class="visually-hidden" for="visit-line">{{ label }}</label>
      <span v-if="visit.correcting" class="tag">corrects</span>
      <div class="typing">
        <div class="ghost" aria-hidden="true">
          <span class="typed">{{ visit.text }}</span><span v-if="ghost" class="rest">{{ ghost.added }}</span>
        </div>
        <textarea
          id="visit-line"
          ref="input"
          v-model="visit.text"
          rows="1"
          :placeholder="PLACEHOLDERS[step]"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          aria-autocomplete="both"
          aria-controls="visit-names"
          aria-describedby="visit-help visit-understood"
          aria-haspopup="listbox"
          :aria-activedescendant="chosen >= 0 ? `visit-name-${chosen}` : undefined"
          :aria-invalid="trouble !== ''"
          @keydown="onKey"
          @paste="onPaste"
        />
      </div>
    </div>
    <ul v-if="names.length" id="visit-names" class="names" role="listbox" aria-label="Names that begin so">
      <li
        v-for="(name, i) in names"
        :id="`visit-name-${i}`"
        :key="name.id"
        role="option"
        :aria-selected="i === chosen"
        :class="{ chosen: i === chosen, first: i === 0 && chosen < 0 }"
        @mousedown.prevent="takeName(name)"
      >
        <span>{{ name.label }}</span> <span class="soft small cut">{{ name.about }}</span>
      </li>
    </ul>
    <div ref="below" class="below small">
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <VisitReadings
        v-else-if="entry"
        ref="shown"
        :entry="entry"
        :text="visit.text"
        :is-asked="asked !== null"
        @take="take"
        @leave="leaveAsked"
      />
      <p v-if="names.length && help" id="visit-help" class="soft">{{ help }}</p>
      <p v-if="visit.correcting && !visit.sorting" class="soft">
        Enter replaces what was recorded.
        <button type="button" class="accent-link" @click="visit.leave">Keep as is</button>
      </p>
      <p v-else-if="visit.sorting" class="soft">
        Say it in other words; the note keeps its own.
        <button type="button" class="accent-link" @click="keepRemark">Keep as a remark</button>
        · <button type="button" class="accent-link" @click="visit.leave">Cancel</button>
      </p>
      <p v-else-if="step === 'line' && !visit.text" class="soft" role="status">
        {{
          kept ||
          'Write as you would for yourself: one thing a line, or several. Enter records, Tab completes a word, ↓ lists facts.'
        }}
      </p>
    </div>
  </div>
</template>

<style scoped>
.visit-field {
  position: relative;
}
.cites {
  padding: 0 2px 4px;
}
.frame {
  display: flex;
  align-items: flex-start;
  gap: 8px;
  padding: 9px 12px;
  border: 2px solid rgb(var(--v-theme-accent));
  border-radius: 7px;
  background: rgb(var(--v-theme-surface));
}
.frame.refused {
  border-color: rgb(var(--v-theme-error));
}
.tag {
  font-size: 11.5px;
  padding: 1px 6px;
  border-radius: 4px;
  background: rgb(var(--v-theme-accent-soft));
}
.typing {
  position: relative;
  flex: 1;
  min-width: 0;
  font-size: 14.5px;
  line-height: 1.4;
}
.ghost,
textarea {
  font: inherit;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.ghost {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
.ghost .typed {
  visibility: hidden;
}
.ghost .rest {
  color: rgb(var(--v-theme-ink-soft));
}
textarea {
  display: block;
  width: 100%;
  padding: 0;
  resize: none;
  background: transparent;
  color: inherit;
  position: relative;
}
textarea:focus-visible {
  outline: none;
}
textarea::placeholder {
  color: rgb(var(--v-theme-ink-soft));
}
.names {
  position: absolute;
  z-index: 10;
  left: 0;
  min-width: 430px;
  list-style: none;
  padding: 3px 0;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 0 0 7px 7px;
  box-shadow: 0 6px 18px rgb(0 0 0 / 0.14);
}
.names li {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  padding: 3px 12px;
  cursor: pointer;
}
.names li.chosen,
.names li.first {
  background: rgb(var(--v-theme-accent-soft));
}
.cut {
  max-width: 220px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.below {
  padding: 5px 2px 0;
  min-height: 44px;
}
.below p {
  margin: 1px 0;
}
.names + .below {
  /* As high as the list of names, which lies over it. */
  padding-top: 232px;
}
</style>
