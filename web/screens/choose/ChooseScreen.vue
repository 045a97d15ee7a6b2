<script setup lang="ts">
/** Recommend: the candidates for a purpose, ranked by criteria that are read off facts or scored by hand. */
import { storeToRefs } from 'pinia';
import { computed, ref } from 'vue';
import { recordOf, recordsOf } from '../../../core/catalogue/catalogue.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import {
  beginPurpose,
  removePurpose,
  scoreByHand,
  setCandidates,
  writeCriterion,
  writeMustHaveLine,
  writePurposeText,
} from '../../../core/editing/purposes/purposes.ts';
import { formatCriterion, formatMustHave } from '../../../core/editing/purposes/ruleLine.ts';
import { formatRankCsv } from '../../../core/exchange/tableFiles.ts';
import { rankCandidates } from '../../../core/purpose/ranking.ts';
import { wordRanking } from '../../../core/wording/purposeText.ts';
import LineField from '../../parts/LineField.vue';
import LineList from '../../parts/LineList.vue';
import { saveTextFile } from '../../parts/saveTextFile.ts';
import { useQueryState } from '../../parts/queryState.ts';
import { useCommit } from '../../stores/useCommit.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today, useAsOf } from '../../stores/clock.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import { useSideStore } from '../../stores/sideStore.ts';
import SidePicker from '../sides/SidePicker.vue';
import ChooseTable from './ChooseTable.vue';

const store = useCatalogueStore();
const { catalogue } = storeToRefs(store);
const notices = useNoticeStore();
const marks = useSideStore();
const { query, go } = useQueryState();
const { day } = useAsOf();

const purposes = computed(() =>
  [...recordsOf(catalogue.value, 'purpose')].sort((a, b) => a.name.localeCompare(b.name, 'en')),
);
const purpose = computed(
  () => recordOf(catalogue.value, 'purpose', query.value.for ?? '') ?? purposes.value[0],
);
const ranking = computed(() => purpose.value && rankCandidates(catalogue.value, purpose.value, day.value));
const sentences = computed(() => (ranking.value ? wordRanking(ranking.value) : []));
const saying = () => ({ author: store.about?.author ?? '', date: today() });
const commit = useCommit();

const name = ref('');
function begin(): void {
  const made = store.commit(
    beginPurpose(
      catalogue.value,
      name.value,
      marks.sides.map(({ id }) => id),
      saying(),
    ),
  );
  if (made.ok) {
    name.value = '';
    void go({ for: made.value }, 'push');
  } else notices.tellIssues(made.issues);
}
function forget(): void {
  if (purpose.value && commit(removePurpose(catalogue.value, purpose.value)))
    void go({ for: undefined }, 'push');
}
const text = (field: 'name' | 'audience' | 'why' | 'answer' | 'until') => (typed: string) =>
  commit(writePurposeText(catalogue.value, purpose.value!.id, field, typed, saying()));
const FIELDS = [
  { field: 'name', label: 'Name', example: 'Reading rooms' },
  { field: 'audience', label: 'For whom', example: 'who uses it' },
  { field: 'why', label: 'Why', example: 'what it is wanted for' },
  { field: 'until', label: 'Supported until', example: '2031' },
  { field: 'answer', label: 'Answer', example: 'once there is one, in your words' },
] as const;
const criterion = (at: number, typed: string) =>
  commit(writeCriterion(catalogue.value, purpose.value!.id, at, typed, saying()));
const mustHave = (at: number, typed: string) =>
  commit(writeMustHaveLine(catalogue.value, purpose.value!.id, at, typed, saying()));
const candidates = (ids: readonly string[]) =>
  commit(setCandidates(catalogue.value, purpose.value!.id, ids, saying()));
const score = (candidate: string, on: string, typed: string) =>
  commit(scoreByHand(catalogue.value, purpose.value!.id, candidate, on, typed, saying()));
const saveTable = () =>
  saveTextFile('ranking.csv', 'text/csv', formatRankCsv(catalogue.value, ranking.value!));
const sidesOfFirst = computed(() => {
  const [first, second] = ranking.value?.candidates ?? [];
  return second
    ? { name: 'sides', query: { of: `${first.layer};${second.layer}`, asof: query.value.asof } }
    : null;
});
</script>

