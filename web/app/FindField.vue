<script setup lang="ts">
/** Finds a distribution by its name or by another name it is known by, and goes to it on the map. */
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { recordsOf } from '../../core/catalogue/catalogue.ts';
import { useCatalogueStore } from '../stores/catalogueStore.ts';

const store = useCatalogueStore();
const router = useRouter();
const input = ref<HTMLInputElement | null>(null);
const text = ref('');
const active = ref(0);
const open = ref(false);

const plain = (value: string) =>
  value
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]/g, '');
const found = computed(() => {
  const wanted = plain(text.value);
  if (!wanted) return [];
  return [...recordsOf(store.catalogue, 'distribution')]
    .map((record) => ({
      record,
      by: [record.name, ...record.aliases].find((name) => plain(name).includes(wanted)),
    }))
    .filter(({ by }) => by !== undefined)
    .sort(
      (a, b) =>
        plain(a.by!).indexOf(wanted) - plain(b.by!).indexOf(wanted) ||
        a.record.name.localeCompare(b.record.name),
    )
    .slice(0, 8);
});

function go(index: number): void {
  const hit = found.value[index];
  if (!hit) return;
  text.value = '';
  open.value = false;
  input.value?.blur();
  const { asof, view } = router.currentRoute.value.query;
  void router.push({ name: 'lineage', query: { at: hit.record.id, asof, view } });
}

function onKey(event: KeyboardEvent): void {
  const last = found.value.length - 1;
  if (event.key === 'ArrowDown') active.value = Math.min(active.value + 1, last);
  else if (event.key === 'ArrowUp') active.value = Math.max(active.value - 1, 0);
  else if (event.key === 'Enter') go(active.value);
  else if (event.key === 'Escape') input.value?.blur();
  else return;
  event.preventDefault();
}

function onInput(): void {
  active.value = 0;
  open.value = true;
}

defineExpose({ focus: () => input.value?.focus() });
</script>

<template>
  <div class="find">
    <input
      ref="input"
      v-model="text"
      type="text"
      placeholder="Find a distribution   /"
      aria-label="Find a distribution"
      role="combobox"
      aria-controls="find-results"
      :aria-expanded="open && found.length > 0"
      :aria-activedescendant="open && found.length ? `find-${active}` : undefined"
      @input="onInput"
      @focus="open = true"
      @blur="open = false"
      @keydown="onKey"
    />
    <ul v-if="open && text" id="find-results" class="results" role="listbox">
      <li
        v-for="({ record, by }, index) in found"
        :id="`find-${index}`"
        :key="record.id"
        role="option"
        :aria-selected="index === active"
        :class="{ active: index === active }"
        @mousedown.prevent="go(index)"
      >
        {{ record.name }} <span v-if="by !== record.name" class="soft small">also {{ by }}</span>
      </li>
      <li v-if="found.length === 0" class="soft">No distribution of that name.</li>
    </ul>
  </div>
</template>

<style scoped>
.find {
  position: relative;
  flex: 0 1 300px;
}
input {
  width: 100%;
  padding: 6px 12px;
  border-radius: 6px;
  background: rgb(var(--v-theme-frame-field));
  color: inherit;
  font-size: 13px;
}
input::placeholder {
  color: rgba(var(--v-theme-on-frame), 0.72);
}
.results {
  position: absolute;
  z-index: 20;
  inset: calc(100% + 4px) 0 auto;
  list-style: none;
  padding: 4px 0;
  background: rgb(var(--v-theme-surface));
  color: rgb(var(--v-theme-ink));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
}
li {
  padding: 4px 12px;
  cursor: pointer;
}
li.active {
  background: rgb(var(--v-theme-accent-soft));
}
</style>
