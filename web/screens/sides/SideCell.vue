<script setup lang="ts">
/** What one side has of a point: a solid cell where it sets it, a line running through where it carries it from the trunk. */
import { computed } from 'vue';
import type { ElementLine, Point } from '../../../core/comparing/point.ts';
import { isUnknown } from '../../../core/comparing/verdict.ts';
import { wordElementValue, wordSideValue } from '../../../core/wording/sideText.ts';
import EvidenceMark from '../../parts/EvidenceMark.vue';

const props = defineProps<{
  point: Point;
  place: number;
  /** The side of the trunk that it stands on. */
  align: 'left' | 'right';
  /** A trunk stands beside it: what comes up from that is a line. */
  hasTrunk: boolean;
  /** An element that is shown in a line of its own. */
  line?: ElementLine;
}>();
const value = computed(() => props.point.values[props.place]);
const isLine = computed(
  () =>
    props.hasTrunk &&
    !props.line &&
    value.value.isFromTrunk &&
    value.value.state !== 'takenOver' &&
    !value.value.bar,
);
const blank = computed(() => (props.line ? element.value?.has === 'unknown' : isUnknown(value.value)));
const element = computed(() => props.line?.values[props.place]);
/** Of a long list how many, and what only this side has. */
const LONG = 5;
const short = computed(() => {
  const { elements } = props.point;
  const all = elements.filter(({ values }) => values[props.place].has === 'yes');
  if (props.line || all.length <= LONG || value.value.said) return null;
  const own = all.filter(({ verdict }) => verdict === 'different');
  return {
    all: all.length,
    shared: all.length - own.length,
    own: own.map(({ name }) => name).slice(0, LONG),
    more: Math.max(0, own.length - LONG),
  };
});
const text = computed(() =>
  props.line && element.value
    ? wordElementValue(props.line, element.value)
    : wordSideValue(props.point, value.value),
);
const remark = computed(() => {
  if (props.line || blank.value || isLine.value) return '';
  const { setBy, isOwn, state } = value.value;
  if (state === 'unchanged') return `as in ${setBy}, checked`;
  return setBy && !isOwn ? `from ${setBy}` : '';
});
</script>

<template>
  <div
    class="cell"
    :class="{
      right: align === 'right',
      blank,
      through: isLine,
      barred: value.bar && !line,
      own: value.isOwn && !line,
    }"
  >
    <span v-if="isLine" class="line"
      ><span class="said" :title="text">{{
        value.state === 'unchanged' ? 'confirmed' : 'inherited'
      }}</span></span
    >
    <template v-else>
      <span class="said">
        <EvidenceMark v-if="!blank && !line && align === 'left'" :evidence="value.evidence" class="first" />
        <template v-if="short"
          >{{ short.all }}: {{ short.shared }} alike<template v-if="short.own.length"
            >, <strong>{{ short.own.join(', ') }}</strong>{{
              short.more ? ` and ${short.more} more` : ''
            }}</template
          ></template
        >
        <template v-else>{{ text }}</template>
        <EvidenceMark v-if="!blank && !line && align === 'right'" :evidence="value.evidence" class="dot" />
      </span>
      <span v-if="remark" class="small soft">{{ remark }}</span>
    </template>
  </div>
</template>

<style scoped>
.cell {
  min-height: 30px;
  padding: 5px 10px;
  background: rgb(var(--v-theme-surface));
  overflow-wrap: anywhere;
}
.cell > span {
  display: block;
}
.right {
  text-align: right;
}
.right .said {
  margin-left: auto;
}
.dot {
  margin-left: 5px;
}
.first:not(.none) {
  margin-right: 6px;
}
.mark.none {
  display: none;
}
.blank {
  background: transparent;
  font-style: italic;
  color: rgb(var(--v-theme-ink-soft));
}
.through {
  background: transparent;
  color: rgb(var(--v-theme-ink-soft));
}
.through .line {
  display: flex;
  align-items: center;
  gap: 8px;
}
.through .line::before,
.through .line::after {
  content: '';
  flex: 1;
  border-top: 2px solid rgb(var(--v-theme-line));
}
.through:not(.right) .line::before,
.through.right .line::after {
  flex: 0 0 14px;
}
.barred {
  background: repeating-linear-gradient(
    -45deg,
    rgb(var(--v-theme-track)) 0 7px,
    rgb(var(--v-theme-surface)) 7px 14px
  );
}
.barred .said {
  width: fit-content;
  background: rgb(var(--v-theme-surface));
  padding: 0 3px;
}
</style>
