<script setup lang="ts">
/** The history under the map: events as ticks, and the day shown, which can be moved over them. */
import { computed, onUnmounted, ref } from 'vue';
import SinceThen from './SinceThen.vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { firstDayOf, formatDay } from '../../../core/catalogue/days.ts';
import { wordDatedEvent } from '../../../core/wording/eventText.ts';
import type { DatedEvent, EventKind } from '../../../core/lineage/event.ts';

const props = defineProps<{
  catalogue: Catalogue;
  events: readonly DatedEvent[];
  day: number;
  today: number;
}>();
const emit = defineEmits<{ go: [day: number | null] }>();

/** How high a tick stands, and in which colour. What happens all the time is low. */
const TICKS: Readonly<Record<EventKind, { height: number; tone: 'plain' | 'strong' | 'over' }>> = {
  appears: { height: 9, tone: 'plain' },
  ends: { height: 16, tone: 'over' },
  disappears: { height: 9, tone: 'over' },
  moves: { height: 16, tone: 'strong' },
  adopted: { height: 16, tone: 'strong' },
  related: { height: 12, tone: 'strong' },
  gains: { height: 12, tone: 'strong' },
  loses: { height: 12, tone: 'strong' },
  follows: { height: 5, tone: 'plain' },
  standing: { height: 8, tone: 'plain' },
};
const SLACK = 60;

const span = computed(() => {
  const days = props.events.map(({ day }) => day);
  const first = days.length ? Math.min(...days) : props.today - 3650;
  return { first: Math.min(first, props.day) - SLACK, last: Math.max(props.today, props.day) };
});
const placeOf = (day: number) =>
  ((day - span.value.first) / Math.max(1, span.value.last - span.value.first)) * 1000;
/** One tick for events that would stand on the same spot: the highest of them. */
const ticks = computed(() => {
  const spots = new Map<number, { x: number; height: number; tone: string }>();
  for (const { day, kind } of props.events) {
    if (day > span.value.last) continue;
    const x = Math.round(placeOf(day) * 2) / 2;
    const { height, tone } = TICKS[kind];
    if ((spots.get(x)?.height ?? 0) < height) spots.set(x, { x, height, tone });
  }
  return [...spots.values()];
});
const years = computed(() => {
  const year = (day: number) => Number(formatDay(day).slice(0, 4));
  const [from, to] = [year(span.value.first) + 1, year(span.value.last)];
  const step = Math.max(1, Math.ceil((to - from + 1) / 14));
  const found: { x: number; label: string }[] = [];
  for (let at = Math.ceil(from / step) * step; at <= to; at += step)
    found.push({ x: placeOf(firstDayOf(String(at))), label: String(at) });
  return found;
});

const days = computed(() =>
  [...new Set(props.events.map(({ day }) => day))].filter((day) => day <= props.today),
);
const before = computed(() => days.value.findLast((day) => day < props.day));
const after = computed(() => days.value.find((day) => day > props.day));
const isToday = computed(() => props.day === props.today);
/** What happened on the day shown, or last before it. */
const told = computed(() => {
  const last = props.events.findLast(({ day }) => day <= props.day)?.day;
  const same = props.events.filter(({ day }) => day === last);
  return { first: same[0], more: same.length - 1, all: same };
});

const go = (day: number | undefined) => emit('go', day === undefined || day >= props.today ? null : day);
function onInput(event: Event): void {
  go(Number((event.target as HTMLInputElement).value));
}

const PACE = 900;
const playing = ref(false);
let timer: ReturnType<typeof setInterval> | undefined;
function stop(): void {
  playing.value = false;
  clearInterval(timer);
}
function play(): void {
  if (playing.value) return stop();
  playing.value = true;
  if (isToday.value && days.value.length) go(days.value[0]);
  timer = setInterval(() => {
    if (after.value === undefined) {
      stop();
      emit('go', null);
    } else go(after.value);
  }, PACE);
}
onUnmounted(stop);
</script>

