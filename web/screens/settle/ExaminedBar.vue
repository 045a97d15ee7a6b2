<script setup lang="ts">
/** How much of a system was looked at: a bar for each area, filled by the share of its facts; each leads to where one goes on. */
import { computed } from 'vue';
import { labelOfArea } from '../../../core/catalogue/areas.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { examinedAreas } from '../../../core/open/examinedAreas.ts';
import type { LayerTable } from '../../../core/layers/layerTable.ts';
import { describeExamined } from '../../../core/wording/openText.ts';
import { colourOfArea } from '../../parts/theme.ts';

const props = defineProps<{ table: LayerTable; subject: RecordId }>();
const areas = computed(() => examinedAreas(props.table));
</script>

<template>
  <section class="examined" aria-label="What is examined">
    <p>{{ describeExamined(areas) }}</p>
    <ul>
      <li v-for="{ area, examined, facts } in areas" :key="area">
        <router-link
          class="plain-link"
          :to="
            examined
              ? { name: 'dossier', params: { release: subject }, query: { tab: 'layers', area } }
              : { name: 'visit', query: { of: subject } }
          "
          :title="`${examined} of ${facts} facts`"
        >
          <span class="name small" :class="{ soft: examined > 0 }">{{ labelOfArea(area) }}</span>
          <span class="track" aria-hidden="true"
            ><span :style="{ width: `${(examined / facts) * 100}%`, background: colourOfArea(area) }"
          /></span>
          <span class="visually-hidden">{{ `, ${examined} of ${facts} facts examined` }}</span>
        </router-link>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.examined {
  margin: 0 0 16px;
}
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(128px, 1fr));
  gap: 6px 14px;
  margin: 6px 0 0;
  padding: 0;
  list-style: none;
}
li a {
  display: grid;
  gap: 3px;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.track {
  overflow: hidden;
  height: 6px;
  border-radius: 3px;
  background: rgb(var(--v-theme-track));
}
.track span {
  display: block;
  height: 100%;
}
</style>
