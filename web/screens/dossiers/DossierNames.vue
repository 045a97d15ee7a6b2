<script setup lang="ts">
/** The name of a project and its other names, edited where they stand: Enter saves, what is refused stays in the field. */
import { computed, nextTick, ref } from 'vue';
import { recordOf } from '../../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { renameDistribution, setAliases } from '../../../core/editing/names.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useDraftOf } from '../../stores/drafts.ts';

const props = defineProps<{ distribution: RecordId }>();
const store = useCatalogueStore();
const record = computed(() => recordOf(store.catalogue, 'distribution', props.distribution));
const name = ref(record.value?.name ?? '');
const others = ref(record.value?.aliases.join('; ') ?? '');
const { restored, drop } = useDraftOf(`names/${props.distribution}`, { name, others });
const isOpen = ref(restored.value);
/** The first of the other names, and how many there are more. */
const shown = computed(() => {
  const [first, ...more] = record.value?.aliases ?? [];
  return first ? `also ${first}${more.length ? ` +${more.length}` : ''}` : 'names';
});
const trouble = ref('');
const field = ref<HTMLInputElement | null>(null);

function open(): void {
  if (!restored.value) {
    name.value = record.value?.name ?? '';
    others.value = record.value?.aliases.join('; ') ?? '';
  }
  isOpen.value = true;
  void nextTick(() => field.value?.select());
}
function close(): void {
  drop();
  restored.value = false;
  isOpen.value = false;
  trouble.value = '';
}
function save(): void {
  const { name: before, aliases } = record.value!;
  const isRenamed = name.value.trim() !== before;
  const named = isRenamed
    ? store.commit(renameDistribution(store.catalogue, props.distribution, name.value))
    : null;
  if (named && !named.ok) {
    trouble.value = named.issues.map(wordIssue).join(' ');
    return;
  }
  // The name that it had stays one of its names.
  const wanted = isRenamed ? `${others.value}; ${before}` : others.value;
  if (wanted !== aliases.join('; ')) {
    const done = store.commit(setAliases(store.catalogue, props.distribution, wanted));
    if (!done.ok) {
      trouble.value = done.issues.map(wordIssue).join(' ');
      return;
    }
  }
  close();
}
</script>

<template>
  <form
    v-if="isOpen"
    class="names"
    aria-label="Names"
    @submit.prevent="save"
    @keydown.esc.stop.prevent="isOpen = false"
  >
    <label
      ><span class="small soft">Name</span><input ref="field" v-model="name" class="field" maxlength="300"
    /></label>
    <label class="wide"
      ><span class="small soft">Other names, misspellings, heard forms</span
      ><input v-model="others" class="field" placeholder="core vane; Corvain"
    /></label>
    <v-btn type="submit" size="small" color="primary" variant="flat">Save the names</v-btn>
    <v-btn size="small" @click="close">Leave them</v-btn>
    <p v-if="trouble" class="small trouble" role="alert">{{ trouble }}</p>
  </form>
  <template v-else>
    <h1>{{ record?.name }}</h1>
    <button
      type="button"
      class="edit small"
      :title="`Name and other names: ${record?.aliases.join(', ') || 'none'}`"
      :aria-label="`${shown}: edit the names`"
      @click="open"
    >
      {{ shown }}
    </button>
  </template>
</template>

<style scoped>
.names {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: end;
}
label {
  display: grid;
  gap: 1px;
}
.wide .field {
  min-width: 260px;
}
.edit {
  color: rgb(var(--v-theme-ink-soft));
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}
p {
  flex-basis: 100%;
}
</style>
