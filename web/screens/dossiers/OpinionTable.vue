<script setup lang="ts">
/** Assessments side by side, by author and date, a part a row; every line is written where it stands. */
import { computed, nextTick, ref } from 'vue';
import type { Assessment } from '../../../core/catalogue/assessment.ts';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import {
  judgeAgain,
  removeAssessment,
  writeListLine,
  writeSingleLine,
} from '../../../core/editing/assessments/assessments.ts';
import {
  LIST_SECTIONS,
  SINGLE_SECTIONS,
  type ListSection,
  type SingleSection,
} from '../../../core/editing/assessments/sections.ts';
import { changeOfOpinion } from '../../../core/assessments/standing.ts';
import { wordOpinionChange, wordTotal } from '../../../core/wording/opinionText.ts';
import LineField from '../../parts/LineField.vue';
import LineList from '../../parts/LineList.vue';
import { useCommit } from '../../stores/useCommit.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today } from '../../stores/clock.ts';

const props = defineProps<{ catalogue: Catalogue; opinions: readonly Assessment[]; canEdit: boolean }>();
const store = useCatalogueStore();
const commit = useCommit();

/** The parts in their order, with an example of a line each. */
const ROWS: readonly (
  | { readonly list: ListSection; readonly label: string; readonly example: string }
  | { readonly single: SingleSection; readonly label: string; readonly example: string }
)[] = [
  { single: 'why', label: 'Judged for', example: 'what it was looked at for' },
  { list: 'criteria', label: 'Criteria', example: 'Small memory, weight 3: 6 to 8 because …' },
  { list: 'strengths', label: 'For', example: 'guide (matters) [welcome.actions] because …' },
  { list: 'neutral', label: 'Neither', example: 'many tools of its own' },
  { list: 'weaknesses', label: 'Against', example: 'wiki is old (a detail) [help.documents]' },
  { list: 'suits', label: 'Suits', example: 'people with one machine because …' },
  { list: 'doesNotSuit', label: 'Does not suit', example: 'those who want the plain base since …' },
  { list: 'mustHaves', label: 'Must be there', example: 'card reader, yes' },
  { list: 'rule', label: 'Questions', example: 'Needed for years? Take the long-term release.' },
  { list: 'alternatives', label: 'Try instead', example: 'another one if the wiki matters' },
  { list: 'ranks', label: 'Places', example: '2 of 8 among Candidates, 1 Nov 2026, closely' },
  { list: 'onPoint', label: 'On one point', example: 'guide: better against another one' },
  { single: 'followUp', label: 'Looks again', example: 'Feb 2027: run it' },
  { single: 'scale', label: 'Scale', example: 'ten, percent, or: poor, fair, good' },
  { single: 'daysOfUse', label: 'Days of use', example: '21' },
  { single: 'machine', label: 'Machine', example: 'laptop, 8 GiB' },
  { single: 'bias', label: 'Disclosed', example: 'uses it at home' },
  { single: 'changed', label: 'What changed', example: 'since the assessment before' },
];
const idOf = (row: (typeof ROWS)[number]) => ('list' in row ? row.list : row.single);
const opened = ref<ReadonlySet<string>>(new Set());
const isSaid = (row: (typeof ROWS)[number]) =>
  props.opinions.some((each) =>
    'list' in row
      ? each[row.list].length > 0
      : SINGLE_SECTIONS[row.single].format(each) !== '' && !(row.single === 'scale' && each.scale === 'ten'),
  );
const shown = computed(() =>
  ROWS.filter((row) => isSaid(row) || (props.canEdit && opened.value.has(idOf(row)))),
);
const hidden = computed(() => ROWS.filter((row) => !shown.value.includes(row)));
const table = ref<HTMLTableElement | null>(null);
function show(row: (typeof ROWS)[number]): void {
  opened.value = new Set([...opened.value, idOf(row)]);
  void nextTick(() => table.value?.querySelector<HTMLElement>(`[data-part="${idOf(row)}"] .field`)?.focus());
}
const linesOf = (opinion: Assessment, section: ListSection) =>
  (opinion[section] as unknown[]).map((entry) =>
    (LIST_SECTIONS[section].format as (of: unknown) => string)(entry),
  );
