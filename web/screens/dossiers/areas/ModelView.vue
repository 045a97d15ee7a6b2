<script setup lang="ts">
/** The release model: claimed beside found, releases on a line over the windows of support of all layers, delays by source. */
import { computed } from 'vue';
import { recordOf } from '../../../../core/catalogue/catalogue.ts';
import { formatWhen } from '../../../../core/catalogue/formatWhen.ts';
import { formatDay } from '../../../../core/catalogue/days.ts';
import { formatNumberOf } from '../../../../core/wording/valueText.ts';
import { modelOf } from '../../../../core/support/releaseModel.ts';
import type { SupportWindow } from '../../../../core/support/support.ts';
import { nameOf } from '../../../../core/lineage/names.ts';
import EvidenceMark from '../../../parts/EvidenceMark.vue';
import type { AreaProps } from './areaProps.ts';

const props = defineProps<AreaProps>();
const view = computed(() => modelOf(props.catalogue, props.table));

const YEAR = 365.25;
/** From the first to the last day that is drawn, with today within. */
const span = computed(() => {
  const { windows, releases } = view.value;
  const days = [...windows.flatMap(({ from, to }) => [from, to]), ...releases, props.day].filter(
    (day) => day !== undefined,
  );
  const [first, last] = [Math.min(...days), Math.max(...days)];
  const margin = Math.max(60, (last - first) * 0.03);
  return { first: first - margin, last: last + margin };
});
const LEFT = 130;
const WIDTH = 900;
const ROW = 22;
const x = (day: number) =>
  LEFT + ((day - span.value.first) / (span.value.last - span.value.first)) * (WIDTH - LEFT - 90);
const years = computed(() => {
  const { first, last } = span.value;
  const begin = new Date(first * 86_400_000).getUTCFullYear() + 1;
  const end = new Date(last * 86_400_000).getUTCFullYear();
  const step = end - begin > 12 ? 5 : end - begin > 6 ? 2 : 1;
  return Array.from({ length: end - begin + 1 }, (_, i) => begin + i)
    .filter((year) => year % step === 0)
    .map((year) => ({ year, at: x(Date.UTC(year, 0, 1) / 86_400_000) }));
});
const height = computed(() => 24 + (view.value.windows.length + 1) * ROW);
const endWords = ({ to }: SupportWindow) => (to === undefined ? 'end not known' : formatWhen(formatDay(to)));
const own = computed(() => view.value.windows.at(-1));
const base = computed(() => view.value.windows.at(-2));
const gap = computed(() =>
  own.value?.to !== undefined && base.value?.to !== undefined ? own.value.to - base.value.to : undefined,
);
const sentences = computed(() => {
  const { found, claimed, interval, releases } = view.value;
  const every =
    interval && interval > 1.5 * YEAR ? `${(interval / YEAR).toFixed(1)} years` : `${interval} days`;
  const past = gap.value !== undefined && gap.value > 0 ? gap.value : 0;
  return [
    found && claimed && found !== claimed
      ? `Claimed: ${claimed}; found: ${found}.`
      : found && `Its model is ${found}${claimed ? ', as claimed' : ''}.`,
    interval && `${releases.length} releases; in the middle ${every} lie between two.`,
    past > 0 &&
      `Support runs ${formatNumberOf(past, 'day')} past that of ${nameOf(props.catalogue, base.value!.layer)}.`,
  ].filter(Boolean);
});
const sourceOf = (id: string | undefined) =>
  id ? (recordOf(props.catalogue, 'source', id)?.title ?? '') : 'no source';
</script>

<template>
  <section v-if="view.windows.length || view.found" aria-label="Releases and support">
    <svg
      v-if="view.windows.length"
      :viewBox="`0 0 ${WIDTH} ${height}`"
      role="img"
      :aria-label="sentences.join(' ')"
    >
      <g v-for="{ year, at } in years" :key="year">
        <line :x1="at" :x2="at" y1="16" :y2="height - 4" class="year" />
        <text :x="at" y="10" class="tick" text-anchor="middle">{{ year }}</text>
      </g>
      <g v-for="(each, i) in view.windows" :key="each.layer" :transform="`translate(0 ${20 + i * ROW})`">
        <text x="0" y="13" class="label">{{ nameOf(catalogue, each.layer) }}</text>
        <rect
          :x="x(each.from ?? span.first)"
          y="3"
          :width="Math.max(2, x(each.to ?? props.day) - x(each.from ?? span.first))"
          height="13"
          rx="3"
          class="window"
          :class="{
            own: i === view.windows.length - 1,
            open: each.to === undefined || each.from === undefined,
          }"
        />
        <rect
          v-if="i === view.windows.length - 1 && gap && gap > 0"
          :x="x(base!.to!)"
          y="3"
          :width="x(each.to!) - x(base!.to!)"
          height="13"
          rx="3"
          class="gap"
        />
        <text :x="x(each.to ?? props.day) + 6" y="13" class="label end">{{ endWords(each) }}</text>
      </g>
      <g :transform="`translate(0 ${20 + view.windows.length * ROW})`">
        <text x="0" y="13" class="label">releases</text>
        <circle
          v-for="release in view.releases"
          :key="release"
          :cx="x(release)"
          cy="9"
          r="3.5"
          class="release"
        >
          <title>{{ formatWhen(formatDay(release)) }}</title>
        </circle>
      </g>
      <line :x1="x(props.day)" :x2="x(props.day)" y1="14" :y2="height - 4" class="today" />
    </svg>
    <p class="small">{{ sentences.join(' ') }}</p>
    <table v-if="view.delays.length" class="plain-table delays" aria-label="Delays by source">
      <tbody>
        <tr v-for="each in view.delays" :key="each.reading.id">
          <td class="number">{{ formatNumberOf(each.days, 'day') }}</td>
          <td><EvidenceMark :evidence="each.evidence" /> {{ each.fact.label }}</td>
          <td class="soft">{{ sourceOf(each.reading.source) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 1000px;
}
text {
  font-size: 11.5px;
  fill: rgb(var(--v-theme-ink));
}
.tick,
.end {
  fill: rgb(var(--v-theme-ink-soft));
  font-size: 11px;
}
.year {
  stroke: rgb(var(--v-theme-line));
}
.window {
  fill: rgb(var(--v-theme-track));
  stroke: rgb(var(--v-theme-ink-soft));
  stroke-width: 0.7;
}
.window.own {
  fill: rgb(var(--v-theme-area-model));
  fill-opacity: 0.55;
}
.window.open {
  stroke-dasharray: 3 3;
}
.gap {
  fill: rgb(var(--v-theme-error));
  fill-opacity: 0.75;
}
.release {
  fill: rgb(var(--v-theme-area-model));
}
.today {
  stroke: rgb(var(--v-theme-accent));
  stroke-width: 1.6;
}
.delays {
  width: auto;
  margin-top: 8px;
}
.delays .number {
  width: 80px;
  font-weight: 600;
}
</style>
