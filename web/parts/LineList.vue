<script setup lang="ts">
/**
 * Lines that are written where they stand: Enter on a line opens it, Enter saves, Escape leaves it as it was, an empty line goes. What is
 * refused stays in the field.
 */
import { nextTick, ref } from 'vue';

const props = defineProps<{
  /** As they are typed; what is shown may be more, by the slot. */
  lines: readonly string[];
  label: string;
  example: string;
  canEdit: boolean;
  /** Writes a line in place of another, or behind the last (-1); false where it is refused. */
  save: (at: number, text: string) => boolean;
}>();
const editing = ref(-1);
const text = ref('');
const added = ref('');
const list = ref<HTMLUListElement | null>(null);

function begin(at: number): void {
  if (!props.canEdit) return;
  editing.value = at;
  text.value = props.lines[at];
  void nextTick(() => list.value?.querySelector<HTMLInputElement>('.editing')?.focus());
}
function keep(): void {
  const at = editing.value;
  if (at < 0) return;
  if (text.value.trim() === props.lines[at] || props.save(at, text.value)) leave(at);
}
function leave(at: number): void {
  editing.value = -1;
  void nextTick(() => {
    const lines = list.value?.querySelectorAll<HTMLElement>('.line, .adding');
    lines?.[Math.min(at, lines.length - 1)]?.focus();
  });
}
function add(): void {
  if (added.value.trim() && props.save(-1, added.value)) added.value = '';
}
</script>

<template>
  <ul ref="list" class="lines" :aria-label="label">
    <li v-for="(line, at) in lines" :key="at">
      <input
        v-if="editing === at"
        v-model="text"
        class="field editing"
        :aria-label="`${label}: line ${at + 1}`"
        @keydown.enter.prevent.stop="keep"
        @keydown.escape.prevent.stop="leave(at)"
        @blur="text.trim() === line && (editing = -1)"
      />
      <button
        v-else
        class="line"
        :class="{ fixed: !canEdit }"
        :title="canEdit ? 'Correct (Enter)' : ''"
        @click="begin(at)"
      >
        <slot :line="line" :at="at">{{ line }}</slot>
      </button>
    </li>
    <li v-if="canEdit">
      <input
        v-model="added"
        class="field adding"
        :aria-label="`Add to ${label.toLowerCase()}`"
        :placeholder="`+ such as: ${example}`"
        @keydown.enter.prevent.stop="add"
      />
    </li>
  </ul>
</template>

<style scoped>
.lines {
  list-style: none;
  padding: 0;
}
.line {
  width: 100%;
  min-height: 24px;
  padding: 2px 6px;
  margin-left: -6px;
  text-align: left;
  border-radius: 4px;
}
.line:not(.fixed):hover {
  background: rgb(var(--v-theme-accent-soft));
}
.fixed {
  cursor: text;
}
.field {
  width: 100%;
}
.adding::placeholder {
  font-style: italic;
}
.adding:not(:hover, :focus) {
  padding-left: 0;
  border-color: transparent;
  background: none;
}
@media print {
  .adding {
    display: none;
  }
}
</style>
