<script setup lang="ts">
/** Above the layer table of one area: the view that fits it. */
import { computed } from 'vue';
import type { AreaId } from '../../../core/catalogue/areas.ts';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { findFactKey } from '../../../core/catalogue/factSheet.ts';
import { formatNumberOf } from '../../../core/exchange/valueText.ts';
import {
  likenessOf,
  misplacedActions,
  repositoriesOf,
  themeParts,
  welcomeMatrix,
  type ThemeOrigin,
} from '../../../core/layers/areaViews.ts';
import { layerTable, type LayerTable } from '../../../core/layers/layerTable.ts';
import { chainOf } from '../../../core/lineage/chain.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { wholeLineage } from '../../stores/wholeLineage.ts';

const props = defineProps<{ catalogue: Catalogue; table: LayerTable; area: AreaId; day: number }>();

const graph = computed(() => wholeLineage.graph(props.catalogue, props.day));
const distribution = computed(() => props.table.layers[props.table.layers.length - 1].distribution);
const name = (id: string) => nameOf(props.catalogue, id);

const repositories = computed(() => repositoriesOf(props.table));
const matrix = computed(() => welcomeMatrix(props.catalogue, graph.value, distribution.value, props.day));
const misplaced = computed(
  () => new Map(matrix.value.tools.map((tool) => [tool.id, misplacedActions(tool)])),
);
/** Only theme facts of the other dossiers are asked for. */
const others = computed(() => {
  const keys = ['icons', 'widgets', 'cursor', 'shell', 'font', 'monospace', 'login', 'boot', 'wallpaper'];
  const facts = keys.map((key) => findFactKey(`themes.${key}`)!);
  return [...graph.value.nodes.values()].map((node) =>
    layerTable(props.catalogue, chainOf(props.catalogue, node.release ?? node.id, props.day), facts),
  );
});
const parts = computed(() => themeParts(props.table, others.value));

function wordOrigin(origin: ThemeOrigin): string {
  switch (origin.kind) {
    case 'carried':
      return `stock, from ${name(origin.from)}`;
    case 'variant':
      return `variant of ${origin.of}`;
    case 'asIn':
      return `as in ${origin.others.slice(0, 3).map(name).join(', ')}${origin.others.length > 3 ? ` and ${origin.others.length - 3} more` : ''}`;
    case 'own':
      return 'its own';
  }
}
const LIKENESS = {
  one: 'One toolkit in the default set: everything looks alike.',
  yes: 'Applications of different toolkits look alike, as tested.',
  partly: 'Applications of different toolkits look alike in part.',
  no: 'Applications of different toolkits do not look alike.',
  untested: 'Several toolkits in the default set; nobody has tested whether they look alike.',
  unknown: 'How many toolkits are in the default set is not known.',
} as const;
</script>

<template>
  <section v-if="area === 'repositories' && repositories.rows.length" aria-label="Repositories in order">
    <table class="plain-table">
      <thead>
        <tr>
          <th class="number">Order</th>
          <th>Repository</th>
          <th>Whose</th>
          <th>Tiers</th>
          <th>State</th>
          <th class="number">Held</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in repositories.rows" :key="row.name" :class="{ off: row.state === 'off' }">
          <td class="number">{{ row.place }}</td>
          <td class="mono">{{ row.name }}</td>
          <td>{{ name(row.layer) }}</td>
          <td>{{ row.components }}</td>
          <td>{{ row.state }}</td>
          <td class="number">{{ row.holding === undefined ? '' : formatNumberOf(row.holding, 'day') }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="repositories.missing.length" class="small">
      Of its base it does without {{ repositories.missing.join(', ') }}.
    </p>
  </section>

  <section v-else-if="area === 'welcome' && matrix.tools.length" aria-label="Welcome tools compared">
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

  <section v-else-if="area === 'themes'" aria-label="Theme parts and their origin">
    <table v-if="parts.length" class="plain-table">
      <tbody>
        <tr v-for="part in parts" :key="part.fact.key">
          <td class="soft">{{ part.fact.label }}</td>
          <td>{{ part.value }}</td>
          <td :class="part.origin.kind">{{ wordOrigin(part.origin) }}</td>
        </tr>
      </tbody>
    </table>
    <p class="remark" :class="{ 'is-trouble': likenessOf(table) === 'no' }">
      {{ LIKENESS[likenessOf(table)] }}
    </p>
  </section>
</template>

<style scoped>
section {
  margin: 4px 0 18px;
  padding: 8px 12px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
}
.off {
  opacity: 0.5;
}
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
td.own {
  font-weight: 600;
}
.remark {
  margin-top: 8px;
}
</style>