<template>
  <section class="time" aria-label="History">
    <div class="steps">
      <v-btn
        :disabled="before === undefined"
        aria-label="To the event before"
        title="To the event before"
        @click="go(before)"
        >‹</v-btn
      >
      <v-btn
        :disabled="after === undefined"
        aria-label="To the next event"
        title="To the next event"
        @click="go(after)"
        >›</v-btn
      >
      <v-btn :disabled="days.length === 0" :title="playing ? 'Stop' : 'From event to event'" @click="play">{{
        playing ? 'Stop' : 'Play'
      }}</v-btn>
    </div>
    <div class="axis">
      <svg viewBox="0 0 1000 34" preserveAspectRatio="none" aria-hidden="true">
        <line class="rule" x1="0" x2="1000" y1="20" y2="20" />
        <rect
          v-for="tick in ticks"
          :key="tick.x"
          :class="tick.tone"
          :x="tick.x - 0.6"
          :y="20 - tick.height"
          width="1.6"
          :height="tick.height"
        />
      </svg>
      <span v-for="year in years" :key="year.label" class="year" :style="{ left: `${year.x / 10}%` }">{{
        year.label
      }}</span>
      <span class="now" :class="{ past: !isToday }" :style="{ left: `${placeOf(day) / 10}%` }" />
      <input
        type="range"
        :min="span.first"
        :max="span.last"
        :value="day"
        aria-label="As of"
        :aria-valuetext="formatWhen(formatDay(day))"
        @input="onInput"
      />
    </div>
    <div class="below">
      <p class="told small" aria-live="polite">
        <strong>{{ isToday ? 'Today' : formatWhen(formatDay(day)) }}.</strong>{{ ' ' }}
        <span
          v-if="told.first"
          class="soft"
          :title="told.all.map((each) => wordDatedEvent(catalogue, each)).join('\n')"
        >
          {{ told.first.day === day ? '' : 'Last before: ' }}{{ wordDatedEvent(catalogue, told.first) }}
          {{ told.more > 0 ? `and ${told.more} more` : '' }}
        </span>
      </p>
      <v-menu v-if="!isToday" location="top" :close-on-content-click="false">
        <template #activator="{ props: menu }"
          ><button v-bind="menu" class="small ask">What changed since</button></template
        >
        <SinceThen :catalogue="catalogue" :day="day" :today="today" />
      </v-menu>
    </div>
  </section>
</template>

<style scoped>
.time {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  column-gap: 14px;
  padding: 6px 16px 7px;
  border-top: 1px solid rgb(var(--v-theme-line));
  background: rgb(var(--v-theme-rail));
}
.steps {
  display: flex;
  gap: 5px;
  align-items: center;
  grid-row: 1 / 3;
}
.axis {
  position: relative;
  height: 34px;
}
svg {
  width: 100%;
  height: 34px;
  display: block;
}
.rule {
  stroke: rgb(var(--v-theme-line));
  vector-effect: non-scaling-stroke;
}
.plain {
  fill: rgb(var(--v-theme-ink-soft));
  opacity: 0.65;
}
.strong {
  fill: rgb(var(--v-theme-seen));
}
.over {
  fill: rgb(var(--v-theme-error));
}
.year {
  position: absolute;
  top: 21px;
  transform: translateX(-50%);
  font-size: 10.5px;
  color: rgb(var(--v-theme-ink-soft));
  pointer-events: none;
}
.now {
  position: absolute;
  top: 0;
  bottom: 10px;
  width: 3px;
  margin-left: -1.5px;
  border-radius: 2px;
  background: rgb(var(--v-theme-ink));
  pointer-events: none;
}
.now.past {
  background: rgb(var(--v-theme-accent));
}
input[type='range'] {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  margin: 0;
  opacity: 0;
  cursor: ew-resize;
}
.axis:focus-within {
  outline: 2px solid rgb(var(--v-theme-accent));
  border-radius: 4px;
}
.below {
  display: flex;
  gap: 14px;
  min-width: 0;
}
.ask {
  flex: none;
  text-decoration: underline;
  color: rgb(var(--v-theme-accent-ink));
}
.told {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  margin: 0;
}
.told strong {
  font-weight: 600;
}
@media (width <= 800px) {
  .time {
    grid-template-columns: minmax(0, 1fr);
  }
  .year:not(:nth-of-type(4n + 1)) {
    display: none;
  }
}
</style>
