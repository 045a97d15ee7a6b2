<script setup lang="ts">
/** One plate of the map, as `drawPlate` gives it. */
import { computed } from 'vue';
import { drawPlate, type Ink } from '../../../core/drawing/plateDrawing.ts';
import type { PlateFacts } from '../../../core/overview/plateFacts.ts';
import type { Detail } from '../../../core/lineage/map/detail.ts';
import { measureText } from '../../parts/measureText.ts';

const props = defineProps<{ facts: PlateFacts; detail: Detail; colour: string }>();

const marks = computed(() => drawPlate(props.facts, props.detail, measureText));
const texts = computed(() => marks.value.flatMap((mark) => (mark.type === 'text' ? [mark] : [])));
/** Rectangles of one colour as one shape: a screen full of plates stays a few thousand elements. */
const shapes = computed(() => {
  const paths = new Map<string, string>();
  for (const mark of marks.value) {
    if (mark.type !== 'rect') continue;
    const { x, y, width, height } = mark;
    const colour = mark.hatched ? 'url(#map-unseen)' : colourOf(mark.ink);
    paths.set(colour, `${paths.get(colour) ?? ''}M${x} ${y}h${width}v${height}h${-width}z`);
  }
  return [...paths];
});
const PLAIN: Partial<Record<Ink, string>> = {
  ink: 'rgb(var(--v-theme-ink))',
  soft: 'rgb(var(--v-theme-ink-soft))',
  track: 'rgb(var(--v-theme-track))',
  trouble: 'rgb(var(--v-theme-error))',
  surface: 'rgb(var(--v-theme-surface))',
};
const colourOf = (ink: Ink) =>
  ink === 'family' ? props.colour : (PLAIN[ink] ?? `rgb(var(--v-theme-area-${ink}))`);
</script>

<template>
  <rect class="ground" :width="detail.width" :height="detail.height" rx="4" />
  <path v-for="[colour, d] in shapes" :key="colour" :d="d" :fill="colour" />
  <text
    v-for="text in texts"
    :key="`${text.x} ${text.y}`"
    :x="text.x"
    :y="text.y"
    :font-size="text.size"
    :font-weight="text.weight"
    :fill="colourOf(text.ink)"
  >
    {{ `${text.text} ` }}
  </text>
</template>

<style scoped>
.ground {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-line));
}
</style>
