<script setup lang="ts">
/** One line of text that is written where it stands: Enter or Tab saves, Escape takes back what was typed. What is refused stays. */
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
  <input
    v-if="canEdit"
    v-model="text"
    class="field"
    :aria-label="label"
    :placeholder="example"
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
}
.field:not(:hover, :focus) {
  padding-left: 0;
  border-color: transparent;
  background: none;
}
</style>
