<script setup lang="ts">
/** What would follow for each descendant, class by class, each with the path to it. */
import { computed } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { IMPACT_CLASSES, type Impact } from '../../../core/layers/impactClasses.ts';
import type { LineageGraph } from '../../../core/lineage/lineageGraph.ts';
import { nameOf } from '../../../core/lineage/names.ts';

const props = defineProps<{
  catalogue: Catalogue;
  graph: LineageGraph;
  impacts: readonly Impact[];
  /** What is said of each. */
  words: (impact: Impact) => string;
  /** What its dossier is asked for. */
  query: Readonly<Record<string, string>>;
}>();

const groups = computed(() =>
  IMPACT_CLASSES.map((id) => ({ id, members: props.impacts.filter((impact) => impact.class === id) })).filter(
    ({ members }) => members.length,
  ),
);
const layerOf = (impact: Impact) => props.graph.nodes.get(impact.id)?.release ?? impact.id;
const pathOf = ({ path }: Impact) => path.map((id) => nameOf(props.catalogue, id)).join(' › ');
</script>

<template>
  <ul class="rows">
    <template v-for="group in groups" :key="group.id">
      <li v-for="impact in group.members" :key="impact.id" :title="pathOf(impact)">
        <router-link
          class="plain-link"
          :to="{
            name: 'dossier',
            params: { release: layerOf(impact) },
            query: { ...query, asof: $route.query.asof },
          }"
          >{{ nameOf(catalogue, layerOf(impact)) }}</router-link
        >
        <span class="soft small" :class="impact.class">{{ words(impact) }}</span>
      </li>
    </template>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 4px 0;
}
.affected {
  color: rgb(var(--v-theme-accent-ink));
}
</style>
