<script setup lang="ts">
/** A point of the analyst's own: what is compared, and what each side has there. */
import { nextTick, ref } from 'vue';

const props = defineProps<{ names: readonly string[] }>();
const emit = defineEmits<{ add: [label: string, values: readonly string[]] }>();
const isAdding = ref(false);
const label = ref('');
const values = ref<string[]>([]);
const first = ref<HTMLInputElement | null>(null);
function begin(): void {
  values.value = props.names.map(() => '');
  isAdding.value = true;
  void nextTick(() => first.value?.focus());
}
function add(): void {
  if (!label.value.trim()) return;
  emit('add', label.value, values.value);
  label.value = '';
  isAdding.value = false;
}
</script>

<template>
  <div class="own">
    <v-btn v-if="!isAdding" size="small" @click="begin">Add a point of your own</v-btn>
    <template v-else>
      <input
        ref="first"
        v-model="label"
        class="field"
        aria-label="Point of your own"
        placeholder="What is compared"
        @keydown.enter="add"
        @keydown.esc.stop="isAdding = false"
      />
      <input
        v-for="(name, i) in names"
        :key="i"
        v-model="values[i]"
        class="field"
        :aria-label="`${label || 'It'} in ${name}`"
        :placeholder="name"
        @keydown.enter="add"
        @keydown.esc.stop="isAdding = false"
      />
      <v-btn size="small" @click="add">Add it</v-btn>
    </template>
  </div>
</template>

<style scoped>
.own {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 14px 0;
}
</style>
