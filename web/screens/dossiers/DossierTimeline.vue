<script setup lang="ts">
/** The time line of one distribution: standing, bases, releases, links; each stretch leads to that date on the map. */
import { computed } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { firstDayOf, formatDay } from '../../../core/catalogue/days.ts';
import { wordLink } from '../../../core/wording/lineageText.ts';
import { wordDatedEvent } from '../../../core/wording/eventText.ts';
import { lifeOf } from '../../../core/lineage/lives.ts';
import { timelineOf, type Stretch } from '../../../core/overview/timeline.ts';
import { eventsOf } from '../../../core/lineage/events.ts';
import { distributionOf } from '../../../core/lineage/releases.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { currentDay } from '../../stores/clock.ts';

const props = defineProps<{ catalogue: Catalogue; distribution: string; day: number }>();

const today = currentDay();
const line = computed(() => timelineOf(props.catalogue, props.distribution, today));
const events = computed(() =>
  eventsOf(props.catalogue, props.distribution, lifeOf(props.catalogue, props.distribution)).toReversed(),
);
/** The axis goes on to the last end of support, but not for ever. */
const span = computed(() => {
  const ends = line.value.releases.map(({ to }) => to);
  const from = line.value.span.from - 30;
  return { from, to: Math.min(Math.max(today + 60, ...ends), today + 365 * 8) };
});
const percent = (day: number) =>
  (100 * (Math.min(Math.max(day, span.value.from), span.value.to) - span.value.from)) /
  (span.value.to - span.value.from);
const styleOf = ({ from, to }: Stretch) => ({
  left: `${percent(from)}%`,
  width: `max(3px, ${percent(to) - percent(from)}%)`,
  // A short one lies on its longer neighbour: both can be hit.
  zIndex: 100 - Math.round(percent(to) - percent(from)),
});
const years = computed(() => {
  const year = (day: number) => Number(formatDay(day).slice(0, 4));
  const [first, last] = [year(span.value.from) + 1, year(span.value.to)];
  const step = Math.ceil((last - first + 1) / 12);
  return Array.from({ length: Math.floor((last - first) / step) + 1 }, (_, i) => {
    const at = first + i * step;
    return { label: String(at), left: `${percent(firstDayOf(String(at)))}%` };
  });
});
const dateOf = (from: number) => formatDay(Math.min(Math.max(from, span.value.from), today));
const shortBase = (base: string) =>
  nameOf(props.catalogue, base).replace(
    `${nameOf(props.catalogue, distributionOf(props.catalogue, base))} `,
    '',
  );
const mapAt = (day: number) => ({
  name: 'lineage',
  query: { at: props.distribution, ...(day < today && { asof: formatDay(Math.max(day, span.value.from)) }) },
});
const hasRows = computed(
  () => line.value.standings.length + line.value.bases.length + line.value.releases.length > 0,
);
</script>

