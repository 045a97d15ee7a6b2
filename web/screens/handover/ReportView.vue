<script setup lang="ts">
/** A report with its preview: what it is of, which parts in which order; saved as HTML or Markdown, or printed. */
import { storeToRefs } from 'pinia';
import { computed, onMounted, ref } from 'vue';
import { AREAS } from '../../../core/catalogue/areas.ts';
import { recordsOf } from '../../../core/catalogue/catalogue.ts';
import { FILE_DRAWING } from '../../../core/drawing/lineagePicture.ts';
import { imprintOf, numberSources } from '../../../core/telling/document.ts';
import { REPORT_KINDS, scopeOf } from '../../../core/exchange/report/createReport.ts';
import { formatReportHtml, reportFileName } from '../../../core/exchange/report/reportHtml.ts';
import { formatReportMarkdown } from '../../../core/exchange/report/reportMarkdown.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import ReportEditBar from '../../parts/ReportEditBar.vue';
import ToldPart from '../../parts/ToldPart.vue';
import { useReportEditing } from '../../stores/useReportEditing.ts';
import OfferedProjects from '../../parts/OfferedProjects.vue';
import { fontStyle } from '../../parts/pictureFile.ts';
import { useQueryState } from '../../parts/queryState.ts';
import { saveTextFile } from '../../parts/saveTextFile.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today, useAsOf } from '../../stores/clock.ts';
import { useFirstStepsStore } from '../../stores/firstStepsStore.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import SidePicker from '../sides/SidePicker.vue';
import ReportParts from './ReportParts.vue';
import { useReport } from './useReport.ts';

const store = useCatalogueStore();
const notices = useNoticeStore();
const way = useFirstStepsStore();
const { catalogue } = storeToRefs(store);
const { query, go } = useQueryState();
const { day } = useAsOf();
const report = useReport(catalogue, day, query);
const { kind, subjects, area, whole, chosen, document: shown, sinceDay } = report;
const frame = ref<HTMLIFrameElement | null>(null);

const scope = computed(() => report.ask.value && scopeOf(catalogue.value, report.ask.value, day.value));
const editing = useReportEditing(catalogue, scope, whole);
const { isOn: isEditing } = editing;
const all = computed(() => `every ${REPORT_KINDS[kind.value].replace(/^An? /, '')} report`);
/** Sources are numbered in the order in which the report cites them. */
const numbers = computed(() => numberSources(editing.told.value));
/** What is ticked and in which order, kept with the catalogue; the address needs not say it then. */
async function keepParts(forAll: boolean): Promise<void> {
  editing.forAll.value = forAll;
  if (editing.arrange(chosen.value)) await go({ parts: undefined });
}
/** The font of the program goes along in the file; without it, where it cannot be read, the reader's own is used. */
const font = ref<string | null>(null);
onMounted(async () => (font.value = await fontStyle().catch(() => '')));
const imprint = computed(() => imprintOf(catalogue.value, today()));
const html = computed(() =>
  shown.value?.parts.length && font.value !== null
    ? formatReportHtml(catalogue.value, shown.value, imprint.value, font.value)
    : '',
);
const purposes = computed(() =>
  [...recordsOf(catalogue.value, 'purpose')].map(({ id, name }) => ({ value: id, title: name })),
);
const cohorts = computed(() => [
  { value: '', title: 'all that are recorded' },
  ...[...recordsOf(catalogue.value, 'cohort')].map(({ id, name }) => ({ value: id, title: name })),
]);
const kinds = Object.entries(REPORT_KINDS).map(([value, title]) => ({ value, title }));
const areas = AREAS.map(({ id, label }) => ({ value: id, title: label }));
const takes = computed(
  () => ({ dossier: 1, family: 1, since: 1, sides: 4, area: 0, purpose: 0 })[kind.value],
);

const setKind = (value: string) => go({ kind: value === 'dossier' ? undefined : value, parts: undefined });
function add(id: string): void {
  const next = takes.value === 1 ? [id] : [...subjects.value.filter((each) => each !== id), id];
  void go({ of: next.join(';'), parts: undefined, edition: undefined });
}
const drop = (id: string) =>
  go({ of: subjects.value.filter((each) => each !== id).join(';') || undefined, parts: undefined });
const setParts = (ids: readonly string[]) => go({ parts: ids.join(',') });

const addressOf = () => ({ query: query.value });

function saveHtml(): void {
  const name = `${reportFileName(shown.value!)}.html`;
  saveTextFile(name, 'text/html', html.value);
  way.noteHandedOver();
  notices.tell(`Saved as ${name}.`);
}
function saveMarkdown(): void {
  const document = report.documentIn(FILE_DRAWING)!;
  const name = `${reportFileName(document)}.md`;
  saveTextFile(name, 'text/markdown', formatReportMarkdown(catalogue.value, document, imprint.value));
  way.noteHandedOver();
  notices.tell(`Saved as ${name}.`);
}
/** The preview is what is printed: its pages have numbers of their own. */
function print(): void {
  frame.value?.contentWindow?.print();
  way.noteHandedOver();
}
</script>

