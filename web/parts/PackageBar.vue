<script setup lang="ts">
/** The packages of a system by class, as one bar with its counts beneath. */
import { computed } from 'vue';
import type { PackageCounts } from '../../core/catalogue/comparison.ts';
import { CLASS_COLOURS } from '../../core/drawing/classColours.ts';
import { CLASS_LABELS, formatCount, formatShare } from '../../core/wording/valueText.ts';

const props = defineProps<{ counts: PackageCounts }>();
const parts = computed(() =>
  CLASS_LABELS.filter(({ id }) => props.counts[id] > 0).map(({ id, label, means }) => ({
    id,
    label,
    means,
    count: props.counts[id],
    share: formatShare(props.counts[id], props.counts.installed),
    colour: `rgb(var(--v-theme-area-${CLASS_COLOURS[id]}))`,
  })),
);
</script>

<template>
  <figure>
    <div class="bar" role="img" :aria-label="parts.map(({ label, count }) => `${label} ${count}`).join(', ')">
      <span
        v-for="part in parts"
        :key="part.id"
        :style="{ flexGrow: part.count, background: part.colour }"
        :title="`${part.label}: ${part.count} (${part.means})`"
      />
    </div>
    <figcaption class="small soft">
      <span v-for="part in parts" :key="part.id" class="part" :title="part.means">
        <i :style="{ background: part.colour }" />{{ part.label }} {{ formatCount(part.count) }}
      </span>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
.bar {
  display: flex;
  gap: 1px;
  height: 9px;
  border-radius: 4px;
  overflow: hidden;
}
.bar span {
  min-width: 2px;
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  margin-top: 6px;
}
.part {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  white-space: nowrap;
}
i {
  width: 8px;
  height: 8px;
  border-radius: 2px;
}
</style>
