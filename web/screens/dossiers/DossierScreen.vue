<script setup lang="ts">
/** One release: head with path and strip, its layers, its packages and the sources it rests on. */
import { storeToRefs } from 'pinia';
import { computed, nextTick, ref, shallowRef } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { findRecord, recordOf } from '../../../core/catalogue/catalogue.ts';
import { AREAS, type AreaId } from '../../../core/catalogue/areas.ts';
import type { RecordedChange } from '../../../core/catalogue/change.ts';
import { isDirect } from '../../../core/catalogue/directChange.ts';
import { findFactKey, formatTypedValue, type FactKey } from '../../../core/catalogue/factSheet.ts';
import type { Reading } from '../../../core/catalogue/reading.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import { belowOf, comparedElements, versionOrderOf } from '../../../core/layers/changes.ts';
import { filterTable, ROW_FILTERS } from '../../../core/layers/tableFilter.ts';
import { markRestUnchanged } from '../../../core/editing/unchangedRest.ts';
import { editionMeant, subjectOf } from '../../../core/layers/unchanged.ts';
import { isKnown, type Handed } from '../../../core/layers/cell.ts';
import { editionsOfRelease } from '../../../core/lineage/bases.ts';
import { distributionOf } from '../../../core/lineage/releases.ts';
import { nameOfLayer } from '../../../core/lineage/names.ts';
import { keyOr } from '../../../core/lookUp.ts';
import LayerTable, { type CellAction, type CellPlace } from '../../parts/LayerTable.vue';
import { useQueryState } from '../../parts/queryState.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today, useAsOf } from '../../stores/clock.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import AreaView from './AreaView.vue';
import ChangeEditor from './ChangeEditor.vue';
import DossierAssessment from './DossierAssessment.vue';
import DossierChanges from './DossierChanges.vue';
import DossierEditions from './DossierEditions.vue';
import DossierEvidence from './DossierEvidence.vue';
import DossierHead from './DossierHead.vue';
import DossierHistory from './DossierHistory.vue';
import DossierPackages from './DossierPackages.vue';
import DossierSummary from './DossierSummary.vue';
import DossierTimeline from './DossierTimeline.vue';
import FactDetail from './FactDetail.vue';
import FactFinder from './FactFinder.vue';
import FactEditor from './FactEditor.vue';
import LayersTools from './LayersTools.vue';
import NewRelease from './NewRelease.vue';
import { useFactEditing } from './useFactEditing.ts';

const store = useCatalogueStore();
const { catalogue } = storeToRefs(store);
const notices = useNoticeStore();
const route = useRoute();
const router = useRouter();
const { query, go } = useQueryState();
const { day } = useAsOf();
const { write, accept, remove } = useFactEditing();

const id = computed(() => String(route.params.release));
const known = computed(
  () =>
    /^(distribution|edition|release):/.test(id.value) && findRecord(catalogue.value, id.value) !== undefined,
);
const distribution = computed(() => distributionOf(catalogue.value, id.value));
const release = computed(() => recordOf(catalogue.value, 'release', id.value));
/** The editions of the release, where it has several; one of them may be meant. */
const editions = computed(() => (release.value ? editionsOfRelease(catalogue.value, release.value) : []));
const edition = computed(() => editions.value.find((each) => each === query.value.edition));
const table = computed(() => store.tableOf(catalogue.value, id.value, day.value, edition.value));
const layers = computed(() => table.value.layers);
const names = computed(() => layers.value.map((layer) => nameOfLayer(catalogue.value, layer)));
const link = computed(() => layers.value.at(-1)?.link);

const TABS = {
  summary: 'Summary',
  layers: 'Layers',
  changes: 'Changes',
  editions: 'Editions',
  packages: 'Packages',
  evidence: 'Evidence',
  timeline: 'Time line',
  history: 'History',
  assessment: 'Assessment',
} as const;
const tab = computed(() => keyOr(TABS, query.value.tab, 'layers'));

/** Rows in which some layer says something. A dossier with plenty of them begins with those alone. */
const PLENTY = 20;
const recorded = computed(() =>
  table.value.rows.filter(({ cells }) => cells.some(({ readings }) => readings.length > 0)),
);
const silent = computed(() => table.value.rows.length - recorded.value.length);
const showsAll = computed(() =>
  query.value.facts ? query.value.facts === 'all' : recorded.value.length < PLENTY,
);
const only = computed(() => keyOr(ROW_FILTERS, query.value.only, undefined));
const area = computed(() => AREAS.find(({ id: each }) => each === query.value.area)?.id);
const shown = computed(() => {
  const rows = showsAll.value || only.value === 'unseen' ? table.value.rows : recorded.value;
  return filterTable({ ...table.value, rows }, { only: only.value, area: area.value });
});
/** "The rest is the same": of an area, or of all. */
function markRest(of: AreaId | undefined): void {
  const name = names.value[names.value.length - 1];
  const checked = { source: store.lastCited, date: today() };
  const done = store.commit(markRestUnchanged(catalogue.value, table.value, of, checked));
  if (done.ok)
    notices.tell(`${formatNumberOf(done.value, 'fact')} of ${name} recorded as confirmed unchanged.`);
  else notices.tellIssues(done.issues);
}

