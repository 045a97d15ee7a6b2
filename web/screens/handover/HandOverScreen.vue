<script setup lang="ts">
/** What leaves the program and what comes back to it: reports, open data, foreign tables, merging with a colleague, what is new at the mirrors. */
import { keyOr } from '../../../core/lookUp.ts';
import { computed } from 'vue';
import { useQueryState } from '../../parts/queryState.ts';
import DataView from './DataView.vue';
import MergeView from './MergeView.vue';
import ReportView from './ReportView.vue';
import TakeInView from './TakeInView.vue';
import WatchView from './WatchView.vue';

const { query, go } = useQueryState();
const VIEWS = {
  report: { label: 'Report', view: ReportView },
  data: { label: 'Open data', view: DataView },
  take: { label: 'Import', view: TakeInView },
  merge: { label: 'Merge', view: MergeView },
  watch: { label: 'Watch', view: WatchView },
} as const;
const view = computed(() => keyOr(VIEWS, query.value.view, 'report'));
</script>

<template>
  <div class="screen">
    <div class="work hand-over">
      <nav class="view-tabs no-print" aria-label="Publish">
        <button
          v-for="({ label }, id) in VIEWS"
          :key="id"
          :class="{ current: view === id }"
          :aria-current="view === id ? 'page' : undefined"
          @click="go({ view: id })"
        >
          {{ label }}
        </button>
      </nav>
      <component :is="VIEWS[view].view" />
    </div>
  </div>
</template>

<style scoped>
.hand-over {
  padding: 6px 20px 24px;
}
</style>
