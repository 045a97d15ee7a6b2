<script setup lang="ts">
/** The layer table: facts down the side by area, the chain of bases across. A line runs through what is carried. */
import { computed, nextTick, onMounted, ref } from 'vue';
import { AREAS } from '../../core/catalogue/areas.ts';
import { STANDING_WORDS, STATE_WORDS, wordCell } from '../../core/wording/sayingText.ts';
import { wordSpoils } from '../../core/wording/spoilText.ts';
import type { LayerRow, LayerTable } from '../../core/layers/layerTable.ts';
import { isKnown, isSaid, type Cell } from '../../core/layers/cell.ts';
import EvidenceMark from './EvidenceMark.vue';

export interface CellPlace {
  readonly key: string;
  readonly layer: number;
}

/** What a key does to a cell. `change`: says why it is changed, or records a change where the base is not known. */
export type CellAction = 'edit' | 'unchanged' | 'none' | 'clear' | 'change';

const props = defineProps<{ table: LayerTable; names: readonly string[]; selected: CellPlace | null }>();
const emit = defineEmits<{
  select: [place: CellPlace];
  act: [place: CellPlace, action: CellAction, cell: HTMLElement];
  /** All of the area that nobody has checked in the top layer is unchanged. */
  rest: [key: string];
}>();

const host = ref<HTMLTableElement | null>(null);
/** The six areas of the strip come first: they are what a layer changes. */
const ORDER = [...AREAS].sort((a, b) => Number(b.strip) - Number(a.strip));
const groups = computed(() =>
  ORDER.map((area) => ({ area, rows: props.table.rows.filter(({ fact }) => fact.area === area.id) })).filter(
    ({ rows }) => rows.length,
  ),
);
const order = computed(() => groups.value.flatMap(({ rows }) => rows));

const SILENT = { notLookedAt: 'not examined', carried: 'inherited from the base' } as const;

const cellText = (row: LayerRow, cell: Cell): string => wordCell(row.fact, cell);
/** True for a cell that shows something of its own, be it to be taken with care. */
const isShown = (cell: Cell): boolean =>
  isSaid(cell) || cell.spoiled !== undefined || cell.notFoundOut !== undefined || cell.byEdition.length > 0;
/** What stands beside the value: how it is to be taken, where that is not plain. */
function remarkOf(cell: Cell): string {
  if (cell.spoiled) return `${STATE_WORDS.spoiled}: ${wordSpoils(cell.spoiled.spoiledBy)}`;
  if (cell.state === 'takenOver') return STATE_WORDS.takenOver;
  // That the base is not known is seen in its own column.
  const { standing } = cell;
  return standing === 'not comparable' || standing === 'not checked again' ? STANDING_WORDS[standing] : '';
}
/** Why it is so, where that was noted. */
function reasonOf({ recorded }: Cell): string {
  return recorded
    .map(({ motive, consequence }) => [motive, consequence].filter(Boolean).join('. '))
    .join(' ');
}
function cellLabel(row: LayerRow, cell: Cell, index: number): string {
  const said =
    (cell.state === 'carried' || cell.state === 'notLookedAt') && !isShown(cell)
      ? SILENT[cell.state]
      : cellText(row, cell);
  const more = [
    cell.state === 'unchanged' ? 'confirmed unchanged' : '',
    remarkOf(cell),
    reasonOf(cell) && `why: ${reasonOf(cell)}`,
    cell.disputed ? `≠ ${cell.readings.length} sources disagree` : '',
  ].filter(Boolean);
  return [row.fact.label, props.names[index], said, ...more].join(', ');
}
function isSelected(row: LayerRow, layer: number): boolean {
  return props.selected?.key === row.fact.key && props.selected.layer === layer;
}
/** The one cell that the Tab key reaches. */
function isEntry(row: LayerRow, layer: number): boolean {
  if (props.selected) return isSelected(row, layer);
  return row === order.value[0] && layer === props.names.length - 1;
}

