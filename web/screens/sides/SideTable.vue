<script setup lang="ts">
/** The points by area: what each side has, the shared base between two of them (left of more), the verdict and the analyst's word. */
import { computed, nextTick, ref } from 'vue';
import type { Compared } from '../../../core/comparing/compareSides.ts';
import { labelOfPoints, POINT_AREAS, type ElementLine, type Point } from '../../../core/comparing/point.ts';
import { readWord } from '../../../core/comparing/readWord.ts';
import type { PointWord } from '../../../core/comparing/words.ts';
import {
  wordSideValue,
  wordOnPoint,
  wordVerdict,
  type SideSentence,
} from '../../../core/wording/sideText.ts';
import { colourOfArea } from '../../parts/theme.ts';
import SideCell from './SideCell.vue';

const props = defineProps<{
  compared: Compared;
  /** The points that are shown, in their order. */
  points: readonly Point[];
  words: readonly PointWord[];
  /** What each area comes to. */
  sentences: readonly SideSentence[];
  /** The point that is looked at, by key. */
  selected: string;
  canEdit: boolean;
}>();
const emit = defineEmits<{ select: [key: string]; say: [point: string, text: string] }>();

/** The trunk stands between two; left of more; nowhere where a side is the base itself. */
const hasTrunk = computed(() => props.compared.trunk !== null && props.compared.trunkSide < 0);
const isBetween = computed(() => hasTrunk.value && props.compared.names.length === 2);
const columns = computed(() => {
  const sides = props.compared.names.map((_, place) => `side ${place}` as const);
  if (isBetween.value) return [sides[0], 'trunk' as const, sides[1]];
  return hasTrunk.value ? ['trunk' as const, ...sides] : sides;
});
const placeOf = (column: string) => Number(column.slice(5));
const trunkName = computed(() => props.compared.trunkNames.join(' and '));

const groups = computed(() =>
  POINT_AREAS.map(({ id }) => ({
    id,
    label: labelOfPoints(id),
    sentence: (props.sentences.find(({ area }) => area === id)?.text ?? '').replace(/^[^:]+: /, ''),
    points: props.points.filter(({ area }) => area === id),
  })).filter(({ points, id }) => points.length > 0 || wordsAt(`area/${id}`).length > 0),
);
const wordsAt = (key: string) => props.words.filter(({ point }) => point === key);

interface Row {
  readonly key: string;
  readonly point: Point;
  readonly line?: ElementLine;
}
/** Of the point that is looked at, its elements too; of others those that somebody had a word on. */
const rowsOf = (points: readonly Point[]): Row[] =>
  points.flatMap((point) => [
    { key: point.key, point },
    ...point.elements
      .filter((line) => wordsAt(line.key).length > 0 || isOpen(point))
      .map((line): Row => ({ key: line.key, point, line })),
  ]);
const isOpen = ({ key, elements }: Point) =>
  elements.length > 1 && (props.selected === key || elements.some((line) => line.key === props.selected));

/** Which side a word names, for the mark beside its cell. */
function better(key: string): number | undefined {
  return wordsAt(key).find(({ read }) => read.better !== undefined)?.read.better;
}
const isWinner = (row: Row, place: number) => better(row.key) === place;

const editing = ref('');
const text = ref('');
const read = computed(() => (text.value.trim() ? readWord(text.value, props.compared.names) : null));
const understood = computed(() => {
  if (!read.value) return `1 narrowly, 2 clearly, even, taste … for whom, because …`;
  const { kind, better: place, degree, weight, audiences, why } = read.value;
  const who =
    kind === 'better'
      ? `${props.compared.names[place!]} ${['', 'narrowly', '', 'clearly'][degree]}`.trim()
      : { even: 'even', taste: 'a matter of taste', explained: 'explained', open: 'nobody is better' }[kind];
  return [
    who,
    ['', 'a detail', '', 'decides'][weight],
    audiences.length ? `for ${audiences.join(', ')}` : '',
    why,
  ]
    .filter(Boolean)
    .join('; ');
});
function edit(key: string): void {
  if (!props.canEdit) return;
  editing.value = key;
  text.value = wordsAt(key)[0]?.said ?? '';
  void nextTick(() => document.querySelector<HTMLInputElement>('.word-field')?.focus());
}
function say(): void {
  const key = editing.value;
  if (!key) return;
  editing.value = '';
  if (text.value.trim() !== (wordsAt(key)[0]?.said ?? '')) emit('say', key, text.value);
  focusRow(key);
}
function leave(key: string): void {
  editing.value = '';
  focusRow(key);
}
function focusRow(key: string): void {
  void nextTick(() => document.querySelector<HTMLElement>(`[data-point="${CSS.escape(key)}"]`)?.focus());
}
function onRowKey(event: KeyboardEvent, key: string): void {
  if (event.target !== event.currentTarget || event.ctrlKey || event.metaKey || event.altKey) return;
  const rows = [...document.querySelectorAll<HTMLElement>('[data-point]')];
  const at = rows.findIndex((row) => row.dataset.point === key);
  const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: rows.length - 1 }[event.key];
  if (to !== undefined) {
    const next = rows[Math.max(0, Math.min(rows.length - 1, to))];
    emit('select', next.dataset.point!);
    focusRow(next.dataset.point!);
  } else if (event.key === 'Enter') edit(key);
  else if (event.key === 'Delete' && wordsAt(key).some(({ isKept }) => isKept)) emit('say', key, '');
  else return;
  event.preventDefault();
}
defineExpose({ focusRow });
</script>

