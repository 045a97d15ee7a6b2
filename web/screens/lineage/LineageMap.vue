<script setup lang="ts">
/** The map: plates in generations, bands whose width is the measured carried share. Our own SVG. */
import { computed, nextTick, onMounted, onUnmounted, ref, watch, watchEffect } from 'vue';
import { useTheme } from 'vuetify';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { wordBand } from '../../../core/wording/lineageText.ts';
import { dashOf } from '../../../core/drawing/mapPicture.ts';
import { neighbourOf } from '../../../core/lineage/map/neighbour.ts';
import { wordPlate } from '../../../core/drawing/plateWords.ts';
import type { PlateFacts } from '../../../core/overview/plateFacts.ts';
import type { GraphLink, LineageGraph } from '../../../core/lineage/lineageGraph.ts';
import { carriedShare } from '../../../core/lineage/map/shapeOf.ts';
import { FAMILY_COLOURS } from '../../../core/drawing/palette.ts';
import { familyColours } from '../../../core/drawing/familyColours.ts';
import MapMini from './MapMini.vue';
import MapPlate from './MapPlate.vue';
import { useResting } from './useResting.ts';
import { FAR_BAND, useFarShapes, type DrawnBand } from './useFarShapes.ts';
import { useMapChanges } from './useMapChanges.ts';
import type { ShownLayout } from './useMapLayout.ts';
import { useMapGestures } from './useMapGestures.ts';
import { useMapView } from './useMapView.ts';

const props = defineProps<{
  shown: ShownLayout;
  graph: LineageGraph;
  factsOf: (id: RecordId) => PlateFacts | undefined;
  /** A system in one line, for a pointer that rests on its plate. */
  oneLineOf: (id: RecordId) => string;
  isContext: (id: RecordId) => boolean;
  selected: RecordId | null;
  selectedLink: RecordId | null;
  /** The chain that is kept bright while the rest is dimmed; null shows all alike. */
  chain: ReadonlySet<RecordId> | null;
  /** How plates are marked that something would happen to. */
  marks?: ReadonlyMap<RecordId, string>;
  setDetail: (detail: number) => void;
}>();
const emit = defineEmits<{
  select: [id: RecordId | null];
  selectLink: [link: GraphLink];
  open: [id: RecordId];
  propose: [base: RecordId, derivative: RecordId];
  grow: [base: RecordId];
  unfold: [id: RecordId];
  focusChain: [];
}>();

const theme = useTheme();
const host = ref<SVGSVGElement | null>(null);
const world = ref<SVGGElement | null>(null);
const shownRef = computed(() => props.shown);
const mapView = useMapView(shownRef, (detail) => props.setDetail(detail));
const { view, frame, plates, box, isWhole } = mapView;
/** What each plate rests on and how: when it changes, the plate is marked for a moment. */
const groundOf = computed(() => {
  const found = new Map<RecordId, string>();
  for (const { derivative, base, kind, link } of props.graph.links)
    if (kind === 'lineal') found.set(derivative, `${found.get(derivative) ?? ''} ${link?.relation} ${base}`);
  return found;
});
const { appeared, moved, gone, settling } = useMapChanges(
  shownRef,
  (id) => groundOf.value.get(id) ?? '',
  (id) => props.graph.nodes.get(id)?.name ?? '',
);
defineExpose({
  fit: mapView.fit,
  zoom: (factor: number) => mapView.zoom(factor),
  hold: mapView.hold,
  /** Takes the keyboard: its keys work on the selected plate. */
  focus: () => host.value?.focus({ preventScroll: true }),
});

const detail = computed(() => props.shown.layout.detail);
const isMark = computed(() => detail.value.id === 'mark');

const colours = computed(() =>
  familyColours(props.graph, FAMILY_COLOURS[theme.global.current.value.dark ? 'dark' : 'light']),
);
const colourOf = (id: RecordId) => colours.value(id);
/** Beside the chain that is looked at, or only there for what rests on it. */
const isDim = (id: RecordId) => (props.chain ? !props.chain.has(id) : props.isContext(id));

/** A new layout is drawn in parts, so that no frame is late: how many plates and bands there may be by now. */
const PART = 24;
const ready = ref(PART);
let coming = 0;
watch(
  shownRef,
  (next) => {
    ready.value = PART;
    cancelAnimationFrame(coming);
    const more = () => {
      ready.value += PART;
      if (ready.value < next.layout.plates.length + next.layout.bands.length)
        coming = requestAnimationFrame(more);
    };
    coming = requestAnimationFrame(more);
  },
  { immediate: true },
);
onUnmounted(() => cancelAnimationFrame(coming));

/** Plates in the frame; at the farthest detail all are drawn as one shape for each colour. */
const visible = computed(() => {
  const [left, top, right, bottom] = box.value.split(' ').map(Number);
  const { width, height } = detail.value;
  return props.shown.layout.plates.filter(
    ({ x, y }) => x + width >= left && x <= right && y + height >= top && y <= bottom,
  );
});
/** Changes only for as long as there is more to come. */
const plateLimit = computed(() => Math.min(ready.value, visible.value.length));
const drawnPlates = computed(() =>
  isMark.value
    ? visible.value.filter(({ id }) => id === props.selected || appeared.value.has(id))
    : visible.value.filter(({ id }) => props.graph.nodes.has(id)).slice(0, plateLimit.value),
);

