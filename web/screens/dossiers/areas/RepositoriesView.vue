<script setup lang="ts">
/** Repositories in the order in which the system asks them: whose, which tier, how long held, on or off. */
import { computed } from 'vue';
import { formatNumberOf } from '../../../../core/wording/valueText.ts';
import { repositoriesOf, type RepositoryRow } from '../../../../core/layers/areas/repositories.ts';
import { nameOf } from '../../../../core/lineage/names.ts';
import type { AreaProps } from './areaProps.ts';

const props = defineProps<AreaProps>();
const view = computed(() => repositoriesOf(props.table));
const name = (id: string) => nameOf(props.catalogue, id);
const top = computed(() => props.table.layers[props.table.layers.length - 1].id);
const most = computed(() =>
  Math.max(1, ...view.value.rows.map((row) => row.holdingMost ?? row.holding ?? 0)),
);
/** Columns of which nothing is known anywhere are left out. */
const has = (key: 'tier' | 'components' | 'suite' | 'purpose') => view.value.rows.some((row) => row[key]);
const heldWords = ({ holding, holdingMost }: RepositoryRow) =>
  holding === undefined
    ? ''
    : holdingMost && holdingMost !== holding
      ? `${holding} to ${formatNumberOf(holdingMost, 'day')}`
      : formatNumberOf(holding, 'day');
const width = (days: number | undefined) => `${((days ?? 0) / most.value) * 100}%`;
</script>

<template>
  <section v-if="view.rows.length" aria-label="Repositories in order">
    <ol>
      <li
        v-for="row in view.rows"
        :key="row.name"
        :class="{ off: row.state === 'off', own: row.layer === top }"
        :aria-label="`${row.place}, ${row.name}, of ${name(row.layer)}, ${row.state}`"
      >
        <span class="place">{{ row.place }}</span>
        <span class="box">
          <span class="mono">{{ row.name }}</span>
          <span class="small soft">
            {{ row.owner || name(row.layer)
            }}<template v-if="has('tier') && row.tier">, tier {{ row.tier }}</template
            ><template v-if="has('components') && row.components">, {{ row.components }}</template
            ><template v-if="row.suite">, follows {{ row.suite }}</template
            ><template v-if="row.purpose">: {{ row.purpose }}</template>
          </span>
        </span>
        <span
          class="held small"
          :title="
            row.holding === undefined
              ? 'How long packages are held is not known'
              : 'How long packages are held'
          "
        >
          <span v-if="row.holding !== undefined" class="track"
            ><i :style="{ width: width(row.holdingMost) }" class="most" /><i
              :style="{ width: width(row.holding) }"
          /></span>
          {{ heldWords(row) }}
        </span>
        <span class="small state">{{ row.state }}</span>
      </li>
    </ol>
    <p v-if="view.missing.length" class="small">Of its base it does without {{ view.missing.join(', ') }}.</p>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr) 170px 70px;
  gap: 10px;
  align-items: center;
}
li + li {
  margin-top: 4px;
}
.place {
  text-align: right;
  color: rgb(var(--v-theme-ink-soft));
}
.box {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 12px;
  padding: 4px 10px;
  border: 1px solid rgb(var(--v-theme-line));
  border-left: 4px solid rgb(var(--v-theme-area-repositories));
  border-radius: 5px;
  background: rgb(var(--v-theme-background));
}
.own .box {
  border-left-color: rgb(var(--v-theme-accent));
}
.off .box {
  border-style: dashed;
  opacity: 0.65;
}
.held {
  display: flex;
  align-items: center;
  gap: 8px;
}
.track {
  position: relative;
  flex: none;
  width: 70px;
  height: 6px;
  border-radius: 3px;
  background: rgb(var(--v-theme-track));
}
.track i {
  position: absolute;
  inset: 0 auto 0 0;
  border-radius: 3px;
  background: rgb(var(--v-theme-area-repositories));
}
.track .most {
  opacity: 0.4;
}
p {
  margin-top: 8px;
}
</style>
