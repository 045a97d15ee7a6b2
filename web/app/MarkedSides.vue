<script setup lang="ts">
/** What is marked to be held side by side, on every screen until it is looked at or let go. */
import { computed } from 'vue';
import { layersOfSide, nameOfSide } from '../../core/comparing/side.ts';
import { listOf } from '../../core/wording/valueText.ts';
import { useCatalogueStore } from '../stores/catalogueStore.ts';
import { useAsOf } from '../stores/clock.ts';
import { sidesInAddress, useSideStore } from '../stores/sideStore.ts';

const store = useCatalogueStore();
const marks = useSideStore();
const { day } = useAsOf();
const names = computed(() =>
  marks.sides.map((side) =>
    nameOfSide(store.catalogue, side, layersOfSide(store.catalogue, side, day.value)),
  ),
);
</script>

<template>
  <span v-if="marks.sides.length" class="marked" role="status">
    Marked: <strong>{{ listOf(names) }}</strong>
    <router-link
      v-if="marks.sides.length > 1"
      class="accent-link"
      :to="{ name: 'sides', query: { of: sidesInAddress(marks.sides), asof: $route.query.asof } }"
      >Compare</router-link
    >
    <span v-else>(x marks another)</span>
    <button class="accent-link" @click="marks.clear()">Clear</button>
  </span>
</template>

<style scoped>
.marked {
  display: flex;
  gap: 8px;
  color: rgb(var(--v-theme-ink));
}
</style>
