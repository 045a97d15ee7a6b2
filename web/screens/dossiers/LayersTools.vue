<script setup lang="ts">
/** Above the layer table: which rows are shown, and "the rest is the same" for an area or for all. */
import { computed } from 'vue';
import { AREAS, labelOfArea, type AreaId } from '../../../core/catalogue/areas.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import type { LayerTable } from '../../../core/layers/layerTable.ts';
import { ROW_FILTERS, type RowFilter } from '../../../core/layers/tableFilter.ts';
import { uncheckedFacts } from '../../../core/layers/unchanged.ts';

const props = defineProps<{
  table: LayerTable;
  only: RowFilter | undefined;
  area: AreaId | undefined;
  /** How many facts nobody in the chain says anything of, and whether they are shown. */
  silent: number;
  showsSilent: boolean;
}>();
defineEmits<{
  filter: [changes: { only?: RowFilter; area?: AreaId }];
  toggleSilent: [];
  unchanged: [area: AreaId | undefined];
}>();

const counts = computed(() =>
  (Object.keys(ROW_FILTERS) as RowFilter[]).map((id) => ({
    id,
    label: ROW_FILTERS[id].label,
    count: props.table.rows.filter(
      (row) => ROW_FILTERS[id].holds(row) && (!props.area || row.fact.area === props.area),
    ).length,
  })),
);
const rest = computed(() => uncheckedFacts(props.table, props.area).length);
</script>

<template>
  <div class="bar" role="group" aria-label="Rows shown">
    <button
      v-for="{ id, label, count } in counts"
      :key="id"
      class="chip"
      :class="{ on: only === id }"
      :aria-pressed="only === id"
      @click="$emit('filter', { only: only === id ? undefined : id })"
    >
      {{ label }} <span class="soft">{{ count }}</span>
    </button>
    <label class="visually-hidden" for="layers-area">Area</label>
    <select
      id="layers-area"
      class="chip"
      :class="{ on: area }"
      :value="area ?? ''"
      @change="$emit('filter', { area: (($event.target as HTMLSelectElement).value || undefined) as AreaId })"
    >
      <option value="">All areas</option>
      <option v-for="each in AREAS" :key="each.id" :value="each.id">{{ each.label }}</option>
    </select>
    <button
      v-if="silent > 0 && only !== 'unseen'"
      class="toggle"
      :aria-pressed="showsSilent"
      @click="$emit('toggleSilent')"
    >
      {{ showsSilent ? `Hide ${silent} facts not examined` : `Show ${silent} facts not examined` }}
    </button>
    <span class="spacer" />
    <v-btn
      v-if="rest > 0"
      :title="`Record ${formatNumberOf(rest, 'fact')} that the base hands down and nobody has checked here as confirmed unchanged (Shift+U)`"
      @click="$emit('unchanged', area)"
      >{{ area ? `Rest of ${labelOfArea(area)}` : 'The rest' }} is unchanged ({{ rest }})</v-btn
    >
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  padding: 8px 0 6px;
}
select.chip {
  color: inherit;
  background: transparent;
}
select.chip.on {
  background: rgb(var(--v-theme-accent-soft));
}
.toggle {
  color: rgb(var(--v-theme-accent-ink));
  font-size: 12.5px;
  margin-left: 6px;
}
</style>
