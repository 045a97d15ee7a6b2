<script setup lang="ts">
/** The measured packages: worst first, filtered by standing, section and name; security fixes apart. */
import { computed } from 'vue';
import { formatFreshnessCsv } from '../../../core/exchange/tableFiles.ts';
import { STANDING_WORDS } from '../../../core/wording/freshnessText.ts';
import { formatCount, formatNumberOf } from '../../../core/wording/valueText.ts';
import type { Freshness, PackageFreshness, Standing } from '../../../core/packages/freshnessFigures.ts';
import { saveTextFile } from '../../parts/saveTextFile.ts';
import { useQueryState } from '../../parts/queryState.ts';

const props = defineProps<{ freshness: Freshness; base: string }>();
const section = defineModel<string | null>('section', { default: null });
const { query, go } = useQueryState();

type Filter = Standing | 'security';
const FILTERS: readonly { id: Filter; label: string }[] = [
  ...(['behind', 'current', 'ahead', 'own'] as const).map((id) => ({ id, label: STANDING_WORDS[id] })),
  { id: 'security', label: 'security fix lacking' },
];
const isLacking = ({ standing }: PackageFreshness) => standing === 'behind';
const packagesOf = (id: Filter) =>
  id === 'security'
    ? props.freshness.securityPackages.filter(isLacking)
    : props.freshness.packages.filter(({ standing }) => standing === id);
const counts = computed(() => new Map(FILTERS.map(({ id }) => [id, packagesOf(id).length])));
const filter = computed(() => FILTERS.find(({ id }) => id === query.value.show)?.id ?? 'behind');
const text = computed({
  get: () => query.value.find ?? '',
  set: (find) => void go({ find: find || undefined }),
});

const lines = computed(() => {
  const wanted = text.value.trim().toLowerCase();
  return packagesOf(filter.value)
    .filter(
      ({ name, section: own }) =>
        name.includes(wanted) && (section.value === null || own.replace(/^.*\//, '') === section.value),
    )
    .map((each, id) => ({ ...each, id, most: each.daysAtMost }))
    .sort((a, b) => b.days - a.days || (a.name < b.name ? -1 : 1));
});
const headers = [
  { key: 'name', title: 'Package' },
  { key: 'version', title: 'Installed', width: '22%' },
  { key: 'newest', title: 'Newest in the base', width: '22%' },
  { key: 'days', title: 'Days behind', width: '130px', align: 'end' as const },
  { key: 'versions', title: 'Versions', width: '90px', align: 'end' as const },
  { key: 'section', title: 'Section', width: '12%' },
];
const saveTable = () => saveTextFile('freshness.csv', 'text/csv', formatFreshnessCsv(lines.value));
function wordDays({ standing, days, daysAtMost }: PackageFreshness): string {
  if (standing !== 'behind') return '';
  if (daysAtMost === Infinity) return `${days} or more`;
  return daysAtMost > days ? `${days} to ${daysAtMost}` : String(days);
}
</script>

<template>
  <section aria-label="Packages">
    <h2>Packages</h2>
    <div class="filters">
      <input v-model="text" type="search" class="field" placeholder="Name" aria-label="Package name" />
      <button
        v-for="{ id, label } in FILTERS"
        :key="id"
        class="chip"
        :class="{ on: filter === id }"
        :aria-pressed="filter === id"
        :disabled="!counts.get(id)"
        @click="go({ show: id === 'behind' ? undefined : id })"
      >
        {{ label }} {{ formatCount(counts.get(id) ?? 0) }}
      </button>
      <button v-if="section !== null" class="chip on" @click="section = null">
        section {{ section || 'none' }} ✕
      </button>
      <span class="spacer" />
      <button class="accent-link small" @click="saveTable">Table (CSV)</button>
      <span class="small soft" role="status">{{ formatNumberOf(lines.length, 'package') }}</span>
    </div>
    <v-data-table-virtual
      :items="lines"
      :headers="headers"
      density="compact"
      height="var(--list-height)"
      fixed-header
      item-value="id"
      no-data-text="No package fits these filters."
    >
      <template #item="{ item }">
        <tr class="line">
          <td class="cut" :title="item.name">{{ item.name }}</td>
          <td class="mono cut" :title="item.version">{{ item.version }}</td>
          <td class="mono cut" :title="item.newest">{{ item.newest }}</td>
          <td class="number mono">{{ wordDays(item) }}</td>
          <td class="number mono">{{ item.versions || '' }}</td>
          <td class="soft cut">{{ item.section }}</td>
        </tr>
      </template>
    </v-data-table-virtual>
  </section>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  margin: 6px 0;
}
</style>
