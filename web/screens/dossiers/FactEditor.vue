<script setup lang="ts">
/** Edits one fact where it stands: a value or a state, and the source it comes from. */
import { computed, nextTick, ref, watch } from 'vue';
import type { FactKey } from '../../../core/catalogue/factSheet.ts';
import { parseMeasure } from '../../../core/catalogue/measure.ts';
import type { Reading } from '../../../core/catalogue/reading.ts';
import {
  SOURCE_KIND_NAMES,
  SOURCE_KINDS,
  type Conditions,
  type SourceKind,
} from '../../../core/catalogue/source.ts';
import { whenSchema } from '../../../core/catalogue/when.ts';
import type { RecordId } from '../../../core/catalogue/recordKind.ts';
import { wordIssue } from '../../../core/exchange/wording.ts';
import { today } from '../../stores/clock.ts';
import { useFactEditing, type ChosenSource } from './useFactEditing.ts';

const props = defineProps<{
  fact: FactKey;
  subject: RecordId;
  subjectName: string;
  text: string;
  source: RecordId | null;
  anchor: HTMLElement;
}>();
const emit = defineEmits<{ close: [] }>();

const { sources, lastSource, write } = useFactEditing();
const NEW = 'new';
const NONE = 'none';
const text = ref(props.text);
const chosen = ref<string>(props.source ?? lastSource.value ?? sources.value[0]?.id ?? NEW);
const created = ref({
  kind: 'page' as SourceKind,
  title: '',
  place: '',
  date: today(),
  by: '',
  medium: '' as '' | 'live' | 'installed',
  machine: '' as '' | 'virtual' | 'hardware',
  memory: '',
});
const certainty = ref<Reading['certainty']>('sure');
/** What was observed on a system has conditions; what was read has none. */
const isSeen = computed(() => SOURCE_KINDS[created.value.kind].seen);
/** `12 % of 8 GiB = 983 MiB`, while it is typed. */
const arithmetic = computed(() =>
  props.fact.type === 'number' && props.fact.unit
    ? (parseMeasure(text.value, props.fact.unit)?.arithmetic ?? '')
    : '',
);
const trouble = ref('');
const field = ref<HTMLElement | null>(null);
const open = ref(true);

const choices = computed(() => (props.fact.type === 'yesNo' ? ['yes', 'no'] : props.fact.choices));
const placeholder = computed(() => {
  if (props.fact.type === 'list') return 'one per line, settings as {tier=1}';
  if (props.fact.unit === 'MiB') return 'MiB, 1.2 GiB or 12 % of 8 GiB';
  if (props.fact.type === 'date') return '2029-06-01, 2029-06 or 2029';
  return props.fact.type === 'number' ? `number${props.fact.unit ? ` of ${props.fact.unit}` : ''}` : '';
});
const sourceItems = computed(() => [
  ...sources.value.map(({ id, title, sourceKind }) => ({
    value: id,
    title: `${title} (${SOURCE_KINDS[sourceKind].label})`,
  })),
  { value: NEW, title: 'A new source …' },
  { value: NONE, title: 'No source' },
]);
const MEDIA = [
  { value: '', title: 'not known' },
  { value: 'live', title: 'live image' },
  { value: 'installed', title: 'installed' },
];
const MACHINES = [
  { value: '', title: 'not known' },
  { value: 'virtual', title: 'virtual' },
  { value: 'hardware', title: 'hardware' },
];
const kindItems = SOURCE_KIND_NAMES.map((kind) => ({ value: kind, title: SOURCE_KINDS[kind].label }));

function chosenSource(): ChosenSource | string {
  if (chosen.value === NONE) return null;
  if (chosen.value !== NEW) return { id: chosen.value };
  const { kind, title, place, date, by, medium, machine, memory } = created.value;
  if (!title.trim()) return 'Give the new source a title.';
  if (date && !whenSchema.safeParse(date).success)
    return `"${date}" is no date: write 2026-11-24, 2026-11 or 2026.`;
  if (kind === 'measurement' && (!medium || !machine))
    return 'A measurement needs its conditions: say on which medium and on what machine.';
  const memoryMiB = memory.trim() ? parseMeasure(memory, 'MiB')?.value : undefined;
  if (memory.trim() && !memoryMiB) return `"${memory}" is no amount of memory: write 4 GiB or 4096 MiB.`;
  const conditions: Conditions = isSeen.value
    ? { ...(medium && { medium }), ...(machine && { machine }), ...(memoryMiB && { memoryMiB }) }
    : {};
  return { kind, title: title.trim(), place: place.trim(), date, by: by.trim(), conditions };
}

