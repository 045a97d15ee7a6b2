<script setup lang="ts">
/** Which source an edit rests on: one that is there, a new one with its conditions, or none. */
import { computed, ref } from 'vue';
import { parseMeasure } from '../../../core/catalogue/measure.ts';
import { SOURCE_KIND_NAMES, SOURCE_KINDS, type SourceKind } from '../../../core/catalogue/sourceKinds.ts';
import { MOMENTS, type Conditions } from '../../../core/catalogue/conditions.ts';
import { whenSchema } from '../../../core/catalogue/when.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { today } from '../../stores/clock.ts';
import type { ChosenSource } from '../../../core/editing/sources.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useSources } from './useSources.ts';

const props = defineProps<{ source: RecordId | null; subject: RecordId }>();

const { sources, sourcesFor } = useSources();
const NEW = 'new';
const NONE = 'none';
const cited = sourcesFor(props.subject);
/** What was used last, if this dossier rests on it; else the newest that it rests on; nothing of another dossier unasked. */
const { lastCited } = useCatalogueStore();
const usual = lastCited && cited.includes(lastCited) ? lastCited : (cited[0] ?? lastCited);
const chosen = ref<string>(props.source ?? usual ?? NEW);
const created = ref({
  kind: 'page' as SourceKind,
  title: '',
  place: '',
  /** As typed; until then that of the kind (`date`). */
  date: null as string | null,
  by: '',
  medium: '' as '' | 'live' | 'installed',
  machine: '' as '' | 'virtual' | 'hardware',
  memory: '',
  /** Days since the package index was fetched, or `never`. */
  index: '',
  altered: '',
  tool: '',
  moment: '' as '' | (typeof MOMENTS)[number],
});
/** What was observed on a system has conditions; what was read has none. */
const isSeen = computed(() => SOURCE_KINDS[created.value.kind].seen);
/** What is looked at now is of today; when something was published is not known until it is said. */
const date = computed({
  get: () => created.value.date ?? (isSeen.value ? today() : ''),
  set: (text: string) => (created.value.date = text),
});
const isMeasured = computed(() => created.value.kind === 'measurement');

const sourceItems = computed(() => [
  ...sources.value
    .toSorted((a, b) => Number(cited.includes(b.id)) - Number(cited.includes(a.id)))
    .map(({ id, title, sourceKind }) => ({
      value: id,
      title: `${title} (${SOURCE_KINDS[sourceKind].label})`,
    })),
  { value: NEW, title: 'A new source …' },
  { value: NONE, title: 'No source' },
]);
const NOT_KNOWN = { value: '', title: 'not known' };
const MEDIA = [NOT_KNOWN, { value: 'live', title: 'live image' }, { value: 'installed', title: 'installed' }];
const MACHINES = [
  NOT_KNOWN,
  { value: 'virtual', title: 'virtual' },
  { value: 'hardware', title: 'hardware' },
];
const WHEN_MEASURED = [NOT_KNOWN, ...MOMENTS.map((value) => ({ value, title: value }))];
const kindItems = SOURCE_KIND_NAMES.map((kind) => ({ value: kind, title: SOURCE_KINDS[kind].label }));

/** The chosen source, or what is wrong with it. */
function chosenSource(): ChosenSource | string {
  if (chosen.value === NONE) return null;
  if (chosen.value !== NEW) return { id: chosen.value };
  const { kind, title, place, by, medium, machine, memory, index, altered, tool, moment } = created.value;
  if (!title.trim()) return 'Give the new source a title.';
  if (date.value && !whenSchema.safeParse(date.value).success)
    return `"${date.value}" is no date: write 2026-11-24, 2026-11 or 2026.`;
  if (kind === 'measurement' && (!medium || !machine))
    return 'A measurement needs its conditions: say on which medium and on what machine.';
  const memoryMiB = memory.trim() ? parseMeasure(memory, 'MiB')?.value : undefined;
  if (memory.trim() && !memoryMiB) return `"${memory}" is no amount of memory: write 4 GiB or 4096 MiB.`;
  const fetched = index.trim().toLowerCase();
  if (fetched && fetched !== 'never' && !/^\d+$/.test(fetched))
    return `"${index}" is no age of an index: write the days since it was fetched, or never.`;
  const conditions: Conditions = isSeen.value
    ? {
        ...(medium && { medium }),
        ...(machine && { machine }),
        ...(memoryMiB && { memoryMiB }),
        ...(fetched === 'never' && { indexRefreshed: false }),
        ...(/^\d+$/.test(fetched) && { indexAgeDays: Number(fetched) }),
        ...(altered.trim() && { alteredByAnalyst: true, alteredWith: altered.trim() }),
        ...(isMeasured.value && tool.trim() && { tool: tool.trim() }),
        ...(isMeasured.value && moment && { moment }),
      }
    : {};
  return { kind, title: title.trim(), place: place.trim(), date: date.value, by: by.trim(), conditions };
}

defineExpose({ chosenSource });
</script>

<template>
  <div class="pair">
    <v-select v-model="chosen" :items="sourceItems" label="Source" />
    <slot />
  </div>
  <template v-if="chosen === NEW">
    <div class="pair">
      <v-select v-model="created.kind" :items="kindItems" label="Kind" />
      <v-text-field v-model="date" label="Date" />
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
    <div v-if="isSeen" class="pair">
      <v-text-field v-model="created.altered" label="Changed before looking" placeholder="the panel" />
      <v-text-field v-model="created.index" label="Index, days old" placeholder="0 or never" />
    </div>
    <div v-if="isMeasured" class="pair">
      <v-text-field v-model="created.tool" label="Read with" />
      <v-select v-model="created.moment" :items="WHEN_MEASURED" label="When" />
    </div>
  </template>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 130px;
  gap: 8px;
}
.pair > :only-child {
  grid-column: 1 / -1;
}
.conditions {
  display: grid;
  grid-template-columns: 1fr 1fr 110px;
  gap: 8px;
}
</style>