/** `g` asks for a fact by name; it is shown in the layers, and its cell takes the keyboard. */
async function goToFact(fact: FactKey): Promise<void> {
  await go({
    tab: 'layers',
    fact: fact.key,
    facts: 'all',
    area: undefined,
    only: undefined,
    above: undefined,
  });
  await nextTick();
  const cells = document.querySelectorAll<HTMLElement>(`[data-cell^="${fact.key}:"]`);
  const cell = cells[cells.length - 1];
  cell?.scrollIntoView({ block: 'center' });
  cell?.focus();
}

const selected = computed<CellPlace | null>(() => {
  const layer = names.value.length - 1 - Number(query.value.above ?? 0);
  const key = query.value.fact ?? '';
  return table.value.rows.some(({ fact }) => fact.key === key) && layer >= 0 && layer < names.value.length
    ? { key, layer }
    : null;
});
function select(place: CellPlace | null): void {
  const above = place ? names.value.length - 1 - place.layer : 0;
  void go({ fact: place?.key, above: above ? String(above) : undefined });
}
const selectedRow = computed(() => table.value.rows.find(({ fact }) => fact.key === selected.value?.key));

/** True for a root: the first of several layers, or what was found to rest on nothing. Not placed yet is no root. */
const isRoot = (layer: number) =>
  layer === 0 &&
  (layers.value.length > 1 ||
    table.value.rows.find(({ fact }) => fact.key === 'lineage.independent')?.cells[0].value === true);

/** A value as it is typed: a number as it was said. */
function typedText(fact: FactKey, reading: Reading | undefined): string {
  if (fact.type === 'number' && reading?.said) return reading.said;
  return reading?.value === undefined ? '' : formatTypedValue(fact, reading.value);
}

interface Editing {
  fact: FactKey;
  layer: number;
  text: string;
  below: Handed | undefined;
  reading: Reading | undefined;
  anchor: HTMLElement;
}
const editing = ref<Editing | null>(null);
const changing = shallowRef<InstanceType<typeof ChangeEditor>['$props'] | null>(null);
const beginsRelease = ref(false);

function act(place: CellPlace, action: CellAction, anchor: HTMLElement): void {
  const row = table.value.rows.find(({ fact }) => fact.key === place.key)!;
  const cell = row.cells[place.layer];
  const subject = subjectOf(layers.value[place.layer], row.fact);
  select(place);
  if (action === 'edit') {
    editing.value = {
      fact: row.fact,
      layer: place.layer,
      text: typedText(row.fact, cell.inForce),
      below: row.fact.inherited && !isRoot(place.layer) ? belowOf(row, place.layer) : undefined,
      reading: cell.inForce,
      anchor,
    };
  } else if (action === 'change') {
    const isTop = place.layer === layers.value.length - 1;
    if (row.fact.inherited && isTop) editChange(place.key, cell.recorded[0], anchor);
    else notices.tell(`${isTop ? 'No base hands this down' : 'Changes are recorded in the top layer'}.`);
  } else if (action === 'clear') {
    const said = [...cell.readings, ...cell.recorded.filter(isDirect)];
    if (said.length) notices.tellTrouble(remove(said));
  } else {
    const source = cell.inForce?.source;
    const meant = { subject, edition: editionMeant(layers.value[place.layer], row.fact) };
    notices.tellTrouble(write(meant, row.fact, { state: action }, source ? { id: source } : null));
  }
}
function actOnSelected(action: CellAction): void {
  const cell = document.querySelector<HTMLElement>(
    `[data-cell="${selected.value!.key}:${selected.value!.layer}"]`,
  );
  if (cell) act(selected.value!, action, cell);
}
/** What is recorded of a change of the top layer: a record that is there, or a new one. */
function editChange(key: string, record: RecordedChange | undefined, anchor: HTMLElement): void {
  const row = table.value.rows.find(({ fact }) => fact.key === key)!;
  const layer = layers.value.length - 1;
  changing.value = {
    fact: row.fact,
    subject: record?.subject ?? subjectOf(layers.value[layer], row.fact),
    subjectName: names.value[layer],
    compared: comparedElements(row, layer, versionOrderOf(table.value, layer)),
    baseKnown: isKnown(belowOf(row, layer)),
    record,
    anchor,
  };
}
function closeEditor(): void {
  const anchor = (editing.value ?? changing.value)?.anchor;
  editing.value = null;
  changing.value = null;
  anchor?.focus();
}
const onAccept = (reading: Reading, because: string) =>
  notices.tellTrouble(accept(reading, selectedRow.value!.cells[selected.value!.layer].readings, because));
const onRemove = (reading: Reading) => notices.tellTrouble(remove([reading]));
</script>