<template>
  <div class="line">
    <p v-if="!hasRows" class="soft none">
      No status, base or release with a date is recorded. Releases are added under Editions.
    </p>
    <div v-else class="chart" role="group" aria-label="Time line">
      <div class="axis">
        <span v-for="year in years" :key="year.label" class="year" :style="{ left: year.left }">{{
          year.label
        }}</span>
      </div>
      <div class="rules" aria-hidden="true">
        <i v-for="year in years" :key="year.label" :style="{ left: year.left }" />
        <i class="today" :style="{ left: `${percent(today)}%` }" title="Today" />
        <i v-if="day !== today" class="shown" :style="{ left: `${percent(day)}%` }" title="The date shown" />
      </div>
      <div v-if="line.standings.length" class="row">
        <span class="label">Status</span>
        <div class="track">
          <router-link
            v-for="period in line.standings"
            :key="period.when"
            class="stretch standing"
            :class="period.standing"
            :style="styleOf({ ...period, to: Math.min(period.to, today) })"
            :title="`${period.standing} since ${formatWhen(period.when)}`"
            :to="mapAt(period.from)"
            >{{ period.standing }}</router-link
          >
        </div>
      </div>
      <div v-for="row in line.bases" :key="row.base" class="row">
        <span class="label">on {{ nameOf(catalogue, row.base) }}</span>
        <div class="track">
          <router-link
            v-for="stretch in row.stretches"
            :key="stretch.link.id"
            class="stretch base"
            :class="{ whole: !stretch.link.derivative.startsWith('release:') }"
            :style="styleOf({ ...stretch, to: Math.min(stretch.to, today) })"
            :title="wordLink(catalogue, stretch.link)"
            :to="mapAt(Math.max(stretch.from, span.from))"
            >{{
              stretch.link.derivative.startsWith('release:') ? shortBase(stretch.link.base) : ''
            }}</router-link
          >
        </div>
      </div>
      <div v-for="{ release, from, to, supportEnd } in line.releases" :key="release.id" class="row">
        <span class="label">{{ release.version }}</span>
        <div class="track">
          <router-link
            class="stretch release"
            :class="{ [release.stage]: true, over: to < today }"
            :style="styleOf({ from, to })"
            :title="`${nameOf(catalogue, release.id)}, ${formatWhen(release.date!)}${supportEnd ? `, supported until ${formatWhen(supportEnd)}` : ''}`"
            :to="{ name: 'dossier', params: { release: release.id } }"
          />
        </div>
      </div>
      <div v-for="{ link, from, to } in line.others" :key="link.id" class="row">
        <span class="label">{{ link.relation }}</span>
        <div class="track">
          <router-link
            class="stretch other"
            :style="styleOf({ from, to: Math.min(to, today) })"
            :title="wordLink(catalogue, link)"
            :to="{ name: 'lineage', query: { at: distribution, link: link.id } }"
            >{{ wordLink(catalogue, link) }}</router-link
          >
        </div>
      </div>
    </div>
    <h2>What happened</h2>
    <table v-if="events.length" class="plain-table" aria-label="Events">
      <tbody>
        <tr v-for="(event, i) in events" :key="i">
          <td>
            <router-link
              class="plain-link"
              :to="mapAt(event.day)"
              :title="`The map as of ${formatWhen(dateOf(event.day))}`"
              >{{ wordDatedEvent(catalogue, event) }}</router-link
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="soft">
      Nothing of it is dated yet. Releases, links and the fact “Status over time” carry the dates.
    </p>
  </div>
</template>

<style scoped>
.chart {
  position: relative;
  margin: 8px 0 22px;
  padding-top: 22px;
}
.none {
  padding: 20px 0 14px;
}
.axis,
.rules {
  position: absolute;
  left: 140px;
  right: 0;
  top: 0;
  bottom: 0;
  pointer-events: none;
}
.year {
  position: absolute;
  transform: translateX(-50%);
  font-size: 11px;
  color: rgb(var(--v-theme-ink-soft));
}
.rules i {
  position: absolute;
  top: 18px;
  bottom: 0;
  width: 1px;
  background: rgb(var(--v-theme-line));
}
.rules .today {
  background: rgb(var(--v-theme-ink-soft));
}
.rules .shown {
  width: 2px;
  background: rgb(var(--v-theme-accent));
}
.row {
  position: relative;
  display: grid;
  grid-template-columns: 130px minmax(0, 1fr);
  column-gap: 10px;
  align-items: center;
  height: 26px;
}
.label {
  font-size: 12.5px;
  color: rgb(var(--v-theme-ink-soft));
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.track {
  position: relative;
  height: 24px;
}
.stretch {
  position: absolute;
  top: 0;
  min-width: 24px;
  height: 24px;
  border-radius: 3px;
  font-size: 11px;
  line-height: 24px;
  padding: 0 5px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  text-decoration: none;
  color: rgb(var(--v-theme-ink));
  background: rgb(var(--v-theme-track));
}
.stretch:hover {
  outline: 1.5px solid rgb(var(--v-theme-accent));
}
.standing.maintained {
  background: rgb(var(--v-theme-seen));
  color: rgb(var(--v-theme-surface));
}
.standing.ended,
.standing.merged {
  background: rgb(var(--v-theme-error));
  color: rgb(var(--v-theme-surface));
}
.base {
  background: rgb(var(--v-theme-area-repositories));
  color: rgb(var(--v-theme-surface));
  border-right: 1px solid rgb(var(--v-theme-background));
}
.base.whole {
  opacity: 0.3;
}
.release {
  padding: 0;
  background: none;
}
.release::before {
  content: '';
  display: block;
  height: 8px;
  margin-top: 8px;
  border-radius: 3px;
  background: rgb(var(--v-theme-area-model));
}
.release.over::before {
  opacity: 0.45;
}
.release.test::before {
  background: none;
  border: 1.5px dashed rgb(var(--v-theme-area-model));
}
.other {
  background: none;
  border: 1px solid rgb(var(--v-theme-line));
  min-width: 60px;
}
</style>
