<script setup lang="ts">
/** A package of this base: who would be reached if it changed or were dropped; the four parts add up to all. */
import { computed, ref, toRef, watch } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { wordPackageImpact, wordPackageImpacts } from '../../../core/wording/impactText.ts';
import { PACKAGE_EVENTS } from '../../../core/layers/packageEvent.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { useQueryState } from '../../parts/queryState.ts';
import { usePackageImpact, type PackageQuestion } from '../../stores/packageImpact.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import ImpactRows from './ImpactRows.vue';

const store = useCatalogueStore();
const props = defineProps<{ catalogue: Catalogue; layer: RecordId; day: number }>();
const { query, go } = useQueryState();

const graph = computed(() => store.graphOf(props.catalogue, props.day));
const typed = ref(query.value.package ?? '');
watch(
  () => query.value.package,
  (name) => (typed.value = name ?? ''),
);
const event = computed(
  () => PACKAGE_EVENTS.find((each) => each === query.value.happens) ?? PACKAGE_EVENTS[0],
);
const question = computed((): PackageQuestion | null =>
  query.value.package ? { layer: props.layer, name: query.value.package, event: event.value } : null,
);
const { state, answer } = usePackageImpact(toRef(props, 'catalogue'), graph, question, toRef(props, 'day'));
const name = computed(() => nameOf(props.catalogue, props.layer));
</script>

<template>
  <section aria-label="If a package changed">
    <h2>If a package of {{ name }} changed</h2>
    <form class="ask" @submit.prevent="go({ package: typed.trim() || undefined })">
      <input v-model="typed" class="field" placeholder="package name" aria-label="Package" />
      <select
        class="field"
        aria-label="What happens to it"
        :value="event"
        @change="go({ happens: ($event.target as HTMLSelectElement).value })"
      >
        <option v-for="each in PACKAGE_EVENTS" :key="each">{{ each }}</option>
      </select>
      <v-btn type="submit">Affected</v-btn>
      <router-link
        v-if="answer?.impacts.length"
        class="small"
        :to="{
          name: 'lineage',
          query: {
            impact: `${layer}~package ${query.package}`,
            happens: query.happens,
            asof: $route.query.asof,
          },
        }"
        >On the map</router-link
      >
    </form>
    <p v-if="state === 'working'" class="soft small" role="status">Looking through the package lists …</p>
    <p v-else-if="state === 'noList'" class="remark">
      No package list of {{ name }} itself is at hand: read an index of it, and it can be told who has the
      same.
    </p>
    <p v-else-if="state === 'failed'" class="remark is-trouble" role="alert">
      A package list is not at hand or damaged: read the captures again.
    </p>
    <template v-else-if="answer">
      <p v-if="answer.versions.length === 0" class="remark is-trouble">
        {{ name }} has no package called {{ query.package }}.
      </p>
      <p v-else>
        <span class="mono">{{ query.package }} {{ answer.versions[0] }}</span> in {{ name }}.
        {{ answer.impacts.length ? wordPackageImpacts(answer.impacts) : 'Nothing rests on it.' }}
      </p>
      <ImpactRows
        v-if="answer.versions.length"
        class="list"
        :catalogue="catalogue"
        :graph="graph"
        :impacts="answer.impacts"
        :words="(impact) => wordPackageImpact(catalogue, impact, answer!.standings.get(impact.id))"
        :query="{ tab: 'packages', package: query.package! }"
      />
    </template>
  </section>
</template>

<style scoped>
.ask {
  display: flex;
  align-items: center;
  gap: 8px;
  margin: 4px 0 6px;
}
.ask input {
  width: 260px;
}
.list {
  max-width: 640px;
}
</style>
