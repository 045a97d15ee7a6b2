<script setup lang="ts">
/** Compare: how two to four systems differ, from their fork on, and which for whom. */
import { computed } from 'vue';
import { MOST_SIDES, type Side } from '../../../core/catalogue/sideBySide.ts';
import { keepSide, removeSide, sayWord, writeMustHave, writeOwnPoint } from '../../../core/editing/sides.ts';
import { formatSideCsv, type SideDocument } from '../../../core/exchange/sideReport.ts';
import { formatReportMarkdown } from '../../../core/exchange/report/reportMarkdown.ts';
import { sideDocument } from '../../../core/exchange/report/sideDocument.ts';
import {
  countPoints,
  POINT_AREAS,
  pointAt,
  type Point,
  type VerdictKind,
} from '../../../core/comparing/point.ts';
import { equalSides } from '../../../core/comparing/side.ts';
import { foldText } from '../../../core/catalogue/foldText.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { wordsBeside, wordsOn } from '../../../core/comparing/words.ts';
import { isTold } from '../../../core/comparing/verdict.ts';
import { sideSentences, wordSideValue } from '../../../core/wording/sideText.ts';
import { formatNumberOf, listOf } from '../../../core/wording/valueText.ts';
import { saveTextFile } from '../../parts/saveTextFile.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import SideBegin from './SideBegin.vue';
import SideCloseness from './SideCloseness.vue';
import SideColumn from './SideColumn.vue';
import SideDetail from './SideDetail.vue';
import SideOutcome from './SideOutcome.vue';
import SideOwnPoint from './SideOwnPoint.vue';
import SidePackages from './SidePackages.vue';
import SidePicker from './SidePicker.vue';
import SideTable from './SideTable.vue';
import { useSides } from './useSides.ts';

const store = useCatalogueStore();
const notices = useNoticeStore();
const { catalogue, day, query, go, sides, setSides, compared, said, outcomes, kept, news, saying, commit } =
  useSides();

const VERDICTS: readonly { readonly id: VerdictKind; readonly label: string }[] = [
  { id: 'different', label: 'differences' },
  { id: 'unknown', label: 'known of some' },
  { id: 'same', label: 'same' },
  { id: 'not comparable', label: 'not comparable' },
];
const told = computed(() => compared.value?.points.filter(isTold) ?? []);
const counts = computed(() => countPoints(inArea(told.value)));
const verdict = computed(() => VERDICTS.find(({ id }) => id === query.value.verdict)?.id);
const area = computed(() => POINT_AREAS.find(({ id }) => id === query.value.area)?.id);
const areas = computed(() => POINT_AREAS.filter(({ id }) => told.value.some((point) => point.area === id)));
const text = computed({
  get: () => query.value.find ?? '',
  set: (find) => void go({ find: find || undefined }),
});
const inArea = (points: readonly Point[]) =>
  area.value ? points.filter((point) => point.area === area.value) : points;
const shown = computed(() => {
  const words = foldText(text.value);
  return inArea(told.value)
    .filter((point) => !verdict.value || point.verdict.kind === verdict.value)
    .filter(
      (point) =>
        !words ||
        foldText(point.fact.label).includes(words) ||
        point.values.some((value) => foldText(wordSideValue(point, value)).includes(words)),
    );
});
const view = computed(() =>
  query.value.view === 'packages' || query.value.view === 'closeness' ? query.value.view : 'points',
);
const sentences = computed(() => (compared.value ? sideSentences(compared.value) : []));
const selected = computed(() => query.value.point ?? '');
const point = computed(() => compared.value && pointAt(compared.value.points, selected.value));
const pointWords = computed(() => (said.value && point.value ? wordsOn(point.value, said.value.words) : []));
const asides = computed(() =>
  compared.value && said.value ? wordsBeside(compared.value.points, said.value.words) : [],
);

const paper = computed<SideDocument | null>(() =>
  compared.value && said.value
    ? {
        catalogue: catalogue.value,
        compared: compared.value,
        said: said.value,
        outcomes: outcomes.value,
        day: day.value,
      }
    : null,
);
const fileName = computed(() =>
  (compared.value?.names ?? [])
    .join(' and ')
    .replace(/[^\p{L}\p{N}. ]+/gu, '')
    .replace(/\s+/g, '-')
    .toLowerCase(),
);
const print = () => window.print();