function move(row: LayerRow, layer: number, rows: number, columns: number): void {
  const index = Math.max(0, Math.min(order.value.length - 1, order.value.indexOf(row) + rows));
  const column = Math.max(0, Math.min(props.names.length - 1, layer + columns));
  const place = { key: order.value[index].fact.key, layer: column };
  emit('select', place);
  void nextTick(() => {
    const cell = host.value?.querySelector<HTMLElement>(`[data-cell="${place.key}:${place.layer}"]`);
    cell?.focus({ preventScroll: true });
    cell?.scrollIntoView({ block: 'nearest' });
  });
}

/** An address that names a fact opens at that fact. */
onMounted(() => {
  if (props.selected) {
    const { key, layer } = props.selected;
    host.value?.querySelector(`[data-cell="${key}:${layer}"]`)?.scrollIntoView({ block: 'center' });
  }
  // Where nothing else has the keyboard, the table takes it: facts can be recorded at once.
  if (document.activeElement === document.body)
    host.value?.querySelector<HTMLElement>('td[tabindex="0"]')?.focus({ preventScroll: true });
});

/** How many rows it is to the first one of the next area, or of the one before. */
function toArea(row: LayerRow, step: 1 | -1): number {
  const at = groups.value.findIndex(({ rows }) => rows.includes(row));
  const goal = groups.value[at + step]?.rows[0];
  return goal ? order.value.indexOf(goal) - order.value.indexOf(row) : 0;
}

const MOVES: Readonly<Record<string, readonly [number, number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};
const ACTIONS = {
  Enter: 'edit',
  F2: 'edit',
  u: 'unchanged',
  n: 'none',
  c: 'change',
  Delete: 'clear',
} as const;

function onKey(event: KeyboardEvent, row: LayerRow, layer: number): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  const step = MOVES[event.key];
  const action = ACTIONS[event.key as keyof typeof ACTIONS];
  if (step) move(row, layer, ...step);
  else if (event.key === 'PageDown' || event.key === 'PageUp')
    move(row, layer, toArea(row, event.key === 'PageDown' ? 1 : -1), 0);
  else if (event.key === 'U') emit('rest', row.fact.key);
  else if (action) emit('act', { key: row.fact.key, layer }, action, event.currentTarget as HTMLElement);
  else return;
  event.preventDefault();
}
</script>

