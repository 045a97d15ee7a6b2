<script setup lang="ts">
/** The weight of an area: 0 leaves it out, 1 is usual. */
import type { AreaId } from '../../core/catalogue/areas.ts';
import { labelOfArea } from '../../core/catalogue/areas.ts';

defineProps<{ area: AreaId; weight: number | undefined }>();
defineEmits<{ weigh: [area: AreaId, weight: number] }>();
</script>

<template>
  <input
    type="number"
    min="0"
    step="0.5"
    class="field"
    :aria-label="`Weight of ${labelOfArea(area)}`"
    :value="weight ?? 1"
    @change="$emit('weigh', area, Number(($event.target as HTMLInputElement).value))"
  />
</template>

<style scoped>
input {
  width: 58px;
}
</style>
