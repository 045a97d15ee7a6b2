<script setup lang="ts">
/** One release: head with path and strip, its layers, its packages and the sources it rests on. */
import { storeToRefs } from 'pinia';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { findRecord, recordOf } from '../../../core/catalogue/catalogue.ts';
import { formatTypedValue, type FactKey } from '../../../core/catalogue/factSheet.ts';
import type { Reading } from '../../../core/catalogue/reading.ts';
import { formatWhen } from '../../../core/catalogue/when.ts';
import { formatDossierMarkdown } from '../../../core/exchange/dossierMarkdown.ts';
import { wordChain } from '../../../core/exchange/dossierText.ts';
import { stripOf } from '../../../core/layers/changes.ts';
import { layerTable } from '../../../core/layers/layerTable.ts';
import { chainOf, distributionOf, releasesOf } from '../../../core/lineage/chain.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import type { Result } from '../../../core/issue.ts';
import ChangeStrip from '../../parts/ChangeStrip.vue';
import LayerTable, { type CellPlace } from '../../parts/LayerTable.vue';
import { saveTextFile } from '../../parts/saveTextFile.ts';
import { useQueryState } from '../../app/queryState.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useAsOf } from '../../stores/clock.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import DossierAssessment from './DossierAssessment.vue';
import DossierPackages from './DossierPackages.vue';
import DossierSources from './DossierSources.vue';
import DossierTimeline from './DossierTimeline.vue';
import FactDetail from './FactDetail.vue';
import FactEditor from './FactEditor.vue';
import { useFactEditing } from './useFactEditing.ts';

const store = useCatalogueStore();
const { catalogue } = storeToRefs(store);
const notices = useNoticeStore();
const route = useRoute();
const { query, go } = useQueryState();
const { day } = useAsOf();
const { write, accept, remove } = useFactEditing();

const id = computed(() => String(route.params.release));
const known = computed(
  () =>
    /^(distribution|edition|release):/.test(id.value) && findRecord(catalogue.value, id.value) !== undefined,
);
const distribution = computed(() => distributionOf(catalogue.value, id.value));
const releases = computed(() => releasesOf(catalogue.value, distribution.value));
const layers = computed(() => chainOf(catalogue.value, id.value, day.value));
const table = computed(() => layerTable(catalogue.value, layers.value));
const names = computed(() => layers.value.map((layer) => nameOf(catalogue.value, layer.id)));
const strip = computed(() => stripOf(table.value));
const release = computed(() => recordOf(catalogue.value, 'release', id.value));
const link = computed(() => layers.value.at(-1)?.link);

const TABS = {
  layers: 'Layers',
  packages: 'Packages',
  sources: 'Sources',
  timeline: 'Time line',
  assessment: 'Assessment',
} as const;
const tab = computed(() =>
  Object.hasOwn(TABS, query.value.tab ?? '') ? (query.value.tab as keyof typeof TABS) : 'layers',
);

/** Rows in which some layer says something. A dossier with plenty of them begins with those alone. */
const PLENTY = 20;
const recorded = computed(() =>
  table.value.rows.filter(({ cells }) => cells.some(({ readings }) => readings.length > 0)),
);
const silent = computed(() => table.value.rows.length - recorded.value.length);
const showsAll = computed(() =>
  query.value.facts ? query.value.facts === 'all' : recorded.value.length < PLENTY,
);
const shown = computed(() => (showsAll.value ? table.value : { ...table.value, rows: recorded.value }));

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

interface Editing {
  fact: FactKey;
  layer: number;
  text: string;
  source: string | null;
  anchor: HTMLElement;
}
const editing = ref<Editing | null>(null);

function act(place: CellPlace, action: 'edit' | 'unchanged' | 'none' | 'clear', anchor: HTMLElement): void {
  const row = table.value.rows.find(({ fact }) => fact.key === place.key)!;
  const cell = row.cells[place.layer];
  const subject = subjectOf(place.layer, row.fact);
  select(place);
  if (action === 'edit') {
    const source = cell.inForce?.source ?? null;
    editing.value = {
      fact: row.fact,
      layer: place.layer,
      text: cell.inForce?.state === 'set' ? formatTypedValue(row.fact, cell.inForce.value!) : '',
      source,
      anchor,
    };
  } else if (action === 'clear') {
    if (cell.readings.length) tellTrouble(remove(cell.readings));
  } else {
    const source = cell.inForce?.source;
    tellTrouble(write(subject, row.fact, { state: action }, source ? { id: source } : null));
  }
}
/** Facts of a project as a whole are recorded with the distribution, all others with the release. */
function subjectOf(layer: number, fact: FactKey): string {
  const { id: layerId, distribution: project } = layers.value[layer];
  return fact.area === 'identity' || fact.area === 'lineage' ? project : layerId;
}
function tellTrouble(result: Result<unknown>): void {
  if (!result.ok) notices.tellIssues(result.issues);
}
function editSelected(): void {
  const cell = document.querySelector<HTMLElement>(
    `[data-cell="${selected.value!.key}:${selected.value!.layer}"]`,
  );
  if (cell) act(selected.value!, 'edit', cell);
}
function closeEditor(): void {
  const anchor = editing.value?.anchor;
  editing.value = null;
  anchor?.focus();
}
const onAccept = (reading: Reading) =>
  tellTrouble(accept(reading, selectedRow.value!.cells[selected.value!.layer].readings));
