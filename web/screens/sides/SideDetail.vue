<script setup lang="ts">
/** The point that is looked at: what each side has, who set it, how it is known, from which source; the elements of a list. */
import { computed } from 'vue';
import { recordOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import { findFactKey } from '../../../core/catalogue/factSheet.ts';
import { conditionsOfReading } from '../../../core/weighing/disagreement.ts';
import type { Compared } from '../../../core/comparing/compareSides.ts';
import type { Point } from '../../../core/comparing/point.ts';
import type { PointWord } from '../../../core/comparing/words.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { wordConditions } from '../../../core/wording/conditionsText.ts';
import {
  wordElementValue,
  wordSetBy,
  wordSideValue,
  wordOnPoint,
  wordVerdict,
} from '../../../core/wording/sideText.ts';
import { listOf } from '../../../core/wording/valueText.ts';
import EvidenceMark from '../../parts/EvidenceMark.vue';

const props = defineProps<{
  catalogue: Catalogue;
  compared: Compared;
  point: Point;
  words: readonly PointWord[];
}>();
defineEmits<{ close: [] }>();

const fact = computed(() => findFactKey(props.point.key));
const sides = computed(() =>
  props.point.values.map((value, place) => {
    const { layers } = props.compared.tables[place];
    const top = layers[layers.length - 1];
    const reading = value.reading;
    return {
      value,
      name: props.compared.names[place],
      text: wordSideValue(props.point, value),
      by: wordSetBy(value),
      conditions: reading ? wordConditions(conditionsOfReading(props.catalogue, reading)) : '',
      note: reading?.note ?? '',
      to: fact.value && {
        name: 'dossier',
        params: { release: top.id },
        query: {
          tab: 'layers',
          fact: props.point.key,
          facts: 'all',
          ...(top.edition && { edition: top.edition }),
        },
      },
    };
  }),
);
</script>

<template>
  <aside class="detail" aria-label="Selected point">
    <div class="crumbs">
      {{ fact?.help }}
      <button class="close" aria-label="Close the detail pane" title="Close (Esc)" @click="$emit('close')">
        ×
      </button>
    </div>
    <h1>{{ point.fact.label }}</h1>
    <p class="verdict">{{ wordVerdict(compared, point) }}</p>
    <p v-for="word in words" :key="word.said" class="small">
      <span class="soft">{{ word.author }}:</span> {{ wordOnPoint(compared, word) }}
    </p>
    <section v-for="(side, i) in sides" :key="i">
      <h2>{{ side.name }}</h2>
      <p>
        <EvidenceMark v-if="side.value.evidence !== 'none'" :evidence="side.value.evidence" class="dot" />
        <router-link v-if="side.to" class="plain-link" :to="side.to">{{ side.text }}</router-link>
        <template v-else>{{ side.text }}</template>
      </p>
      <p v-if="side.by" class="small soft">{{ side.by }}</p>
      <p v-if="side.conditions" class="small soft">{{ side.conditions }}</p>
      <p v-if="side.note" class="small soft">{{ side.note }}</p>
      <p v-for="id in side.value.sources" :key="id" class="small">
        {{ nameOf(catalogue, id)
        }}<span class="soft">{{
          recordOf(catalogue, 'source', id)?.place ? `, ${recordOf(catalogue, 'source', id)!.place}` : ''
        }}</span>
      </p>
      <p v-if="!side.value.sources.length && side.by" class="small soft">no source</p>
    </section>
    <table v-if="point.elements.length" class="plain-table small" aria-label="Elements">
      <thead>
        <tr>
          <th>Element</th>
          <th v-for="(name, i) in compared.names" :key="i">{{ name }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in point.elements" :key="line.key" :class="line.verdict">
          <td>{{ line.name }}</td>
          <td v-for="(value, i) in line.values" :key="i">{{ wordElementValue(line, value) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="point.trunk.length" class="small soft">
      {{ listOf(compared.trunkNames) }}:
      {{ point.trunk.map((value) => wordSideValue(point, value)).join('; ') }}
    </p>
  </aside>
</template>

<style scoped>
.crumbs {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  align-items: start;
}
.verdict {
  margin: 2px 0 6px;
}

.dot {
  margin-right: 6px;
}
section {
  margin-top: 12px;
  padding-top: 8px;
  border-top: 1px solid rgb(var(--v-theme-line));
  overflow-wrap: anywhere;
}
h2 {
  font-size: 13px;
}
table {
  margin-top: 14px;
}
tr.different td:first-child {
  font-weight: 700;
}
</style>
