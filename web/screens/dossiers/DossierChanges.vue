<script setup lang="ts">
/** All that a layer changes on its base, area by area, with why, what follows, how much it weighs, and how it is known. */
import { computed } from 'vue';
import { AREAS } from '../../../core/catalogue/areas.ts';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { RecordedChange } from '../../../core/catalogue/change.ts';
import { isDirect } from '../../../core/catalogue/directChange.ts';
import { FACT_KEYS } from '../../../core/catalogue/factSheet.ts';
import { wordChange, wordNote, wordSettlement } from '../../../core/wording/changeText.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import { changesOf, type Change } from '../../../core/layers/changes.ts';
import { settledChanges } from '../../../core/layers/settledChanges.ts';
import type { LayerTable } from '../../../core/layers/layerTable.ts';
import { subjectOf } from '../../../core/layers/unchanged.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import EvidenceMark from '../../parts/EvidenceMark.vue';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import { useChangeEditing } from './useChangeEditing.ts';
import WeightMark from './WeightMark.vue';

const props = defineProps<{ catalogue: Catalogue; table: LayerTable }>();
const emit = defineEmits<{
  /** Edit what is recorded of a change of a fact; undefined for something new. */
  edit: [key: string, record: RecordedChange | undefined, anchor: HTMLElement];
  show: [key: string];
}>();

const { write, weigh, remove } = useChangeEditing();
const notices = useNoticeStore();

const changes = computed(() => changesOf(props.table));
const settled = computed(() => new Map(settledChanges(props.table).map((each) => [each.record.id, each])));
/** Recorded ones that came to nothing are shown as well: they are what has to be looked at. */
const refuted = computed(() =>
  [...settled.value.values()].filter(
    ({ state, fact }) => state === 'otherwise' && !changes.value.some((each) => each.fact.key === fact.key),
  ),
);
/** Reasons noted for what is no change, or no more: the base was changed, or the reading that made it one. */
const orphans = computed(() =>
  props.table.rows.flatMap(({ fact, cells }) =>
    changes.value.some((each) => each.fact === fact)
      ? []
      : cells[cells.length - 1].recorded.filter((note) => !isDirect(note)).map((note) => ({ fact, note })),
  ),
);
const groups = computed(() =>
  [...AREAS]
    .sort((a, b) => Number(b.strip) - Number(a.strip))
    .map((area) => ({
      area,
      changes: changes.value.filter(({ fact }) => fact.area === area.id),
      refuted: refuted.value.filter(({ fact }) => fact.area === area.id),
      orphans: orphans.value.filter(({ fact }) => fact.area === area.id),
    }))
    .filter((group) => group.changes.length + group.refuted.length + group.orphans.length > 0),
);
const base = computed(() => {
  const below = props.table.layers.at(-2);
  return below ? nameOf(props.catalogue, below.id) : '';
});
const sentence = computed(() => {
  const recorded = changes.value.filter(({ basis }) => basis === 'recorded').length;
  const counted = changes.value.length - recorded;
  if (!base.value && counted === 0 && recorded === 0)
    return 'No base is recorded that it could be held against; a change can be recorded all the same.';
  const against = base.value ? ` on ${base.value}` : '';
  return [
    `${formatNumberOf(counted, 'fact')} changed${against}, by comparing.`,
    recorded ? `${formatNumberOf(recorded, 'change')} recorded where the base is not known.` : '',
  ].join(' ');
});
const inherited = FACT_KEYS.filter((fact) => fact.inherited);

const words = (change: Change) => wordChange(change).replace(`${change.fact.label}: `, '');
const sayings = (note: RecordedChange) => wordNote({ ...note, weight: undefined });
const wholeOf = ({ notes }: Change) => notes.find((note) => !isDirect(note) && note.element === '');
/** The record whose weight is shown in the row itself. */
const weighedBy = (change: Change) => wholeOf(change) ?? change.notes.find(isDirect);

const NOTHING_SAID = { before: '', after: '', element: '', motive: '', consequence: '' };
function onWeigh(change: Change, weight: 1 | 2 | 3 | undefined): void {
  const record = weighedBy(change);
  const result = record
    ? weigh(record, weight)
    : write(
        subjectOf(props.table.layers.at(-1)!, change.fact),
        change.fact,
        { ...NOTHING_SAID, weight },
        null,
      );
  notices.tellTrouble(result);
}
function onRemove(record: RecordedChange): void {
  notices.tellTrouble(remove(record));
}
function onPick(event: Event): void {
  const select = event.target as HTMLSelectElement;
  const key = select.value;
  select.value = '';
  if (key) emit('edit', key, undefined, select);
}
</script>

