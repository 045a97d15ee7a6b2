<script setup lang="ts">
/** The lineage as an indented table, drawn only where it is looked at; the accessible form of the map. */
import { computed, nextTick, onMounted, onUnmounted, ref, shallowRef, watch } from 'vue';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { formatShare } from '../../../core/wording/valueText.ts';
import { isUnplaced } from '../../../core/drawing/plateDrawing.ts';
import { remarkOf } from '../../../core/drawing/plateWords.ts';
import { outlineRows, type OutlineSort } from '../../../core/overview/outline.ts';
import type { PlateFacts } from '../../../core/overview/plateFacts.ts';
import type { LineageGraph } from '../../../core/lineage/lineageGraph.ts';
import ChangeStrip from '../../parts/ChangeStrip.vue';
import { useQueryState } from '../../parts/queryState.ts';

const props = defineProps<{
  graph: LineageGraph;
  facts: ReadonlyMap<RecordId, PlateFacts>;
  factsOf: (id: RecordId) => PlateFacts | undefined;
  shown: ReadonlySet<RecordId> | undefined;
  isContext: (id: RecordId) => boolean;
  selected: RecordId | null;
  complete: boolean;
}>();
const emit = defineEmits<{ select: [id: RecordId | null]; open: [id: RecordId]; grow: [id: RecordId] }>();

const COLUMNS: readonly {
  readonly id: OutlineSort;
  readonly label: string;
  readonly number?: true;
  readonly title?: string;
}[] = [
  { id: 'name', label: 'Distribution' },
  { id: 'changes', label: 'Changes' },
  { id: 'carried', label: 'Unmodified', number: true, title: 'Share of packages that equal the base’s' },
  { id: 'relation', label: 'Relation' },
  { id: 'model', label: 'Release model' },
  { id: 'support', label: 'Supported until' },
  {
    id: 'current',
    label: 'Not behind',
    number: true,
    title: 'Share of packages that are not older than the base’s',
  },
  { id: 'open', label: 'Open', number: true, title: 'Disagreements, unreliable facts and open questions' },
];
const ROW = 30;
const EXTRA = 12;

const { query, go } = useQueryState();
const sort = computed(() => (query.value.sort ?? 'name') as OutlineSort);
const descending = computed(() => query.value.order === 'down');
const shut = shallowRef<ReadonlySet<RecordId>>(new Set());
const rows = computed(() =>
  outlineRows(props.graph, props.facts, {
    shown: props.shown,
    shut: shut.value,
    sort: sort.value,
    descending: descending.value,
  }),
);
function sortBy(id: OutlineSort): void {
  const again = id === sort.value;
  void go({ sort: id === 'name' ? undefined : id, order: again && !descending.value ? 'down' : undefined });
}

// Only rows in sight are drawn.
const host = ref<HTMLElement | null>(null);
const top = ref(0);
const height = ref(600);
const range = computed(() => {
  const first = Math.max(0, Math.floor(top.value / ROW) - EXTRA);
  return { first, last: Math.min(rows.value.length, Math.ceil((top.value + height.value) / ROW) + EXTRA) };
});
const drawn = computed(() => rows.value.slice(range.value.first, range.value.last));
let watcher: ResizeObserver | null = null;
onMounted(() => {
  watcher = new ResizeObserver(([entry]) => (height.value = entry.contentRect.height));
  watcher.observe(host.value!);
  void nextTick(revealSelected);
});
onUnmounted(() => watcher?.disconnect());
const placeOf = (id: RecordId | null) => rows.value.findIndex((row) => row.id === id);
function revealSelected(): void {
  const place = placeOf(props.selected);
  if (place < 0 || !host.value) return;
  const y = place * ROW;
  const head = 30;
  if (y < host.value.scrollTop) host.value.scrollTop = y;
  else if (y + ROW + head > host.value.scrollTop + height.value)
    host.value.scrollTop = y + ROW + head - height.value;
}
watch(() => props.selected, revealSelected);