const saveLine = (opinion: Assessment, section: ListSection) => (at: number, text: string) =>
  commit(writeListLine(props.catalogue, opinion.id, section, at, text, today()));
const saveField = (opinion: Assessment, section: SingleSection) => (text: string) =>
  commit(writeSingleLine(props.catalogue, opinion.id, section, text, today()));
const changes = computed(
  () => new Map(props.opinions.map((each) => [each.id, changeOfOpinion(props.catalogue, each)] as const)),
);
const again = (opinion: Assessment) =>
  commit(
    judgeAgain(props.catalogue, opinion.id, { author: store.about?.author || opinion.author, date: today() }),
  );
</script>

<template>
  <div class="scroll">
    <table ref="table" class="plain-table opinions" aria-label="Assessments">
      <thead>
        <tr>
          <th scope="col"><span class="visually-hidden">Part</span></th>
          <th v-for="each in opinions" :key="each.id" scope="col">
            <LineField
              label="Author"
              example="who judges"
              :value="each.author"
              :can-edit="canEdit"
              :save="saveField(each, 'author')"
            />
            <span class="when small soft">
              <LineField
                label="Date"
                example="when"
                :value="SINGLE_SECTIONS.date.format(each)"
                :can-edit="canEdit"
                :save="saveField(each, 'date')"
              />
              <template v-if="canEdit">
                <button class="accent-link" title="A new assessment that keeps this one" @click="again(each)">
                  Judge again
                </button>
                <button class="accent-link" @click="commit(removeAssessment(catalogue, each))">Delete</button>
              </template>
            </span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr class="total">
          <th scope="row">Total</th>
          <td v-for="each in opinions" :key="each.id">
            <strong>{{ wordTotal(each) }}</strong>
            <LineField
              v-if="canEdit"
              label="Total"
              example="from the criteria; or 7 of 10, B, none yet"
              :value="each.total?.said ?? ''"
              :can-edit="true"
              :save="saveField(each, 'total')"
            />
            <ul v-if="changes.get(each.id)" class="small soft changes">
              <li v-for="line in wordOpinionChange(changes.get(each.id)!, each)" :key="line">{{ line }}</li>
            </ul>
          </td>
        </tr>
        <tr v-for="row in shown" :key="idOf(row)" :data-part="idOf(row)">
          <th scope="row">{{ row.label }}</th>
          <td v-for="each in opinions" :key="each.id">
            <LineList
              v-if="'list' in row"
              :label="`${row.label}, ${each.author}`"
              :example="row.example"
              :lines="linesOf(each, row.list)"
              :can-edit="canEdit"
              :save="saveLine(each, row.list)"
            />
            <LineField
              v-else
              :label="`${row.label}, ${each.author}`"
              :example="row.example"
              :value="SINGLE_SECTIONS[row.single].format(each)"
              :can-edit="canEdit"
              :save="saveField(each, row.single)"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="canEdit && hidden.length" class="more no-print">
      <span class="small soft">Also:</span>
      <button v-for="row in hidden" :key="idOf(row)" class="chip" @click="show(row)">{{ row.label }}</button>
    </p>
  </div>
</template>

<style scoped>
.opinions {
  width: 100%;
  table-layout: fixed;
}
.opinions th:first-child {
  width: 116px;
}
.opinions th,
.opinions td {
  vertical-align: top;
  padding: 4px 18px 4px 0;
}
.opinions thead th {
  font-size: 14px;
}
.when {
  display: flex;
  gap: 10px;
  align-items: center;
  font-weight: 400;
}
.when :deep(.field) {
  width: 110px;
}
.changes {
  padding-left: 14px;
}
.more {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
  align-items: center;
  margin-top: 8px;
}
</style>
