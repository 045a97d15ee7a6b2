<script setup lang="ts">
/** A told sentence, or what stands in a cell: it leads to what it rests on, with its numbered sources behind it. */
import type { RouteLocationRaw } from 'vue-router';
import type { Catalogue } from '../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import { nameOf } from '../../core/lineage/names.ts';
import type { StatementTarget } from '../../core/statements/statement.ts';
import { wholeTextOf, type Sentence } from '../../core/telling/document.ts';

defineProps<{
  catalogue: Catalogue;
  sentence: Sentence;
  /** The number of each source. */
  numbers: ReadonlyMap<RecordId, number>;
  addressOf: (to: StatementTarget) => RouteLocationRaw;
}>();
const emit = defineEmits<{ source: [id: RecordId] }>();
</script>

<template>
  <router-link v-if="sentence.to" class="plain-link" :to="addressOf(sentence.to)">{{
    wholeTextOf(sentence)
  }}</router-link>
  <template v-else>{{ wholeTextOf(sentence) }}</template>
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
</style>
