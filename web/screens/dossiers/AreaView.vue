<script setup lang="ts">
/** Above the layer table of one area: the view that fits it. */
import { computed, type Component } from 'vue';
import type { AreaId } from '../../../core/catalogue/areas.ts';
import type { StripAreaId } from '../../../core/catalogue/stripAreas.ts';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { LayerTable } from '../../../core/layers/layerTable.ts';
import DefaultsView from './areas/DefaultsView.vue';
import KernelView from './areas/KernelView.vue';
import ModelView from './areas/ModelView.vue';
import RepositoriesView from './areas/RepositoriesView.vue';
import ThemesView from './areas/ThemesView.vue';
import WelcomeView from './areas/WelcomeView.vue';

const props = defineProps<{ catalogue: Catalogue; table: LayerTable; area: AreaId; day: number }>();

const VIEWS: Readonly<Record<StripAreaId, Component>> = {
  repositories: RepositoriesView,
  kernel: KernelView,
  themes: ThemesView,
  welcome: WelcomeView,
  defaults: DefaultsView,
  model: ModelView,
};
const view = computed(() => VIEWS[props.area as StripAreaId] as Component | undefined);
</script>

<template>
  <component :is="view" v-if="view" class="area-view" :catalogue="catalogue" :table="table" :day="day" />
</template>

<style scoped>
.area-view {
  margin: 4px 0 18px;
  padding: 10px 14px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
}
</style>
