<script setup lang="ts">
/** A section that takes a file: dropped onto it, or chosen by what its slot offers. */
import { ref } from 'vue';

defineProps<{ label: string; inputLabel: string; accept: string }>();
const emit = defineEmits<{ file: [file: File] }>();
const input = ref<HTMLInputElement | null>(null);
const isOver = ref(false);

function take(files: FileList | null | undefined): void {
  const [file] = files ?? [];
  if (file) emit('file', file);
  // The same file can be chosen again.
  if (input.value) input.value.value = '';
}
function dropped(event: DragEvent): void {
  isOver.value = false;
  take(event.dataTransfer?.files);
}
const choose = () => input.value?.click();
</script>

<template>
  <section
    :aria-label="label"
    :class="{ over: isOver }"
    @dragover.prevent="isOver = true"
    @dragleave="isOver = false"
    @drop.prevent="dropped"
  >
    <input
      ref="input"
      class="visually-hidden"
      type="file"
      :accept="accept"
      tabindex="-1"
      :aria-label="inputLabel"
      @change="take(($event.target as HTMLInputElement).files)"
    />
    <slot :choose="choose" />
  </section>
</template>

<style scoped>
section {
  min-height: 60vh;
}
.over {
  outline: 2px dashed rgb(var(--v-theme-accent));
  outline-offset: -4px;
}
</style>
