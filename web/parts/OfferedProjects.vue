<script setup lang="ts">
/** The projects of a catalogue by name, to take the current release of one, where none is named yet. */
import { computed } from 'vue';
import { recordsOf, type Catalogue } from '../../core/catalogue/catalogue.ts';
import { currentRelease, distributionOf } from '../../core/lineage/releases.ts';
import { formatCount } from '../../core/wording/valueText.ts';

const props = defineProps<{ catalogue: Catalogue; day: number; taken: readonly string[] }>();
defineEmits<{ picked: [id: string] }>();
/** Of more than these the others are to be named. */
const MOST = 48;
const offered = computed(() => {
  const taken = new Set(props.taken.map((id) => distributionOf(props.catalogue, id)));
  return [...recordsOf(props.catalogue, 'distribution')]
    .filter(({ id }) => !taken.has(id))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
});
const layerOf = (id: string) => currentRelease(props.catalogue, id, props.day)?.id ?? id;
</script>

<template>
  <p class="offered">
    <button
      v-for="each in offered.slice(0, MOST)"
      :key="each.id"
      class="chip"
      @click="$emit('picked', layerOf(each.id))"
    >
      {{ each.name }}
    </button>
    <span v-if="offered.length > MOST" class="small soft">
      and {{ formatCount(offered.length - MOST) }} more, by their names
    </span>
  </p>
</template>

<style scoped>
.offered {
  display: flex;
  flex-wrap: wrap;
  justify-content: center;
  align-items: center;
  gap: 6px;
}
</style>
