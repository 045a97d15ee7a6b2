<script setup lang="ts">
/** The catalogue, or a part of it, in open formats: tables, linked data, graphs, pictures, a calendar, bills of packages. */
import { storeToRefs } from 'pinia';
import { computed, ref } from 'vue';
import { version } from '../../../package.json';
import { recordsOf } from '../../../core/catalogue/catalogue.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { createExport, EXPORT_FORMATS, type ExportFormat } from '../../../core/exchange/open/exportFile.ts';
import { OPEN_TABLES, openTableOf, type TableName } from '../../../core/exchange/open/tables.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { PackedLists } from '../../../core/packages/packedLists.ts';
import { formatCount, formatNumberOf } from '../../../core/wording/valueText.ts';
import { keyOr } from '../../../core/lookUp.ts';
import { bitmapOf, PICTURE_TOO_LARGE } from '../../parts/pictureFile.ts';
import { useQueryState } from '../../parts/queryState.ts';
import { saveBlob, saveTextFile } from '../../parts/saveTextFile.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useAsOf } from '../../stores/clock.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';

const store = useCatalogueStore();
const notices = useNoticeStore();
const { catalogue } = storeToRefs(store);
const { query, go } = useQueryState();
const { day, date } = useAsOf();
const SHOWN = 12;

const table = computed<TableName>(() => keyOr(OPEN_TABLES, query.value.table, 'dossiers'));
const tables = Object.entries(OPEN_TABLES).map(([value, title]) => ({ value, title }));
const preview = computed(() => openTableOf(catalogue.value, table.value, day.value));
const lists = computed(() =>
  [...recordsOf(catalogue.value, 'snapshot')]
    .sort(
      (a, b) =>
        Number(b.role === 'system') - Number(a.role === 'system') ||
        ((a.date ?? '') < (b.date ?? '') ? 1 : -1),
    )
    .map(({ id, of, name, date: when, packages }) => ({
      value: id,
      title: [
        of && nameOf(catalogue.value, of),
        name,
        when && formatWhen(when),
        formatNumberOf(packages, 'package'),
      ]
        .filter(Boolean)
        .join(', '),
    })),
);
const list = ref<string | null>(null);
const chosenList = computed(() => list.value ?? lists.value[0]?.value ?? null);
const WHOLE: readonly (readonly [ExportFormat, string])[] = [
  [
    'jsonld',
    'Lineage, facts, claims and assessments with their sources, in PROV-O, SKOS, DCMI and schema.org terms',
  ],
  ['graphml', 'Who is built on whom, for programs that draw and count graphs'],
  ['dot', 'The same, in the language of Graphviz'],
  ['svg', 'The whole map as it is on the day, with its legend'],
  ['ics', 'Every end of support and every release that is expected, a day each'],
];

async function save(format: ExportFormat): Promise<void> {
  const snapshot = format === 'cyclonedx' || format === 'spdx' ? chosenList.value : null;
  const packed = snapshot ? await store.loadChains([snapshot]) : null;
  const made = createExport({
    ...{
      catalogue: catalogue.value,
      format,
      day: day.value,
      made: new Date().toISOString(),
      program: version,
    },
    ...(format === 'csv' && { table: table.value }),
    ...(snapshot && { snapshot, list: new PackedLists(packed!).list(snapshot) }),
  });
  if (!made.ok) return notices.tellIssues(made.issues);
  saveTextFile(made.value.name, made.value.type, made.value.text);
  notices.tell(`Saved as ${made.value.name}.`);
}
async function savePng(): Promise<void> {
  const made = createExport({
    catalogue: catalogue.value,
    format: 'svg',
    day: day.value,
    made: '',
    program: version,
  });
  if (!made.ok) return notices.tellIssues(made.issues);
  const bitmap = await bitmapOf(made.value.text);
  if (!bitmap) return notices.tell(PICTURE_TOO_LARGE);
  const name = `lineage-${date.value}.png`;
  saveBlob(name, bitmap);
  notices.tell(`Saved as ${name}.`);
}
</script>

<template>
  <section aria-label="Open data">
    <h2>The whole catalogue</h2>
    <table class="plain-table formats">
      <tbody>
        <tr v-for="[format, what] in WHOLE" :key="format">
          <th scope="row">{{ EXPORT_FORMATS[format].label }}</th>
          <td class="soft">{{ what }}</td>
          <td class="does">
            <button
              class="accent-link"
              :aria-label="`Save: ${EXPORT_FORMATS[format].label}`"
              @click="save(format)"
            >
              Save
            </button>
            <button
              v-if="format === 'svg'"
              class="accent-link"
              aria-label="Save the map as PNG"
              @click="savePng"
            >
              as PNG
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="small soft">The catalogue itself, with everything in it, goes out by the menu of its title.</p>
    <h2>A package list</h2>
    <div v-if="lists.length" class="row">
      <v-autocomplete
        :model-value="chosenList"
        :items="lists"
        label="Package list"
        density="compact"
        hide-details
        class="wide"
        @update:model-value="list = $event"
      />
      <v-btn size="small" @click="save('cyclonedx')">Save as CycloneDX</v-btn>
      <v-btn size="small" @click="save('spdx')">Save as SPDX</v-btn>
    </div>
    <p v-else class="soft">None is kept yet: accept a system under Import.</p>
    <h2>A table</h2>
    <div class="row">
      <v-select
        :model-value="table"
        :items="tables"
        label="Table"
        density="compact"
        hide-details
        class="wide"
        @update:model-value="go({ table: $event })"
      />
      <v-btn size="small" variant="flat" color="primary" @click="save('csv')">Save as CSV</v-btn>
      <span class="small soft"
        >{{ formatNumberOf(preview.rows.length, 'line') }},
        {{ formatNumberOf(preview.head.length, 'column') }}</span
      >
    </div>
    <div class="scroll" tabindex="0" role="region" :aria-label="`The first lines of ${OPEN_TABLES[table]}`">
      <table class="plain-table preview">
        <thead>
          <tr>
            <th v-for="head in preview.head" :key="head">{{ head }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, i) in preview.rows.slice(0, SHOWN)" :key="i">
            <td v-for="(cell, at) in row" :key="at" class="cut" :title="String(cell ?? '')">{{ cell }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="preview.rows.length > SHOWN" class="small soft">
      and {{ formatCount(preview.rows.length - SHOWN) }} more
    </p>
  </section>
</template>

<style scoped>
section > h2 {
  margin: 18px 0 6px;
}
section > h2:first-child {
  margin-top: 0;
}
.formats th {
  white-space: nowrap;
  padding-right: 24px;
}
.does {
  text-align: right;
  white-space: nowrap;
}
.does button + button {
  margin-left: 12px;
}
.row {
  display: flex;
  gap: 10px;
  align-items: center;
}
.wide {
  max-width: 460px;
}
.scroll {
  overflow-x: auto;
  margin-top: 10px;
}
.preview {
  font-size: 12.5px;
}
.preview th {
  white-space: nowrap;
}
.preview td {
  max-width: 260px;
}
</style>
