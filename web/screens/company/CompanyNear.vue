<script setup lang="ts">
/** Who is most like it, by area; the weights of areas can be changed. */
import { AREAS, type AreaId } from '../../../core/catalogue/areas.ts';
import type { AreaWeights } from '../../../core/comparing/closeness.ts';
import { LEAST_POINTS, type Neighbour } from '../../../core/peers/neighbours.ts';
import { wordNeighbour } from '../../../core/wording/companyText.ts';
import WeightField from '../../parts/WeightField.vue';

defineProps<{
  neighbours: readonly Neighbour[];
  weights: AreaWeights;
  about: string;
  nameOf: (id: string) => string;
  toSides: (id: string) => object;
}>();
defineEmits<{ weigh: [area: AreaId, weight: number]; about: [id: string] }>();
const shareOf = ({ areas }: Neighbour, area: AreaId) => {
  const own = areas[area];
  return own && own.comparable > 0 ? `${Math.round((own.same / own.comparable) * 100)} %` : '';
};
</script>

<template>
  <table class="plain-table" aria-label="Nearest neighbours">
    <thead>
      <tr>
        <th>Nearest</th>
        <th>Alike</th>
        <th v-for="area in AREAS" :key="area.id" class="number">{{ area.label }}</th>
        <th><span class="visually-hidden">Sources</span></th>
      </tr>
      <tr>
        <th colspan="2" class="soft">weight</th>
        <th v-for="area in AREAS" :key="area.id" class="number">
          <WeightField
            :area="area.id"
            :weight="weights[area.id]"
            @weigh="(...weighed) => $emit('weigh', ...weighed)"
          />
        </th>
        <td></td>
      </tr>
    </thead>
    <tbody>
      <tr v-for="each in neighbours" :key="each.id">
        <td>
          <button class="plain" @click="$emit('about', each.id)">{{ nameOf(each.id) }}</button>
        </td>
        <td class="alike" :title="wordNeighbour(each)">
          <strong>{{ (each.share * 100).toFixed(1) }} %</strong>
          <span class="small soft">{{ each.same }} of {{ each.comparable }}</span>
        </td>
        <td
          v-for="area in AREAS"
          :key="area.id"
          class="number small"
          :title="
            each.areas[area.id]
              ? `${each.areas[area.id]!.same} of ${each.areas[area.id]!.comparable}`
              : 'nothing known of both'
          "
        >
          {{ shareOf(each, area.id) }}
        </td>
        <td><router-link class="accent-link small" :to="toSides(each.id)">beside</router-link></td>
      </tr>
    </tbody>
  </table>
  <p v-if="neighbours.length === 0" class="soft">
    Of nobody are {{ LEAST_POINTS }} points known that are known of it too.
  </p>
</template>

<style scoped>
.plain:hover {
  text-decoration: underline;
}
.alike {
  white-space: nowrap;
}
.plain {
  text-align: left;
}
thead th {
  vertical-align: bottom;
}
</style>
