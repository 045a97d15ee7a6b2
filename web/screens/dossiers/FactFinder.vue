<script setup lang="ts">
/** `g`: the beginning of any name of a fact leads to it, also where nothing is recorded of it yet. */
import { computed, nextTick, onMounted, onUnmounted, ref } from 'vue';
import { completeName } from '../../../core/editing/lines/lineNames.ts';
import { isTyping } from '../../parts/isTyping.ts';
import type { FactKey } from '../../../core/catalogue/factSheet.ts';

const emit = defineEmits<{ found: [fact: FactKey] }>();
const open = ref(false);
const text = ref('');
const active = ref(0);
const input = ref<HTMLInputElement | null>(null);
const found = computed(() =>
  completeName(text.value, 30)
    .flatMap(({ fact, about }) => (fact ? [{ fact, about }] : []))
    .slice(0, 8),
);
function onWindowKey(event: KeyboardEvent): void {
  if (event.key !== 'g' || isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
  event.preventDefault();
  open.value = true;
  text.value = '';
  active.value = 0;
  void nextTick(() => input.value?.focus());
}
onMounted(() => window.addEventListener('keydown', onWindowKey));
onUnmounted(() => window.removeEventListener('keydown', onWindowKey));
function take(index: number): void {
  const hit = found.value[index];
  if (!hit) return;
  open.value = false;
  emit('found', hit.fact);
}
function onKey(event: KeyboardEvent): void {
  const last = found.value.length - 1;
  if (event.key === 'ArrowDown') active.value = Math.min(active.value + 1, last);
  else if (event.key === 'ArrowUp') active.value = Math.max(active.value - 1, 0);
  else if (event.key === 'Enter') take(active.value);
  else if (event.key === 'Escape') open.value = false;
  else return;
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <div v-if="open" class="finder">
    <input
      ref="input"
      v-model="text"
      aria-label="Find a fact"
      role="combobox"
      aria-controls="fact-finder"
      :aria-expanded="found.length > 0"
      :aria-activedescendant="found.length ? `fact-found-${active}` : undefined"
      placeholder="Name of a fact, recorded or not"
      @keydown="onKey"
      @input="active = 0"
      @blur="open = false"
    />
    <ul v-if="text" id="fact-finder" role="listbox" aria-label="Facts">
      <li
        v-for="({ fact, about }, i) in found"
        :id="`fact-found-${i}`"
        :key="fact.key"
        role="option"
        :aria-selected="i === active"
        :class="{ active: i === active }"
        @mousedown.prevent="take(i)"
      >
        <span>{{ fact.label }}</span> <span class="soft small">{{ about }}</span>
      </li>
      <li v-if="found.length === 0" class="soft">No fact is called that.</li>
    </ul>
  </div>
</template>

<style scoped>
.finder {
  position: absolute;
  z-index: 20;
  top: 8px;
  left: 50%;
  width: 380px;
  transform: translateX(-50%);
  padding: 8px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-accent));
  border-radius: 8px;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.18);
}
input {
  width: 100%;
  padding: 4px 9px;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 5px;
}
ul {
  list-style: none;
  padding: 4px 0 0;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 3px 9px;
  cursor: pointer;
}
li.active {
  background: rgb(var(--v-theme-accent-soft));
}
</style>
