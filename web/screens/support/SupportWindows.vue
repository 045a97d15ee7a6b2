<script setup lang="ts">
/** Windows of support over the windows of the bases, with today and the day that is asked about. */
import { computed } from 'vue';
import { formatDay } from '../../../core/catalogue/days.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { dateOfEnd, type SupportRow } from '../../../core/support/supportRows.ts';
import { SUPPORT_STATES, wordSupport } from '../../../core/wording/supportText.ts';

const props = defineProps<{
  rows: readonly SupportRow[];
  today: number;
  on: number;
  selected: string;
}>();
const emit = defineEmits<{ select: [row: SupportRow] }>();

const YEAR = 365.25;
const span = computed(() => {
  const days = props.rows.flatMap(({ own, base }) =>
    [own.from, own.ends, base?.ends, own.computed].flatMap((day) => (day === undefined ? [] : [day])),
  );
  const from = Math.max(Math.min(props.today - YEAR, ...days), props.today - 4 * YEAR);
  const to = Math.min(
    Math.max(props.today + 2 * YEAR, props.on + 90, ...days.map((day) => day + 120)),
    props.today + 12 * YEAR,
  );
  return { from, to };
});
const at = (day: number) => {
  const { from, to } = span.value;
  return Math.min(100, Math.max(0, ((day - from) / (to - from)) * 100));
};
const between = (from: number, to: number) => ({
  left: `${at(from)}%`,
  width: `${Math.max(at(to) - at(from), 0.4)}%`,
});
const years = computed(() => {
  const first = Number(formatDay(span.value.from).slice(0, 4)) + 1;
  const last = Number(formatDay(span.value.to).slice(0, 4));
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => first + i).map((year) => ({
    year,
    left: at(Date.UTC(year, 0, 1) / 86_400_000),
  }));
});
/** Where a system is drawn from: its release, or what is shown first. */
const startOf = ({ own }: SupportRow) => own.from ?? span.value.from;
const isGap = ({ gap }: SupportRow) => gap !== undefined && gap.most > 0;
const idOf = ({ subject, edition }: SupportRow) => `${subject} ${edition ?? ''}`;
const baseOf = ({ base }: SupportRow) => (base ? `on ${base.name}` : 'no base');
</script>

<template>
  <div class="windows" role="group" aria-label="Support of each system">
    <div class="axis" aria-hidden="true">
      <span class="axis-name" />
      <span class="track">
        <span v-for="{ year, left } in years" :key="year" class="year" :style="{ left: `${left}%` }">{{
          year
        }}</span>
      </span>
      <span class="until" />
    </div>
    <div class="lanes">
      <div class="lines" aria-hidden="true">
        <span class="axis-name" />
        <span class="track">
          <span v-for="{ year, left } in years" :key="year" class="year-line" :style="{ left: `${left}%` }" />
          <span class="today-line" :style="{ left: `${at(today)}%` }"><i>today</i></span>
          <span v-if="on !== today" class="on-line" :style="{ left: `${at(on)}%` }"
            ><i>{{ formatWhen(formatDay(on)) }}</i></span
          >
        </span>
        <span class="until" />
      </div>
      <button
        v-for="row in rows"
        :key="idOf(row)"
        class="lane"
        :class="{ selected: idOf(row) === selected }"
        :aria-current="idOf(row) === selected"
        @click="emit('select', row)"
      >
        <span class="axis-name">
          <strong>{{ row.name }}</strong>
          <span class="small soft cut">{{ ` ${baseOf(row)}` }}</span>
        </span>
        <span class="track">
          <span
            v-if="row.base"
            class="base"
            :class="{ open: row.base.ends === undefined }"
            :style="between(row.base.from ?? span.from, row.base.ends ?? span.to)"
          />
          <template v-if="row.own.ends !== undefined">
            <span
              class="own"
              :class="{ over: row.own.ends < today }"
              :style="
                between(startOf(row), isGap(row) ? Math.max(row.base!.ends!, startOf(row)) : row.own.ends)
              "
            />
            <span
              v-if="isGap(row)"
              class="gap"
              :style="between(Math.max(row.base!.ends!, startOf(row)), row.own.ends)"
            />
            <span
              v-if="
                row.own.to !== undefined && row.own.computed !== undefined && row.own.computed !== row.own.to
              "
              class="computed"
              :style="{ left: `${at(row.own.computed)}%` }"
            />
          </template>
          <span v-else-if="row.state === 'rolls'" class="own rolls" :style="between(startOf(row), span.to)"
            >rolls</span
          >
          <span v-else class="own unknown" :style="between(startOf(row), startOf(row) + 60)" />
        </span>
        <span class="until small" :class="row.state">
          {{ ' ' }}{{ row.own.ends === undefined ? '' : formatWhen(dateOfEnd(row.own)) }}
          <span class="state">{{ ' ' }}{{ SUPPORT_STATES[row.state] }}</span>
        </span>
        <span class="visually-hidden">{{ ` ${wordSupport(row)}` }}</span>
      </button>
    </div>
    <p class="legend small soft">
      <span><i class="own" /> its own support</span>
      <span><i class="base" /> that of its base</span>
      <span><i class="gap" /> promised past its base</span>
      <span><i class="computed" /> end by its rule</span>
    </p>
  </div>
