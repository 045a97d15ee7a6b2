<script setup lang="ts">
/** How one fact is spread over the company: each value with who has it, numbers on a line with the usual range. */
import { computed } from 'vue';
import { findFactKey } from '../../../core/catalogue/factSheet.ts';
import { formatDay } from '../../../core/catalogue/days.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import type { Spread } from '../../../core/peers/spread.ts';
import { wordApart, wordSpread } from '../../../core/wording/companyText.ts';
import { wordConditions } from '../../../core/wording/conditionsText.ts';
import { formatValue } from '../../../core/wording/valueText.ts';

const props = defineProps<{ spread: Spread; about: string; nameOf: (id: string) => string }>();
defineEmits<{ about: [id: string] }>();
const fact = computed(() => findFactKey(props.spread.key)!);
const isNumber = computed(() => fact.value.type === 'number');
/** The line from the least to the most, with room at both ends. */
const scale = computed(() => {
  const values = props.spread.ranked.map(({ value }) => value);
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const room = (most - least || Math.abs(most) || 1) * 0.06;
  return (value: number) => ((value - least + room) / (most - least + 2 * room)) * 100;
});
const LONG = 12;
</script>

<template>
  <h2>{{ fact.label }}</h2>
  <p>{{ wordSpread(spread) }}</p>
  <template v-if="isNumber">
    <svg
      v-if="spread.ranked.length"
      class="line"
      viewBox="0 0 100 14"
      preserveAspectRatio="none"
      role="img"
      :aria-label="wordSpread(spread)"
    >
      <rect
        v-if="spread.usual"
        class="usual"
        :x="scale(spread.usual.least)"
        y="2"
        :width="Math.max(0.6, scale(spread.usual.most) - scale(spread.usual.least))"
        height="10"
      />
      <line class="axis" x1="0" x2="100" y1="7" y2="7" />
      <line
        v-for="each in spread.ranked"
        :key="each.member"
        class="tick"
        :class="{ own: each.member === about }"
        :x1="scale(each.value)"
        :x2="scale(each.value)"
        y1="3"
        y2="11"
      />
    </svg>
    <p v-if="spread.usual?.conditions" class="small soft">{{ wordConditions(spread.usual.conditions) }}</p>
    <table class="plain-table" aria-label="Figures">
      <tbody>
        <tr v-for="each in spread.ranked" :key="each.member" :class="{ own: each.member === about }">
          <td>
            <button class="plain" @click="$emit('about', each.member)">{{ nameOf(each.member) }}</button>
          </td>
          <td class="number">{{ formatValue(fact, each.value) }}</td>
          <td />
        </tr>
        <tr
          v-for="each in spread.apart"
          :key="each.member"
          class="apart"
          :class="{ own: each.member === about }"
        >
          <td>
            <button class="plain" @click="$emit('about', each.member)">{{ nameOf(each.member) }}</button>
          </td>
          <td class="number">{{ formatValue(fact, each.value) }}</td>
          <td class="small soft">apart: {{ wordApart(each.why) }}</td>
        </tr>
      </tbody>
    </table>
  </template>
  <table v-else class="plain-table" aria-label="Values">
    <thead>
      <tr>
        <th>Value</th>
        <th>Systems</th>
        <th>Bits</th>
        <th>Who</th>
        <th>First</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="value in spread.values" :key="value.name" :class="{ own: value.members.includes(about) }">
        <td>{{ value.name }} <span v-if="value.isRare" class="rare small">rare</span></td>
        <td class="bar">
          <span
            class="fill"
            :style="{ width: `${(value.members.length / value.of) * 60}px` }"
            aria-hidden="true"
          />
          {{ value.members.length }} of {{ value.of }}
        </td>
        <td class="mono">{{ value.bits.toFixed(1) }}</td>
        <td class="small">
          <template v-for="(id, i) in value.members.slice(0, LONG)" :key="id"
            >{{ i ? ', ' : ''
            }}<button class="plain" :class="{ strong: id === about }" @click="$emit('about', id)">
              {{ nameOf(id) }}
            </button></template
          >{{ value.members.length > LONG ? ` and ${value.members.length - LONG} more` : '' }}
        </td>
        <td class="small soft">
          {{ value.first ? `${nameOf(value.first.id)}, ${formatWhen(formatDay(value.first.day))}` : '' }}
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.line {
  width: 100%;
  height: 46px;
  margin: 8px 0 2px;
}
.usual {
  fill: rgb(var(--v-theme-seen));
  opacity: 0.22;
}
.axis {
  stroke: rgb(var(--v-theme-line));
  stroke-width: 0.5;
}
.tick {
  stroke: rgb(var(--v-theme-ink-soft));
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.tick.own {
  stroke: rgb(var(--v-theme-accent));
  stroke-width: 5;
}
tr.own td {
  background: rgb(var(--v-theme-accent-soft));
}
td {
  vertical-align: top;
}
.bar {
  white-space: nowrap;
}
.fill {
  display: inline-block;
  height: 9px;
  margin-right: 6px;
  background: rgb(var(--v-theme-seen));
}
.plain:hover {
  text-decoration: underline;
}
.strong {
  font-weight: 700;
}
.rare {
  margin-left: 4px;
  padding: 0 6px;
  border: 1px solid rgb(var(--v-theme-accent));
  border-radius: 10px;
}
</style>
