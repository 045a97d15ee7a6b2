<script setup lang="ts">
/** Lineage: what is built on what, how, since when. */
import { computed, ref, toRef } from 'vue';
import { useRouter } from 'vue-router';
import { storeToRefs } from 'pinia';
import { diffOfRemoval } from '../../../core/catalogue/diff.ts';
import type { RecordId } from '../../../core/catalogue/recordKind.ts';
import { useQueryState } from '../../app/queryState.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useAsOf } from '../../stores/clock.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import LineageDetail from './LineageDetail.vue';
import LineageMap from './LineageMap.vue';
import MapLegend from './MapLegend.vue';
import { useLineage } from './useLineage.ts';

const store = useCatalogueStore();
const { catalogue } = storeToRefs(store);
const { query, go } = useQueryState();
const router = useRouter();
const notices = useNoticeStore();
const { day } = useAsOf();
const { graph, layout, plates } = useLineage(catalogue, toRef(day));
const map = ref<InstanceType<typeof LineageMap> | null>(null);
const legendOpen = ref(false);

const selected = computed(() => {
  const at = query.value.at ?? '';
  return plates.value.has(at) ? at : null;
});
const facts = computed(() => (selected.value ? plates.value.get(selected.value) : undefined));
const measured = computed(() => graph.value.links.filter(({ comparison }) => comparison).length);
const lineal = computed(() => graph.value.links.filter(({ kind }) => kind === 'lineal').length);

/** Opening and closing the pane is a step that the back button takes back; walking within it is not. */
function select(id: RecordId | null): void {
  if (id === selected.value) return;
  void go({ at: id ?? undefined }, id && selected.value ? 'replace' : 'push');
}
/** Takes the selected distribution out with all that hangs on it, as one undoable step. */
function remove(): void {
  const { id, name } = facts.value!;
  select(null);
  const result = store.editByDiff(`Delete ${name}`, diffOfRemoval(catalogue.value, [id]));
  if (result.ok)
    notices.tell(`Deleted ${name} with its releases, links and readings. Undo brings all of it back.`);
  else notices.tellIssues(result.issues);
}
function openDossier(id: RecordId): void {
  void router.push({
    name: 'dossier',
    params: { release: plates.value.get(id)!.layer },
    query: { asof: query.value.asof },
  });
}
</script>

<template>
  <div class="screen" :class="{ 'has-detail': facts }">
    <div v-if="plates.size === 0" class="work">
      <div class="empty">
        <h2>Nothing is placed yet</h2>
        <p class="soft">
          Read the files of a system: the program finds what it is built on and puts it on the map.
        </p>
        <p><v-btn variant="flat" color="primary" to="/intake">Read a system</v-btn></p>
        <p><v-btn @click="store.open('sample')">Look at the sample</v-btn></p>
      </div>
    </div>
    <div v-else class="work lineage">
      <div v-if="store.about?.sample && !selected" class="remark intro">
        <span><strong>This is the sample, all of it invented.</strong> {{ store.about.question }}</span>
        <v-btn class="own" @click="store.open('own')">Start my own catalogue</v-btn>
      </div>
      <div class="tools">
        <span class="soft">{{ lineal }} lineal links, {{ measured }} measured</span>
        <span class="spacer" />
        <v-btn @click="map?.zoom(1 / 1.2)" aria-label="Farther" title="Farther (−)">−</v-btn>
        <v-btn @click="map?.zoom(1.2)" aria-label="Nearer" title="Nearer (+)">+</v-btn>
        <v-btn title="Fit the whole map (0)" @click="map?.fit()">Fit</v-btn>
        <v-btn :aria-expanded="legendOpen" @click="legendOpen = !legendOpen">Legend</v-btn>
      </div>
      <div class="ground">
        <LineageMap
          ref="map"
          :layout="layout"
          :graph="graph"
          :plates="plates"
          :selected="selected"
          @select="select"
          @open="openDossier"
        />
        <MapLegend v-if="legendOpen" class="legend" />
      </div>
    </div>
    <LineageDetail
      v-if="facts"
      :facts="facts"
      :catalogue="catalogue"
      @close="select(null)"
      @remove="remove"
    />
  </div>
</template>

<style scoped>
.lineage {
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr);
  overflow: hidden;
}
.tools {
  grid-row: 2;
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 10px 16px 4px;
}
.intro {
  grid-row: 1;
  margin: 12px 16px 0;
  display: flex;
  align-items: center;
  gap: 16px;
}
.own {
  flex: none;
  background: rgb(var(--v-theme-surface));
}
.ground {
  grid-row: 3;
  position: relative;
  min-height: 0;
}
.legend {
  position: absolute;
  top: 6px;
  right: 16px;
}
</style>
