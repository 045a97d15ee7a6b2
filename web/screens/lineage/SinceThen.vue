<script setup lang="ts">
/** What is different today from the day shown; asked for only when it is opened. */
import { computed } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { wordEvent } from '../../../core/wording/eventText.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import { lifeOf } from '../../../core/lineage/lives.ts';
import { changesBetween } from '../../../core/lineage/changesBetween.ts';

const props = defineProps<{ catalogue: Catalogue; day: number; today: number }>();
const changes = computed(() => {
  const [from, to] = [Math.min(props.day, props.today), Math.max(props.day, props.today)];
  return changesBetween(props.catalogue, from, to, lifeOf).map((event) => wordEvent(props.catalogue, event));
});
</script>

<template>
  <div class="since" role="region" aria-label="What changed since">
    <strong
      >{{ formatNumberOf(changes.length, 'difference') }}
      {{ day <= today ? 'until today' : 'from today' }}</strong
    >
    <ul>
      <li v-for="(text, i) in changes" :key="i" class="small">{{ text }}</li>
    </ul>
  </div>
</template>

<style scoped>
.since {
  max-height: 320px;
  max-width: 460px;
  overflow: auto;
  padding: 10px 14px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  padding: 2px 0;
}
</style>
