<script setup lang="ts">
/** Beside a number: that the lists it rests on were not read whole. Nothing where they were. */
import { computed } from 'vue';
import type { Loss } from '../../core/catalogue/loss.ts';
import { wordRestsOn } from '../../core/wording/lossText.ts';

const props = defineProps<{ losses?: readonly Loss[] }>();
const text = computed(() => wordRestsOn(props.losses ?? []));
</script>

<template>
  <p v-if="text" class="small trouble">{{ text }}</p>
</template>
