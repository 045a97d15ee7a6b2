<script setup lang="ts">
/** The log of a visit: what was recorded from its source, each line to be corrected, deleted or moved to another source. */
import { computed, nextTick, ref } from 'vue';
import { recordOf } from '../../../core/catalogue/catalogue.ts';
import type { LogLine } from '../../../core/editing/lines/visitLog.ts';
import { sourcesTitled } from '../../../core/editing/sourcesTitled.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { distributionOf } from '../../../core/lineage/releases.ts';
import { findFactKey } from '../../../core/catalogue/factSheet.ts';
import { wordReadingWhole } from '../../../core/wording/lineText.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import { useVisitStore } from '../../stores/visitStore.ts';

const emit = defineEmits<{ field: [] }>();
const store = useCatalogueStore();
const visit = useVisitStore();
const notices = useNoticeStore();
const host = ref<HTMLElement | null>(null);
const at = ref(-1);
const moving = ref<LogLine | null>(null);
const wanted = ref('');

const lines = computed(() =>
  visit.log.map((line) => {
    const reading = recordOf(store.catalogue, 'reading', line.record);
    const isOther =
      visit.subject !== null &&
      distributionOf(store.catalogue, line.subject) !== distributionOf(store.catalogue, visit.subject);
    const edition = reading?.conditions?.edition;
    return {
      line,
      whose: isOther
        ? nameOf(store.catalogue, line.subject)
        : edition && edition !== visit.edition
          ? nameOf(store.catalogue, edition)
          : '',
      saying: reading ? wordReadingWhole(findFactKey(reading.key)!, reading) : line.saying,
      care: reading?.spoiledBy.length ? `unreliable: ${reading.spoiledBy.join(', ')}` : '',
    };
  }),
);
const offers = computed(() =>
  sourcesTitled(store.catalogue, wanted.value)
    .filter(({ id }) => id !== visit.source)
    .slice(0, 6),
);

function focusRow(index: number): void {
  at.value = Math.max(0, Math.min(index, lines.value.length - 1));
  void nextTick(() => host.value?.querySelector<HTMLElement>(`[data-line="${at.value}"]`)?.focus());
}
async function remove(index: number): Promise<void> {
  if (!notices.tellTrouble(visit.remove(lines.value[index].line))) return;
  await nextTick();
  if (lines.value.length) focusRow(index);
  else emit('field');
}
function correct(index: number): void {
  visit.correct(lines.value[index].line);
  emit('field');
}
function move(id: string): void {
  if (moving.value && notices.tellTrouble(visit.move(moving.value, id))) {
    moving.value = null;
    wanted.value = '';
    emit('field');
  }
}
function openMove(index: number): void {
  moving.value = lines.value[index].line;
  wanted.value = '';
  void nextTick(() => host.value?.querySelector<HTMLInputElement>('.move input')?.focus());
}
function onKey(event: KeyboardEvent, index: number): void {
  if (event.target !== event.currentTarget) return;
  switch (event.key) {
    case 'ArrowUp':
      focusRow(index - 1);
      break;
    case 'ArrowDown':
      if (index === lines.value.length - 1) emit('field');
      else focusRow(index + 1);
      break;
    case 'Enter':
      correct(index);
      break;
    case 'Delete':
      void remove(index);
      break;
    case 'm':
      openMove(index);
      break;
    case 'Escape':
      emit('field');
      break;
    default:
      return;
  }
  event.preventDefault();
}
defineExpose({ focusLast: () => lines.value.length > 0 && focusRow(lines.value.length - 1) });
</script>

<template>
  <div ref="host" class="log">
    <ol v-if="lines.length" class="rows" aria-label="Log of the session">
      <li
        v-for="({ line, whose, saying, care }, i) in lines"
        :key="`${line.record} ${line.part?.field ?? ''} ${line.part?.index ?? ''}`"
        :data-line="i"
        :tabindex="i === (at < 0 ? lines.length - 1 : at) ? 0 : -1"
        :class="{ corrected: visit.correcting?.record === line.record }"
        :aria-label="`${line.name}: ${saying}${line.marks}${care ? `, ${care}` : ''}. Enter corrects, Delete deletes, m moves.`"
        @keydown="onKey($event, i)"
        @focus="at = i"
        @dblclick="correct(i)"
      >
        <span class="name"
          >{{ line.name }}<span v-if="whose" class="soft small"> · {{ whose }}</span></span
        >
        <span class="saying"
          ><strong>{{ saying }}</strong
          ><span class="soft">{{ line.marks }}</span></span
        >
        <span class="care small" :class="{ trouble: care }" :title="care">{{ care }}</span>
        <span class="tools">
          <button type="button" tabindex="-1" title="Correct (Enter)" @click="correct(i)">Correct</button>
          <button type="button" tabindex="-1" title="To another source (m)" @click="openMove(i)">Move</button>
          <button type="button" tabindex="-1" title="Delete (Delete)" @click="remove(i)">Delete</button>
        </span>
      </li>
    </ol>
    <form
      v-if="moving"
      class="move"
      @submit.prevent="offers[0] && move(offers[0].id)"
      @keydown.esc.prevent="moving = null"
    >
      <label class="small" for="move-to">{{ moving.name }} is from another source:</label>
      <input id="move-to" v-model="wanted" class="field" placeholder="the beginning of its title" />
      <button
        v-for="source in offers"
        :key="source.id"
        type="button"
        class="offer small"
        @click="move(source.id)"
      >
        {{ source.title }}
      </button>
      <span v-if="wanted && offers.length === 0" class="small trouble">No other source begins so.</span>
    </form>
  </div>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  display: grid;
  grid-template-columns: minmax(120px, 190px) minmax(0, 1fr) minmax(0, 150px);
  gap: 14px;
  padding: 6px 8px;
  position: relative;
  border-radius: 4px;
}
/* On a phone what was said stands below its name. */
@media (width < 760px) {
  li {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }
}
li:focus-visible {
  background: rgb(var(--v-theme-accent-soft));
  outline-offset: -2px;
}
.corrected {
  background: rgb(var(--v-theme-accent-soft));
}
.saying {
  overflow-wrap: anywhere;
}
.saying strong {
  font-weight: 600;
}
.care {
  text-align: right;
}
.tools {
  position: absolute;
  right: 4px;
  top: 3px;
  display: none;
  gap: 2px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 5px;
}
li:hover .tools {
  display: flex;
}
.tools button {
  font-size: 12px;
  padding: 2px 8px;
}
.tools button:hover {
  background: rgb(var(--v-theme-accent-soft));
}
.move {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 8px;
  background: rgb(var(--v-theme-accent-soft));
}
.field {
  min-width: 220px;
}
.offer {
  text-decoration: underline;
  text-underline-offset: 2px;
}
</style>
