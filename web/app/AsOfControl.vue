<script setup lang="ts">
/** The as-of date: what every screen shows is what was in force on this day. */
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { formatWhen } from '../../core/catalogue/formatWhen.ts';
import { useAsOf } from '../stores/clock.ts';

const route = useRoute();
const router = useRouter();
const { date, isToday } = useAsOf();
const label = computed(() => formatWhen(date.value));

function choose(value: string): void {
  void router.replace({ query: { ...route.query, asof: value || undefined } });
}
</script>

<template>
  <v-menu :close-on-content-click="false" location="bottom end">
    <template #activator="{ props }">
      <button v-bind="props" class="as-of" :class="{ past: !isToday }">
        As of <strong>{{ label }}</strong>
      </button>
    </template>
    <div class="panel">
      <label class="small soft" for="as-of-date">Show what was in force on</label>
      <input
        id="as-of-date"
        type="date"
        :value="date"
        @change="choose(($event.target as HTMLInputElement).value)"
      />
      <v-btn :disabled="isToday" @click="choose('')">Back to today</v-btn>
    </div>
  </v-menu>
</template>

<style scoped>
.as-of {
  font-size: 13px;
  padding: 4px 8px;
  border-radius: 6px;
  white-space: nowrap;
  color: inherit;
}
.as-of:hover {
  background: rgb(var(--v-theme-frame-field));
}
.as-of.past {
  background: rgb(var(--v-theme-accent));
  color: #1c1503;
}
.panel {
  display: grid;
  gap: 8px;
  padding: 12px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
}
input {
  padding: 4px 8px;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
  color: inherit;
  color-scheme: inherit;
}
</style>
