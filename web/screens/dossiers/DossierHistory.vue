<script setup lang="ts">
/** What was done to this dossier, newest first: the edits that can still be taken back. */
import { computed } from 'vue';
import { HISTORY_LIMIT } from '../../../core/catalogue/history.ts';
import { historyOf } from '../../../core/wording/recordHistory.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';

const props = defineProps<{ distribution: string }>();
const store = useCatalogueStore();
const lines = computed(() => historyOf(store.catalogue, store.history, props.distribution));
const timeOf = (at: string) => {
  const time = new Date(at);
  return Number.isNaN(time.getTime())
    ? at
    : time.toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
};
</script>

<template>
  <p v-if="lines.length === 0" class="soft none">
    Nothing of this dossier was edited in this catalogue yet. The last {{ HISTORY_LIMIT }} edits are kept
    here.
  </p>
  <table v-else class="plain-table" aria-label="Edits">
    <thead>
      <tr>
        <th>When</th>
        <th>What was done</th>
        <th>Records</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(line, i) in lines" :key="i" :class="{ undone: line.undone }">
        <td class="soft">{{ timeOf(line.at) }}</td>
        <td>{{ line.label }}<span v-if="line.undone" class="soft"> (undone)</span></td>
        <td class="soft">{{ line.what }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.none {
  padding: 20px 0;
}
.plain-table {
  margin-top: 12px;
  max-width: 900px;
}
.undone {
  opacity: 0.6;
}
</style>
