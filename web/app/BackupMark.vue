<script setup lang="ts">
/** In the status line: where copies go, or that one is due. */
import { computed } from 'vue';
import { formatWhen } from '../../core/catalogue/formatWhen.ts';
import { useBackupStore } from '../stores/backupStore.ts';
import { useCatalogueFiles } from './useCatalogueFiles.ts';

const backups = useBackupStore();
const { exportCatalogue } = useCatalogueFiles();
const words = computed(() => {
  if (backups.problem) return `No copy today: ${backups.problem}`;
  if (backups.isDue)
    return backups.lastCopy
      ? `Last copy outside this browser: ${formatWhen(backups.lastCopy)}`
      : 'No copy outside this browser yet';
  return '';
});
</script>

<template>
  <span v-if="words" class="mark">
    {{ words }}
    <button v-if="backups.problem && backups.folderName" class="link" @click="backups.backUp(true)">
      Allow {{ backups.folderName }}
    </button>
    <button v-else class="link" @click="exportCatalogue()">Export now</button>
  </span>
</template>

<style scoped>
.mark {
  overflow: hidden;
  text-overflow: ellipsis;
}
.link {
  margin-left: 6px;
  font-weight: 600;
  text-decoration: underline;
  color: rgb(var(--v-theme-ink));
}
</style>
