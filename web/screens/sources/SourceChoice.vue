<script setup lang="ts">
/**
 * Which source an edit rests on, in one line: the beginning of the title of one that is there, or a new one said whole
 * (`page corvane.example, 12 Oct 2026`), or nothing. What is cited stands readable in the field.
 */
import { computed, ref, watch } from 'vue';
import { recordOf } from '../../../core/catalogue/catalogue.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { SOURCE_KINDS, type SourceKind } from '../../../core/catalogue/sourceKinds.ts';
import type { When } from '../../../core/catalogue/when.ts';
import { parseSourceLine } from '../../../core/editing/sourceLine.ts';
import type { ChosenSource } from '../../../core/editing/sources.ts';
import { sourcesTitled } from '../../../core/editing/sourcesTitled.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { wordConditions } from '../../../core/wording/conditionsText.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import { today } from '../../stores/clock.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useSources } from './useSources.ts';

const props = withDefaults(
  defineProps<{
    source: RecordId | null;
    subject: RecordId;
    /** What stands there while nothing is chosen. */
    none?: string;
  }>(),
  { none: 'No source: it is recorded, and told as such.' },
);
/** What is typed; null until something is. */
const typed = defineModel<string | null>({ default: null });

const store = useCatalogueStore();
const { sourcesFor } = useSources();
const cited = sourcesFor(props.subject);
/** What the record cites; else what was used last, if this dossier rests on it; else the newest that it rests on. Never one of another. */
const usual =
  props.source ?? (store.lastCited && cited.includes(store.lastCited) ? store.lastCited : (cited[0] ?? null));
const titleOf = (id: RecordId | null) => (id ? (recordOf(store.catalogue, 'source', id)?.title ?? '') : '');
const chosen = ref<RecordId | null>(usual);
const text = computed({
  get: () => typed.value ?? titleOf(chosen.value),
  set: (value: string) => (typed.value = value),
});
const isOpen = ref(false);
const active = ref(0);

/** The source that stands there by its title; one of this dossier first. */
const known = computed(() => {
  const record = chosen.value ? recordOf(store.catalogue, 'source', chosen.value) : undefined;
  if (record && text.value === record.title) return record;
  const same = sourcesTitled(store.catalogue, text.value).filter(({ title }) => title === text.value.trim());
  return same.find(({ id }) => cited.includes(id)) ?? same[0];
});
const parsed = computed(() =>
  known.value || !text.value.trim()
    ? null
    : parseSourceLine(text.value, today(), nameOf(store.catalogue, props.subject)),
);
const offers = computed(() => {
  const all = typed.value ? sourcesTitled(store.catalogue, typed.value) : [];
  const own = typed.value ? all : cited.flatMap((id) => recordOf(store.catalogue, 'source', id) ?? []);
  return own
    .toSorted((a, b) => Number(cited.includes(b.id)) - Number(cited.includes(a.id)))
    .filter(({ id }) => id !== known.value?.id)
    .slice(0, 6);
});
const describe = (kind: SourceKind, date: When | undefined) =>
  `${SOURCE_KINDS[kind].label}${date ? `, ${formatWhen(date)}` : ''}`;
const understood = computed(() => {
  if (known.value) {
    const { sourceKind, date, read, conditions } = known.value;
    return `${describe(sourceKind, date ?? read)}. ${wordConditions(conditions)}`.trim();
  }
  if (!parsed.value) return props.none;
  if (!parsed.value.ok) return '';
  const { kind, title, date, place, by, conditions } = parsed.value.value;
  return `New: ${title} (${describe(kind, date)}${place && place !== title ? `, ${place}` : ''}${by ? `, by ${by}` : ''}). ${wordConditions(conditions)}`.trim();
});
const trouble = computed(() =>
  parsed.value && !parsed.value.ok ? parsed.value.issues.map(wordIssue).join(' ') : '',
);
watch(typed, () => (active.value = 0));

function take(id: RecordId): void {
  chosen.value = id;
  typed.value = titleOf(id);
  isOpen.value = false;
}
function onKey(event: KeyboardEvent): void {
  const last = offers.value.length - 1;
  if (event.key === 'ArrowDown' && last >= 0) {
    if (isOpen.value) active.value = Math.min(active.value + 1, last);
    isOpen.value = true;
  } else if (event.key === 'ArrowUp' && isOpen.value) active.value = Math.max(active.value - 1, 0);
  else if (
    event.key === 'Tab' &&
    !event.shiftKey &&
    isOpen.value &&
    typed.value &&
    offers.value[active.value]
  ) {
    take(offers.value[active.value].id);
    return;
  } else if (event.key === 'Escape' && isOpen.value) {
    isOpen.value = false;
    event.stopPropagation();
  } else return;
  event.preventDefault();
}

/** The chosen source, or what is wrong with it. */
function chosenSource(): ChosenSource | string {
  if (known.value) return { id: known.value.id };
  if (!parsed.value) return null;
  if (!parsed.value.ok) return trouble.value;
  const { kind, conditions } = parsed.value.value;
  if (kind === 'measurement' && (!conditions.medium || !conditions.machine))
    return 'A measurement needs its conditions: add on which medium and on what machine, such as installed, virtual.';
  return parsed.value.value;
}

defineExpose({ chosenSource });
</script>

<template>
  <div class="source">
    <label class="small soft" for="source-line">Source</label>
    <input
      id="source-line"
      v-model="text"
      class="field"
      role="combobox"
      aria-controls="source-offers"
      :aria-expanded="isOpen && offers.length > 0"
      :aria-activedescendant="isOpen && offers.length ? `source-offer-${active}` : undefined"
      aria-describedby="source-understood"
      autocomplete="off"
      placeholder="page corvane.example, 12 Oct 2026"
      @keydown="onKey"
      @input="isOpen = true"
      @focus="($event.target as HTMLInputElement).select()"
      @blur="isOpen = false"
    />
    <ul v-if="isOpen && offers.length" id="source-offers" role="listbox" aria-label="Sources">
      <li
        v-for="(source, i) in offers"
        :id="`source-offer-${i}`"
        :key="source.id"
        role="option"
        :aria-selected="i === active"
        :class="{ active: i === active }"
        @mousedown.prevent="take(source.id)"
      >
        <span class="cut">{{ source.title }}</span>
        <span class="soft small">{{ describe(source.sourceKind, source.date ?? source.read) }}</span>
      </li>
    </ul>
    <p id="source-understood" class="small" :class="trouble ? 'trouble' : 'soft'">
      {{ trouble || understood }}
    </p>
  </div>
</template>

<style scoped>
.source {
  position: relative;
  display: grid;
  gap: 2px;
}
ul {
  position: absolute;
  z-index: 5;
  top: 48px;
  left: 0;
  right: 0;
  list-style: none;
  padding: 3px 0;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 5px;
  box-shadow: 0 6px 18px rgb(0 0 0 / 0.14);
}
li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 3px 9px;
  cursor: pointer;
}
li.active {
  background: rgb(var(--v-theme-accent-soft));
}
.cut {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
