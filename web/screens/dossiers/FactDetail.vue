<script setup lang="ts">
/** The selected fact of one layer: its readings, which is in force and why, and who carries it on. */
import { computed, ref } from 'vue';
import { labelOfArea } from '../../../core/catalogue/areas.ts';
import { recordOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { Reading } from '../../../core/catalogue/reading.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { wordElement, wordNote, wordSettlement } from '../../../core/wording/changeText.ts';
import { comparedElements, versionOrderOf } from '../../../core/layers/changes.ts';
import { settledChanges } from '../../../core/layers/settledChanges.ts';
import { elementsSaid } from '../../../core/layers/recordedChanges.ts';
import { wordConditions } from '../../../core/wording/conditionsText.ts';
import { wordCellOf, wordDisagreements } from '../../../core/wording/cellText.ts';
import { wordCircumstances } from '../../../core/wording/disagreementText.ts';
import { wordElementWhole, wordSaying } from '../../../core/wording/sayingText.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import { elementsOfValue } from '../../../core/catalogue/factValue.ts';
import { conditionsOfReading } from '../../../core/weighing/disagreement.ts';
import { partOfReading, type ReadingPart } from '../../../core/layers/evidence.ts';
import type { LayerRow, LayerTable } from '../../../core/layers/layerTable.ts';
import { evidenceOf } from '../../../core/weighing/evidenceOf.ts';
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
const emit = defineEmits<{
  accept: [reading: Reading, because: string];
  remove: [reading: Reading];
  edit: [];
  change: [];
  close: [];
}>();

const cell = computed(() => props.row.cells[props.layer]);
const layerName = computed(() => nameOf(props.catalogue, props.table.layers[props.layer].id));
const readings = computed(() =>
  [...cell.value.readings].sort(
    (a, b) => Number(b.id === cell.value.inForce?.id) - Number(a.id === cell.value.inForce?.id),
  ),
);

const saying = (reading: Reading) => wordSaying(props.row.fact, reading);
const sourceOf = (reading: Reading) =>
  reading.source ? recordOf(props.catalogue, 'source', reading.source) : undefined;

const sentence = computed(() => wordCellOf(props.catalogue, props.table, props.row, props.layer));

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
/** Why something is changed; nothing where it is not known that it is, such as of another edition. */
const reasons = computed(() =>
  changed.value.length ? cell.value.recorded.flatMap((note) => wordNote(note).join(' ') || []) : [],
);

/** Who, under which conditions, how sure, and what was noted. */
function aroundOf(reading: Reading): string {
  const source = sourceOf(reading);
  const conditions = wordConditions(conditionsOfReading(props.catalogue, reading));
  return [
    source?.by && `By ${source.by}.`,
    conditions,
    reading.certainty !== 'sure' && `${reading.certainty[0].toUpperCase()}${reading.certainty.slice(1)}.`,
    reading.note,
  ]
    .filter(Boolean)
    .join(' ');
}
const disagreement = computed(() => wordDisagreements(cell.value));
const PARTS: Readonly<Record<Exclude<ReadingPart, 'explained' | 'spoiled'>, string>> = {
  inForce: 'in force',
  agrees: 'agrees',
  outvoted: 'disagrees',
  notFoundOut: 'could not be found out',
  replaced: 'not in force',
  undecided: 'not in force',
};
/** What part a reading plays, in two or three words. */
function wordPart(reading: Reading): string {
  if (reading.accepted) return reading.spoiledBy.length ? 'accepted although unreliable' : 'accepted';
  const part = partOfReading(cell.value, reading);
  if (part === 'spoiled') return `unreliable: ${reading.spoiledBy.join(', ')}`;
  if (part === 'explained') return wordCircumstances(circumstancesOf(reading));
  return part === 'inForce' && reading.marks.includes('takenOver')
    ? `${PARTS.inForce}, not checked again`
    : PARTS[part];
}
const circumstancesOf = ({ id }: Reading) =>
  cell.value.disagreements.find(({ reading }) => reading.id === id)?.explainedBy ?? [];
/** The elements of a list with all their settings, where any has some. */
const elements = computed(() => {
  const all = elementsOfValue(cell.value.value);
  return all.some(({ settings }) => settings) ? all.map(wordElementWhole) : [];
});
/** The spoiled reading whose acceptance waits for its reason. */
const accepting = ref<Reading | null>(null);
const because = ref('');
function accept(reading: Reading): void {
  if (reading.spoiledBy.length && !reading.accepted) {
    accepting.value = reading;
    because.value = '';
  } else emit('accept', reading, '');
}
function acceptSpoiled(): void {
  if (!accepting.value || !because.value.trim()) return;
  emit('accept', accepting.value, because.value.trim());
  accepting.value = null;
}
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
            <span class="small soft">{{ wordPart(reading) }}</span>
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
            <button v-if="readings.length > 1 || reading.spoiledBy.length" @click="accept(reading)">
              {{
                reading.accepted
                  ? 'Let the rules decide'
                  : reading.spoiledBy.length
                    ? 'Accept all the same'
                    : 'Accept this one'
              }}
            </button>
            <button @click="$emit('remove', reading)">Delete</button>
          </div>
          <form v-if="accepting?.id === reading.id" class="because" @submit.prevent="acceptSpoiled">
            <v-text-field
              v-model="because"
              label="Why it holds all the same"
              density="compact"
              hide-details
              autofocus
              @keydown.esc.stop="accepting = null"
            />
            <v-btn type="submit" :disabled="!because.trim()">Accept</v-btn>
          </form>
          <div v-if="reading.acceptedBecause" class="small">Accepted: {{ reading.acceptedBecause }}</div>
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
    <p v-if="disagreement" class="remark" :class="{ 'is-trouble': cell.disputed }">{{ disagreement }}</p>
    <ul v-if="elements.length" class="elements small" aria-label="With all settings">
      <li v-for="text in elements" :key="text">{{ text }}</li>
    </ul>
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
.elements li {
  display: block;
  padding: 2px 0;
}
.because {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  align-items: center;
  margin-top: 6px;
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
