<script setup lang="ts">
/** The filters of map and outline, each a menu of what there is, with how many have it. */
import { computed } from 'vue';
import { labelOfArea, type AreaId } from '../../../core/catalogue/areas.ts';
import { STRIP_AREAS } from '../../../core/catalogue/stripAreas.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import {
  FILTER_NAMES,
  filterChoices,
  isFiltering,
  type MapFilter,
} from '../../../core/overview/mapFilter.ts';
import { COHORT_RULES, type CohortRule } from '../../../core/overview/cohortRules.ts';
import type { PlateFacts } from '../../../core/overview/plateFacts.ts';
import type { LineageGraph } from '../../../core/lineage/lineageGraph.ts';

const props = defineProps<{
  filter: MapFilter;
  graph: LineageGraph;
  facts: ReadonlyMap<RecordId, PlateFacts>;
  matching: number | null;
}>();
const emit = defineEmits<{ change: [changes: MapFilter] }>();

const LABELS: Readonly<Record<keyof MapFilter, string>> = {
  family: 'Family',
  relation: 'Relation',
  changed: 'Changed',
  standing: 'Status',
  evidence: 'Evidence',
  cohort: 'Alike in',
};
const EVIDENCE: Readonly<Record<string, string>> = {
  measured: 'packages counted',
  documented: 'documented by a source',
  claimed: 'claimed only',
  none: 'no base',
};

function wordValue(name: keyof MapFilter, value: string): string {
  switch (name) {
    case 'family':
      return props.graph.nodes.get(value)?.name ?? value;
    case 'changed':
      return labelOfArea(value as AreaId);
    case 'evidence':
      return EVIDENCE[value] ?? value;
    case 'cohort': {
      const [rule, what] = [value.slice(0, value.indexOf('~')), value.slice(value.indexOf('~') + 1)];
      return `${COHORT_RULES[rule as CohortRule].label}: ${props.graph.nodes.get(what)?.name ?? what}`;
    }
    default:
      return value;
  }
}
/** Families and cohorts of one are no choice; areas stand in their order, the rest by how many there are. */
const choices = computed(() =>
  FILTER_NAMES.map((name) => {
    const counts = [...filterChoices(props.graph, props.facts, name)]
      .filter(([, count]) => (name !== 'family' && name !== 'cohort') || count > 1)
      .map(([value, count]) => ({ value, count, label: wordValue(name, value) }));
    const order = STRIP_AREAS.map(({ id }) => String(id));
    counts.sort((a, b) =>
      name === 'changed'
        ? order.indexOf(a.value) - order.indexOf(b.value)
        : name === 'cohort'
          ? a.label.localeCompare(b.label)
          : b.count - a.count || a.label.localeCompare(b.label),
    );
    return { name, options: counts };
  }),
);
const active = computed(() => isFiltering(props.filter));
const clearAll = () =>
  emit('change', Object.fromEntries(FILTER_NAMES.map((name) => [name, undefined])) as MapFilter);
</script>

<template>
  <div class="filters" role="group" aria-label="Filters">
    <v-menu v-for="{ name, options } in choices" :key="name" max-height="420">
      <template #activator="{ props: menu }">
        <button
          v-bind="menu"
          class="chip"
          :class="{ on: filter[name] }"
          :aria-label="`${LABELS[name]}: ${filter[name] ? wordValue(name, filter[name]!) : 'all'}`"
        >
          {{ filter[name] ? wordValue(name, filter[name]!) : LABELS[name] }}
        </button>
      </template>
      <v-list density="compact" class="choices">
        <v-list-item :active="!filter[name]" @click="emit('change', { [name]: undefined })">
          <v-list-item-title>All</v-list-item-title>
        </v-list-item>
        <v-list-item
          v-for="option in options"
          :key="option.value"
          :active="filter[name] === option.value"
          @click="emit('change', { [name]: option.value })"
        >
          <v-list-item-title
            >{{ option.label }} <span class="soft small">{{ option.count }}</span></v-list-item-title
          >
        </v-list-item>
        <v-list-item v-if="options.length === 0" disabled>
          <v-list-item-title class="soft">nothing recorded</v-list-item-title>
        </v-list-item>
      </v-list>
    </v-menu>
    <button v-if="active" class="clear" @click="clearAll">
      {{ matching === null ? '' : `${matching} shown · ` }}clear
    </button>
  </div>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
  align-items: center;
}
.clear {
  font-size: 12.5px;
  color: rgb(var(--v-theme-accent-ink));
  text-decoration: underline;
}
.choices {
  border: 1px solid rgb(var(--v-theme-line));
}
</style>
