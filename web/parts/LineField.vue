<script setup lang="ts">
/** One line of text that is written where it stands, as high as it is long: Enter or Tab saves, Escape takes back what was typed. What is refused stays. */
import { ref, watch } from 'vue';

const props = defineProps<{
  value: string;
  label: string;
  example: string;
  canEdit: boolean;
  save: (text: string) => boolean;
}>();
const text = ref(props.value);
watch(
  () => props.value,
  (value) => (text.value = value),
);
function keep(): void {
  if (text.value.trim() !== props.value) props.save(text.value);
}
</script>

<template>
  <textarea
    v-if="canEdit"
    v-model="text"
    class="field"
    rows="1"
    :aria-label="label"
    :placeholder="`such as: ${example}`"
    @keydown.enter.prevent.stop="keep"
    @keydown.escape.stop="text = value"
    @change="keep"
  />
  <span v-else>{{ value || '–' }}</span>
</template>

<style scoped>
.field {
  width: 100%;
  font: inherit;
  field-sizing: content;
  resize: none;
}
.field::placeholder {
  font-style: italic;
  font-weight: 400;
}
.field:not(:hover, :focus) {
  padding-left: 0;
  border-color: transparent;
  background: none;
}
@media print {
  .field::placeholder {
    color: transparent;
  }
}
</style>
