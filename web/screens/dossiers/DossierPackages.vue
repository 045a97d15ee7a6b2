<script setup lang="ts">
/** The packages of a release held against its base: classes, and which repository explains them. */
import { computed } from 'vue';
import { recordOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { Link } from '../../../core/catalogue/link.ts';
import { formatWhen } from '../../../core/catalogue/when.ts';
import { wordComparison } from '../../../core/exchange/dossierText.ts';
import { CLASS_LABELS, formatCount, formatShare } from '../../../core/exchange/valueText.ts';
import { newestComparison } from '../../../core/lineage/lineageGraph.ts';
import PackageBar from '../../parts/PackageBar.vue';

const props = defineProps<{ catalogue: Catalogue; release: string; link?: Link }>();
const comparison = computed(() => props.link && newestComparison(props.catalogue, props.link));
const source = computed(() =>
  comparison.value?.source ? recordOf(props.catalogue, 'source', comparison.value.source) : undefined,
);
</script>

<template>
  <div v-if="!comparison" class="empty">
    <h2>Not measured yet</h2>
    <p class="soft">
      No packages of this release were held against its base. Read a capture of it, and the index of its base.
    </p>
    <v-btn variant="flat" color="primary" to="/intake">Read a capture</v-btn>
  </div>
  <div v-else class="packages">
    <p class="sentence">{{ wordComparison(catalogue, comparison) }}</p>
    <PackageBar :counts="comparison.counts" />
    <table>
      <caption class="visually-hidden">
        Packages by class
      </caption>
      <thead>
        <tr>
          <th>Class</th>
          <th>Means</th>
          <th class="number">Packages</th>
          <th class="number">Share</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ id, label, means } in CLASS_LABELS" :key="id">
          <td>{{ label }}</td>
          <td class="soft">{{ means }}</td>
          <td class="number mono">{{ formatCount(comparison.counts[id]) }}</td>
          <td class="number mono">{{ formatShare(comparison.counts[id], comparison.counts.installed) }}</td>
        </tr>
        <tr class="sum">
          <td>installed</td>
          <td />
          <td class="number mono">{{ formatCount(comparison.counts.installed) }}</td>
          <td />
        </tr>
      </tbody>
    </table>
    <h2>Which repository has the exact version</h2>
    <table>
      <caption class="visually-hidden">
        Packages by the repository that explains them
      </caption>
      <tbody>
        <tr v-for="account in comparison.accounts" :key="account.name">
          <td>{{ account.name }}</td>
          <td class="number mono">{{ formatCount(account.packages) }}</td>
          <td class="number mono">{{ formatShare(account.packages, comparison.counts.installed) }}</td>
        </tr>
      </tbody>
    </table>
    <p class="small soft">
      Rests on {{ source?.title ?? 'a source that is not recorded'
      }}{{ comparison.date ? `, ${formatWhen(comparison.date)}` : '' }}, held against
      {{ comparison.against.join(', ') }}.
    </p>
  </div>
</template>

<style scoped>
.packages {
  max-width: 680px;
  padding-top: 16px;
  display: grid;
  gap: 14px;
}
.sentence {
  font-size: 15px;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  text-align: left;
  padding: 4px 8px 4px 0;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
th {
  font-size: 12px;
  font-weight: 500;
  color: rgb(var(--v-theme-ink-soft));
}
.number {
  text-align: right;
}
.sum td {
  font-weight: 600;
}
</style>