const onRemove = (reading: Reading) => tellTrouble(remove([reading]));

function exportMarkdown(): void {
  const name = `${nameOf(catalogue.value, id.value)
    .toLowerCase()
    .replace(/[^a-z0-9.]+/g, '-')}.md`;
  saveTextFile(name, 'text/markdown', formatDossierMarkdown(catalogue.value, id.value, day.value));
  notices.tell(`Exported as ${name}.`);
}
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
      <div class="head">
        <div class="crumbs">
          <template v-for="layer in layers.slice(0, -1)" :key="layer.id">
            <router-link
              :to="{ name: 'dossier', params: { release: layer.id }, query: { asof: route.query.asof } }"
              >{{ nameOf(catalogue, layer.id) }}</router-link
            >
            ›
          </template>
          <router-link v-if="layers.length === 1" to="/dossiers">All dossiers</router-link>
        </div>
        <div class="title">
          <h1>{{ nameOf(catalogue, distribution) }}</h1>
          <span v-if="releases.length" class="soft">release</span>
          <router-link
            v-for="entry in releases"
            :key="entry.id"
            class="release"
            :class="{ current: entry.id === id }"
            :to="{ name: 'dossier', params: { release: entry.id }, query: route.query }"
            >{{ entry.version }}</router-link
          >
          <span class="soft">{{ release?.date ? formatWhen(release.date) : '' }}</span>
          <span class="spacer" />
          <v-btn :to="{ name: 'lineage', query: { at: distribution, asof: route.query.asof } }"
            >Show on the map</v-btn
          >
          <v-btn @click="exportMarkdown">Export as Markdown</v-btn>
        </div>
        <div class="chain">
          <span>{{ wordChain(catalogue, layers) }}</span>
          <ChangeStrip v-if="link" :bars="strip" class="strip" />
        </div>
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
          <span class="spacer" />
          <button
            v-if="tab === 'layers' && silent > 0"
            class="toggle"
            :aria-pressed="showsAll"
            @click="go({ facts: showsAll ? 'recorded' : 'all' })"
          >
            {{ showsAll ? `Hide ${silent} facts not looked at` : `Show ${silent} facts not looked at` }}
          </button>
        </div>
      </div>
      <div class="body">
        <LayerTable
          v-if="tab === 'layers'"
          :table="shown"
          :names="names"
          :selected="selected"
          @select="select"
          @act="act"
        />
        <DossierPackages v-else-if="tab === 'packages'" :catalogue="catalogue" :release="id" :link="link" />
        <DossierSources v-else-if="tab === 'sources'" :catalogue="catalogue" :layers="layers" />
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
      @accept="onAccept"
      @remove="onRemove"
      @edit="editSelected"
      @close="select(null)"
    />
    <FactEditor
      v-if="editing"
      :key="`${editing.fact.key}:${editing.layer}`"
      :fact="editing.fact"
      :subject="subjectOf(editing.layer, editing.fact)"
      :subject-name="names[editing.layer]"
      :text="editing.text"
      :source="editing.source"
      :anchor="editing.anchor"
      @close="closeEditor"
    />
  </div>
</template>

<style scoped>
.work {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  overflow: hidden;
}
.head {
  padding: 12px 20px 0;
}
.title {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 10px;
}
.release {
  padding: 2px 11px;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 14px;
  background: rgb(var(--v-theme-surface));
  color: inherit;
  font-size: 12.5px;
  text-decoration: none;
}
.release.current {
  background: rgb(var(--v-theme-frame));
  color: rgb(var(--v-theme-on-frame));
}
.chain {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 18px;
  margin-top: 4px;
  color: rgb(var(--v-theme-ink-soft));
}
.strip {
  width: 190px;
}
.tabs {
  display: flex;
  gap: 20px;
  margin-top: 10px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.tabs button {
  padding: 5px 0 7px;
  color: rgb(var(--v-theme-ink-soft));
  border-bottom: 2px solid transparent;
}
.tabs .toggle {
  color: rgb(var(--v-theme-accent-ink));
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
