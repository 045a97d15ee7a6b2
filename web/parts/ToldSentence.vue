<script setup lang="ts">
/** A told sentence, or what stands in a cell: it leads to what it rests on, with its numbered sources; it can be rewritten in place. */
import { computed } from 'vue';
import type { RouteLocationRaw } from 'vue-router';
import type { Catalogue } from '../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import { nameOf } from '../../core/lineage/names.ts';
import type { StatementTarget } from '../../core/statements/statement.ts';
import { wholeTextOf, type Sentence } from '../../core/telling/document.ts';
import SentenceEditor from './SentenceEditor.vue';
import { usePartEditing } from './reportEditing.ts';

const props = defineProps<{
  catalogue: Catalogue;
  sentence: Sentence;
  /** The number of each source. */
  numbers: ReadonlyMap<RecordId, number>;
  addressOf: (to: StatementTarget) => RouteLocationRaw;
}>();
const emit = defineEmits<{ source: [id: RecordId] }>();

const place = usePartEditing();
const isEditable = computed(() => place?.editing.isOn.value && props.sentence.at !== undefined);
const isOpen = computed(() => {
  const open = place?.editing.open.value;
  return isEditable.value && open?.part === place?.part && open?.at === props.sentence.at;
});
const outdated = computed(() => {
  const { worded } = props.sentence;
  return worded && place?.editing.outdated.value.get(worded.id);
});
const programText = computed(
  () => outdated.value?.now ?? props.sentence.worded?.instead ?? props.sentence.text,
);
function save(text: string): void {
  const { worded, at, sources } = props.sentence;
  if (worded?.does === 'adds') place!.editing.write({ ...worded, text }, worded.id);
  else
    place!.editing.rewrite({
      ...{ part: place!.part, at: worded?.at ?? at!, text },
      ...{ instead: programText.value, sources: sources ?? [] },
    });
}
</script>

<template>
  <SentenceEditor
    v-if="isOpen"
    :text="sentence.text"
    label="Sentence"
    :worded="sentence.worded"
    :now="sentence.worded?.does === 'rewrites' ? programText : undefined"
    can-leave-out
    @save="save"
    @restore="place!.editing.restore(sentence.worded!)"
    @close="place!.editing.open.value = null"
  />
  <button
    v-else-if="isEditable"
    class="editable"
    @click="place!.editing.open.value = { part: place!.part, at: sentence.at! }"
  >
    {{ wholeTextOf(sentence) || '(empty)' }}
  </button>
  <router-link v-else-if="sentence.to" class="plain-link" :to="addressOf(sentence.to)">{{
    wholeTextOf(sentence)
  }}</router-link>
  <template v-else>{{ wholeTextOf(sentence) }}</template>
  <span v-if="outdated" class="outdated small"> out of date</span>
  <button
    v-for="id in sentence.sources"
    :key="id"
    class="note"
    :title="nameOf(catalogue, id)"
    :aria-label="`Source ${numbers.get(id)}: ${nameOf(catalogue, id)}`"
    @click="emit('source', id)"
  >
    {{ numbers.get(id) }}
  </button>
</template>

<style scoped>
.note {
  display: inline-block;
  min-width: 24px;
  margin: -6px 0;
  font-size: 11px;
  font-weight: 400;
  line-height: 24px;
  text-align: center;
  color: rgb(var(--v-theme-accent-ink));
}
.outdated {
  color: rgb(var(--v-theme-accent-ink));
  white-space: nowrap;
}
</style>
