<script setup lang="ts">
/** One measured system or repository: a sentence, how many days behind, over time, by section, which packages. */
import { storeToRefs } from 'pinia';
import { computed, ref } from 'vue';
import { recordOf } from '../../../core/catalogue/catalogue.ts';
import { judgeClaim } from '../../../core/editing/claims.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { formatDay } from '../../../core/catalogue/days.ts';
import { wordDelay, wordFreshness, wordJudgement, wordStates } from '../../../core/wording/freshnessText.ts';
import { formatCount, formatShare } from '../../../core/wording/valueText.ts';
import type { DescribedCandidate } from '../../../core/lineage/baseCandidates.ts';
import { statedDelays, type FreshnessSubject } from '../../../core/lineage/freshnessSubjects.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { judgeDelay, type DelayVerdict } from '../../../core/packages/judgeDelay.ts';
import { freshnessBySection } from '../../../core/packages/freshness.ts';
import LossRemark from '../../parts/LossRemark.vue';
import ChartCanvas from '../../parts/ChartCanvas.vue';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import { chartOfCourse, chartOfDays, chartOfDelay } from './freshnessCharts.ts';
import FreshnessPackages from './FreshnessPackages.vue';
import type { Measurement } from './useFreshness.ts';

const props = defineProps<{
  subject: FreshnessSubject;
  base: DescribedCandidate;
  result: Measurement | undefined;
}>();
const emit = defineEmits<{ against: [at: string] }>();
const store = useCatalogueStore();
const { catalogue } = storeToRefs(store);
const notices = useNoticeStore();

/** What was not read of the lists that are held against each other. */
const losses = computed(() => {
  const own = props.subject.states.flatMap(({ snapshots }) =>
    snapshots.flatMap((id) => recordOf(catalogue.value, 'snapshot', id)?.losses ?? []),
  );
  return [...own, ...(props.base.losses ?? [])];
});
const measured = computed(() => (props.result && 'measured' in props.result ? props.result.measured : null));
const failure = computed(() => (props.result && 'failure' in props.result ? props.result.failure : ''));
const newest = computed(() => measured.value?.newest);
const whole = computed(() => newest.value?.whole);

const judged = computed(() => {
  const delay = measured.value?.delay;
  if (!delay) return [];
  return statedDelays(catalogue.value, props.subject.at).map((statement) => {
    const judgement = judgeDelay(delay, statement.range);
    return {
      ...statement,
      judgement,
      ...wordJudgement(judgement),
      from: statement.source ? nameOf(catalogue.value, statement.source) : 'no source',
      claim: recordOf(catalogue.value, 'claim', statement.id),
    };
  });
});
/** Writes a measured verdict into the claim, with what it rests on. */
function settle(id: string, verdict: DelayVerdict, because: string): void {
  const claim = recordOf(catalogue.value, 'claim', id);
  if (!claim || verdict === 'unclear') return;
  const reason = `Measured on ${formatWhen(formatDay(newest.value!.day))} against ${props.base.name}: ${because}.`;
  const done = store.commit(judgeClaim(catalogue.value, id, { verdict, reason }));
  if (!done.ok) notices.tellIssues(done.issues);
  else
    notices.tell(
      `“${claim.wording}” is ${verdict === 'partly' ? 'partly true' : verdict}. Undo takes it back.`,
    );
}

const sections = computed(() => {
  const all = newest.value ? freshnessBySection(newest.value.packages) : [];
  return all.length > 1 ? all : [];
});
const section = ref<string | null>(null);
const days = computed(() => (newest.value ? chartOfDays(newest.value.packages) : null));
const course = computed(() =>
  measured.value && measured.value.course.length > 1 ? chartOfCourse(measured.value.course) : null,
);
const delay = computed(() =>
  measured.value?.delay && measured.value.delay.changes >= 20 ? chartOfDelay(measured.value.delay) : null,
);
</script>