</template>

<style scoped>
.axis,
.lane,
.lines {
  display: grid;
  grid-template-columns: 176px minmax(0, 1fr) 150px;
  gap: 14px;
  width: 100%;
}
.axis {
  height: 20px;
  font-size: 12px;
  color: rgb(var(--v-theme-ink-soft));
}
.track {
  position: relative;
}
.year {
  position: absolute;
  transform: translateX(-50%);
}
.lanes {
  position: relative;
  min-height: 40px;
}
.lines {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
.year-line,
.today-line,
.on-line {
  position: absolute;
  top: 0;
  bottom: 0;
  border-left: 1px dashed rgb(var(--v-theme-line));
}
.today-line {
  z-index: 2;
  border-left: 2px solid rgb(var(--v-theme-ink));
}
.on-line {
  z-index: 2;
  border-left: 2px solid rgb(var(--v-theme-accent));
}
.today-line i,
.on-line i {
  position: absolute;
  bottom: -17px;
  left: -2px;
  font-size: 11px;
  font-style: normal;
  white-space: nowrap;
  background: rgb(var(--v-theme-background));
  padding: 0 3px;
}
.on-line i {
  color: rgb(var(--v-theme-accent-ink));
}
.lane {
  position: relative;
  align-items: center;
  height: 44px;
  text-align: left;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.lane:hover {
  background: rgba(var(--v-theme-surface), 0.6);
}
.lane.selected {
  background: rgb(var(--v-theme-accent-soft));
}
.lane .axis-name {
  display: grid;
  padding-left: 8px;
  line-height: 1.25;
  min-width: 0;
}
.lane .track {
  height: 30px;
}
.base,
.own,
.gap {
  position: absolute;
  border-radius: 3px;
}
.track .base {
  top: 0;
  bottom: 0;
  background: rgba(var(--v-theme-area-model), 0.17);
}
.track .base.open {
  background: linear-gradient(to right, rgba(var(--v-theme-area-model), 0.17) 70%, transparent);
}
.track .own,
.track .gap {
  top: 9px;
  height: 12px;
}
.own {
  background: rgb(var(--v-theme-area-model));
}
.own.over {
  opacity: 0.45;
}
.own.rolls {
  color: rgb(var(--v-theme-background));
  font-size: 10px;
  line-height: 12px;
  padding-left: 6px;
  background: linear-gradient(to right, rgb(var(--v-theme-success)) 60%, transparent);
}
.own.unknown {
  background: none;
  border: 1px dashed rgb(var(--v-theme-ink-soft));
}
.gap {
  background: repeating-linear-gradient(
    -45deg,
    rgb(var(--v-theme-error)) 0 3px,
    rgba(var(--v-theme-error), 0.45) 3px 6px
  );
}
.track .computed {
  position: absolute;
  top: 4px;
  height: 22px;
  border-left: 2px dotted rgb(var(--v-theme-ink));
}
.lane .until {
  display: grid;
  line-height: 1.3;
}
.until .state {
  color: rgb(var(--v-theme-ink-soft));
}
.until.supported .state,
.until.rolls .state {
  color: rgb(var(--v-theme-success));
}
.until.ended .state {
  color: rgb(var(--v-theme-error));
}
.legend {
  display: flex;
  flex-wrap: wrap;
  gap: 18px;
  margin-top: 26px;
}
.legend i {
  position: static;
  display: inline-block;
  width: 22px;
  height: 10px;
  margin-right: 5px;
  vertical-align: -1px;
  border-radius: 3px;
}
.legend i.base {
  background: rgba(var(--v-theme-area-model), 0.17);
}
.legend i.computed {
  width: 4px;
  height: 14px;
  border-left: 2px dotted rgb(var(--v-theme-ink));
  border-radius: 0;
}
</style>