<template>
  <section class="report" aria-label="Report">
    <div class="choice">
      <v-select
        :model-value="kind"
        :items="kinds"
        label="Report"
        density="compact"
        hide-details
        @update:model-value="setKind"
      />
      <template v-if="takes > 0">
        <ul v-if="subjects.length" class="subjects" aria-label="Which system">
          <li v-for="id in subjects.slice(0, takes)" :key="id">
            {{ nameOf(catalogue, id) }}
            <button class="soft" :aria-label="`Without ${nameOf(catalogue, id)}`" @click="drop(id)">×</button>
          </li>
        </ul>
        <SidePicker
          v-if="takes > 1 ? subjects.length < takes : true"
          id="report-subject"
          :catalogue="catalogue"
          :label="
            subjects.length
              ? takes > 1
                ? 'and another …'
                : 'another instead …'
              : kind === 'since'
                ? 'of one only …'
                : 'of whom? A name …'
          "
          @picked="add($event.id)"
        />
      </template>
      <v-select
        v-if="kind === 'purpose'"
        :model-value="query.for ?? purposes[0]?.value"
        :items="purposes"
        label="Purpose"
        density="compact"
        hide-details
        @update:model-value="go({ for: $event, parts: undefined })"
      />
      <template v-if="kind === 'area'">
        <v-select
          :model-value="area"
          :items="areas"
          label="Area"
          density="compact"
          hide-details
          @update:model-value="go({ area: $event, parts: undefined })"
        />
        <v-select
          :model-value="query.cohort ?? ''"
          :items="cohorts"
          label="Peers"
          density="compact"
          hide-details
          @update:model-value="go({ cohort: $event || undefined, parts: undefined })"
        />
      </template>
      <label v-if="kind === 'since'" class="since"
        >Since
        <input
          type="date"
          class="field"
          :value="sinceDay"
          @change="go({ since: ($event.target as HTMLInputElement).value || undefined })"
        />
      </label>
      <ReportParts v-if="whole" :parts="whole.parts" :chosen="chosen" @choose="setParts" />
      <p v-if="whole && store.canEdit && query.parts !== undefined" class="small keep">
        Keep these parts for
        <button class="accent-link" @click="keepParts(false)">this report</button> or
        <button class="accent-link" @click="keepParts(true)">{{ all }}</button>
      </p>
    </div>
    <div class="preview">
      <div class="bar">
        <v-btn variant="flat" color="primary" size="small" :disabled="!html" @click="saveHtml"
          >Save as HTML</v-btn
        >
        <v-btn size="small" :disabled="!shown?.parts.length" @click="saveMarkdown">Save as Markdown</v-btn>
        <v-btn size="small" :disabled="!html || isEditing" @click="print">Print</v-btn>
        <v-btn
          v-if="store.canEdit && shown?.parts.length && !isEditing"
          size="small"
          @click="isEditing = true"
          >Edit the text</v-btn
        >
        <span class="spacer" />
        <span class="small soft">As of the day above; what you see is what is saved.</span>
      </div>
      <ReportEditBar :editing="editing" :all="all" />
      <div
        v-if="isEditing && whole"
        class="text"
        tabindex="0"
        role="region"
        aria-label="The text of the report"
      >
        <h1>{{ whole.title }}</h1>
        <ToldPart
          v-for="part in editing.told.value"
          :key="part.id"
          v-bind="{ catalogue, part, numbers, addressOf, editing }"
        />
      </div>
      <iframe
        v-else-if="shown && html"
        ref="frame"
        :srcdoc="html"
        :title="`Preview: ${shown.title}`"
        sandbox="allow-same-origin allow-modals"
      />
      <div v-else-if="!shown?.parts.length" class="empty">
        <template v-if="whole && whole.parts.length">
          <h2>No part is chosen</h2>
          <p>Tick what the report is to hold, on the left.</p>
        </template>
        <template v-else-if="whole">
          <h2>There is nothing to tell</h2>
          <p>
            {{
              kind === 'since'
                ? 'Nothing dated lies between the two days.'
                : 'Nothing is recorded of that yet.'
            }}
          </p>
        </template>
        <template v-else-if="kind === 'purpose'">
          <h2>There is no purpose yet</h2>
          <p>
            <router-link class="accent-link" to="/choose">Write one</router-link>, with what is asked of the
            candidates.
          </p>
        </template>
        <template v-else>
          <h2>{{ kind === 'sides' ? 'Name two to four' : 'Which system?' }}</h2>
          <p>A release or an edition by its name on the left, or one of these:</p>
          <OfferedProjects :catalogue="catalogue" :day="day" :taken="subjects" @picked="add" />
        </template>
      </div>
    </div>
  </section>
</template>

<style scoped>
.report {
  display: grid;
  grid-template-columns: 264px minmax(0, 1fr);
  gap: 18px;
  height: calc(100vh - 150px);
  min-height: 420px;
}
.choice {
  display: grid;
  align-content: start;
  gap: 10px;
  overflow-y: auto;
  padding: 8px 6px 8px 0;
}
.subjects {
  padding: 0;
  list-style: none;
}
.subjects li {
  display: flex;
  justify-content: space-between;
  padding: 2px 0;
  font-weight: 600;
}
.since {
  display: flex;
  gap: 8px;
  align-items: center;
}
.preview {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-width: 0;
}
.bar {
  display: flex;
  gap: 8px;
  align-items: center;
}
.text {
  overflow-y: auto;
  padding-right: 12px;
}
iframe {
  flex: 1;
  width: 100%;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
  background: #fff;
}
/* Narrow: what is chosen above, the report below, all of it scrolling with the page. */
@media (width <= 800px) {
  .report {
    grid-template-columns: minmax(0, 1fr);
    height: auto;
  }
  .choice {
    overflow: visible;
  }
  .bar {
    flex-wrap: wrap;
  }
  iframe {
    flex: none;
    height: 80vh;
  }
}
</style>
