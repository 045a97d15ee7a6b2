<script setup lang="ts">
/** A sentence or heading in the analyst's words: saved by Ctrl+Enter, Escape keeps it as it was. */
import { onMounted, ref } from 'vue';
import type { Editorial } from '../../core/catalogue/editorial.ts';

const props = defineProps<{
  text: string;
  label: string;
  /** The words that stand there by now, and what the program says instead. */
  worded: Editorial | undefined;
  now: string | undefined;
  /** A heading is not left out; its part is. */
  canLeaveOut?: boolean;
}>();
const emit = defineEmits<{ save: [text: string]; restore: []; close: [] }>();
const text = ref(props.text);
const field = ref<HTMLTextAreaElement | null>(null);
onMounted(() => field.value?.focus());
function save(): void {
  if (text.value.trim() === props.text) emit('close');
  else emit('save', text.value);
}
</script>

<template>
  <span class="editor">
    <textarea
      ref="field"
      v-model="text"
      class="field"
      rows="2"
      :aria-label="label"
      @keydown.enter.ctrl.prevent="save"
      @keydown.escape.stop="emit('close')"
    />
    <span v-if="worded && now !== undefined" class="small soft">The program says: “{{ now }}”</span>
    <span class="does small">
      <button class="accent-link" :disabled="!text.trim()" @click="save">Save</button>
      <button v-if="worded" class="accent-link" @click="emit('restore')">Restore the program’s text</button>
      <button v-else-if="canLeaveOut" class="accent-link" @click="emit('save', '')">
        Leave out this sentence
      </button>
      <button class="accent-link" @click="emit('close')">Cancel</button>
    </span>
  </span>
</template>

<style scoped>
.editor {
  display: grid;
  gap: 4px;
  margin: 4px 0;
  font-weight: 400;
  font-size: 14px;
  letter-spacing: 0;
}
.field {
  width: 100%;
  font: inherit;
  field-sizing: content;
  line-height: 1.45;
}
.does {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
</style>
