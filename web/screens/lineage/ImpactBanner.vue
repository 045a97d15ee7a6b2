<script setup lang="ts">
/** What is being asked of the map: what would follow if a fact changed, or if a base ended; with its key. */
import {
  IMPACT_CLASSES,
  countImpacts,
  type Impact,
  type ImpactClass,
} from '../../../core/layers/impactClasses.ts';
import { computed } from 'vue';

const props = defineProps<{ question: string; impacts: readonly Impact[]; ofPackage?: boolean }>();
defineEmits<{ close: [] }>();

const LABELS: Readonly<Record<ImpactClass, string>> = {
  affected: 'affected',
  overridden: 'has its own',
  notYet: 'on another release',
  cannotTell: 'cannot tell',
};
/** A package is not set, but there in another version, or not at all. */
const wordOf = (id: ImpactClass) =>
  (props.ofPackage && { overridden: 'has another or none', notYet: 'has an older state' }[id as string]) ||
  LABELS[id];
const counts = computed(() => countImpacts(props.impacts));
</script>

<template>
  <div class="remark impact" role="status">
    <strong>{{ question }}</strong>
    <span v-for="id in IMPACT_CLASSES" :key="id" class="key"
      ><i :class="id" />{{ wordOf(id) }} {{ counts[id] }}</span
    >
    <button aria-label="Ask no more" title="Show the map as it is" @click="$emit('close')">×</button>
  </div>
</template>

<style scoped>
.impact {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 16px;
  margin: 0 16px 4px;
}
.key {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
i {
  width: 18px;
  height: 11px;
  border-radius: 3px;
  border: 2px solid rgb(var(--v-theme-line));
  background: rgb(var(--v-theme-surface));
}
.affected {
  border-color: rgb(var(--v-theme-error));
  background: rgb(var(--v-theme-accent-soft));
}
.overridden {
  border-color: rgb(var(--v-theme-seen));
}
.notYet {
  border: 2px dashed rgb(var(--v-theme-info));
}
.cannotTell {
  border: 2px dotted rgb(var(--v-theme-ink-soft));
}
button {
  margin-left: auto;
  font-size: 17px;
  line-height: 1;
}
</style>