const linkOf = computed(() => new Map(props.graph.links.map((link) => [link.key, link])));
const allBands = computed((): DrawnBand[] =>
  [...props.shown.layout.lines, ...props.shown.layout.bands].flatMap((drawn) => {
    const link = linkOf.value.get(drawn.key);
    return link ? [{ ...drawn, link }] : [];
  }),
);
const visibleBands = computed(() => {
  if (isMark.value) return [];
  const [left, top, right, bottom] = box.value.split(' ').map(Number);
  const { width, height } = detail.value;
  return allBands.value.filter(({ link, isAround }) => {
    const [a, b] = [plates.value.get(link.base), plates.value.get(link.derivative)];
    if (!a || !b) return false;
    return (
      Math.max(a.x, b.x) + width >= left &&
      Math.min(a.x, b.x) <= right &&
      Math.max(a.y, b.y) + height >= top &&
      (isAround || Math.min(a.y, b.y) <= bottom)
    );
  });
});
const bandLimit = computed(() => Math.min(ready.value, visibleBands.value.length));
const bands = computed(() => visibleBands.value.slice(0, bandLimit.value));
const { farShapes, farNames } = useFarShapes({
  isMark,
  layout: computed(() => props.shown.layout),
  graph: computed(() => props.graph),
  bands: allBands,
  scale: computed(() => view.value.scale),
  colourOf,
  isDim,
});

// Moving the map sets one attribute and renders nothing again.
watchEffect(
  () => {
    const { x, y, scale } = view.value;
    world.value?.setAttribute('transform', `translate(${x} ${y}) scale(${scale})`);
  },
  { flush: 'post' },
);

let watcher: ResizeObserver | null = null;
onMounted(() => {
  watcher = new ResizeObserver(([{ contentRect }]) => {
    mapView.resize(contentRect.width, contentRect.height);
    if (props.selected) void nextTick(() => mapView.reveal(props.selected!));
  });
  watcher.observe(host.value!);
  // Where nothing else has the keyboard, the map takes it for what is selected.
  if (props.selected && document.activeElement === document.body) host.value!.focus({ preventScroll: true });
});
onUnmounted(() => watcher?.disconnect());
watch(
  () => props.selected,
  (id) => id && void nextTick(() => mapView.reveal(id)),
);

const { hovered, target, rubber, listeners } = useMapGestures({
  host,
  mapView,
  layout: computed(() => props.shown.layout),
  onSelect: (id) => emit('select', id),
  onBand: (key) => emit('selectLink', linkOf.value.get(key)!),
  onOpen: (id) => emit('open', id),
  onFold: (id) => emit('unfold', id),
  onJoin: (base, derivative) => emit('propose', base, derivative),
  onGrow: (base) => emit('grow', base),
});

const KEYS: Readonly<Record<string, () => void>> = {
  Enter: () => props.selected && emit('open', props.selected),
  '+': () => mapView.zoom(1.2),
  '-': () => mapView.zoom(1 / 1.2),
  0: mapView.fit,
  Escape: () => emit('select', null),
  f: () => emit('focusChain'),
  e: () => props.selected && emit('unfold', props.selected),
  a: () => props.selected && emit('grow', props.selected),
};
function onKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  if (event.key.startsWith('Arrow')) {
    const next = neighbourOf(props.shown.layout.plates, props.graph, props.selected, event.key);
    if (next) {
      emit('select', next);
      void nextTick(() => host.value?.querySelector<SVGGElement>(`[data-id="${CSS.escape(next)}"]`)?.focus());
    }
  } else if (KEYS[event.key]) KEYS[event.key]();
  else return;
  event.preventDefault();
}

/** The plate that shows its handles. */
const handled = computed(() => (isMark.value ? undefined : plates.value.get(hovered.value ?? '')));
const resting = useResting(hovered, (id) => props.oneLineOf(id));
const labelOf = (id: RecordId) => {
  const facts = props.factsOf(id);
  const [base = ''] = facts?.link ? (props.graph.nodes.get(id)?.bases ?? []) : [];
  return facts ? wordPlate(facts, props.graph.nodes.get(base)?.name ?? '') : '';
};
</script>

