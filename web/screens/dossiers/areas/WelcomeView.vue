<script setup lang="ts">
/** Welcome tools as a matrix: what is offered, by tool and place in its order. */
import { computed } from 'vue';
import { misplacedActions, welcomeMatrix } from '../../../../core/layers/areas/welcome.ts';
import { nameOf } from '../../../../core/lineage/names.ts';
import { useCatalogueStore } from '../../../stores/catalogueStore.ts';
import type { AreaProps } from './areaProps.ts';

const store = useCatalogueStore();
const props = defineProps<AreaProps>();
const graph = computed(() => store.graphOf(props.catalogue, props.day));
const distribution = computed(() => props.table.layers[props.table.layers.length - 1].distribution);
const name = (id: string) => nameOf(props.catalogue, id);
const matrix = computed(() => welcomeMatrix(props.catalogue, graph.value, distribution.value, props.day));
const misplaced = computed(
  () => new Map(matrix.value.tools.map((tool) => [tool.id, misplacedActions(tool)])),
);
</script>

<template>
  <section v-if="matrix.tools.length" aria-label="Welcome tools compared">
    <div class="wide">
      <table class="plain-table matrix">
        <thead>
          <tr>
            <th>Offers, in which place</th>
            <th v-for="tool in matrix.tools" :key="tool.id" :class="{ own: tool.id === distribution }">
              {{ tool.name }}
              <span class="small soft">{{ name(tool.id) }}</span>
              <span class="small soft">{{ tool.opens || 'opening not known' }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="action in matrix.actions" :key="action">
            <td>{{ action }}</td>
            <td
              v-for="tool in matrix.tools"
              :key="tool.id"
              class="place"
              :class="{
                own: tool.id === distribution,
                early: misplaced.get(tool.id)!.some(([step]) => step === action),
              }"
              :title="
                misplaced
                  .get(tool.id)!
                  .filter(([step]) => step === action)
                  .map(([step, needs]) => `${step} stand before ${needs}, which they need`)
                  .join('; ')
              "
            >
              {{ tool.actions.get(action) ?? '' }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="misplaced.get(distribution)?.length" class="remark is-trouble">
      {{
        misplaced
          .get(distribution)!
          .map(([step, needs]) => `${step} stand before ${needs}, which they need`)
          .join('; ')
      }}.
    </p>
  </section>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
.matrix th {
  vertical-align: bottom;
  white-space: nowrap;
}
.matrix th span {
  display: block;
  font-weight: 400;
}
.matrix .place {
  text-align: center;
}
.matrix .own {
  background: rgb(var(--v-theme-accent-soft));
}
.matrix .early {
  color: rgb(var(--v-theme-error));
  font-weight: 700;
}
.remark {
  margin-top: 8px;
}
</style>
