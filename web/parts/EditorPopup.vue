<script setup lang="ts">
/**
 * A form that opens at what it edits: takes the keyboard, closes with Escape and gives the keyboard back. Enter saves from every field;
 * Shift+Enter begins a new line where there are several.
 */
import { nextTick, ref, watch } from 'vue';

defineProps<{ label: string; anchor: HTMLElement; width: number }>();
const emit = defineEmits<{ save: []; close: [] }>();

const form = ref<HTMLFormElement | null>(null);
const open = ref(true);
watch(open, (value) => !value && emit('close'));

/** Once it has the keyboard, it is left alone: what was typed while it opened is not selected, and so not lost to the next letter. */
function focus(): void {
  void nextTick(() => {
    if (form.value?.contains(document.activeElement)) return;
    const input = form.value?.querySelector<HTMLInputElement>('input, textarea, select');
    input?.focus();
    if (input && 'select' in input) input.select();
  });
}
/** Buttons do what they say; everywhere else Enter saves. */
function onEnter(event: KeyboardEvent): void {
  const isField = event.target instanceof HTMLTextAreaElement || event.target instanceof HTMLSelectElement;
  if ((!isField && !event.ctrlKey) || event.shiftKey || event.isComposing) return;
  event.preventDefault();
  emit('save');
}
</script>

<template>
  <v-menu
    v-model="open"
    :activator="anchor"
    :close-on-content-click="false"
    location="bottom start"
    :open-on-click="false"
    @after-enter="focus"
  >
    <form
      ref="form"
      class="editor"
      :style="{ width: `${width}px` }"
      :aria-label="label"
      @vue:mounted="focus"
      @submit.prevent="$emit('save')"
      @keydown.esc.stop.prevent="$emit('close')"
      @keydown.enter="onEnter"
    >
      <slot />
    </form>
  </v-menu>
</template>

<style scoped>
.editor {
  display: grid;
  gap: 9px;
  padding: 12px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-accent));
  border-radius: 8px;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.18);
}
.editor :deep(.field) {
  width: 100%;
  background: rgb(var(--v-theme-background));
  color-scheme: inherit;
}
.editor :deep(.actions) {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