<template>
  <div class="holder">
    <svg
      ref="host"
      class="map"
      :class="{ settling, drawing: rubber }"
      role="group"
      aria-label="Lineage map"
      aria-describedby="map-help"
      tabindex="0"
      v-on="listeners"
      @keydown="onKey"
    >
      <defs>
        <pattern id="map-unseen" width="6" height="6" patternUnits="userSpaceOnUse">
          <rect width="3" height="6" fill="rgb(var(--v-theme-track))" />
        </pattern>
      </defs>
      <g ref="world">
        <g v-if="isMark" class="far">
          <path
            v-for="path in farShapes.bands"
            :key="`b ${path.colour} ${path.isDim}`"
            class="far-band"
            :class="{ dimmed: path.isDim }"
            :d="path.d"
            :stroke="path.colour"
            :stroke-width="FAR_BAND / Math.min(1, view.scale)"
          />
          <path
            v-for="path in farShapes.plates"
            :key="`p ${path.colour} ${path.isDim}`"
            :class="{ dimmed: path.isDim }"
            :d="path.d"
            :fill="path.colour"
          />
          <text
            v-for="label in farNames"
            :key="label.id"
            class="far-name"
            :x="label.x - 4 / view.scale"
            :y="label.y + 4 / view.scale"
            :font-size="12.5 / view.scale"
            :stroke-width="3 / view.scale"
          >
            {{ label.name }}
          </text>
        </g>
        <g
          v-for="band in bands"
          :key="band.key"
          class="band"
          :class="[
            band.link.kind,
            {
              past: band.link.past,
              part: band.link.edition,
              dimmed: isDim(band.link.derivative) || isDim(band.link.base),
              chosen: band.link.link && band.link.link.id === selectedLink,
            },
          ]"
          :data-band="band.key"
        >
          <title>{{ wordBand(band.link, graph) }}</title>
          <path :d="band.path" class="reach" :stroke-width="Math.max(12, band.width + 6)" />
          <path
            v-if="carriedShare(band.link) > 0 && band.link.kind === 'lineal'"
            :d="band.path"
            class="halo"
            :stroke="colourOf(band.link.base)"
            :stroke-width="detail.band.widest"
          />
          <path
            :d="band.path"
            class="core"
            :stroke="colourOf(band.link.base)"
            :stroke-width="band.width"
            :stroke-dasharray="dashOf(band.link)"
          />
        </g>
        <g
          v-for="ghost in gone"
          :key="`gone ${ghost.id}`"
          class="plate gone"
          :style="{ transform: `translate(${ghost.x}px, ${ghost.y}px)` }"
          aria-hidden="true"
        >
          <rect class="ghost" :width="detail.width" :height="detail.height" rx="4" />
          <text v-if="!isMark" x="12" :y="Math.min(17, detail.height - 5)" font-size="12.5">
            {{ ghost.name }}
          </text>
        </g>
        <g
          v-for="plate in drawnPlates"
          :key="plate.id"
          class="plate"
          :class="{
            selected: plate.id === selected,
            target: plate.id === target,
            dimmed: isDim(plate.id),
            appeared: appeared.has(plate.id),
            moved: moved.has(plate.id),
          }"
          :data-id="plate.id"
          :data-mark="marks?.get(plate.id)"
          :style="{ transform: `translate(${plate.x}px, ${plate.y}px)` }"
          role="button"
          :tabindex="plate.id === selected ? 0 : -1"
          :aria-label="labelOf(plate.id)"
          :aria-pressed="plate.id === selected"
        >
          <title v-if="resting?.id === plate.id">{{ resting.text }}</title>
          <MapPlate
            v-if="factsOf(plate.id)"
            :facts="factsOf(plate.id)!"
            :detail="detail"
            :colour="colourOf(plate.id)"
          />
          <g
            v-if="graph.nodes.get(plate.id)!.editions > 1 && detail.height > 30"
            class="fold"
            :data-fold="plate.id"
            :transform="`translate(${detail.width - 26} 3)`"
          >
            <title>Show its editions apart, or fold them (e)</title>
            <rect width="23" height="14" rx="7" />
            <text x="11.5" y="10.5" text-anchor="middle" font-size="10" aria-hidden="true">
              {{ graph.nodes.get(plate.id)!.editions }} ed
            </text>
          </g>
        </g>
        <g v-if="handled" class="handles">
          <circle
            data-handle="base"
            :data-of="handled.id"
            :cx="handled.x + detail.width"
            :cy="handled.y + detail.height / 2"
            :r="Math.min(7, detail.height / 3)"
          >
            <title>Drag to a derivative, or to the open ground for a new one</title>
          </circle>
          <circle
            data-handle="derivative"
            :data-of="handled.id"
            :cx="handled.x"
            :cy="handled.y + detail.height / 2"
            :r="Math.min(7, detail.height / 3)"
          >
            <title>Drag to what it is built on</title>
          </circle>
        </g>
      </g>
      <path
        v-if="rubber"
        class="rubber"
        :d="`M${rubber.x1} ${rubber.y1}C${(rubber.x1 + rubber.x2) / 2} ${rubber.y1} ${(rubber.x1 + rubber.x2) / 2} ${rubber.y2} ${rubber.x2} ${rubber.y2}`"
      />
    </svg>
    <p id="map-help" class="visually-hidden">
      Arrow keys walk along the lineage: left to the base, right to a derivative, up and down to the next. The
      outline shows the same as a table.
    </p>
    <MapMini
      v-if="!isWhole && shown.layout.plates.length > 0"
      class="mini-place"
      :layout="shown.layout"
      :view="view"
      :frame="frame"
      :colour-of="colourOf"
      @go="mapView.centre"
    />
  </div>
</template>

<style scoped src="./lineageMap.css"></style>