<template>
  <article class="detail-work">
    <header>
      <h1>{{ subject.name }}</h1>
      <label v-if="subject.bases.length > 1" class="small soft">
        next to
        <select
          class="field"
          :value="base.at"
          @change="emit('against', ($event.target as HTMLSelectElement).value)"
        >
          <option v-for="each in subject.bases" :key="each.at" :value="each.at">{{ each.name }}</option>
        </select>
      </label>
      <span v-else class="soft">next to {{ base.name }}</span>
      <span class="spacer" />
      <router-link class="plain-link small" :to="`/dossiers/${encodeURIComponent(subject.at)}?tab=packages`"
        >Its packages in the dossier</router-link
      >
    </header>
    <p v-if="!result" class="soft" role="status">
      Measuring {{ subject.name }} …<v-progress-linear indeterminate aria-label="Measuring" />
    </p>
    <p v-else-if="failure" class="remark is-trouble" role="alert">
      It could not be measured: {{ failure }}. Bring earlier package lists of {{ base.name }}, or choose
      another base.
    </p>
    <template v-else-if="newest && whole && measured">
      <p class="sentence">{{ wordFreshness(base.name, newest) }}</p>
      <p class="small soft">{{ wordStates(base.name, newest.states, measured.gap) }}</p>
      <LossRemark :losses="losses" />
      <dl class="figures">
        <div>
          <dt>current</dt>
          <dd class="figure">{{ formatShare(whole.current + whole.ahead, whole.known) }}</dd>
          <dd class="small soft">
            {{ formatCount(whole.current + whole.ahead) }} of {{ formatCount(whole.known) }}
          </dd>
        </div>
        <div>
          <dt>behind</dt>
          <dd class="figure">{{ formatCount(whole.behind) }}</dd>
          <dd class="small soft">half by ≤ {{ whole.median }} days</dd>
        </div>
        <div>
          <dt>nine in ten by</dt>
          <dd class="figure">≤ {{ whole.ninetieth }} d</dd>
          <dd class="small soft">worst {{ whole.worst }} days</dd>
        </div>
        <div v-if="newest.security">
          <dt>security fixes lacking</dt>
          <dd class="figure" :class="{ trouble: newest.security.behind > 0 }">
            {{ formatCount(newest.security.behind) }}
          </dd>
          <dd class="small soft">of {{ formatCount(newest.security.known) }} with a fix</dd>
        </div>
        <div>
          <dt>ahead</dt>
          <dd class="figure">{{ formatCount(whole.ahead) }}</dd>
          <dd class="small soft">newer than the base</dd>
        </div>
      </dl>
      <div class="charts">
        <ChartCanvas
          v-if="days && whole.behind > 0"
          title="Packages behind, by days"
          :table="days.table"
          :make="days.make"
        />
        <ChartCanvas
          v-if="course"
          title="Share current over time"
          :table="course.table"
          :make="course.make"
        />
        <ChartCanvas
          v-if="delay"
          title="How long changes of the base take"
          :table="delay.table"
          :make="delay.make"
        />
      </div>
      <section v-if="measured.delay && measured.delay.changes >= 20" aria-label="Delay">
        <h2>What is said of the delay</h2>
        <p>{{ wordDelay(measured.delay) }}</p>
        <table v-if="judged.length" class="plain-table">
          <thead>
            <tr>
              <th>Said</th>
              <th>By</th>
              <th>Measured</th>
              <th>Because</th>
              <th />
            </tr>
          </thead>
          <tbody>
            <tr v-for="entry in judged" :key="entry.id">
              <td>{{ entry.wording }}</td>
              <td class="soft">{{ entry.from }}</td>
              <td>
                <span class="verdict" :class="entry.judgement.verdict">{{ entry.verdict }}</span>
              </td>
              <td class="soft">{{ entry.because }}</td>
              <td class="number">
                <v-btn
                  v-if="
                    entry.claim &&
                    entry.judgement.verdict !== 'unclear' &&
                    entry.claim.verdict !== entry.judgement.verdict
                  "
                  @click="settle(entry.id, entry.judgement.verdict, entry.because)"
                  >Record the verdict</v-btn
                >
                <span
                  v-else-if="entry.claim && entry.claim.verdict === entry.judgement.verdict"
                  class="small soft"
                  >recorded</span
                >
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <section v-if="sections.length" aria-label="By section">
        <h2>By section</h2>
        <table class="plain-table sections">
          <thead>
            <tr>
              <th>Section</th>
              <th class="number">Known</th>
              <th class="number">Current</th>
              <th class="number">Behind</th>
              <th class="number">Half by</th>
              <th class="number">Worst</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="entry in sections" :key="entry.section" :class="{ chosen: section === entry.section }">
              <td>
                <button
                  class="link"
                  :aria-pressed="section === entry.section"
                  @click="section = section === entry.section ? null : entry.section"
                >
                  {{ entry.section || 'none' }}
                </button>
              </td>
              <td class="number mono">{{ formatCount(entry.summary.known) }}</td>
              <td class="number mono">
                {{ formatShare(entry.summary.current + entry.summary.ahead, entry.summary.known) }}
              </td>
              <td class="number mono">{{ formatCount(entry.summary.behind) }}</td>
              <td class="number mono">{{ entry.summary.behind ? `${entry.summary.median} d` : '' }}</td>
              <td class="number mono">{{ entry.summary.behind ? `${entry.summary.worst} d` : '' }}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <FreshnessPackages class="list" v-model:section="section" :freshness="newest" :base="base.name" />
    </template>
  </article>
</template>

<style scoped>
.detail-work {
  padding: 14px 20px 28px;
  display: grid;
  gap: 14px;
  max-width: 1100px;
}
header {
  display: flex;
  align-items: baseline;
  gap: 10px;
}
.sentence {
  font-size: 15px;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 34px;
  margin: 0;
}
.figures dt {
  font-size: 12px;
  color: rgb(var(--v-theme-ink-soft));
}
.figures dd {
  margin: 0;
}
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
  gap: 14px 22px;
}
.verdict {
  font-weight: 600;
}
.verdict.confirmed {
  color: rgb(var(--v-theme-success));
}
.verdict.partly {
  color: rgb(var(--v-theme-warning));
}
.verdict.refuted {
  color: rgb(var(--v-theme-error));
}
.link {
  text-decoration: underline;
  text-decoration-color: rgb(var(--v-theme-line));
  text-underline-offset: 3px;
}
.chosen td {
  background: rgb(var(--v-theme-accent-soft));
}
/* In a wide window the list stands beside what it comes to. */
@media (width >= 1600px) {
  .detail-work {
    --list-height: max(380px, 100vh - 260px);
    max-width: none;
    grid-template: repeat(9, max-content) 1fr / minmax(0, 1fr) minmax(0, 1fr);
    column-gap: 36px;
  }
  .detail-work > * {
    grid-column: 1;
  }
  .detail-work > .list {
    grid-area: 2 / 2 / span 9;
  }
}
</style>