const addOwn = (label: string, values: readonly string[]) =>
  notices.tellTrouble(commit(writeOwnPoint(catalogue.value, compared.value!, label, values, saying())));
const say = (key: string, words: string) =>
  notices.tellTrouble(commit(sayWord(catalogue.value, compared.value!, key, words, saying())));
const must = (before: string, mustHave: Parameters<typeof writeMustHave>[3]) =>
  notices.tellTrouble(commit(writeMustHave(catalogue.value, compared.value!, before, mustHave, saying())));
function keep(): void {
  const done = commit(keepSide(catalogue.value, compared.value!, {}, saying()));
  if (done.ok) notices.tell('Kept as it stands now.');
  else notices.tellIssues(done.issues);
}
function add(side: Side): void {
  if (sides.value.some((each) => equalSides(each, side))) notices.tell('That stands there already.');
  else void setSides([...sides.value, side]);
}
function onKey(event: KeyboardEvent): void {
  if (event.key === 'Escape' && selected.value) void go({ point: undefined });
}
</script>

<template>
  <div class="screen sides-screen" :class="{ 'has-detail': point && view === 'points' }" @keydown="onKey">
    <div v-if="!compared" class="work">
      <SideBegin :catalogue="catalogue" :day="day" :sides="sides" @sides="(next) => setSides(next)" />
    </div>
    <div v-else class="work parts">
      <header>
        <h1>
          {{ listOf(compared.names) }}
          <span v-if="compared.trunk && compared.trunkSide < 0" class="fork"
            >from their fork at {{ listOf(compared.trunkNames) }}</span
          >
        </h1>
        <p class="whole">{{ sentences[0].text }}</p>
        <p v-if="news" class="remark small">
          Since it was kept<template v-if="kept?.date"> on {{ formatWhen(kept.date) }}</template
          >, {{ formatNumberOf(news.points.length, 'point') }} changed<template v-if="news.audiences.length">
            and the outcome{{ news.audiences[0] ? ` for ${listOf(news.audiences)}` : '' }}</template
          >:
          <button
            v-for="each in news.points.slice(0, 6)"
            :key="each.point"
            class="accent-link"
            @click="go({ point: each.point })"
          >
            {{ compared.points.find(({ key }) => key === each.point)?.fact.label ?? each.point }}
            ({{
              each.before
                ? each.before.values.map((value) => value || 'not known').join(' / ')
                : 'not known then'
            }})
          </button>
          <button class="accent-link" @click="keep">Keep what stands now</button>
        </p>
        <div class="tools">
          <button
            v-for="each in VERDICTS"
            :key="each.id"
            class="chip"
            :class="{ on: verdict === each.id }"
            :aria-pressed="verdict === each.id"
            :disabled="counts[each.id] === 0"
            @click="go({ verdict: verdict === each.id ? undefined : each.id, view: undefined })"
          >
            {{ each.label }} {{ counts[each.id] }}
          </button>
          <v-menu>
            <template #activator="{ props: activator }">
              <button v-bind="activator" class="chip" :class="{ on: area }">
                {{ area ? areas.find(({ id }) => id === area)?.label : 'all areas' }} ▾
              </button>
            </template>
            <ul class="drop-list">
              <li v-for="each in [{ id: undefined, label: 'all areas' }, ...areas]" :key="each.id ?? ''">
                <button @click="go({ area: each.id })">{{ each.label }}</button>
              </li>
            </ul>
          </v-menu>
          <input
            v-model="text"
            class="field find"
            aria-label="Find among the points"
            placeholder="Find a point"
          />
          <button
            class="chip"
            :class="{ on: view === 'closeness' }"
            @click="go({ view: view === 'closeness' ? undefined : 'closeness' })"
          >
            closeness
          </button>
          <button
            class="chip"
            :class="{ on: view === 'packages' }"
            @click="go({ view: view === 'packages' ? undefined : 'packages' })"
          >
            packages
          </button>
          <span class="spacer" />
          <SidePicker
            v-if="sides.length < MOST_SIDES"
            id="more-sides"
            :catalogue="catalogue"
            :label="sides.length === 2 ? 'Add a third' : 'Add a fourth'"
            @picked="add"
          />
          <v-btn
            v-if="store.canEdit"
            size="small"
            :title="kept ? 'Keep what stands now' : 'Keep it, to see later what has changed'"
            @click="keep"
            >{{ kept ? 'Keep anew' : 'Keep' }}</v-btn
          >
          <v-menu>
            <template #activator="{ props: activator }"
              ><v-btn v-bind="activator" size="small">Export ▾</v-btn></template
            >
            <ul class="drop-list">
              <li>
                <router-link
                  :to="{
                    name: 'handover',
                    query: {
                      view: 'report',
                      kind: 'sides',
                      of: sides.map(({ id }) => id).join(';'),
                      asof: query.asof,
                    },
                  }"
                  >Report …</router-link
                >
              </li>
              <li><button @click="print">Print</button></li>
              <li>
                <button
                  @click="
                    saveTextFile(
                      `${fileName}.md`,
                      'text/markdown',
                      formatReportMarkdown(catalogue, sideDocument(paper!)),
                    )
                  "
                >
                  Markdown
                </button>
              </li>
              <li>
                <button @click="saveTextFile(`${fileName}.csv`, 'text/csv', formatSideCsv(paper!))">
                  Table (CSV)
                </button>
              </li>
              <li v-if="kept">
                <button @click="notices.tellTrouble(commit(removeSide(catalogue, kept)))">
                  Delete this comparison
                </button>
              </li>
            </ul>
          </v-menu>
        </div>
      </header>
      <div class="table">
        <SidePackages v-if="view === 'packages'" :catalogue="catalogue" :compared="compared" />
        <SideCloseness v-else-if="view === 'closeness'" :catalogue="catalogue" :compared="compared" />
        <template v-else>
          <SideTable
            :compared="compared"
            :points="shown"
            :words="said!.words"
            :sentences="sentences"
            :selected="selected"
            :can-edit="store.canEdit"
            @select="(key) => go({ point: key })"
            @say="say"
          >
            <template #column="{ place }">
              <SideColumn
                :catalogue="catalogue"
                :side="sides[place]"
                :name="compared.names[place]"
                :top="compared.tables[place].layers.at(-1)!"
                :can-go="place > 0"
                @change="(side) => setSides(sides.with(place, side))"
                @remove="setSides(sides.filter((_, i) => i !== place))"
                @front="setSides([sides[place], ...sides.filter((_, i) => i !== place)])"
              />
            </template>
          </SideTable>
          <p v-if="shown.length === 0" class="soft none">No point is left by these filters.</p>
          <p v-for="word in asides" :key="word.point" class="small">
            <span class="soft">{{ word.label }}:</span> {{ word.said }}
          </p>
          <SideOwnPoint v-if="store.canEdit" :names="compared.names" @add="addOwn" />
        </template>
      </div>
      <SideOutcome
        :compared="compared"
        :outcomes="outcomes"
        :said="said!"
        :kept="kept"
        :can-edit="store.canEdit"
        @must="must"
      />
    </div>
    <SideDetail
      v-if="compared && point && view === 'points'"
      :catalogue="catalogue"
      :compared="compared"
      :point="point"
      :words="pointWords"
      @close="go({ point: undefined })"
    />
  </div>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  overflow: hidden;
}
header {
  padding: 12px 20px 8px;
}
.fork {
  font-size: 14px;
  font-weight: 400;
  color: rgb(var(--v-theme-ink-soft));
}
.whole {
  margin: 3px 0 8px;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  margin-top: 6px;
}
.find {
  width: 120px;
}
.table {
  overflow: auto;
  padding: 0 20px 16px;
}
.none {
  padding: 24px 0;
}
/* In a narrow window what stands above the table may be as high as the window: all of it scrolls. */
@media (width <= 800px) {
  .parts {
    grid-template-rows: auto auto auto;
    overflow: auto;
  }
  header {
    padding: 12px 12px 8px;
  }
  .table {
    padding: 0 12px 16px;
    overflow: visible;
  }
}
@media print {
  .parts {
    display: block;
  }
  .tools {
    display: none;
  }
  header,
  .table {
    padding: 0 0 8px;
    overflow: visible;
  }
}
.remark .accent-link {
  margin-left: 6px;
}
</style>