<template>
  <div v-if="!known" class="empty">
    <h2>There is no such dossier</h2>
    <p class="soft">
      It may belong to another catalogue, or was taken back.
      <router-link to="/dossiers">See all dossiers.</router-link>
    </p>
  </div>
  <div v-else class="screen" :class="{ 'has-detail': tab === 'layers' && selectedRow }">
    <div class="work">
      <DossierHead
        :catalogue="catalogue"
        :release="id"
        :table="table"
        :day="day"
        :editions="editions"
        :brief="tab !== 'summary'"
        @choose-edition="(next) => go({ edition: next })"
        @begin-release="beginsRelease = true"
      />
      <div class="tabs" role="tablist" aria-label="Dossier">
        <button
          v-for="(label, name) in TABS"
          :key="name"
          role="tab"
          :aria-selected="tab === name"
          :class="{ current: tab === name }"
          @click="go({ tab: name === 'layers' ? undefined : name })"
        >
          {{ label }}
        </button>
      </div>
      <div class="body">
        <template v-if="tab === 'layers'">
          <LayersTools
            class="no-print"
            :table="table"
            :only="only"
            :area="area"
            :silent="silent"
            :shows-silent="showsAll"
            @filter="go"
            @toggle-silent="go({ facts: showsAll ? 'recorded' : 'all' })"
            @unchanged="markRest"
          />
          <AreaView v-if="area" :catalogue="catalogue" :table="table" :area="area" :day="day" />
          <p v-if="shown.rows.length === 0" class="soft">No fact is like that here.</p>
          <LayerTable
            v-else
            :table="shown"
            :names="names"
            :selected="selected"
            @select="select"
            @act="act"
            @rest="(key) => markRest(findFactKey(key)?.area)"
          />
        </template>
        <DossierChanges
          v-else-if="tab === 'changes'"
          :catalogue="catalogue"
          :table="table"
          @edit="editChange"
          @show="(key) => go({ tab: undefined, fact: key, above: undefined })"
        />
        <DossierEditions v-else-if="tab === 'editions'" :catalogue="catalogue" :release="id" :table="table" />
        <DossierPackages
          v-else-if="tab === 'packages'"
          :catalogue="catalogue"
          :release="id"
          :link="link"
          :day="day"
        />
        <DossierEvidence v-else-if="tab === 'evidence'" :catalogue="catalogue" :table="table" />
        <DossierSummary v-else-if="tab === 'summary'" :catalogue="catalogue" :table="table" :day="day" />
        <DossierHistory v-else-if="tab === 'history'" :distribution="distribution" />
        <DossierTimeline
          v-else-if="tab === 'timeline'"
          :catalogue="catalogue"
          :distribution="distribution"
          :day="day"
        />
        <DossierAssessment v-else :catalogue="catalogue" :release="id" :distribution="distribution" />
      </div>
    </div>
    <FactDetail
      v-if="tab === 'layers' && selectedRow && selected"
      :catalogue="catalogue"
      :table="table"
      :row="selectedRow"
      :layer="selected.layer"
      :day="day"
      @accept="onAccept"
      @remove="onRemove"
      @edit="actOnSelected('edit')"
      @change="actOnSelected('change')"
      @close="select(null)"
    />
    <NewRelease
      v-if="release"
      v-model="beginsRelease"
      :catalogue="catalogue"
      :from="id"
      :link="link"
      :day="day"
      @begun="
        (next) => router.push({ name: 'dossier', params: { release: next }, query: { asof: query.asof } })
      "
    />
    <FactFinder @found="goToFact" />
    <ChangeEditor
      v-if="changing"
      :key="`${changing.fact.key}:${changing.record?.id ?? ''}`"
      v-bind="changing"
      @close="closeEditor"
    />
    <FactEditor
      v-if="editing"
      :key="`${editing.fact.key}:${editing.layer}`"
      :fact="editing.fact"
      :subject="subjectOf(layers[editing.layer], editing.fact)"
      :edition="editionMeant(layers[editing.layer], editing.fact)"
      :below="editing.below"
      :subject-name="names[editing.layer]"
      :text="editing.text"
      :reading="editing.reading"
      :anchor="editing.anchor"
      @close="closeEditor"
    />
  </div>
</template>

<style scoped>
.work {
  display: grid;
  grid-template: auto auto minmax(0, 1fr) / minmax(0, 1fr);
  overflow: hidden;
}
@media (width <= 800px) {
  .work {
    grid-template-rows: auto auto auto;
    overflow: auto;
  }
}
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 0 clamp(12px, 1.5vw, 20px);
  margin: 8px 20px 0;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
@media (width <= 800px) {
  .tabs {
    gap: 0 16px;
  }
}
.tabs button {
  white-space: nowrap;
  padding: 5px 0 7px;
  color: rgb(var(--v-theme-ink-soft));
  border-bottom: 2px solid transparent;
}
.tabs .current {
  color: rgb(var(--v-theme-ink));
  font-weight: 700;
  border-color: rgb(var(--v-theme-accent));
}
.body {
  overflow: auto;
  padding: 0 20px 24px;
}
</style>
