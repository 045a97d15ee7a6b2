<script setup lang="ts">
/** The status line: what the catalogue holds, and whether it is saved. */
import { computed } from 'vue';
import { formatNumberOf } from '../../core/wording/valueText.ts';
import { useCatalogueStore } from '../stores/catalogueStore.ts';

const store = useCatalogueStore();
const counts = computed(() => {
  const { distribution, release, link, reading, source } = store.catalogue.records;
  return [
    formatNumberOf(distribution.size, 'distribution'),
    formatNumberOf(release.size, 'release'),
    formatNumberOf(link.size, 'link'),
    `${formatNumberOf(reading.size, 'reading')} from ${formatNumberOf(source.size, 'source')}`,
  ];
});
const saved = computed(() => {
  if (store.saving === 'failed') return 'Not saved: export the catalogue';
  if (store.saving === 'saving') return 'Saving …';
  return store.savedAt ? `Saved ${store.savedAt.toTimeString().slice(0, 5)}` : 'Saved';
});
</script>

<template>
  <footer class="status" aria-label="Catalogue">
    <span v-for="count in counts" :key="count">{{ count }}</span>
    <span class="saved" :class="{ trouble: store.saving === 'failed' }" role="status">{{ saved }}</span>
  </footer>
</template>

<style scoped>
.status {
  grid-column: 1 / -1;
  display: flex;
  gap: 20px;
  align-items: center;
  padding: 0 16px;
  font-size: 12px;
  color: rgb(var(--v-theme-ink-soft));
  background: rgb(var(--v-theme-rail));
  border-top: 1px solid rgb(var(--v-theme-line));
  white-space: nowrap;
  overflow: hidden;
}
.saved {
  margin-left: auto;
}
</style>
