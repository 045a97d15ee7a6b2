<script setup lang="ts">
/** The map: plates in generations, bands whose width is the measured carried share. Our own SVG. */
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import { useTheme } from 'vuetify';
import type { RecordId } from '../../../core/catalogue/recordKind.ts';
import { formatShare } from '../../../core/exchange/valueText.ts';
import { PLATE, type Band, type MapLayout } from '../../../core/lineage/mapLayout.ts';
import type { LineageGraph } from '../../../core/lineage/lineageGraph.ts';
import ChangeStrip from '../../parts/ChangeStrip.vue';
import { FAMILY_COLOURS } from '../../app/theme.ts';
import type { PlateFacts } from './useLineage.ts';

const props = defineProps<{
  layout: MapLayout;
  graph: LineageGraph;
  plates: ReadonlyMap<RecordId, PlateFacts>;
  selected: RecordId | null;
}>();
const emit = defineEmits<{ select: [id: RecordId | null]; open: [id: RecordId] }>();

const theme = useTheme();
const host = ref<SVGSVGElement | null>(null);
const view = ref({ x: 0, y: 0, scale: 1 });
const MARGIN = 18;
/** Fitting neither blows plates up nor makes their text unreadable: what does not fit then is reached by moving. */
const SMALLEST_FIT = 0.8;
const LARGEST_FIT = 1.2;

const roots = computed(() => {
  const ids = props.layout.plates
    .filter(({ generation }) => generation === 0)
    .sort((a, b) => a.y - b.y)
    .map(({ id }) => id);
  return new Map(ids.map((id, index) => [id, index]));
});
function familyColour(root: RecordId): string {
  const colours = FAMILY_COLOURS[theme.global.current.value.dark ? 'dark' : 'light'];
  return colours[(roots.value.get(root) ?? 0) % colours.length];
}
const rootOf = (id: RecordId) => props.graph.nodes.get(id)?.root ?? id;

function subtitle(facts: PlateFacts): string {
  const parts = [facts.model, facts.format, facts.standing === 'ended' ? 'ended' : ''].filter(Boolean);
  return parts.join(' · ') || 'nothing recorded yet';
}
function isRoot(id: RecordId): boolean {
  return props.graph.nodes.get(id)?.generation === 0;
}
function rootRemark(facts: PlateFacts): string {
  return facts.independent ? 'independent' : 'unplaced: base not known';
}
function bandTitle({ link }: Band): string {
  const names = `${props.plates.get(link.derivative)?.name} ${link.link.relation} ${props.plates.get(link.base)?.name}`;
  const counts = link.comparison?.counts;
  return counts
    ? `${names}: ${formatShare(counts.same, counts.installed)} of ${counts.installed} packages carried`
    : `${names}: not measured`;
}
function onChain(id: RecordId): boolean {
  if (!props.selected) return true;
  const path = (start: RecordId): RecordId[] => {
    const seen: RecordId[] = [];
    for (
      let at: RecordId | undefined = start;
      at && !seen.includes(at);
      at = props.graph.nodes.get(at)?.bases[0]
    )
      seen.push(at);
    return seen;
  };
  return path(props.selected).includes(id) || path(id).includes(props.selected);
}

function fit(): void {
  const box = host.value?.getBoundingClientRect();
  if (!box?.width) return;
  const room = Math.min(
    (box.width - 2 * MARGIN) / props.layout.width,
    (box.height - 2 * MARGIN) / props.layout.height,
  );
  const scale = Math.min(LARGEST_FIT, Math.max(SMALLEST_FIT, room));
  view.value = { scale, x: MARGIN, y: MARGIN };
}
function zoom(factor: number, centreX?: number, centreY?: number): void {
  const box = host.value!.getBoundingClientRect();
  const { x, y, scale } = view.value;
  const next = Math.min(2, Math.max(0.2, scale * factor));
  const cx = centreX ?? box.width / 2;
  const cy = centreY ?? box.height / 2;
  view.value = { scale: next, x: cx - ((cx - x) * next) / scale, y: cy - ((cy - y) * next) / scale };
}
function onWheel(event: WheelEvent): void {
  const box = host.value!.getBoundingClientRect();
  if (event.ctrlKey || event.metaKey)
    zoom(Math.exp(-event.deltaY / 300), event.clientX - box.left, event.clientY - box.top);
  else view.value = { ...view.value, x: view.value.x - event.deltaX, y: view.value.y - event.deltaY };
}

