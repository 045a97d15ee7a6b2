<script setup lang="ts">
/** Names a further column: a distribution, a release or an edition by its name, `@` with a date behind it for another day. */
import { computed, ref } from 'vue';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { parseWhen } from '../../../core/catalogue/parseWhen.ts';
import { recordOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { Side } from '../../../core/catalogue/sideBySide.ts';
import { subjectsNamed } from '../../../core/lineage/findSubject.ts';
import { nameOf } from '../../../core/lineage/names.ts';

const props = defineProps<{ catalogue: Catalogue; label: string; id: string }>();
const emit = defineEmits<{ picked: [side: Side] }>();
const text = ref('');
const active = ref(0);
const isOpen = ref(false);

const parts = computed(() => {
  const [name, date = ''] = text.value.split('@');
  const on = date.trim() ? parseWhen(date.trim()) : null;
  return {
    name: name.trim(),
    on: on && /^\d{4}-\d\d-\d\d$/.test(on) ? on : '',
    wantsDate: text.value.includes('@'),
  };
});
const found = computed(() => subjectsNamed(props.catalogue, parts.value.name, 8));
function detailOf(id: string): string {
  const release = recordOf(props.catalogue, 'release', id);
  if (release) return release.date ? `release of ${formatWhen(release.date)}` : 'release';
  return id.startsWith('edition:') ? 'edition' : 'the project as a whole';
}
function take(index: number): void {
  const hit = found.value[index];
  if (!hit) return;
  emit('picked', { id: hit, ...(parts.value.on && { on: parts.value.on }) });
  text.value = '';
  isOpen.value = false;
}
function onKey(event: KeyboardEvent): void {
  const last = found.value.length - 1;
  if (event.key === 'ArrowDown') active.value = Math.min(active.value + 1, last);
  else if (event.key === 'ArrowUp') active.value = Math.max(active.value - 1, 0);
  else if (event.key === 'Enter') take(active.value);
  else if (event.key === 'Escape') isOpen.value = false;
  else return;
  event.preventDefault();
  event.stopPropagation();
}
function onInput(): void {
  active.value = 0;
  isOpen.value = true;
}
</script>

<template>
  <div class="picker">
    <input
      v-model="text"
      class="field"
      :aria-label="label"
      :placeholder="label"
      role="combobox"
      :aria-controls="`${id}-found`"
      :aria-expanded="isOpen && found.length > 0"
      :aria-activedescendant="isOpen && found.length ? `${id}-${active}` : undefined"
      @keydown="onKey"
      @input="onInput"
      @blur="isOpen = false"
    />
    <ul v-if="isOpen && text.trim()" :id="`${id}-found`" role="listbox" :aria-label="label">
      <li
        v-for="(hit, i) in found"
        :id="`${id}-${i}`"
        :key="hit"
        role="option"
        :aria-selected="i === active"
        :class="{ active: i === active }"
        @mousedown.prevent="take(i)"
      >
        <span>{{ nameOf(catalogue, hit) }}{{ parts.on ? ` on ${formatWhen(parts.on)}` : '' }}</span>
        <span class="soft small">{{ detailOf(hit) }}</span>
      </li>
      <li v-if="found.length === 0" class="soft">Nothing in this catalogue is called that.</li>
      <li v-else-if="parts.wantsDate && !parts.on" class="soft">Behind the @ a day: 2 Aug 2026</li>
    </ul>
  </div>
</template>

<style scoped>
.picker {
  position: relative;
}
input {
  width: 150px;
}
ul {
  position: absolute;
  z-index: 20;
  top: 100%;
  left: 0;
  min-width: 320px;
  margin-top: 3px;
  padding: 4px 0;
  list-style: none;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.18);
}
li {
  display: flex;
  justify-content: space-between;
  gap: 14px;
  padding: 3px 10px;
  cursor: pointer;
  white-space: nowrap;
}
li.active {
  background: rgb(var(--v-theme-accent-soft));
}
</style>