<template>
  <div class="bar">
    <p class="soft">{{ sentence }}</p>
    <span class="spacer" />
    <select class="field" aria-label="Record a change of" @change="onPick">
      <option value="">Record a change of …</option>
      <optgroup v-for="area in AREAS" :key="area.id" :label="area.label">
        <option
          v-for="fact in inherited.filter((each) => each.area === area.id)"
          :key="fact.key"
          :value="fact.key"
        >
          {{ fact.label }}
        </option>
      </optgroup>
    </select>
  </div>
  <p v-if="groups.length === 0" class="empty soft">
    No change is known yet. Record what you found in Layers; what differs from the base appears here by
    itself. Where the base is not known, record the change above.
  </p>
  <table v-else class="plain-table" aria-label="Changes">
    <thead>
      <tr>
        <th class="fact">Fact</th>
        <th>What is changed</th>
        <th>Why, and what follows</th>
        <th class="weigh">Weight</th>
      </tr>
    </thead>
    <tbody v-for="group in groups" :key="group.area.id">
      <tr class="area">
        <th
          colspan="4"
          scope="rowgroup"
          :style="group.area.strip ? { color: `rgb(var(--v-theme-area-${group.area.id}))` } : undefined"
        >
          {{ group.area.label }}
        </th>
      </tr>
      <tr v-for="change in group.changes" :key="change.fact.key">
        <td class="soft">
          <button class="plain" title="Show it in Layers" @click="$emit('show', change.fact.key)">
            {{ change.fact.label }}
          </button>
        </td>
        <td>
          <EvidenceMark :evidence="change.evidence" class="mark" />
          {{ words(change) }}
          <template v-for="note in change.notes" :key="note.id">
            <div
              v-if="settled.has(note.id) && settled.get(note.id)!.state !== 'open'"
              class="small"
              :class="settled.get(note.id)!.state === 'otherwise' ? 'trouble' : 'soft'"
            >
              {{ wordSettlement(settled.get(note.id)!) }}
            </div>
          </template>
        </td>
        <td>
          <div v-for="note in change.notes" :key="note.id" class="note">
            <span>{{
              sayings(note).join(' ') || (isDirect(note) ? 'Recorded; no reason is known.' : '')
            }}</span>
            <span class="acts">
              <button
                class="act"
                @click="$emit('edit', change.fact.key, note, $event.currentTarget as HTMLElement)"
              >
                Edit
              </button>
              <button class="act" @click="onRemove(note)">Delete</button>
            </span>
          </div>
          <button
            v-if="!wholeOf(change) && change.basis === 'computed'"
            class="act quiet"
            @click="$emit('edit', change.fact.key, undefined, $event.currentTarget as HTMLElement)"
          >
            Say why
          </button>
        </td>
        <td class="weigh">
          <WeightMark
            :weight="weighedBy(change)?.weight"
            :label="change.fact.label"
            @weigh="(weight) => onWeigh(change, weight)"
          />
        </td>
      </tr>
      <tr v-for="each in group.refuted" :key="each.record.id">
        <td class="soft">{{ each.fact.label }}</td>
        <td class="trouble">{{ wordSettlement(each) }}</td>
        <td>
          <span class="acts">
            <button
              class="act"
              @click="$emit('edit', each.fact.key, each.record, $event.currentTarget as HTMLElement)"
            >
              Edit
            </button>
            <button class="act" @click="onRemove(each.record)">Delete</button>
          </span>
        </td>
        <td />
      </tr>
      <tr v-for="{ fact, note } in group.orphans" :key="note.id">
        <td class="soft">{{ fact.label }}</td>
        <td class="soft">Nothing is changed here, but a reason is noted.</td>
        <td>
          <div class="note">
            <span>{{ sayings(note).join(' ') }}</span>
            <span class="acts"><button class="act" @click="onRemove(note)">Delete</button></span>
          </div>
        </td>
        <td />
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 8px 0 6px;
}
.plain-table {
  table-layout: fixed;
}
.plain-table td {
  vertical-align: top;
}
.fact {
  width: 180px;
}
th.weigh {
  width: 66px;
}
.area th {
  padding-top: 10px;
  font-weight: 700;
}
.mark {
  margin-right: 5px;
}
.note {
  display: flex;
  align-items: baseline;
  gap: 8px;
}
.note > span:first-child {
  flex: 1;
}
.acts {
  white-space: nowrap;
}
.act {
  margin-right: 8px;
  font-size: 12px;
  color: rgb(var(--v-theme-accent-ink));
  text-decoration: underline;
  text-underline-offset: 2px;
}
.quiet:not(:hover, :focus-visible) {
  color: rgb(var(--v-theme-ink-soft));
  text-decoration: none;
}
.plain {
  text-align: left;
}
.plain:hover {
  text-decoration: underline;
}
</style>