let drag: { x: number; y: number; moved: boolean } | null = null;
function onDown(event: PointerEvent): void {
  drag = { x: event.clientX, y: event.clientY, moved: false };
}
function onMove(event: PointerEvent): void {
  if (!drag || event.buttons === 0) return;
  const [dx, dy] = [event.clientX - drag.x, event.clientY - drag.y];
  if (!drag.moved && Math.hypot(dx, dy) < 4) return;
  drag = { x: event.clientX, y: event.clientY, moved: true };
  view.value = { ...view.value, x: view.value.x + dx, y: view.value.y + dy };
}
function onGroundClick(): void {
  if (!drag?.moved) emit('select', null);
}
function onPlateClick(id: RecordId): void {
  if (!drag?.moved) emit('select', id);
}

/** Where an arrow key leads from the selected plate. */
function neighbour(key: string): RecordId | undefined {
  const { plates } = props.layout;
  const here = plates.find(({ id }) => id === props.selected);
  if (!here) return [...plates].sort((a, b) => a.x - b.x || a.y - b.y)[0]?.id;
  if (key === 'ArrowLeft') return props.graph.nodes.get(here.id)?.bases[0];
  const children = plates
    .filter(({ id }) => props.graph.nodes.get(id)?.bases[0] === here.id)
    .sort((a, b) => a.y - b.y);
  if (key === 'ArrowRight') return children[0]?.id;
  const column = plates.filter(({ generation }) => generation === here.generation).sort((a, b) => a.y - b.y);
  return column[column.findIndex(({ id }) => id === here.id) + (key === 'ArrowDown' ? 1 : -1)]?.id;
}
function onKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  if (event.key.startsWith('Arrow')) {
    const next = neighbour(event.key);
    if (next) {
      emit('select', next);
      void nextTick(() => host.value?.querySelector<SVGGElement>(`[data-id="${CSS.escape(next)}"]`)?.focus());
    }
  } else if (event.key === 'Enter' && props.selected) emit('open', props.selected);
  else if (event.key === '+') zoom(1.2);
  else if (event.key === '-') zoom(1 / 1.2);
  else if (event.key === '0') fit();
  else if (event.key === 'Escape') emit('select', null);
  else return;
  event.preventDefault();
}

/** Brings the selected plate into view, moving no more than needed. */
function reveal(): void {
  const box = host.value?.getBoundingClientRect();
  const plate = props.layout.plates.find(({ id }) => id === props.selected);
  if (!box?.width || !plate) return;
  const { x, y, scale } = view.value;
  const left = x + plate.x * scale;
  const top = y + plate.y * scale;
  const dx = Math.min(0, box.width - MARGIN - (left + PLATE.width * scale)) || Math.max(0, MARGIN - left);
  const dy = Math.min(0, box.height - MARGIN - (top + PLATE.height * scale)) || Math.max(0, MARGIN - top);
  if (dx || dy) view.value = { scale, x: x + dx, y: y + dy };
}

onMounted(() => {
  fit();
  reveal();
});
watch(
  () => props.selected,
  () => void nextTick(reveal),
);
watch(
  () => [props.layout.width, props.layout.height],
  () => void nextTick(fit),
);
defineExpose({ fit, zoom });
</script>

