<script setup lang="ts" generic="T">
/** A list that is pasted: what would be added, what is wrong with which line, and the button that adds it. */
import { computed } from 'vue';
import type { Pasted } from '../../core/editing/pasteReleases.ts';
import { formatNumberOf } from '../../core/wording/valueText.ts';
import { wordIssue } from '../../core/wording/issueText.ts';

const props = defineProps<{
  /** `release`: what a line is. */
  noun: string;
  /** The columns in their usual order, in words. */
  columns: string;
  placeholder: string;
  parse: (text: string) => Pasted<T>;
  /** The label of the second button. */
  cancel: string;
}>();
const text = defineModel<string>({ required: true });
defineEmits<{ add: [put: readonly T[]]; cancel: [] }>();

const pasted = computed(() => props.parse(text.value));
const count = computed(() => formatNumberOf(pasted.value.put.length, props.noun));
</script>

<template>
  <form class="sheet" @submit.prevent="$emit('add', pasted.put)">
    <h2>{{ noun[0].toUpperCase() + noun.slice(1) }}s from a list</h2>
    <p class="small soft">
      A line each: {{ columns }}; or columns copied from a spreadsheet, with their heads in any order.
    </p>
    <textarea
      v-model="text"
      class="field list"
      autofocus
      :aria-label="`List of ${noun}s`"
      :placeholder="placeholder"
    />
    <p class="small">
      {{ count }} to add or complete<template v-if="pasted.known.length"
        >, {{ pasted.known.length }} known already</template
      >.
    </p>
    <p v-for="issue in pasted.issues" :key="`${issue.where} ${issue.params.text}`" class="small trouble">
      {{ wordIssue(issue) }}
    </p>
    <div class="actions">
      <v-btn type="submit" variant="flat" color="primary" :disabled="pasted.put.length === 0"
        >Add {{ count }}</v-btn
      >
      <v-btn @click="$emit('cancel')">{{ cancel }}</v-btn>
    </div>
  </form>
</template>

<style scoped>
.sheet {
  padding: 18px 20px;
  background: rgb(var(--v-theme-surface));
  border-radius: 10px;
}
.small {
  margin-top: 4px;
}
.list {
  width: 100%;
  min-height: 140px;
  margin-top: 8px;
  font-family: var(--mono);
  font-size: 12px;
  white-space: pre;
}
.actions {
  display: flex;
  gap: 8px;
  margin-top: 14px;
}
</style>
