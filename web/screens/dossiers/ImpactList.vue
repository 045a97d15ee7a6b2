<script setup lang="ts">
/** Who carries a fact on: what would follow for each descendant if it were changed here; the four parts add up to all. */
import { computed } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../../core/catalogue/recordKind.ts';
import { wordImpact, wordImpacts } from '../../../core/exchange/lineageText.ts';
import { impactOfFact, IMPACT_CLASSES, type Impact } from '../../../core/layers/impact.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { wholeLineage } from '../../stores/wholeLineage.ts';

const props = defineProps<{ catalogue: Catalogue; layer: RecordId; fact: string; day: number }>();

const graph = computed(() => wholeLineage.graph(props.catalogue, props.day));
const impacts = computed(() =>
  impactOfFact(props.catalogue, graph.value, props.layer, props.fact, props.day),
);
const groups = computed(() =>
  IMPACT_CLASSES.map((id) => ({ id, members: impacts.value.filter((impact) => impact.class === id) })).filter(
    ({ members }) => members.length,
  ),
);
const pathOf = ({ path }: Impact) => path.map((id) => nameOf(props.catalogue, id)).join(' › ');
</script>

<template>
  <section aria-label="Who carries this on">
    <h2>Who carries this on</h2>
    <p v-if="impacts.length === 0" class="small soft">Nothing rests on it.</p>
    <template v-else>
      <p class="small">
        {{ wordImpacts(impacts) }}
        <router-link
          :to="{
            name: 'lineage',
            query: { at: $route.query.at, impact: `${layer}~${fact}`, asof: $route.query.asof },
          }"
          >On the map</router-link
        >
      </p>
      <ul class="rows">
        <template v-for="group in groups" :key="group.id">
          <li v-for="impact in group.members" :key="impact.id" :title="pathOf(impact)">
            <router-link
              class="plain-link"
              :to="{
                name: 'dossier',
                params: { release: graph.nodes.get(impact.id)?.release ?? impact.id },
                query: { fact, asof: $route.query.asof },
              }"
              >{{ nameOf(catalogue, graph.nodes.get(impact.id)?.release ?? impact.id) }}</router-link
            >
            <span class="soft small" :class="impact.class">{{ wordImpact(catalogue, impact) }}</span>
          </li>
        </template>
      </ul>
    </template>
  </section>
</template>

<style scoped>
h2 {
  margin: 14px 0 2px;
}
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
