<script setup lang="ts">
/** Blocks of a told document: sentences that lead to what they rest on, with numbered sources, lists and tables. */
import type { RouteLocationRaw } from 'vue-router';
import type { Catalogue } from '../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import type { StatementTarget } from '../../core/statements/statement.ts';
import type { Block } from '../../core/telling/document.ts';
import ToldSentence from './ToldSentence.vue';

defineProps<{
  catalogue: Catalogue;
  blocks: readonly Block[];
  /** The number of each source. */
  numbers: ReadonlyMap<RecordId, number>;
  addressOf: (to: StatementTarget) => RouteLocationRaw;
}>();
const emit = defineEmits<{ source: [id: RecordId] }>();
</script>

<template>
  <template v-for="(block, at) in blocks" :key="at">
    <h3 v-if="block.type === 'heading'">
      <ToldSentence v-bind="{ catalogue, numbers, addressOf }" :sentence="block" />
    </h3>
    <component
      :is="block.type === 'list' ? 'ul' : 'p'"
      v-else-if="block.type === 'paragraph' || block.type === 'list'"
    >
      <component
        :is="block.type === 'list' ? 'li' : 'span'"
        v-for="(sentence, i) in block.type === 'list' ? block.items : block.sentences"
        :key="i"
      >
        <ToldSentence
          v-bind="{ catalogue, numbers, addressOf }"
          :sentence="sentence"
          @source="emit('source', $event)"
        />
        <span v-if="sentence.sources?.length === 0" class="none">no source</span>
        {{ ' ' }}
      </component>
    </component>
    <table v-else-if="block.type === 'table'">
      <caption class="visually-hidden">
        {{
          block.caption
        }}
      </caption>
      <thead>
        <tr>
          <template v-for="(title, i) in block.head" :key="i">
            <th v-if="title" scope="col">{{ title }}</th>
            <td v-else></td>
          </template>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, r) in block.rows" :key="r">
          <component
            :is="i === 0 ? 'th' : 'td'"
            v-for="(cell, i) in row"
            :key="i"
            :scope="i === 0 ? 'row' : undefined"
            :title="cell.because"
          >
            <ToldSentence
              v-bind="{ catalogue, numbers, addressOf }"
              :sentence="cell"
              @source="emit('source', $event)"
            />
          </component>
        </tr>
      </tbody>
    </table>
  </template>
</template>

<style scoped>
p,
ul {
  margin: 5px 0;
  line-height: 1.5;
}
ul {
  padding-left: 18px;
}
li {
  margin: 3px 0;
}
table {
  border-collapse: collapse;
  width: 100%;
  margin: 6px 0 8px;
}
th,
td {
  padding: 4px 14px 4px 0;
  border-bottom: 1px solid rgb(var(--v-theme-line));
  text-align: left;
  vertical-align: top;
  font-weight: 400;
  line-height: 1.4;
}
thead th {
  color: rgb(var(--v-theme-ink-soft));
}
tbody th {
  width: 22%;
  font-weight: 600;
}
tbody td:nth-child(3) {
  font-weight: 600;
}
.none {
  margin-left: 6px;
  font-size: 11px;
  white-space: nowrap;
  color: rgb(var(--v-theme-ink-soft));
}
</style>
