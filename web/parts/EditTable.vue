<script setup lang="ts">
/**
 * A table whose cells are edited where they stand: a change is told when the cell is left or Enter is pressed. The last
 * row is for what is not there yet; a table pasted into it is told whole.
 */
import { computed, nextTick, ref } from 'vue';
import type { RouteLocationRaw } from 'vue-router';

export interface EditColumn {
  readonly id: string;
  readonly label: string;
  /** For a choice: what can be chosen. */
  readonly choices?: readonly string[];
  readonly placeholder?: string;
  /** Cannot be edited here. */
  readonly fixed?: boolean;
  readonly width?: string;
}

export interface EditRow {
  readonly id: string;
  readonly cells: Readonly<Record<string, string>>;
  /** Where its first cell leads to. */
  readonly to?: RouteLocationRaw;
  readonly current?: boolean;
}

const props = defineProps<{
  /** `release`: what a row is. */
  noun: string;
  title: string;
  columns: readonly EditColumn[];
  rows: readonly EditRow[];
}>();
const emit = defineEmits<{
  set: [id: string, column: string, text: string];
  add: [cells: Readonly<Record<string, string>>];
  remove: [id: string];
  /** A table that was pasted; empty when a list is asked for. */
  paste: [text: string];
}>();

const host = ref<HTMLElement | null>(null);
const empty = () => Object.fromEntries(props.columns.map(({ id }) => [id, '']));
const added = ref<Record<string, string>>(empty());
const canAdd = computed(() => added.value[props.columns[0].id].trim() !== '');

function onChange(row: EditRow, column: EditColumn, event: Event): void {
  const input = event.target as HTMLInputElement;
  const text = input.value.trim();
  if (text === row.cells[column.id]) return;
  emit('set', row.id, column.id, text);
  // What was refused is not left standing as if it were kept.
  void nextTick(() => {
    const kept = props.rows.find(({ id }) => id === row.id);
    if (kept) input.value = kept.cells[column.id];
  });
}
function add(): void {
  if (!canAdd.value) return;
  emit('add', { ...added.value });
  added.value = empty();
  void nextTick(() => host.value?.querySelector<HTMLElement>('tr.new input')?.focus());
}
function onPaste(event: ClipboardEvent): void {
  const text = event.clipboardData?.getData('text/plain') ?? '';
  if (!/[\t\n]/.test(text.trim())) return;
  event.preventDefault();
  emit('paste', text);
}
</script>

<template>
  <section :aria-label="`${noun[0].toUpperCase()}${noun.slice(1)}s`">
    <div class="head">
      <h2>{{ title }}</h2>
      <slot />
      <button class="list" @click="$emit('paste', '')">Paste a list</button>
    </div>
    <table ref="host" class="plain-table edit" :aria-label="`${noun}s`">
      <thead>
        <tr>
          <th v-for="column in columns" :key="column.id" :style="{ width: column.width }">
            {{ column.label }}
          </th>
          <th class="end"><span class="visually-hidden">Delete</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.id" :class="{ current: row.current }">
          <td v-for="(column, i) in columns" :key="column.id">
            <span v-if="column.fixed" class="fixed">{{ row.cells[column.id] }}</span>
            <select
              v-else-if="column.choices"
              :value="row.cells[column.id]"
              :aria-label="`${column.label} of ${row.cells[columns[0].id]}`"
              @change="onChange(row, column, $event)"
            >
              <option v-if="!column.choices.includes(row.cells[column.id])">
                {{ row.cells[column.id] }}
              </option>
              <option v-for="choice in column.choices" :key="choice">{{ choice }}</option>
            </select>
            <input
              v-else
              :value="row.cells[column.id]"
              :placeholder="column.placeholder ? '–' : ''"
              :aria-label="`${column.label} of ${row.cells[columns[0].id]}`"
              @change="onChange(row, column, $event)"
              @keydown.enter="($event.target as HTMLElement).blur()"
            /><router-link
              v-if="row.to && i === 0"
              class="open"
              :to="row.to"
              :aria-label="`Open ${row.cells[column.id]}`"
              title="Open it"
              >›</router-link
            >
          </td>
          <td class="end">
            <button
              class="remove"
              :aria-label="`Delete ${noun} ${row.cells[columns[0].id]}`"
              :title="`Delete this ${noun}; undo brings it back`"
              @click="$emit('remove', row.id)"
            >
              ×
            </button>
          </td>
        </tr>
        <tr class="new" @keydown.enter.prevent="add">
          <td v-for="(column, i) in columns" :key="column.id">
            <span v-if="column.fixed" />
            <select
              v-else-if="column.choices"
              v-model="added[column.id]"
              :aria-label="`${column.label} of a new ${noun}`"
            >
              <option value="" />
              <option v-for="choice in column.choices" :key="choice">{{ choice }}</option>
            </select>
            <input
              v-else
              v-model="added[column.id]"
              :placeholder="i === 0 ? `new ${noun}, or paste a table` : column.placeholder"
              :aria-label="`${column.label} of a new ${noun}`"
              @paste="onPaste"
            />
          </td>
          <td class="end"><button class="add" :disabled="!canAdd" @click="add">Add</button></td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
section {
  margin-top: 14px;
}
.head {
  display: flex;
  align-items: center;
  gap: 10px;
  margin-bottom: 2px;
}
.list {
  font-size: 12.5px;
  color: rgb(var(--v-theme-accent-ink));
  text-decoration: underline;
  text-underline-offset: 2px;
}
.edit {
  table-layout: fixed;
}
.edit td {
  padding: 0 6px 0 0;
  height: 28px;
}
.edit .end {
  width: 44px;
  text-align: right;
}
input,
select {
  width: 100%;
  padding: 3px 5px;
  margin-left: -6px;
  border: 1px solid transparent;
  border-radius: 4px;
  color: inherit;
  background: transparent;
  text-overflow: ellipsis;
}
.new td:first-child input {
  width: calc(100% - 6px);
  margin-left: 0;
}
select:not(:hover, :focus, .new select) {
  appearance: none;
}
option {
  color: rgb(var(--v-theme-ink));
  background: rgb(var(--v-theme-surface));
}
input:hover,
select:hover,
.new input,
.new select {
  border-color: rgb(var(--v-theme-line));
}
input:focus,
select:focus {
  border-color: rgb(var(--v-theme-accent));
  background: rgb(var(--v-theme-surface));
  outline: none;
}
input::placeholder {
  color: rgb(var(--v-theme-ink-soft));
  opacity: 0.75;
}
td:has(> .open) {
  display: flex;
  align-items: center;
}
.open {
  flex: none;
  display: grid;
  place-items: center;
  width: 24px;
  height: 24px;
  color: rgb(var(--v-theme-accent-ink));
  font-weight: 700;
  text-decoration: none;
}
.current .open {
  font-weight: 700;
}
.remove {
  padding: 0 6px;
  color: rgb(var(--v-theme-ink-soft));
  font-size: 16px;
}
.remove:hover {
  color: rgb(var(--v-theme-error));
}
.add {
  font-size: 12.5px;
  color: rgb(var(--v-theme-accent-ink));
}
.add:disabled {
  opacity: 0.4;
}
</style>