<template>
  <table ref="host" class="layers" role="grid" aria-label="Layers">
    <colgroup>
      <col class="facts" />
      <col v-for="name in names" :key="name" />
    </colgroup>
    <thead>
      <tr>
        <th scope="col"><span class="visually-hidden">Fact</span></th>
        <th
          v-for="(name, index) in names"
          :key="name"
          scope="col"
          :class="{ top: index === names.length - 1 }"
        >
          <i aria-hidden="true" />{{ name }}
        </th>
      </tr>
    </thead>
    <tbody v-for="{ area, rows } in groups" :key="area.id">
      <tr class="area">
        <th
          :colspan="names.length + 1"
          scope="rowgroup"
          :style="area.strip ? { color: `rgb(var(--v-theme-area-${area.id}))` } : undefined"
        >
          {{ area.label }}
        </th>
      </tr>
      <tr v-for="row in rows" :key="row.fact.key">
        <th scope="row" :title="row.fact.help">{{ row.fact.label }}</th>
        <td
          v-for="(cell, layer) in row.cells"
          :key="layer"
          role="gridcell"
          :data-cell="`${row.fact.key}:${layer}`"
          :class="[
            cell.state,
            {
              selected: isSelected(row, layer),
              known: cell.state === 'carried' && isKnown(cell),
            },
          ]"
          :tabindex="isEntry(row, layer) ? 0 : -1"
          :aria-selected="isSelected(row, layer)"
          :aria-label="cellLabel(row, cell, layer)"
          @click="emit('select', { key: row.fact.key, layer })"
          @dblclick="emit('act', { key: row.fact.key, layer }, 'edit', $event.currentTarget as HTMLElement)"
          @keydown="onKey($event, row, layer)"
        >
          <div
            v-if="isShown(cell)"
            class="said"
            :title="[cellText(row, cell), remarkOf(cell)].filter(Boolean).join(' — ')"
          >
            <EvidenceMark v-if="isSaid(cell)" :evidence="cell.evidence" />
            <span class="text" :class="{ mono: row.fact.type === 'version' && cell.state !== 'none' }">{{
              cellText(row, cell)
            }}</span>
            <span
              v-if="cell.state === 'unchanged'"
              class="equal"
              aria-hidden="true"
              title="confirmed unchanged"
              >=</span
            >
            <span v-if="cell.spoiled" class="care small">unreliable</span>
            <span v-else-if="cell.state === 'takenOver'" class="care small">not checked again</span>
            <span
              v-else-if="layer === names.length - 1 && cell.standing === 'not comparable'"
              class="care small"
              >not comparable</span
            >
            <span v-if="reasonOf(cell)" class="why soft" :title="reasonOf(cell)">{{ ' why' }}</span>
            <span
              v-if="cell.disputed"
              class="dispute"
              aria-hidden="true"
              :title="`${cell.readings.length} sources disagree`"
              >≠ {{ cell.readings.length }}</span
            >
          </div>
          <span v-else-if="cell.state === 'notLookedAt'" class="unknown" aria-hidden="true">–</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.layers {
  width: 100%;
  border-collapse: separate;
  border-spacing: 0;
  table-layout: fixed;
  font-size: 13px;
}
col.facts {
  width: 180px;
}
thead th {
  position: sticky;
  top: 0;
  z-index: 2;
  background: rgb(var(--v-theme-background));
  border-bottom: 1px solid rgba(var(--v-theme-ink-soft), 0.45);
  text-align: left;
  padding: 8px 10px 7px;
  font-weight: 700;
}
thead i {
  display: inline-block;
  width: 7px;
  height: 7px;
  margin-right: 7px;
  vertical-align: 1px;
  background: rgb(var(--v-theme-seen));
}
thead .top i {
  background: rgb(var(--v-theme-accent));
}
.area th {
  text-align: left;
  padding: 11px 10px 4px;
  font-weight: 700;
}
tbody th[scope='row'] {
  text-align: left;
  font-weight: 400;
  color: rgb(var(--v-theme-ink-soft));
  padding: 0 10px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
td {
  position: relative;
  height: 28px;
  padding: 0 10px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
  cursor: cell;
}
.why {
  flex: none;
  margin-left: auto;
  font-size: 11.5px;
  font-weight: 400;
  border-bottom: 1px dotted;
}
.care {
  flex: none;
  margin-left: auto;
  color: rgb(var(--v-theme-ink-soft));
}
.spoiled .text,
.takenOver .text {
  color: rgb(var(--v-theme-ink-soft));
  font-weight: 400;
}
.spoiled .text {
  border-bottom: 1px dotted rgb(var(--v-theme-error));
}
.why + .dispute {
  margin-left: 0;
}
td.own,
td.none,
td.doesNotApply {
  background: rgb(var(--v-theme-surface));
}
td.unchanged,
td.carried.known {
  background: linear-gradient(rgb(var(--v-theme-line)), rgb(var(--v-theme-line))) center / 100% 1.6px
    no-repeat;
}
td.selected,
td:focus-visible {
  outline: 2px solid rgb(var(--v-theme-accent));
  outline-offset: -2px;
  border-radius: 3px;
}
.said {
  display: flex;
  align-items: center;
  gap: 7px;
  min-width: 0;
  font-weight: 500;
}
.unchanged .said {
  width: fit-content;
  max-width: 100%;
  padding-right: 8px;
  background: rgb(var(--v-theme-background));
  font-weight: 400;
}
.text {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.none .text,
.doesNotApply .text {
  font-weight: 400;
}
.equal,
.unknown {
  color: rgb(var(--v-theme-ink-soft));
}
.dispute {
  flex: none;
  margin-left: auto;
  font-size: 12px;
  font-weight: 600;
  color: rgb(var(--v-theme-error));
}
/* Narrow: the table keeps its columns, and is moved within itself. */
@media screen and (width <= 800px) {
  .layers {
    min-width: 640px;
  }
  col.facts {
    width: 132px;
  }
}
</style>
