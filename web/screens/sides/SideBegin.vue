<script setup lang="ts">
/** Before there are two: naming them, what was marked on the way, what was kept. */
import { computed } from 'vue';
import { recordsOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import type { Side } from '../../../core/catalogue/sideBySide.ts';
import { layersOfSide, nameOfSide } from '../../../core/comparing/side.ts';
import { listOf } from '../../../core/wording/valueText.ts';
import OfferedProjects from '../../parts/OfferedProjects.vue';
import { useSideStore } from '../../stores/sideStore.ts';
import SidePicker from './SidePicker.vue';

const props = defineProps<{ catalogue: Catalogue; day: number; sides: readonly Side[] }>();
defineEmits<{ sides: [sides: readonly Side[]] }>();
const marks = useSideStore();
const nameOf = (side: Side) =>
  nameOfSide(props.catalogue, side, layersOfSide(props.catalogue, side, props.day));
const kept = computed(() =>
  [...recordsOf(props.catalogue, 'sideBySide')].sort((a, b) => b.entered - a.entered),
);
</script>

<template>
  <div class="empty">
    <h2>{{ sides.length === 1 ? 'What does it stand beside?' : 'Compare systems' }}</h2>
    <p class="soft">
      Name two to four: releases, editions, a project, its base. Or mark them with <kbd>x</kbd> on the map and
      in lists.
    </p>
    <p v-for="(side, place) in sides" :key="place">
      <strong>{{ nameOf(side) }}</strong>
      <button
        class="accent-link small out"
        @click="
          $emit(
            'sides',
            sides.filter((_, i) => i !== place),
          )
        "
      >
        take out
      </button>
    </p>
    <div class="first">
      <SidePicker
        id="first-side"
        :catalogue="catalogue"
        label="Name one"
        @picked="(side) => $emit('sides', [...sides, side])"
      />
    </div>
    <p v-if="marks.sides.length > 1">
      <button class="accent-link" @click="$emit('sides', marks.sides)">
        Those that are marked: {{ listOf(marks.sides.map(nameOf)) }}
      </button>
    </p>
    <OfferedProjects
      :catalogue="catalogue"
      :day="day"
      :taken="sides.map(({ id }) => id)"
      @picked="(id) => $emit('sides', [...sides, { id }])"
    />
    <template v-if="kept.length">
      <h2 class="kept">Kept</h2>
      <p v-for="each in kept" :key="each.id">
        <button class="accent-link" @click="$emit('sides', each.subjects)">
          {{ listOf(each.subjects.map(nameOf)) }}
        </button>
        <span v-if="each.date" class="soft">, {{ formatWhen(each.date) }}</span>
      </p>
    </template>
  </div>
</template>

<style scoped>
.first {
  display: flex;
  justify-content: center;
}
.out {
  margin-left: 8px;
}
.kept {
  padding-top: 14px;
}
</style>
