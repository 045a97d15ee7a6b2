<script setup lang="ts">
/** The whole map small, with what is in the frame; shown when it does not fit. Moving in it moves the map. */
import { computed } from 'vue';
import type { MapLayout } from '../../../core/lineage/map/layoutMap.ts';

const props = defineProps<{
  layout: MapLayout;
  view: { readonly x: number; readonly y: number; readonly scale: number };
  frame: { readonly width: number; readonly height: number };
  colourOf: (id: string) => string;
}>();
const emit = defineEmits<{ go: [x: number, y: number] }>();

const WIDTH = 168;
const HEIGHT = 120;
const scale = computed(() => Math.min(WIDTH / props.layout.width, HEIGHT / props.layout.height));
/** Plates of one colour in one path: 5,000 plates are a few elements. */
const paths = computed(() => {
  const { width, height } = props.layout.detail;
  const k = scale.value;
  const parts = new Map<string, string>();
  const w = Math.max(1.5, width * k);
  const h = Math.max(1, height * k);
  for (const { id, x, y } of props.layout.plates) {
    const colour = props.colourOf(id);
    parts.set(
      colour,
      `${parts.get(colour) ?? ''}M${(x * k).toFixed(1)} ${(y * k).toFixed(1)}h${w.toFixed(1)}v${h.toFixed(1)}h${(-w).toFixed(1)}z`,
    );
  }
  return [...parts];
});
const size = computed(() => ({
  width: Math.max(24, props.layout.width * scale.value),
  height: Math.max(24, props.layout.height * scale.value),
}));
const frameBox = computed(() => {
  const k = scale.value / props.view.scale;
  return {
    x: -props.view.x * k,
    y: -props.view.y * k,
    width: props.frame.width * k,
    height: props.frame.height * k,
  };
});
/** The corner in which it lies on no plate; where there is none, it is not shown. */
const CORNERS = ['right bottom', 'left bottom', 'right top'] as const;
const MARGIN = 14;
const corner = computed(() => {
  const { view, frame, layout } = props;
  const [width, height] = [size.value.width + 2 * MARGIN, size.value.height + 2 * MARGIN];
  const plateWidth = layout.detail.width * view.scale;
  const plateHeight = layout.detail.height * view.scale;
  return CORNERS.find((place) => {
    const left = place.startsWith('left') ? 0 : frame.width - width;
    const top = place.endsWith('top') ? 0 : frame.height - height;
    return !layout.plates.some(({ x, y }) => {
      const [atX, atY] = [view.x + x * view.scale, view.y + y * view.scale];
      return atX < left + width && atX + plateWidth > left && atY < top + height && atY + plateHeight > top;
    });
  });
});
const placed = computed(() => {
  const [side, edge] = corner.value!.split(' ');
  return { [side]: `${MARGIN}px`, [edge]: `${MARGIN}px` };
});
function go(event: PointerEvent): void {
  if (event.buttons === 0) return;
  const box = (event.currentTarget as Element).getBoundingClientRect();
  emit('go', (event.clientX - box.left) / scale.value, (event.clientY - box.top) / scale.value);
}
</script>

<template>
  <svg
    v-if="corner"
    class="mini"
    :style="placed"
    :width="size.width"
    :height="size.height"
    aria-hidden="true"
    @pointerdown.stop="go"
    @pointermove.stop="go"
  >
    <path v-for="[colour, d] in paths" :key="colour" :d="d" :fill="colour" />
    <rect class="frame" v-bind="frameBox" />
  </svg>
</template>

<style scoped>
.mini {
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
  padding: 0;
  cursor: crosshair;
  touch-action: none;
  overflow: hidden;
  box-sizing: content-box;
}
.frame {
  fill: rgb(var(--v-theme-accent));
  fill-opacity: 0.12;
  stroke: rgb(var(--v-theme-accent));
  stroke-width: 1.5;
}
</style>
