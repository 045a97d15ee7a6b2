<script setup lang="ts">
/** Under which conditions the system was looked at: what its files tell, and fields for what they do not. */
import { computed } from 'vue';
import type { Conditions } from '../../../core/catalogue/conditions.ts';
import { wordConditions } from '../../../core/wording/conditionsText.ts';

const props = defineProps<{
  told: Conditions;
  said: Conditions;
  /** True where something that was read depends on them. */
  asks: boolean;
}>();
const emit = defineEmits<{ say: [conditions: Conditions] }>();
const sentence = computed(() => wordConditions(props.told));

const MEDIA = [
  { value: 'installed', title: 'on an installed system' },
  { value: 'live', title: 'on a live image' },
] as const;
const MACHINES = [
  { value: 'virtual', title: 'on a virtual machine' },
  { value: 'hardware', title: 'on hardware' },
] as const;

function say(field: 'medium' | 'machine' | 'memoryMiB', text: string): void {
  const { [field]: _, ...others } = props.said;
  const value = field === 'memoryMiB' ? Number(text) : text;
  emit('say', value ? { ...others, [field]: value } : others);
}
const valueOf = (event: Event) => (event.target as HTMLInputElement).value;
</script>

<template>
  <section class="conditions" aria-label="Conditions">
    <p v-if="sentence" class="soft">{{ sentence }}</p>
    <p v-if="asks && (!told.medium || !told.machine || !told.memoryMiB)" class="asked small">
      <span class="soft">Not told by the files:</span>
      <select
        v-if="!told.medium"
        class="field"
        aria-label="Live or installed"
        :value="said.medium ?? ''"
        @change="say('medium', valueOf($event))"
      >
        <option value="">live or installed?</option>
        <option v-for="{ value, title } in MEDIA" :key="value" :value="value">{{ title }}</option>
      </select>
      <select
        v-if="!told.machine"
        class="field"
        aria-label="Machine"
        :value="said.machine ?? ''"
        @change="say('machine', valueOf($event))"
      >
        <option value="">what machine?</option>
        <option v-for="{ value, title } in MACHINES" :key="value" :value="value">{{ title }}</option>
      </select>
      <label v-if="!told.memoryMiB" class="memory">
        <input
          class="field"
          type="number"
          min="1"
          aria-label="Memory in MiB"
          placeholder="memory"
          :value="said.memoryMiB ?? ''"
          @change="say('memoryMiB', valueOf($event))"
        />
        MiB
      </label>
    </p>
  </section>
</template>

<style scoped>
.conditions > * + * {
  margin-top: 4px;
}
.asked {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}
.memory input {
  width: 92px;
}
</style>