<template>
  <div
    class="sides"
    role="table"
    aria-label="Compare"
    :style="{
      '--columns': isBetween
        ? 'minmax(0, 3fr) minmax(90px, 1.7fr) minmax(0, 3fr)'
        : `repeat(${columns.length}, minmax(0, 1fr))`,
    }"
    :class="{ wide: columns.length > 3 }"
  >
    <div class="row head" role="row">
      <span role="columnheader" class="label"><span class="visually-hidden">Point</span></span>
      <span
        v-for="column in columns"
        :key="column"
        role="columnheader"
        :class="{ trunk: column === 'trunk', right: isBetween && column === 'side 0' }"
      >
        <template v-if="column === 'trunk'">{{ trunkName }}</template>
        <slot v-else name="column" :place="placeOf(column)">{{ compared.names[placeOf(column)] }}</slot>
      </span>
      <span role="columnheader" class="word">Verdict</span>
    </div>
    <div v-for="group in groups" :key="group.id" role="rowgroup">
      <div class="row area" role="row">
        <span role="rowheader" class="label" :style="{ color: colourOfArea(group.id) }">{{
          group.label
        }}</span>
        <span role="cell" class="sentence small soft">{{ group.sentence }}</span>
        <span role="cell" class="word">
          <span v-for="each in wordsAt(`area/${group.id}`)" :key="each.label + each.said"
            ><span class="soft">{{ each.label }}:</span> {{ wordOnPoint(compared, each) }}</span
          >
        </span>
      </div>
      <div class="row again" aria-hidden="true">
        <span class="label" />
        <span v-for="column in columns" :key="column" :class="{ right: isBetween && column === 'side 0' }">{{
          column === 'trunk' ? trunkName : compared.names[placeOf(column)]
        }}</span>
        <span />
      </div>
      <div
        v-for="row in rowsOf(group.points)"
        :key="row.key"
        class="row point"
        :class="[
          { selected: row.key === selected, element: row.line },
          row.line?.verdict ?? row.point.verdict.kind.replace(' ', '-'),
        ]"
        role="row"
        tabindex="0"
        :data-point="row.key"
        :aria-selected="row.key === selected"
        @click="emit('select', row.key)"
        @keydown="onRowKey($event, row.key)"
      >
        <span role="rowheader" class="label">{{ row.line ? row.line.name : row.point.fact.label }}</span>
        <template v-for="column in columns" :key="column">
          <span v-if="column === 'trunk'" role="cell" class="trunk">
            <template v-if="!row.line">{{
              row.point.trunk.length
                ? row.point.trunk
                    .map((value) => wordSideValue(row.point, value).replace('not examined', '–'))
                    .join(' / ')
                : '–'
            }}</template>
          </span>
          <span
            v-else
            role="cell"
            class="side"
            :class="{ better: isWinner(row, placeOf(column)), left: isBetween && column === 'side 0' }"
          >
            <SideCell
              :point="row.point"
              :place="placeOf(column)"
              :align="isBetween && column === 'side 0' ? 'right' : 'left'"
              :has-trunk="hasTrunk"
              :line="row.line"
            />
          </span>
        </template>
        <span role="cell" class="word" @dblclick="edit(row.key)">
          <template v-if="editing === row.key">
            <input
              v-model="text"
              class="field word-field"
              :aria-label="`Word on ${row.line?.name ?? row.point.fact.label}`"
              @keydown.enter.stop.prevent="say"
              @keydown.esc.stop.prevent="leave(row.key)"
              @blur="say"
            />
            <span class="small soft" role="status">{{ understood }}</span>
          </template>
          <template v-else>
            <span v-for="each in wordsAt(row.key)" :key="each.said + each.author" :title="each.author">{{
              wordOnPoint(compared, each)
            }}</span>
            <span class="verdict" :class="{ small: wordsAt(row.key).length > 0 }">{{
              row.line
                ? { same: 'same', different: 'different', unknown: 'unknown of some' }[row.line.verdict]
                : wordVerdict(compared, row.point)
            }}</span>
            <button
              v-if="canEdit && row.key === selected"
              class="say small accent-link"
              tabindex="-1"
              @click.stop="edit(row.key)"
            >
              {{ wordsAt(row.key).length ? 'Change the word' : 'Say a word' }}
            </button>
          </template>
        </span>
      </div>
    </div>
  </div>
</template>

<style scoped src="./sideTable.css"></style>
