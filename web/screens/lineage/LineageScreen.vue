<script setup lang="ts">
/** Lineage: what is built on what, how, since when; as a map or an outline of the same selection, on any date. */
import { computed, nextTick, ref, toRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { storeToRefs } from 'pinia';
import { recordOf } from '../../../core/catalogue/catalogue.ts';
import { removeRecord } from '../../../core/editing/removal.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { planDossier } from '../../../core/telling/dossierPlan.ts';
import { inOneLine } from '../../../core/telling/inShort.ts';
import { formatDay } from '../../../core/catalogue/days.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import { FILTER_NAMES, type MapFilter } from '../../../core/overview/mapFilter.ts';
import type { GraphLink } from '../../../core/lineage/lineageGraph.ts';
import { ancestorsOf, descendantsOf } from '../../../core/lineage/relatives.ts';
import MenuItem from '../../parts/MenuItem.vue';
import MenuList from '../../parts/MenuList.vue';
import { useQueryState } from '../../parts/queryState.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { currentDay, useAsOf } from '../../stores/clock.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import { useFirstStepsStore } from '../../stores/firstStepsStore.ts';
import { useMarking } from '../../stores/useMarking.ts';
import FirstSteps from './FirstSteps.vue';
import ImpactBanner from './ImpactBanner.vue';
import LineageDetail from './LineageDetail.vue';
import LineageFilters from './LineageFilters.vue';
import LineageMap from './LineageMap.vue';
import LineageOutline from './LineageOutline.vue';
import LinkDetail from './LinkDetail.vue';
import MapLegend from './MapLegend.vue';
import NewLink from './NewLink.vue';
import TimeBar from './TimeBar.vue';
import { useAskedImpact } from './useAskedImpact.ts';
import { useLineage, type LineageSelection } from './useLineage.ts';
import { useLineageExport } from './useLineageExport.ts';
import { useMapLayout } from './useMapLayout.ts';

const store = useCatalogueStore();
const { catalogue } = storeToRefs(store);
const { query, go } = useQueryState();
const router = useRouter();
const notices = useNoticeStore();
const { day, date, isToday } = useAsOf();
const map = ref<InstanceType<typeof LineageMap> | null>(null);
const legendOpen = ref(false);
const { next } = storeToRefs(useFirstStepsStore());

const view = computed((): LineageSelection => {
  const filter = Object.fromEntries(FILTER_NAMES.map((name) => [name, query.value[name]])) as MapFilter;
  return {
    unfolded: new Set((query.value.apart ?? '').split(' ').filter(Boolean)),
    filter,
    lateral: query.value.lines === 'all',
  };
});
const { graph, events, facts, complete, factsOf, filtered, shape, isContext } = useLineage(
  catalogue,
  toRef(day),
  view,
);
const layout = useMapLayout(shape, () => ({
  width: window.innerWidth - 110,
  height: window.innerHeight - 230,
}));
const oneLineOf = (id: RecordId) =>
  inOneLine(planDossier(catalogue.value, store.tableOf(catalogue.value, id, day.value), day.value));
const isOutline = computed(() => query.value.view === 'outline');

const selected = computed(() => {
  const at = query.value.at ?? '';
  return graph.value.nodes.has(at) ? at : null;
});
const selectedFacts = computed(() => (selected.value ? factsOf(selected.value) : undefined));
useMarking(
  () =>
    (selectedFacts.value && { id: selectedFacts.value.layer, ...editionOf(selectedFacts.value.id) }) || null,
);
const editionOf = (id: RecordId) => (id.startsWith('edition:') ? { edition: id } : {});
const selectedLink = computed(() => recordOf(catalogue.value, 'link', query.value.link ?? ''));
const isFocused = computed(() => query.value.focus === '1' && selected.value !== null);
const { asked, marks } = useAskedImpact(query, catalogue, graph, day);
const chain = computed(() => {
  if (asked.value) return new Set([asked.value.of, ...marks.value.keys()]);
  if (!isFocused.value) return null;
  const id = selected.value!;
  return new Set([...ancestorsOf(graph.value, id).keys(), ...descendantsOf(graph.value, id).keys()]);
});
const lineal = computed(() => graph.value.links.filter(({ kind }) => kind === 'lineal'));
const measured = computed(() => lineal.value.filter(({ comparison }) => comparison).length);

/** A link, or a distribution, that is about to be added. */
const proposed = ref<{ base: RecordId | null; derivative: RecordId | null } | null>(null);
const hasPane = computed(() => Boolean(proposed.value || selectedLink.value || selectedFacts.value));

/** Opening and closing the pane is a step that the back button takes back; walking within it is not. */
function select(id: RecordId | null): void {
  proposed.value = null;
  if (id === selected.value && !selectedLink.value) return;
  void go({ at: id ?? undefined, link: undefined }, id && selected.value ? 'replace' : 'push');
}
function selectLink({ link, derivative }: GraphLink): void {
  proposed.value = null;
  if (!link) select(derivative);
  else void go({ link: link.id }, 'push');
}
function propose(base: RecordId | null, derivative: RecordId | null): void {
  proposed.value = { base, derivative };
}
function finish(at: RecordId): void {
  map.value?.hold(proposed.value?.base ?? null);
  proposed.value = null;
  void go({ at, link: undefined }, 'replace').then(() => map.value?.focus());
}
/** The catalogue of one's own that was saved last, or a first one. */
async function startOwn(): Promise<void> {
  const own = store.shelf.filter(({ isSample, deletedAt }) => !isSample && !deletedAt);
  const last = own.toSorted((a, b) => (a.savedAt < b.savedAt ? 1 : -1))[0];
  notices.tellTrouble(await (last ? store.open(last.id) : store.create('My catalogue')));
}
/** Takes the selected distribution out with all that hangs on it, as one undoable step. */
function remove(): void {
  const { id, name } = selectedFacts.value!;
  select(null);
  const result = store.commit(removeRecord(catalogue.value, id));
  if (result.ok)
    notices.tell(`Deleted ${name} with its releases, links and readings. Undo brings all of it back.`);
  else notices.tellIssues(result.issues);
}
function openDossier(id: RecordId): void {
  void router.push({
    name: 'dossier',
    params: { release: factsOf(id)!.layer },
    query: { asof: query.value.asof },
  });
}
function unfold(id: RecordId): void {
  const next = new Set(view.value.unfolded);
  const of = graph.value.nodes.get(id)?.distribution ?? id;
  if (!next.delete(of)) {
    if ((graph.value.nodes.get(of)?.editions ?? 0) < 2) return;
    next.add(of);
  }
  map.value?.hold(of);
  const at = selected.value && graph.value.nodes.get(selected.value)?.distribution;
  void go({ apart: [...next].join(' ') || undefined, ...(at && { at }) });
}
function focusChain(): void {
  if (selected.value) void go({ focus: isFocused.value ? undefined : '1' });
}
function goToDay(next: number | null): void {
  map.value?.hold(selected.value);
  void go({ asof: next === null ? undefined : formatDay(next) });
}
function filterBy(changes: MapFilter): void {
  void go(changes as Record<string, string | undefined>);
}
// Under another filter the map is another one: it is shown whole.
watch(
  () => JSON.stringify(view.value.filter),
  () => {
    const stop = watch(layout.shown, () => {
      stop();
      void nextTick(() => map.value?.fit());
    });
  },
);

const filterWords = computed(() =>
  FILTER_NAMES.flatMap((name) =>
    view.value.filter[name]
      ? [`${name}: ${view.value.filter[name]!.replace('~', ' ').replace(/^distribution:/, '')}`]
      : [],
  ).join(', '),
);
const exporting = useLineageExport(
  computed(() => ({
    graph: graph.value,
    factsOf,
    shown: filtered.value?.shown,
    layout: layout.shown.value,
    title: `Lineage: ${store.about?.title ?? 'catalogue'}`,
    date: date.value,
    filters: filterWords.value,
  })),
);
const EXPORTS = [
  { label: 'Picture (SVG)', act: exporting.saveSvg },
  { label: 'Picture (PNG)', act: exporting.savePng },
  { label: 'Graph (GraphML)', act: exporting.saveGraphMl },
  { label: 'Graph (DOT)', act: exporting.saveDot },
  { label: 'Print', act: exporting.print },
] as const;
</script>

<template>
  <div class="screen" :class="{ 'has-detail': hasPane }">
    <div v-if="catalogue.records.distribution.size === 0 && !proposed" class="work">
      <div class="empty">
        <h2>Nothing is placed yet</h2>
        <p class="soft">
          Read the files of a system: the program finds what it is built on and puts it on the map.
        </p>
        <p><v-btn variant="flat" color="primary" to="/intake">Read a system</v-btn></p>
        <p><v-btn @click="propose(null, null)">Add a distribution by hand</v-btn></p>
        <p><v-btn @click="store.open('sample')">Look at the sample</v-btn></p>
        <FirstSteps class="way" counts />
      </div>
    </div>
    <div v-else class="work lineage">
      <div v-if="store.about?.sample && !hasPane && !asked && isToday" class="remark intro no-print">
        <div class="said">
          <span><strong>This is the sample, all of it invented.</strong> {{ store.about.question }}</span>
          <div class="way"><span>How it is answered:</span><FirstSteps :counts="false" /></div>
        </div>
        <v-btn class="own" @click="startOwn">Start my own catalogue</v-btn>
      </div>
      <div v-else-if="next" class="remark intro no-print">
        <FirstSteps counts />
      </div>
      <div class="tools no-print">
        <div class="views" role="group" aria-label="View">
          <button :class="{ on: !isOutline }" :aria-pressed="!isOutline" @click="go({ view: undefined })">
            Map
          </button>
          <button :class="{ on: isOutline }" :aria-pressed="isOutline" @click="go({ view: 'outline' })">
            Outline
          </button>
        </div>
        <LineageFilters
          :filter="view.filter"
          :graph="graph"
          :facts="facts"
          :matching="filtered?.matching.size ?? null"
          @change="filterBy"
        />
        <div class="actions">
          <template v-if="!isOutline">
            <span v-if="layout.shown.value" class="zoom" role="group" aria-label="Size of the map">
              <button class="chip" aria-label="Farther" title="Farther (−)" @click="map?.zoom(1 / 1.25)">
                −
              </button>
              <button class="chip" aria-label="Nearer" title="Nearer (+)" @click="map?.zoom(1.25)">+</button>
              <button class="chip" title="Fit the whole map (0)" @click="map?.fit()">Fit</button>
            </span>
            <button
              class="chip"
              :class="{ on: view.lateral }"
              :aria-pressed="view.lateral"
              title="Lines of borrowed parts"
              @click="go({ lines: view.lateral ? undefined : 'all' })"
            >
              Borrowed
            </button>
            <button
              class="chip"
              :class="{ on: legendOpen }"
              :aria-expanded="legendOpen"
              @click="legendOpen = !legendOpen"
            >
              Legend
            </button>
          </template>
          <v-menu>
            <template #activator="{ props: menu }"
              ><button v-bind="menu" class="chip" title="Add, arrange, export">More</button></template
            >
            <MenuList aria-label="Add, arrange, export">
              <MenuItem title="Add a distribution …" @click="propose(null, null)" />
              <MenuItem v-if="!isOutline" title="Arrange anew" @click="layout.arrangeAnew()" />
              <v-divider role="separator" />
              <MenuItem v-for="each in EXPORTS" :key="each.label" :title="each.label" @click="each.act()" />
            </MenuList>
          </v-menu>
        </div>
      </div>
      <ImpactBanner
        v-if="asked && !isOutline"
        class="asked"
        :question="asked.question"
        :impacts="asked.impacts"
        :of-package="asked.ofPackage"
        @close="go({ impact: undefined, ends: undefined, happens: undefined })"
      />
      <div class="ground">
        <LineageOutline
          v-if="isOutline"
          :graph="graph"
          :facts="facts"
          :facts-of="factsOf"
          :shown="filtered?.shown"
          :is-context="isContext"
          :selected="selected"
          :complete="complete"
          @select="select"
          @open="openDossier"
          @grow="(id) => propose(id, null)"
        />
        <template v-else>
          <div v-if="layout.failed.value" class="empty" role="alert">
            <h2>The map could not be laid out</h2>
            <p class="soft">
              {{ layout.failed.value }}. Nothing of the catalogue is lost; the outline shows the same.
            </p>
            <p><v-btn @click="layout.arrangeAnew()">Try again</v-btn></p>
          </div>
          <div v-else-if="filtered && filtered.shown.size === 0 && complete" class="empty">
            <h2>Nothing matches these filters</h2>
            <p class="soft">On this date no distribution has all that is asked for.</p>
          </div>
          <LineageMap
            v-else-if="layout.shown.value"
            ref="map"
            :shown="layout.shown.value"
            :graph="graph"
            :facts-of="factsOf"
            :one-line-of="oneLineOf"
            :is-context="isContext"
            :selected="selected"
            :selected-link="selectedLink?.id ?? null"
            :chain="chain"
            :marks="marks"
            :set-detail="layout.setDetail"
            @select="select"
            @select-link="selectLink"
            @open="openDossier"
            @propose="propose"
            @grow="(id) => propose(id, null)"
            @unfold="unfold"
            @focus-chain="focusChain"
          />
          <div v-if="layout.busy.value && !layout.shown.value" class="empty" role="status">
            <h2>Laying out {{ formatNumberOf(shape.nodes.length, 'distribution') }} …</h2>
            <v-progress-linear indeterminate aria-label="Laying out the map" />
            <p><v-btn @click="go({ view: 'outline' })">Look at the outline instead</v-btn></p>
          </div>
          <MapLegend v-if="legendOpen" class="legend" :links="lineal.length" :measured="measured" />
        </template>
      </div>
      <TimeBar
        class="history no-print"
        :catalogue="catalogue"
        :events="events"
        :day="day"
        :today="currentDay()"
        @go="goToDay"
      />
    </div>
    <NewLink
      v-if="proposed"
      :key="`${proposed.base} ${proposed.derivative}`"
      :base="proposed.base"
      :derivative="proposed.derivative"
      :day="day"
      :is-today="isToday"
      @done="finish"
      @cancel="proposed = null"
    />
    <LinkDetail
      v-else-if="selectedLink"
      :link="selectedLink"
      :catalogue="catalogue"
      :day="date"
      @close="go({ link: undefined })"
      @removed="go({ link: undefined })"
    />
    <LineageDetail
      v-else-if="selectedFacts"
      :facts="selectedFacts"
      :catalogue="catalogue"
      :graph="graph"
      :is-focused="isFocused"
      :is-unfolded="view.unfolded.has(graph.nodes.get(selectedFacts.id)?.distribution ?? '')"
      @close="select(null)"
      @remove="remove"
      @grow="propose(selectedFacts.id, null)"
      @focus="focusChain"
      @unfold="unfold(selectedFacts.id)"
      @select-link="selectLink"
    />
  </div>
</template>

<style scoped src="./lineageScreen.css"></style>