function toggle(id: RecordId, open = shut.value.has(id)): void {
  const next = new Set(shut.value);
  if (open) next.delete(id);
  else next.add(id);
  shut.value = next;
}
function goTo(place: number): void {
  const row = rows.value[Math.max(0, Math.min(rows.value.length - 1, place))];
  if (!row) return;
  emit('select', row.id);
  void nextTick(() => {
    revealSelected();
    void nextTick(() => host.value?.querySelector<HTMLElement>(`[data-id="${CSS.escape(row.id)}"]`)?.focus());
  });
}
function onKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  const place = placeOf(props.selected);
  const row = rows.value[place];
  const page = Math.max(1, Math.floor(height.value / ROW) - 1);
  const moves: Readonly<Record<string, number>> = {
    ArrowDown: place + 1,
    ArrowUp: place - 1,
    PageDown: place + page,
    PageUp: place - page,
    Home: 0,
    End: rows.value.length - 1,
  };
  if (event.key in moves) goTo(moves[event.key]);
  else if (event.key === 'ArrowRight' && row?.children) {
    if (row.isOpen) goTo(place + 1);
    else toggle(row.id, true);
  } else if (event.key === 'ArrowLeft' && row) {
    if (row.children && row.isOpen) toggle(row.id, false);
    else goTo(rows.value.findLastIndex((other, i) => i < place && other.level < row.level));
  } else if (event.key === 'Enter' && row) emit('open', row.id);
  else if (event.key === 'a' && row) emit('grow', row.id);
  else if (event.key === 'Escape') emit('select', null);
  else return;
  event.preventDefault();
}
const relationOf = (facts: PlateFacts) => facts.link?.relation ?? remarkOf(facts);
/** Names of further bases, which the indentation cannot show. */
const otherBases = (id: RecordId) =>
  (props.graph.nodes.get(id)?.bases ?? [])
    .slice(1)
    .map((base) => props.graph.nodes.get(base)?.name)
    .join(', ');
const supportOf = ({ supportEnd }: PlateFacts) => (supportEnd ? formatWhen(supportEnd) : '');
</script>