function save(state: 'set' | 'unchanged' | 'none' | 'doesNotApply'): void {
  const source = chosenSource();
  if (typeof source === 'string') {
    trouble.value = source;
    return;
  }
  const result = write(
    props.subject,
    props.fact,
    { ...(state === 'set' ? { state, text: text.value } : { state }), certainty: certainty.value },
    source,
  );
  if (result.ok) emit('close');
  else trouble.value = result.issues.map(wordIssue).join(' ');
}

function focus(): void {
  void nextTick(() => {
    const input = field.value?.querySelector<HTMLInputElement>('input, textarea, select');
    input?.focus();
    if (input && 'select' in input) input.select();
  });
}
watch(open, (value) => !value && emit('close'));
</script>

<template>
  <v-menu
    v-model="open"
    :activator="anchor"
    :close-on-content-click="false"
    location="bottom start"
    :open-on-click="false"
    @after-enter="focus"
  >
    <form
      class="editor"
      :aria-label="`Edit ${fact.label} of ${subjectName}`"
      @vue:mounted="focus"
      @submit.prevent="save('set')"
      @keydown.esc.stop.prevent="emit('close')"
    >
      <div class="small soft">{{ fact.label }}, {{ subjectName }}</div>
      <div ref="field">
        <select v-if="choices" v-model="text" class="native" aria-label="Value">
          <option value="" disabled>choose …</option>
          <option v-for="choice in choices" :key="choice">{{ choice }}</option>
        </select>
        <textarea
          v-else-if="fact.type === 'list'"
          v-model="text"
          class="native"
          rows="4"
          aria-label="Value"
          :placeholder="placeholder"
          @keydown.ctrl.enter="save('set')"
        />
        <input v-else v-model="text" class="native" aria-label="Value" :placeholder="placeholder" />
        <div v-if="arithmetic" class="small soft" role="status">{{ arithmetic }}</div>
      </div>
      <div class="pair">
        <v-select v-model="chosen" :items="sourceItems" label="Source" />
        <v-select v-model="certainty" :items="['sure', 'likely', 'unsure']" label="How sure" />
      </div>
      <template v-if="chosen === NEW">
        <div class="pair">
          <v-select v-model="created.kind" :items="kindItems" label="Kind" />
          <v-text-field v-model="created.date" label="Date" />
        </div>
        <v-text-field v-model="created.title" label="Title" />
        <div class="pair">
          <v-text-field v-model="created.place" label="Address or place" />
          <v-text-field v-model="created.by" label="By whom" />
        </div>
        <div v-if="isSeen" class="conditions">
          <v-select v-model="created.medium" :items="MEDIA" label="Seen on" />
          <v-select v-model="created.machine" :items="MACHINES" label="Machine" />
          <v-text-field v-model="created.memory" label="Memory" placeholder="4 GiB" />
        </div>
      </template>
      <p v-if="trouble" class="trouble small" role="alert">{{ trouble }}</p>
      <div class="actions">
        <v-btn type="submit" variant="flat" color="primary">Save value</v-btn>
        <v-btn title="Looked at it: as in the base" @click="save('unchanged')">Unchanged</v-btn>
        <v-btn title="Looked for it: there is none" @click="save('none')">None</v-btn>
        <v-btn title="The question does not arise here" @click="save('doesNotApply')">Does not apply</v-btn>
      </div>
    </form>
  </v-menu>
</template>

<style scoped>
.editor {
  display: grid;
  gap: 10px;
  width: 400px;
  padding: 12px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-accent));
  border-radius: 8px;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.18);
}
.native {
  width: 100%;
  padding: 6px 8px;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 5px;
  color: inherit;
  background: rgb(var(--v-theme-background));
  color-scheme: inherit;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 130px;
  gap: 8px;
}
.conditions {
  display: grid;
  grid-template-columns: 1fr 1fr 110px;
  gap: 8px;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
