<script setup lang="ts">
/** How close each side is to the base it rests on, by area and overall, with what was counted; weights of areas can be changed. */
import { computed } from 'vue';
import { AREAS, type AreaId } from '../../../core/catalogue/areas.ts';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { closenessOf, type Closeness } from '../../../core/comparing/closeness.ts';
import type { Compared } from '../../../core/comparing/compareSides.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { formatShare } from '../../../core/wording/valueText.ts';
import { useAreaWeights } from '../../parts/areaWeights.ts';
import WeightField from '../../parts/WeightField.vue';

const props = defineProps<{ catalogue: Catalogue; compared: Compared }>();
const { weights, weigh } = useAreaWeights();
const each = computed(() => props.compared.tables.map((table) => closenessOf(table, weights.value)));
const areas = computed(() =>
  AREAS.filter(({ id }) => each.value.some((one) => one.areas.some((own) => own.area === id))),
);
const baseOf = (place: number) => {
  const base = props.compared.tables[place].layers.at(-2);
  return base ? nameOf(props.catalogue, base.id) : 'no base';
};
const at = (place: number, area: AreaId) => each.value[place].areas.find((own) => own.area === area);
const words = (one: Closeness | undefined) =>
  !one || one.share === null
    ? 'nothing comparable'
    : `${formatShare(Math.round(one.share * 10_000), 10_000)}, ${one.changed} of ${one.comparable} changed; ${one.facts} of ${one.known} facts compared`;
</script>

<template>
  <table class="plain-table" aria-label="Closeness to the base">
    <thead>
      <tr>
        <th>Area</th>
        <th v-for="(name, i) in compared.names" :key="i">
          {{ name }}<span class="soft"> to {{ baseOf(i) }}</span>
        </th>
        <th>Weight</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="area in areas" :key="area.id">
        <td>{{ area.label }}</td>
        <td v-for="(_, i) in compared.names" :key="i">{{ words(at(i, area.id)) }}</td>
        <td>
          <WeightField :area="area.id" :weight="weights[area.id]" @weigh="weigh" />
        </td>
      </tr>
      <tr class="all">
        <th>Overall</th>
        <td v-for="(one, i) in each" :key="i">{{ words(one.overall) }}</td>
        <td />
      </tr>
    </tbody>
  </table>
  <p class="small soft">
    1 − changed ÷ comparable, over the facts (and elements of lists) that are known of the system and of its
    base. What nobody examined is not counted.
  </p>
</template>

<style scoped>
.all td {
  font-weight: 700;
}
p {
  margin-top: 8px;
}
</style>
