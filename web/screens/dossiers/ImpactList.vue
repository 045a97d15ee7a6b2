<script setup lang="ts">
/** Who carries a fact on: what would follow for each descendant if it were changed here; the four parts add up to all. */
import { computed } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { wordImpact, wordImpacts } from '../../../core/wording/impactText.ts';
import { impactOfFact } from '../../../core/layers/impact.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import ImpactRows from './ImpactRows.vue';

const store = useCatalogueStore();
const props = defineProps<{ catalogue: Catalogue; layer: RecordId; fact: string; day: number }>();

const graph = computed(() => store.graphOf(props.catalogue, props.day));
const impacts = computed(() =>
  impactOfFact(props.catalogue, graph.value, props.layer, props.fact, props.day),
);
</script>

<template>
  <section aria-label="Inherited by">
    <h2>Inherited by</h2>
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
      <ImpactRows
        :catalogue="catalogue"
        :graph="graph"
        :impacts="impacts"
        :words="(impact) => wordImpact(catalogue, impact)"
        :query="{ fact }"
      />
    </template>
  </section>
</template>

<style scoped>
h2 {
  margin: 14px 0 2px;
}
</style>
