<script setup lang="ts">
/** The status line: what the catalogue holds, who writes it, whether it is saved, and how safe that is. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { wordFirstStep } from '../../core/wording/firstStepText.ts';
import { formatNumberOf } from '../../core/wording/valueText.ts';
import { useCatalogueStore } from '../stores/catalogueStore.ts';
import { useFirstStepsStore } from '../stores/firstStepsStore.ts';
import { useWatchStore } from '../stores/watchStore.ts';
import BackupMark from './BackupMark.vue';
import MarkedSides from './MarkedSides.vue';

const store = useCatalogueStore();
const watching = useWatchStore();
const route = useRoute();
const way = useFirstStepsStore();
/** The map tells it itself, and where it is taken it need not be told. */
const next = computed(() =>
  store.phase === 'ready' && route.name !== 'lineage' && route.name !== way.next?.to.name
    ? way.next
    : undefined,
);
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
  const { state, unsaved, at } = store.saving;
  if (store.phase === 'damaged') return 'Not whole: read only';
  if (store.phase !== 'ready') return '';
  if (state !== 'saved' && state !== 'saving') return `${formatNumberOf(unsaved, 'edit')} not saved`;
  if (state === 'saving') return 'Saving …';
  if (store.role === 'reader') return 'Follows another window';
  return at ? `Saved ${new Date(at).toTimeString().slice(0, 5)}` : 'Saved';
});
const isShown = computed(() => store.phase === 'ready' || store.phase === 'damaged');
const isTrouble = computed(
  () => store.phase === 'damaged' || !['saved', 'saving'].includes(store.saving.state),
);
</script>

<template>
  <footer class="status" aria-label="Catalogue">
    <template v-if="isShown">
      <span v-for="count in counts" :key="count" class="count">{{ count }}</span>
    </template>
    <span class="spacer" />
    <router-link v-if="next" class="accent-link" :to="next.to"
      >Next: {{ wordFirstStep(store.catalogue, next) }}</router-link
    >
    <router-link
      v-if="watching.news.length"
      class="accent-link"
      :to="{ name: 'handover', query: { view: 'watch' } }"
      >{{ formatNumberOf(watching.news.length, 'repository', 'repositories') }} changed</router-link
    >
    <MarkedSides v-if="isShown" />
    <BackupMark v-if="store.phase === 'ready' && !store.isSample" />
    <span class="saved" :class="{ trouble: isTrouble }" role="status">{{ saved }}</span>
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
.spacer {
  flex: 1;
}
@media (width <= 800px) {
  .status {
    grid-row: 5;
    gap: 0 14px;
    padding: 1px 8px;
  }
  .count {
    display: none;
  }
}
</style>
