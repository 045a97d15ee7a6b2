<script setup lang="ts">
/** The company as a grid for one area: functions and facts down, members across, three states, rare ones marked, claims beside. */
import { computed } from 'vue';
import { formatGridCsv } from '../../../core/exchange/tableFiles.ts';
import type { CompanyGrid } from '../../../core/peers/grid.ts';
import { saveTextFile } from '../../parts/saveTextFile.ts';

const props = defineProps<{ grid: CompanyGrid; about: string; nameOf: (id: string) => string }>();
/** Of many members the words stand behind the mark: the grid shows who has any. */
const isNarrow = computed(() => props.grid.members.length > 10);
defineEmits<{ about: [id: string]; fact: [key: string] }>();
const saveTable = () => saveTextFile('company.csv', 'text/csv', formatGridCsv(props.grid, props.nameOf));
const MARKS = { has: '●', 'has not': '–', 'not known': '' } as const;
</script>

<template>
  <div class="scroll">
    <table class="grid" :class="{ narrow: isNarrow }" aria-label="Grid of the peer group">
      <thead>
        <tr>
          <th><span class="visually-hidden">Who</span></th>
          <th v-for="id in grid.members" :key="id" class="member" :class="{ own: id === about }">
            <button @click="$emit('about', id)">{{ nameOf(id) }}</button>
          </th>
          <th class="number">of</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, i) in grid.rows" :key="row.key + (row.element ?? '')">
          <th scope="row" :class="{ element: row.element }">
            <button @click="$emit('fact', row.key)">
              <span v-if="row.element && grid.rows[i - 1]?.key !== row.key" class="of soft small">{{
                row.label
              }}</span>
              {{ row.element ?? row.label }}
            </button>
          </th>
          <td
            v-for="(cell, m) in row.cells"
            :key="grid.members[m]"
            :class="[cell.state.replace(' ', '-'), { own: grid.members[m] === about, rare: cell.isRare }]"
            :title="`${nameOf(grid.members[m])}: ${cell.state}${cell.text ? `, ${cell.text}` : ''}${cell.isRare ? ', rare' : ''}`"
          >
            <span v-if="cell.text && !isNarrow" class="text">{{ cell.text }}</span>
            <template v-else>
              <span aria-hidden="true">{{ MARKS[cell.state] }}</span><span class="visually-hidden"
                >{{ cell.state }}{{ cell.isRare ? ', rare' : '' }}</span
              >
            </template>
          </td>
          <td class="number small soft nowrap">{{ row.k }} of {{ row.n }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <p class="small soft">
    ● has it; – has not; empty: not known; outlined: rare.
    <button class="accent-link" @click="saveTable">Table (CSV)</button>
  </p>
  <template v-if="grid.claims.length">
    <h2>What they claim of it</h2>
    <ul>
      <li v-for="{ member, claim } in grid.claims" :key="claim.id">
        {{ nameOf(member) }}: “{{ claim.wording }}”
        <span class="soft">{{
          claim.verdict === 'cannotBeChecked' ? 'cannot be checked' : claim.verdict
        }}</span>
      </li>
    </ul>
  </template>
</template>

<style scoped>
.scroll {
  overflow: auto;
}
.grid {
  border-collapse: collapse;
}
th,
td {
  padding: 2px 6px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
  font-weight: 400;
  text-align: left;
}
thead th {
  vertical-align: bottom;
}
.narrow .member button {
  writing-mode: vertical-rl;
  transform: rotate(180deg);
  max-height: 130px;
}
.nowrap {
  white-space: nowrap;
}
tbody th button {
  min-height: 24px;
  min-width: 24px;
  text-align: left;
}
td {
  text-align: center;
  min-width: 26px;
}
td .text {
  display: block;
  min-width: 84px;
  max-width: 110px;
  font-size: 12px;
  line-height: 1.2;
  overflow-wrap: anywhere;
}
td.has {
  background: rgb(var(--v-theme-surface));
}
td.not-known {
  background: repeating-linear-gradient(-45deg, rgb(var(--v-theme-track)) 0 4px, transparent 4px 8px);
}
.own {
  background-color: rgb(var(--v-theme-accent-soft)) !important;
}
td.rare {
  outline: 2px solid rgb(var(--v-theme-accent));
  outline-offset: -3px;
}
.element {
  padding-left: 18px;
}
.of {
  display: block;
  margin-left: -12px;
}
ul {
  padding: 0;
  list-style: none;
}
h2 {
  margin-top: 14px;
}
</style>