<template>
  <div
    ref="host"
    class="outline"
    role="treegrid"
    aria-label="Lineage outline"
    :aria-rowcount="rows.length + 1"
    :aria-busy="!complete"
    tabindex="-1"
    @scroll.passive="top = ($event.target as HTMLElement).scrollTop"
    @keydown="onKey"
  >
    <div class="head row" role="row" aria-rowindex="1">
      <span
        v-for="column in COLUMNS"
        :key="column.id"
        role="columnheader"
        :class="{ number: column.number }"
        :aria-sort="sort !== column.id ? 'none' : descending ? 'descending' : 'ascending'"
      >
        <button :title="column.title" @click="sortBy(column.id)">
          {{ column.label }}{{ sort !== column.id ? '' : descending ? ' ↓' : ' ↑' }}
        </button>
      </span>
    </div>
    <div class="body" :style="{ height: `${rows.length * ROW}px` }">
      <div
        v-for="(row, i) in drawn"
        :key="row.id"
        class="row"
        :class="{ selected: row.id === selected, context: isContext(row.id) }"
        role="row"
        :style="{ top: `${(range.first + i) * ROW}px` }"
        :data-id="row.id"
        :tabindex="row.id === selected || (placeOf(selected) < 0 && range.first + i === 0) ? 0 : -1"
        :aria-rowindex="range.first + i + 2"
        :aria-level="row.level"
        :aria-posinset="row.place"
        :aria-setsize="row.among"
        :aria-expanded="row.children ? row.isOpen : undefined"
        :aria-selected="row.id === selected"
        @click="emit('select', row.id)"
        @dblclick="emit('open', row.id)"
      >
        <template v-if="factsOf(row.id)">
          <span role="rowheader" class="name" :style="{ paddingLeft: `${(row.level - 1) * 18 + 20}px` }">
            <button
              v-if="row.children"
              class="fold"
              tabindex="-1"
              :style="{ left: `${(row.level - 1) * 18}px` }"
              :aria-label="row.isOpen ? 'Shut' : 'Open'"
              @click.stop="toggle(row.id)"
            >
              {{ row.isOpen ? '▾' : '▸' }}
            </button>
            <strong>{{ factsOf(row.id)!.name }}</strong>
            <span class="soft version">{{ factsOf(row.id)!.version }}</span>
          </span>
          <span role="gridcell"
            ><ChangeStrip v-if="factsOf(row.id)!.link" :bars="factsOf(row.id)!.strip"
          /></span>
          <span
            role="gridcell"
            class="number mono"
            :class="{ trouble: factsOf(row.id)!.isPartial }"
            :title="factsOf(row.id)!.isPartial ? 'Rests on a list that was not read whole' : undefined"
            >{{ factsOf(row.id)!.carried === undefined ? '' : formatShare(factsOf(row.id)!.carried!, 1)
            }}{{ factsOf(row.id)!.isPartial ? ' in part' : '' }}</span
          >
          <span
            role="gridcell"
            class="cut"
            :class="{
              soft: !factsOf(row.id)!.link,
              trouble: isUnplaced(factsOf(row.id)!),
            }"
            >{{ relationOf(factsOf(row.id)!)
            }}<span v-if="otherBases(row.id)" class="soft">; also {{ otherBases(row.id) }}</span></span
          >
          <span role="gridcell" class="cut">{{ factsOf(row.id)!.model }}</span>
          <span role="gridcell" class="cut">{{ supportOf(factsOf(row.id)!) }}</span>
          <span role="gridcell" class="number mono">{{
            factsOf(row.id)!.current === undefined ? '' : formatShare(factsOf(row.id)!.current!, 1)
          }}</span>
          <span role="gridcell" class="number">{{ factsOf(row.id)!.openPoints || '' }}</span>
        </template>
      </div>
    </div>
  </div>
</template>

<style scoped>
.outline {
  container-type: inline-size;
  height: 100%;
  overflow: auto;
  padding: 0 16px;
}
.body {
  position: relative;
}
.row {
  display: grid;
  grid-template-columns:
    minmax(180px, 2.2fr) 132px 66px minmax(110px, 1.4fr) minmax(90px, 1fr)
    104px 76px 48px;
  column-gap: 14px;
  align-items: center;
  height: 30px;
  min-width: 830px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
@container (max-width: 900px) {
  .row {
    grid-template-columns: minmax(170px, 2fr) 110px 62px minmax(100px, 1.2fr) 92px 44px;
    min-width: 640px;
  }
  .row > :nth-child(5),
  .row > :nth-child(7) {
    display: none;
  }
}
.body .row {
  position: absolute;
  left: 0;
  right: 0;
  cursor: pointer;
}
.head {
  position: sticky;
  top: 0;
  z-index: 2;
  background: rgb(var(--v-theme-background));
  font-size: 12px;
  color: rgb(var(--v-theme-ink-soft));
}
.head [aria-sort='ascending'],
.head [aria-sort='descending'] {
  font-weight: 700;
  color: rgb(var(--v-theme-ink));
}
.number {
  text-align: right;
}
.name {
  position: relative;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.version {
  margin-left: 6px;
}
.fold {
  position: absolute;
  width: 18px;
  color: rgb(var(--v-theme-ink-soft));
}
.body .row:hover {
  background: rgb(var(--v-theme-rail));
}
.body .row.selected {
  background: rgb(var(--v-theme-accent-soft));
  box-shadow: inset 3px 0 rgb(var(--v-theme-accent));
}
.body .row.context {
  opacity: 0.55;
}
.row:focus-visible {
  outline-offset: -2px;
}
</style>
