<script setup lang="ts">
/** The weight of a change as three steps that are set with a click: 1 a detail, 2 matters, 3 decides. */
import { WEIGHTS } from '../../../core/wording/changeText.ts';

defineProps<{ weight: 1 | 2 | 3 | undefined; label: string }>();
defineEmits<{ weigh: [weight: 1 | 2 | 3 | undefined] }>();
const STEPS = [1, 2, 3] as const;
</script>

<template>
  <span class="weight" role="group" :aria-label="`Weight of ${label}`">
    <button
      v-for="step in STEPS"
      :key="step"
      :class="{ on: weight !== undefined && step <= weight }"
      :aria-label="`${step}, ${WEIGHTS[step - 1]}`"
      :aria-pressed="weight === step"
      :title="weight === step ? 'Take the weight back' : `${step}, ${WEIGHTS[step - 1]}`"
      @click="$emit('weigh', weight === step ? undefined : step)"
    />
  </span>
</template>

<style scoped>
.weight {
  display: inline-flex;
}
button {
  display: grid;
  place-items: center;
  width: 24px;
  height: 24px;
}
button::before {
  content: '';
  width: 14px;
  height: 14px;
  border: 1px solid rgba(var(--v-theme-ink-soft), 0.6);
  border-radius: 2px;
}
.on::before {
  background: rgb(var(--v-theme-ink-soft));
}
</style>