<template>
  <div class="work choose">
    <header>
      <h1>
        Recommend
        <button
          v-for="each in purposes"
          :key="each.id"
          class="chip"
          :class="{ on: each.id === purpose?.id }"
          :aria-pressed="each.id === purpose?.id"
          @click="go({ for: each.id }, 'push')"
        >
          {{ each.name }}
        </button>
        <form v-if="store.canEdit" class="begin" @submit.prevent="begin">
          <input
            v-model="name"
            class="field"
            aria-label="Name of a new purpose"
            placeholder="A new purpose"
          />
        </form>
      </h1>
    </header>
    <div v-if="!purpose" class="empty">
      <h2>Nothing to choose for yet</h2>
      <p>
        A purpose says for whom, by which criteria and among which candidates you choose. Write its name
        above; systems that are marked with x become its candidates.
      </p>
    </div>
    <template v-else-if="ranking">
      <p class="answer" role="status">
        <strong>{{ sentences[0] }}</strong> {{ sentences.slice(1).join(' ') }}
      </p>
      <ChooseTable
        v-if="ranking.candidates.length"
        :catalogue="catalogue"
        :ranking="ranking"
        :can-edit="store.canEdit"
        :score="score"
        @drop="candidates(purpose.candidates.filter((id) => id !== $event))"
      />
      <p class="more">
        <SidePicker
          v-if="store.canEdit"
          id="candidate"
          :catalogue="catalogue"
          label="One more candidate"
          @picked="candidates([...purpose.candidates, $event.id])"
        />
        <button
          v-if="store.canEdit && marks.sides.some(({ id }) => !purpose!.candidates.includes(id))"
          class="accent-link"
          @click="candidates([...purpose.candidates, ...marks.sides.map(({ id }) => id)])"
        >
          Those marked
        </button>
        <router-link v-if="sidesOfFirst" class="accent-link" :to="sidesOfFirst"
          >Compare the first two</router-link
        >
        <router-link
          class="accent-link"
          :to="{ name: 'support', query: { who: purpose.id, asof: query.asof } }"
          >Their support</router-link
        >
        <button class="accent-link" @click="saveTable">Table (CSV)</button>
      </p>
      <div class="asked">
        <section>
          <h2>What is asked</h2>
          <LineList
            label="Criteria"
            example="Small memory: memory from 2 GiB to 512 MiB, weight 3 because …"
            :lines="purpose.criteria.map((each) => formatCriterion(catalogue, each))"
            :can-edit="store.canEdit"
            :save="criterion"
          />
          <h2>What must be there</h2>
          <LineList
            label="Must-haves"
            example="Enough support: support at least 2029"
            :lines="purpose.mustHaves.map((each) => formatMustHave(catalogue, each))"
            :can-edit="store.canEdit"
            :save="mustHave"
          />
          <p class="small soft">
            A rule reads a fact: <em>from</em> … <em>to</em> … (0 to 10), <em>at least</em>, <em>at most</em>,
            <em>has</em>, <em>lacks</em>, <em>less is better</em>, <em>more is better in</em> a peer group.
            Without a rule it is scored by hand in the table, or taken from assessments.
          </p>
        </section>
        <section class="fields">
          <h2>The purpose</h2>
          <label v-for="{ field, label, example } in FIELDS" :key="field"
            ><span>{{ label }}</span
            ><LineField
              :label="label"
              :example="example"
              :value="field === 'until' ? (purpose.until ? formatWhen(purpose.until) : '') : purpose[field]"
              :can-edit="store.canEdit"
              :save="text(field)"
          /></label>
          <p class="small soft">
            {{ [purpose.author, purpose.date && formatWhen(purpose.date)].filter(Boolean).join(', ') }}
            <button v-if="store.canEdit" class="accent-link" @click="forget">Delete this purpose</button>
          </p>
        </section>
      </div>
    </template>
  </div>
</template>

<style scoped>
.choose {
  height: 100%;
  padding: 12px 20px 20px;
  overflow: auto;
}
h1 {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
h1 .chip {
  font-size: 13px;
  font-weight: 400;
}
.begin .field {
  font-size: 13px;
  font-weight: 400;
  width: 160px;
}
h2 {
  font-size: 14px;
  margin-top: 12px;
}
.answer {
  max-width: 1080px;
  margin: 8px 0 12px;
}
.more {
  display: flex;
  gap: 16px;
  align-items: center;
  margin: 8px 0;
}
.asked {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 8px 40px;
}
.fields label {
  display: grid;
  grid-template-columns: 108px minmax(0, 1fr);
  gap: 8px;
  align-items: baseline;
}
.fields span {
  color: rgb(var(--v-theme-ink-soft));
}
@media (width <= 800px) {
  .choose {
    padding: 12px;
  }
}
@media (width <= 900px) {
  .asked {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
