<script setup lang="ts">
/** A foreign table taken in: its columns are mapped by hand (remembered for tables like it), every line shows what would come of it. */
import { computed, ref, watch } from 'vue';
import { FACT_KEYS } from '../../../core/catalogue/factSheet.ts';
import { MOST_CALENDAR_LINES, readCalendarTable } from '../../../core/editing/calendars.ts';
import {
  guessTargets,
  signatureOf,
  TABLE_COLUMNS,
  type ColumnTarget,
} from '../../../core/editing/tables/tableMapping.ts';
import { proposeTable, takeTable } from '../../../core/editing/tables/takeTable.ts';
import { parseSourceLine } from '../../../core/editing/sourceLine.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import { formatCount, formatNumberOf, listOf } from '../../../core/wording/valueText.ts';
import FileDrop from '../../parts/FileDrop.vue';
import { notesOf } from '../../stores/browserHost.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today } from '../../stores/clock.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';

const store = useCatalogueStore();
const notices = useNoticeStore();
const notes = notesOf(() => window.localStorage);
const text = ref('');
const fileName = ref('');
const source = ref('');
const mapping = ref<ColumnTarget[]>([]);
const MOST_BYTES = 64 << 20;
const SHOWN = 100;

const table = computed(() => readCalendarTable(text.value));
const keyOf = (heads: readonly string[]) => `aspen-ridge/table/${signatureOf(heads)}`;
watch(table, ({ heads }) => {
  const known = notes.get(keyOf(heads))?.split('\t') as ColumnTarget[] | undefined;
  mapping.value = known?.length === heads.length ? known : [...guessTargets(heads)];
});
const targets = [
  { value: '', title: 'left out' },
  ...Object.entries(TABLE_COLUMNS).map(([value, { label }]) => ({ value, title: label })),
  ...FACT_KEYS.map(({ key, label }) => ({ value: `fact:${key}`, title: label })),
];
const proposal = computed(() =>
  text.value ? proposeTable(store.catalogue, table.value, mapping.value, undefined, today()) : null,
);
const summary = computed(() => {
  if (!proposal.value) return '';
  const { distributions, releases, links, facts, problems } = proposal.value;
  const parts = [
    distributions && formatNumberOf(distributions, 'distribution'),
    releases && formatNumberOf(releases, 'release'),
    links && formatNumberOf(links, 'base'),
    facts && formatNumberOf(facts, 'fact'),
  ].filter((part): part is string => Boolean(part));
  const come = parts.length ? `${listOf(parts)} would come` : 'Nothing would come';
  return `${come}.${problems ? ` ${formatNumberOf(problems, 'cell or line', 'cells or lines')} would be left out.` : ''}`;
});
/** Lines with trouble first: those are the ones to look at. */
const shown = computed(() =>
  [...(proposal.value?.lines ?? [])]
    .sort((a, b) => Number(b.issues.length > 0) - Number(a.issues.length > 0))
    .slice(0, SHOWN),
);

async function open(file: File): Promise<void> {
  if (file.size > MOST_BYTES) {
    notices.tell(
      `${file.name} is larger than 64 MB. Nothing was read: cut it down to the lines that are meant.`,
    );
    return;
  }
  text.value = await file.text();
  fileName.value = file.name;
  source.value ||= `page ${file.name}, ${today()}`;
}
function map(at: number, to: string): void {
  mapping.value = mapping.value.map((each, i) =>
    i === at ? (to as ColumnTarget) : to && each === to ? '' : each,
  );
  notes.set(keyOf(table.value.heads), mapping.value.join('\t'));
}
function take(): void {
  const cited = parseSourceLine(source.value, today(), '');
  if (!cited.ok) return notices.tellIssues(cited.issues);
  // Told is what was proposed: once it is there, nothing of it is new any more.
  const would = summary.value;
  const made = store.commit(takeTable(store.catalogue, table.value, mapping.value, cited.value, today()));
  if (!notices.tellTrouble(made)) return;
  notices.tell(`${would.replace('would come', 'came').split('.')[0]}. One undo takes it back.`);
  text.value = '';
  fileName.value = '';
  source.value = '';
}
</script>

<template>
  <FileDrop
    v-slot="{ choose }"
    label="Import"
    input-label="Table to take in"
    accept=".csv,.tsv,.txt,text/csv"
    @file="open"
  >
    <div v-if="!text" class="empty">
      <h2>Take a table in</h2>
      <p>
        A CSV file with a line for each distribution or release: you say what each column is, and see what
        would come of every line before anything is changed.
      </p>
      <p>
        <v-btn variant="flat" color="primary" :disabled="!store.canEdit" @click="choose"
          >Choose a table …</v-btn
        >
      </p>
      <p class="small soft">
        Release calendars are imported on
        <router-link class="accent-link" to="/support">Support</router-link>, package lists (also CycloneDX
        and SPDX) and systems at <router-link class="accent-link" to="/intake">Import</router-link>,
        catalogues by
        <router-link class="accent-link" :to="{ name: 'handover', query: { view: 'merge' } }"
          >Merge</router-link
        >.
      </p>
    </div>
    <template v-else>
      <h1>{{ fileName || 'The table' }}</h1>
      <p class="answer">{{ summary }}</p>
      <p v-if="table.isCut" class="trouble small">
        It has more than {{ formatCount(MOST_CALENDAR_LINES) }} lines: only those are taken. Split it for the
        rest.
      </p>
      <p class="row">
        <input
          v-model="source"
          class="field wide"
          aria-label="Source"
          placeholder="the source: page project.example/table, 12 Oct 2026"
        />
        <v-btn
          variant="flat"
          color="primary"
          :disabled="!store.canEdit || !proposal?.records.length"
          @click="take"
          >Take it in</v-btn
        >
        <v-btn @click="text = ''">Keep as is</v-btn>
      </p>
      <h2>What the columns are</h2>
      <div class="columns">
        <v-autocomplete
          v-for="(head, at) in table.heads"
          :key="at"
          :model-value="mapping[at] ?? ''"
          :items="targets"
          :label="head || `column ${at + 1}`"
          density="compact"
          hide-details
          @update:model-value="map(at, $event ?? '')"
        />
      </div>
      <h2>What would come of it</h2>
      <table class="plain-table" aria-label="What would come of it">
        <thead>
          <tr>
            <th>Line</th>
            <th>Which system</th>
            <th>What</th>
            <th>Left out</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in shown" :key="line.where">
            <td class="small soft">{{ line.where }}</td>
            <th scope="row">{{ line.name }}</th>
            <td>
              {{
                [
                  line.isNewProject && 'new distribution',
                  line.isNewRelease && 'new release',
                  line.links && 'its base',
                  line.facts && formatNumberOf(line.facts, 'fact'),
                ]
                  .filter(Boolean)
                  .join(', ') || 'nothing new'
              }}
            </td>
            <td class="trouble small">{{ line.issues.map((issue) => wordIssue(issue)).join(' ') }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="table.lines.length > SHOWN" class="small soft">
        and {{ formatCount(table.lines.length - SHOWN) }} more lines
      </p>
    </template>
  </FileDrop>
</template>

<style scoped>
h2:not(.empty h2) {
  margin: 16px 0 6px;
}
.answer {
  margin: 4px 0 10px;
  font-size: 14.5px;
}
.row {
  display: flex;
  gap: 8px;
  align-items: center;
}
.wide {
  flex: 1;
  max-width: 520px;
}
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 12px;
}
.plain-table td {
  vertical-align: top;
}
</style>
