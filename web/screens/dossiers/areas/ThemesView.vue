<script setup lang="ts">
/** Theme parts with where each comes from, and whether toolkits look alike. */
import { computed } from 'vue';
import {
  likenessCheck,
  likenessOf,
  THEME_PARTS,
  themeParts,
  type ThemeOrigin,
} from '../../../../core/layers/areas/themes.ts';
import { topOf } from '../../../../core/layers/areas/cells.ts';
import { layerTable } from '../../../../core/layers/layerTable.ts';
import { chainOf } from '../../../../core/lineage/chain.ts';
import { nameOf } from '../../../../core/lineage/names.ts';
import { useCatalogueStore } from '../../../stores/catalogueStore.ts';
import type { AreaProps } from './areaProps.ts';

const store = useCatalogueStore();
const props = defineProps<AreaProps>();
const name = (id: string) => nameOf(props.catalogue, id);
/** Only theme facts of the other dossiers are asked for. */
const others = computed(() =>
  [...store.graphOf(props.catalogue, props.day).nodes.values()].map((node) =>
    layerTable(props.catalogue, chainOf(props.catalogue, node.release ?? node.id, props.day), THEME_PARTS),
  ),
);
const parts = computed(() => themeParts(props.table, others.value));
const check = computed(() => likenessCheck(props.table));
const contradicted = computed(() => {
  const differing = check.value.rows.flatMap(({ part, same }) => (same === false ? part : []));
  return likenessOf(props.table) === 'yes' && differing.length > 0
    ? `Said to look alike, though the toolkits are set to different ${differing.join(', ')}.`
    : '';
});
const tested = computed(() => String(topOf(props.table, 'themes.alikeTest')?.value ?? ''));

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
    case 'unknown':
      return 'whose is not known';
    case 'stated':
      return origin.words;
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
  <section aria-label="Theme parts and their origin">
    <table v-if="parts.length" class="plain-table">
      <tbody>
        <tr v-for="part in parts" :key="part.fact.key">
          <td class="soft">{{ part.fact.label }}</td>
          <td>{{ part.value }}</td>
          <td :class="part.origin.kind">{{ wordOrigin(part.origin) }}</td>
        </tr>
      </tbody>
    </table>
    <table v-if="check.toolkits.length > 1" class="plain-table check" aria-label="Style by toolkit">
      <thead>
        <tr>
          <th><span class="visually-hidden">Part</span></th>
          <th v-for="toolkit in check.toolkits" :key="toolkit">{{ toolkit }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in check.rows" :key="row.part">
          <td class="soft">{{ row.part }}</td>
          <td v-for="(value, i) in row.values" :key="i" :class="{ trouble: row.same === false }">
            {{ value || '–' }}{{ row.same === false && i > 0 ? ' ≠' : '' }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="contradicted" class="remark is-trouble">{{ contradicted }}</p>
    <p class="remark" :class="{ 'is-trouble': likenessOf(table) === 'no' }">
      {{ LIKENESS[likenessOf(table)] }}<template v-if="tested"> Tested: {{ tested }}.</template>
    </p>
  </section>
</template>

<style scoped>
.check {
  width: auto;
  margin-top: 8px;
}
.check td {
  padding-right: 26px;
}
td.own {
  font-weight: 600;
}
.remark {
  margin-top: 8px;
}
</style>