<template>
  <svg
    ref="host"
    class="map"
    role="group"
    aria-label="Lineage map"
    tabindex="0"
    @wheel.prevent="onWheel"
    @pointerdown="onDown"
    @pointermove="onMove"
    @click="onGroundClick"
    @keydown="onKey"
  >
    <g :transform="`translate(${view.x} ${view.y}) scale(${view.scale})`">
      <g
        v-for="band in layout.bands"
        :key="band.link.link.id"
        class="band"
        :class="[
          band.link.kind,
          {
            unmeasured: !band.measured,
            dimmed: selected && !(onChain(band.link.derivative) && onChain(band.link.base)),
          },
        ]"
      >
        <title>{{ bandTitle(band) }}</title>
        <path
          v-if="band.measured && band.link.kind === 'lineal'"
          :d="band.path"
          class="halo"
          :stroke="familyColour(rootOf(band.link.base))"
          :stroke-width="18"
        />
        <path
          :d="band.path"
          class="core"
          :stroke="familyColour(rootOf(band.link.base))"
          :stroke-width="band.width"
        />
      </g>
      <g
        v-for="plate in layout.plates"
        :key="plate.id"
        class="plate"
        :class="{ selected: plate.id === selected, dimmed: !onChain(plate.id) }"
        :data-id="plate.id"
        :transform="`translate(${plate.x} ${plate.y})`"
        role="button"
        :tabindex="plate.id === selected ? 0 : -1"
        :aria-label="`${plates.get(plate.id)?.name} ${plates.get(plate.id)?.version}`"
        :aria-pressed="plate.id === selected"
        @click.stop="onPlateClick(plate.id)"
        @dblclick.stop="emit('open', plate.id)"
      >
        <rect class="ground" :width="PLATE.width" :height="PLATE.height" rx="4" />
        <rect class="family" width="5" :height="PLATE.height" rx="2" :fill="familyColour(plate.root)" />
        <foreignObject x="12" y="4" :width="PLATE.width - 18" :height="PLATE.height - 7">
          <div v-if="plates.get(plate.id)" class="inside">
            <div class="name">
              {{ plates.get(plate.id)!.name }}
              <span v-if="plates.get(plate.id)!.version" class="version">{{
                plates.get(plate.id)!.version
              }}</span>
            </div>
            <div class="sub">{{ subtitle(plates.get(plate.id)!) }}</div>
            <div
              v-if="isRoot(plate.id)"
              class="root"
              :class="{ trouble: !plates.get(plate.id)!.independent }"
            >
              {{ rootRemark(plates.get(plate.id)!) }}
            </div>
            <ChangeStrip v-else :bars="plates.get(plate.id)!.strip" />
          </div>
        </foreignObject>
      </g>
    </g>
  </svg>
</template>

<style scoped>
.map {
  width: 100%;
  height: 100%;
  display: block;
  cursor: grab;
  touch-action: none;
  user-select: none;
}
.map:active {
  cursor: grabbing;
}
.band path {
  fill: none;
}
.band .halo {
  opacity: 0.16;
}
.band .core {
  opacity: 0.82;
}
.band.unmeasured .core {
  stroke-dasharray: 5 4;
}
.band.succession .core {
  stroke-dasharray: 9 3 2 3;
  stroke-width: 2;
}
.band.lateral .core {
  stroke-dasharray: 1.5 4;
  stroke-linecap: round;
}
.dimmed {
  opacity: 0.45;
}
.plate {
  cursor: pointer;
}
.plate:focus {
  outline: none;
}
.ground {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-line));
}
.plate:hover .ground {
  stroke: rgb(var(--v-theme-ink-soft));
}
.plate.selected .ground,
.plate:focus-visible .ground {
  stroke: rgb(var(--v-theme-accent));
  stroke-width: 2.5;
}
.inside {
  font-family: var(--sans);
  line-height: 1.25;
  color: rgb(var(--v-theme-ink));
}
.name {
  font-size: 13px;
  font-weight: 700;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.version {
  font-weight: 500;
  color: rgb(var(--v-theme-ink-soft));
}
.sub,
.root {
  font-size: 11px;
  color: rgb(var(--v-theme-ink-soft));
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.sub {
  margin-bottom: 4px;
}
.root {
  margin-top: -4px;
}
.root.trouble {
  color: rgb(var(--v-theme-error));
}
</style>
