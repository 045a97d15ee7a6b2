<script setup lang="ts">
/** The change strip: six bars in fixed places, how much this layer changes in each area. The same part everywhere. */
import { computed } from 'vue';
import { wordBar } from '../../core/drawing/plateWords.ts';
import { isApart, type StripBar } from '../../core/layers/strip.ts';
import { colourOfArea } from './theme.ts';

const props = defineProps<{ bars: readonly StripBar[] }>();

const label = computed(() => props.bars.map(wordBar).join('; '));
</script>

<template>
  <span class="strip" role="img" :aria-label="label">
    <span
      v-for="bar in bars"
      :key="bar.area"
      class="bar"
      :class="{ unseen: bar.looked === 0, apart: isApart(bar) }"
      :title="wordBar(bar)"
    >
      <span
        class="fill"
        :style="{
          width: isApart(bar) ? '100%' : `${(bar.level / 3) * 100}%`,
          background: colourOfArea(bar.area),
        }"
      />
    </span>
  </span>
</template>

<style scoped>
.strip {
  display: flex;
  gap: 4px;
}
.bar {
  flex: 1;
  height: 5px;
  min-width: 10px;
  background: rgb(var(--v-theme-track));
  border-radius: 2px;
  overflow: hidden;
}
.bar.unseen {
  background: repeating-linear-gradient(90deg, rgb(var(--v-theme-track)) 0 3px, transparent 3px 6px);
}
.apart .fill {
  height: 1px;
  margin-top: 2px;
}
.fill {
  display: block;
  height: 100%;
  border-radius: 2px;
}
</style>
