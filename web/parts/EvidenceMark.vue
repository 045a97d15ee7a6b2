<script setup lang="ts">
/** How a value is backed: filled dot seen, ring only claimed, nothing without a source. */
import type { Evidence } from '../../core/weighing/evidenceOf.ts';

defineProps<{ evidence: Evidence }>();
const LABELS = { seen: 'seen in a capture or measured', claimed: 'only claimed', none: 'no source' } as const;
</script>

<template>
  <span class="mark" :class="evidence" role="img" :aria-label="LABELS[evidence]" :title="LABELS[evidence]" />
</template>

<style scoped>
.mark {
  display: inline-block;
  flex: none;
  width: 9px;
  height: 9px;
  border-radius: 50%;
}
.mark.seen {
  background: rgb(var(--v-theme-seen));
}
.mark.claimed {
  border: 1.6px solid rgb(var(--v-theme-claimed));
}
</style>
