<script setup lang="ts">
/** The selected fact of one layer: its readings, which is in force and why, and who carries it on. */
import { computed } from 'vue';
import { labelOfArea } from '../../../core/catalogue/areas.ts';
import { recordOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { Reading } from '../../../core/catalogue/reading.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { wordElement, wordNote, wordSettlement } from '../../../core/wording/changeText.ts';
import { comparedElements, versionOrderOf } from '../../../core/layers/changes.ts';
import { settledChanges } from '../../../core/layers/settledChanges.ts';
import { elementsSaid } from '../../../core/layers/recordedChanges.ts';
import { wordConditions } from '../../../core/wording/conditionsText.ts';
import { formatNumberOf, formatValue } from '../../../core/wording/valueText.ts';
import type { LayerRow, LayerTable } from '../../../core/layers/layerTable.ts';
import type { Cell } from '../../../core/layers/cell.ts';
import { evidenceOf } from '../../../core/layers/evidenceOf.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import EvidenceMark from '../../parts/EvidenceMark.vue';
import ImpactList from './ImpactList.vue';

const props = defineProps<{
  catalogue: Catalogue;
  table: LayerTable;
  row: LayerRow;
  layer: number;
  day: number;
}>();
defineEmits<{ accept: [reading: Reading]; remove: [reading: Reading]; edit: []; change: []; close: [] }>();

const cell = computed(() => props.row.cells[props.layer]);
const layerName = computed(() => nameOf(props.catalogue, props.table.layers[props.layer].id));
const readings = computed(() =>
  [...cell.value.readings].sort(
    (a, b) => Number(b.id === cell.value.inForce?.id) - Number(a.id === cell.value.inForce?.id),
  ),
);

const STATES = {
  set: '',
  unchanged: 'checked, unchanged',
  none: 'none',
  doesNotApply: 'does not apply',
} as const;
const saying = (reading: Reading) =>
  reading.state === 'set' ? formatValue(props.row.fact, reading.value!) : STATES[reading.state];
const sourceOf = (reading: Reading) =>
  reading.source ? recordOf(props.catalogue, 'source', reading.source) : undefined;

const sentence = computed(() => wordCell(cell.value));

/** What became of each element; null where the base's value, or this one, is not known. */
const compared = computed(() =>
  comparedElements(props.row, props.layer, versionOrderOf(props.table, props.layer)),
);
const settled = computed(() =>
  settledChanges(props.table, props.layer).filter(({ fact }) => fact.key === props.row.fact.key),
);
const changed = computed(() => {
  const elements = compared.value ?? settled.value.flatMap(({ record }) => elementsSaid(record));
  return elements.filter(({ kind }) => kind !== 'keeps');
});
const kept = computed(() =>
  Array.isArray(cell.value.value)
    ? (compared.value ?? []).flatMap(({ kind, name }) => (kind === 'keeps' ? name : [])).join(', ')
    : '',
);
const reasons = computed(() => cell.value.recorded.flatMap((note) => wordNote(note).join(' ') || []));

function wordCell(shownCell: Cell): string {
  const { state, setBy, value, absent } = shownCell;
  const from = setBy >= 0 ? nameOf(props.catalogue, props.table.layers[setBy].id) : '';
  const shown = absent ? 'none' : value === undefined ? 'unknown' : formatValue(props.row.fact, value);
  switch (state) {
    case 'own':
      return `${layerName.value} sets this itself.`;
    case 'unchanged':
      return from
        ? `Checked: the same as in ${from}, which set it.`
        : 'Checked and unchanged, but the value of the base is not known.';
    case 'carried':
      return absent || value !== undefined
        ? `Carried from ${from}: ${shown}. Not looked at in ${layerName.value} itself.`
        : 'Not known, here or in the base.';
    case 'none':
      return 'Looked for and not there.';
    case 'doesNotApply':
      return 'The question does not arise here.';
    case 'notLookedAt':
      return 'Nobody has looked at this yet.';
  }
}
/** Who, under which conditions, how sure, and what was noted. */
function aroundOf(reading: Reading): string {
  const source = sourceOf(reading);
  const conditions = wordConditions({ ...source?.conditions, ...reading.conditions });
  return [
    source?.by && `By ${source.by}.`,
    conditions,
    reading.certainty !== 'sure' && `${reading.certainty[0].toUpperCase()}${reading.certainty.slice(1)}.`,
    reading.note,
  ]
    .filter(Boolean)
    .join(' ');
}
const disagreement = computed(() => {
  if (!cell.value.disputed) return '';
  return `${formatNumberOf(cell.value.readings.length, 'source')} disagree. In force is what was seen before what was read, then the nearest to the release; accept one to settle it.`;
});
</script>

<template>
  <aside class="detail" aria-label="Selected fact">
    <div class="crumbs">
      {{ labelOfArea(row.fact.area) }}
      <button class="close" aria-label="Close the detail pane" title="Close" @click="$emit('close')">
        ×
      </button>
    </div>
    <h1>{{ row.fact.label }}</h1>
    <p class="soft">{{ layerName }} · {{ formatNumberOf(cell.readings.length, 'source') }}</p>
    <p class="help small soft">{{ row.fact.help }}</p>

    <ul class="rows">
      <li v-for="reading in readings" :key="reading.id">
        <EvidenceMark :evidence="evidenceOf(catalogue, reading)" class="mark" />
        <div>
          <div class="saying">
            <strong>{{ saying(reading) }}</strong>
            <span class="small soft">{{
              reading.accepted
                ? 'accepted'
                : reading.id === cell.inForce?.id
                  ? 'in force'
                  : reading.spoiledBy.length
                    ? `spoiled: ${reading.spoiledBy.join(', ')}`
                    : 'not in force'
            }}</span>
          </div>
          <div class="small soft">
            <template v-if="sourceOf(reading)">
              {{ sourceOf(reading)!.title }}<template v-if="reading.place">, {{ reading.place }}</template>
              <br />{{ sourceOf(reading)!.date ? formatWhen(sourceOf(reading)!.date!) : 'undated' }}
              <template v-if="/^https?:/.test(sourceOf(reading)!.place)">
                ·
                <a :href="sourceOf(reading)!.place" rel="noreferrer noopener" target="_blank">{{
                  sourceOf(reading)!.place.replace(/^https?:\/\//, '')
                }}</a></template
              >
            </template>
            <template v-else>no source</template>
          </div>
          <div v-if="aroundOf(reading)" class="small soft">{{ aroundOf(reading) }}</div>
          <div class="actions">
            <button v-if="readings.length > 1" @click="$emit('accept', reading)">
              {{ reading.accepted ? 'Let the rules decide' : 'Accept this one' }}
            </button>
            <button @click="$emit('remove', reading)">Delete</button>
          </div>
        </div>
      </li>
    </ul>

    <section
      v-if="changed.length || kept || settled.length || reasons.length"
      class="changes"
      aria-label="What it changes"
    >
      <h2>What it changes</h2>
      <ul v-if="changed.length">
        <li v-for="element in changed" :key="`${element.kind} ${element.name}`" class="element">
          {{ wordElement(element) }}
        </li>
      </ul>
      <p v-if="kept" class="small soft">keeps {{ kept }}</p>
      <p
        v-for="each in settled"
        :key="each.record.id"
        class="small"
        :class="each.state === 'otherwise' ? 'trouble' : 'soft'"
      >
        {{ wordSettlement(each) }}
      </p>
      <p v-for="text in reasons" :key="text" class="small">{{ text }}</p>
    </section>
    <p class="remark">{{ sentence }}</p>
    <p v-if="disagreement" class="remark is-trouble">{{ disagreement }}</p>
    <v-btn class="edit" @click="$emit('edit')"
      >{{ cell.inForce ? 'Correct or add a reading' : 'Record what you found' }}
      <span class="soft key">Enter</span></v-btn
    >
    <v-btn
      v-if="row.fact.inherited && layer === table.layers.length - 1"
      class="edit"
      @click="$emit('change')"
      >{{ compared ? 'Say why' : 'Record a change' }} <span class="soft key">c</span></v-btn
    >
    <ImpactList
      v-if="row.fact.inherited"
      :catalogue="catalogue"
      :layer="table.layers[layer].id"
      :fact="row.fact.key"
      :day="day"
    />
  </aside>
</template>

<style scoped>
.crumbs {
  display: flex;
}
.close {
  margin-left: auto;
  font-size: 18px;
  line-height: 1;
  padding: 0 6px;
}
.help {
  margin: 4px 0 8px;
}
ul {
  list-style: none;
  padding: 0;
  border-top: 1px solid rgb(var(--v-theme-line));
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
ul:empty {
  display: none;
}
li {
  display: grid;
  grid-template-columns: 9px 1fr;
  gap: 9px;
  padding: 8px 0;
}
.mark {
  margin-top: 5px;
}
.saying {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
.saying .small {
  white-space: nowrap;
}
.actions {
  display: flex;
  gap: 12px;
  margin-top: 3px;
}
.actions button {
  font-size: 12px;
  color: rgb(var(--v-theme-accent-ink));
  text-decoration: underline;
  text-underline-offset: 2px;
}
.changes {
  margin-top: 10px;
}
.changes ul {
  border: 0;
}
.changes .element {
  display: list-item;
  padding: 1px 0;
}
.remark {
  margin-top: 12px;
}
.edit {
  margin: 12px 8px 0 0;
}
.key {
  margin-left: 8px;
  font-size: 11px;
}
</style>
