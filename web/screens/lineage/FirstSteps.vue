<script setup lang="ts">
/** The five steps from nothing to a report: done ones lead to what they made, the next one says what to do; of the sample all lead. */
import { FIRST_STEP_TITLES, wordFirstStep } from '../../../core/wording/firstStepText.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useFirstStepsStore } from '../../stores/firstStepsStore.ts';

defineProps<{
  /** In a catalogue of one's own: which are done, and which is next. */
  counts: boolean;
}>();
const store = useCatalogueStore();
const way = useFirstStepsStore();
</script>

<template>
  <nav class="first-steps" aria-label="First steps">
    <ol>
      <li
        v-for="(step, place) in way.steps"
        :key="step.name"
        :class="{ done: counts && step.done, next: counts && step.name === way.next?.name }"
      >
        <router-link :to="step.to" :title="wordFirstStep(store.catalogue, step)">
          <span class="number" aria-hidden="true">{{ counts && step.done ? '✓' : place + 1 }}</span>
          <span v-if="counts && step.name === way.next?.name"
            ><strong>Next:</strong> {{ wordFirstStep(store.catalogue, step) }}</span
          >
          <span v-else
            >{{ FIRST_STEP_TITLES[step.name]
            }}<span v-if="counts && step.done" class="visually-hidden"> (done)</span></span
          >
        </router-link>
      </li>
    </ol>
  </nav>
</template>

<style scoped>
ol {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  margin: 0;
  padding: 0;
  list-style: none;
}
a {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  min-height: 24px;
  color: rgb(var(--v-theme-ink-soft));
  text-decoration: none;
}
a:hover {
  text-decoration: underline;
}
.number {
  display: inline-grid;
  place-items: center;
  min-width: 20px;
  height: 20px;
  font-size: 12px;
  border: 1px solid currentColor;
  border-radius: 4px;
}
.next a {
  color: rgb(var(--v-theme-ink));
}
.next .number {
  color: rgb(var(--v-theme-ink));
  background: rgb(var(--v-theme-accent) / 0.28);
  border-color: rgb(var(--v-theme-accent));
}
</style>
