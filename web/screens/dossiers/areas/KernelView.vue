<script setup lang="ts">
/** The running kernel next to the base's, and what else can be had. */
import { computed } from 'vue';
import { formatDay } from '../../../../core/catalogue/days.ts';
import { formatWhen } from '../../../../core/catalogue/formatWhen.ts';
import { formatNumberOf } from '../../../../core/wording/valueText.ts';
import { kernelOf } from '../../../../core/layers/areas/kernel.ts';
import { nameOf } from '../../../../core/lineage/names.ts';
import type { AreaProps } from './areaProps.ts';

const props = defineProps<AreaProps>();
const view = computed(() => kernelOf(props.table));
const top = computed(() => props.table.layers[props.table.layers.length - 1].id);
const below = computed(() => props.table.layers.at(-2));
const base = computed(() => (below.value ? nameOf(props.catalogue, below.value.id) : ''));

const sentence = computed(() => {
  const { standing, version, base: theirs, baseDay, daysBehind } = view.value;
  const upstream = daysBehind === undefined ? '' : ` ${formatNumberOf(daysBehind, 'day')} after upstream.`;
  if (!version) return 'Which kernel it boots is not known.';
  const words = {
    same: `The same kernel as ${base.value}.`,
    older: `Older than that of ${base.value}, ${theirs}.`,
    newer: `Newer than that of ${base.value}, ${theirs}.`,
    other: `Another one than that of ${base.value}, ${theirs}.`,
    otherDay: `${base.value} rolls on: its ${theirs} is of ${baseDay === undefined ? 'another day' : formatWhen(formatDay(baseDay))}, so the two are not compared.`,
    unknown: base.value ? `What ${base.value} boots is not known.` : '',
  }[standing];
  return `${words}${upstream}`.trim();
});
const choice = computed(() => {
  const { offered, picker, changeable } = view.value;
  if (offered.length > 0)
    return `${formatNumberOf(offered.length, 'other')} can be installed${picker ? ` with ${picker}` : ''}.`;
  if (changeable === false) return 'No other kernel can be had.';
  return changeable ? 'Another one can be had, by hand.' : '';
});
const particulars = computed(() => {
  const { flavour, scheduler, level, patches } = view.value;
  return [
    ['Flavour', flavour],
    ['Scheduler', scheduler],
    ['Processor level', level],
    ['Patches', patches.join(', ')],
  ].filter(([, text]) => text);
});
</script>

<template>
  <section v-if="view.version || view.offered.length || choice" aria-label="Kernels">
    <div class="kernels">
      <div class="kernel running">
        <span class="small soft">boots</span>
        <span class="figure mono">{{ view.version || '?' }}</span>
        <span class="small soft mono">{{ view.release }}</span>
      </div>
      <div v-if="view.base && view.standing !== 'same'" class="kernel">
        <span class="small soft">{{ base }}</span>
        <span class="figure mono base">{{ view.base }}</span>
      </div>
      <ul v-if="view.offered.length || view.missing.length">
        <li v-for="each in view.offered" :key="each.name" :class="{ own: each.layer === top }">
          {{ each.name }} <span v-if="each.version" class="mono">{{ each.version }}</span>
          <span class="small soft">{{
            each.layer === top ? 'its own' : `from ${nameOf(catalogue, each.layer)}`
          }}</span>
        </li>
        <li v-for="each in view.missing" :key="each" class="missing">
          {{ each }} <span class="small">not here, though {{ base }} has it</span>
        </li>
      </ul>
    </div>
    <p class="small">{{ sentence }} {{ choice }}</p>
    <p v-if="particulars.length" class="small soft">
      <template v-for="[label, text] in particulars" :key="label"
        >{{ label }}: <span class="text">{{ text }}</span>&ensp;</template
      >
    </p>
  </section>
</template>

<style scoped>
.kernels {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 34px;
  align-items: flex-start;
  margin-bottom: 6px;
}
.kernel {
  display: grid;
}
.running .figure {
  color: rgb(var(--v-theme-area-kernel));
}
.figure {
  font-size: 20px;
}
.base {
  font-weight: 400;
}
ul {
  list-style: none;
  padding: 2px 0 0;
}
.own {
  font-weight: 600;
}
.missing {
  text-decoration: line-through;
  color: rgb(var(--v-theme-ink-soft));
}
.missing span {
  display: inline-block;
  margin-left: 4px;
}
.text {
  color: rgb(var(--v-theme-ink));
}
</style>
