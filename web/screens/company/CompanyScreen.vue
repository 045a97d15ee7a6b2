<script setup lang="ts">
/** Peers: what is usual, rare and first among those that have something in common; what sets one of them apart. */
import { storeToRefs } from 'pinia';
import { computed, ref } from 'vue';
import { AREAS, labelOfArea } from '../../../core/catalogue/areas.ts';
import { recordOf } from '../../../core/catalogue/catalogue.ts';
import type { Cohort, CohortRule } from '../../../core/catalogue/cohort.ts';
import { countNamesAsOne, removeCohort, writeCohort } from '../../../core/editing/cohorts.ts';
import { completeName } from '../../../core/editing/lines/lineNames.ts';
import { RULE_PARTS } from '../../../core/peers/cohort.ts';
import { distributionOf } from '../../../core/lineage/releases.ts';
import { nameOf as nameOfRecord } from '../../../core/lineage/names.ts';
import { firstDayOf } from '../../../core/catalogue/days.ts';
import { wordRule } from '../../../core/wording/companyText.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { formatCount, formatNumberOf } from '../../../core/wording/valueText.ts';
import { keyOr } from '../../../core/lookUp.ts';
import { useAreaWeights } from '../../parts/areaWeights.ts';
import { useQueryState } from '../../parts/queryState.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useAsOf } from '../../stores/clock.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import { sidesInAddress, useSideStore } from '../../stores/sideStore.ts';
import { useMarking } from '../../stores/useMarking.ts';
import SidePicker from '../sides/SidePicker.vue';
import CompanyApart from './CompanyApart.vue';
import CompanyGlance from './CompanyGlance.vue';
import CompanyGridView from './CompanyGridView.vue';
import CompanyNear from './CompanyNear.vue';
import CompanyRule from './CompanyRule.vue';
import CompanySpread from './CompanySpread.vue';
import { useCompanyWorker } from './useCompanyWorker.ts';

const store = useCatalogueStore();
const { catalogue } = storeToRefs(store);
const notices = useNoticeStore();
const marks = useSideStore();
const { query, go } = useQueryState();
const { day, date, isToday } = useAsOf();

const VIEWS = {
  apart: 'What sets it apart',
  fact: 'One fact',
  grid: 'Grid of an area',
  near: 'Nearest',
} as const;
const view = computed(() => keyOr(VIEWS, query.value.view, 'apart'));
const kept = computed(() => recordOf(catalogue.value, 'cohort', query.value.company ?? ''));
const PARTS = Object.keys(RULE_PARTS) as (keyof CohortRule)[];
const rule = computed<CohortRule>(
  () =>
    kept.value?.rule ??
    Object.fromEntries(PARTS.flatMap((part) => (query.value[part] ? [[part, query.value[part]]] : []))),
);
const members = computed(() => kept.value?.members ?? (query.value.members ?? '').split(' ').filter(Boolean));
const about = computed(() =>
  catalogue.value.records.distribution.has(query.value.about ?? '') ? query.value.about! : '',
);
const fact = computed(() => query.value.fact ?? '');
const area = computed(() => AREAS.find(({ id }) => id === query.value.area)?.id ?? 'welcome');
const { weights, weigh } = useAreaWeights();
const asked = computed(() => ({
  day: kept.value?.asOf ? firstDayOf(kept.value.asOf) : day.value,
  cohort: { rule: rule.value, members: [...members.value] },
  about: about.value || null,
  weights: weights.value,
  fact: view.value === 'fact' ? fact.value : '',
  area: view.value === 'grid' ? area.value : null,
}));
const { answer, failed, progress, isWorking, stop, again } = useCompanyWorker(catalogue, asked);

const nameOf = (id: string) => nameOfRecord(catalogue.value, id);
const layerOf = (id: string) => answer.value?.members.find((member) => member.id === id)?.layer ?? id;
const toSides = (id: string) => ({
  name: 'sides',
  query: { of: sidesInAddress([{ id: layerOf(about.value) }, { id: layerOf(id) }]), asof: query.value.asof },
});
useMarking(() => (about.value ? { id: layerOf(about.value) } : null));

const NO_RULE = Object.fromEntries(PARTS.map((part) => [part, undefined]));
const choose = (cohort: Cohort | null) => go({ ...NO_RULE, members: undefined, company: cohort?.id }, 'push');
/** A kept company that is changed becomes one that is not kept yet. */
const setRule = (part: keyof CohortRule, value: string | undefined) =>
  go({ ...rule.value, company: undefined, [part]: value }, 'push');
const byHand = (ids: readonly string[]) =>
  go(
    {
      ...NO_RULE,
      company: undefined,
      members: ids.map((id) => distributionOf(catalogue.value, id)).join(' ') || undefined,
    },
    'push',
  );
function keep(name: string): void {
  const done = store.commit(
    writeCohort(catalogue.value, {
      name,
      rule: rule.value,
      members: [...members.value],
      // Kept while another day is looked at, it is meant for that day.
      ...(isToday.value ? {} : { asOf: date.value }),
    }),
  );
  if (done.ok) void choose(recordOf(catalogue.value, 'cohort', done.value) ?? null);
  else notices.tellIssues(done.issues);
}
function forget(): void {
  const cohort = kept.value;
  if (cohort && notices.tellTrouble(store.commit(removeCohort(catalogue.value, cohort)))) void choose(null);
}
const lookAt = (id: string) => go({ about: distributionOf(catalogue.value, id) }, 'push');
const showFact = (key: string) => go({ view: 'fact', fact: key }, 'push');
const factText = ref('');
const factsFound = computed(() =>
  completeName(factText.value, 30)
    .flatMap((name) => (name.fact ? [name.fact] : []))
    .slice(0, 8),
);
function takeFact(): void {
  const [first] = factsFound.value;
  if (!first) return;
  factText.value = '';
  void go({ fact: first.key });
}
const spellings = computed(() => answer.value?.spellings ?? []);
const together = (names: readonly string[]) =>
  notices.tellTrouble(store.commit(countNamesAsOne(catalogue.value, names)));
const joined = computed(() => store.about?.sameNames ?? []);
const takeApart = (names: readonly string[]) =>
  notices.tellTrouble(store.commit(countNamesAsOne(catalogue.value, names, true)));
</script>

<template>
  <div class="work company">
    <header>
      <h1>
        Peers<span v-if="about" class="soft about">
          seen from
          <router-link class="plain-link" :to="{ name: 'dossier', params: { release: layerOf(about) } }">{{
            nameOf(about)
          }}</router-link></span
        >
      </h1>
      <CompanyRule
        :catalogue="catalogue"
        :rule="rule"
        :members="members"
        :kept="kept"
        :choices="answer?.choices"
        :can-edit="store.canEdit"
        :marked="marks.sides.map(({ id }) => id)"
        @rule="setRule"
        @by-hand="byHand"
        @choose="choose"
        @keep="keep"
        @remove="forget"
      />
      <p class="who">
        <template v-if="answer">
          {{ formatNumberOf(answer.members.length, 'project') }} of {{ formatCount(answer.all) }}:
          {{ members.length ? 'by hand' : wordRule(rule, nameOf)
          }}{{ kept?.asOf ? `, as of ${formatWhen(kept.asOf)}` : '' }}.
          <span class="small soft"
            ><template v-for="(member, i) in answer.members.slice(0, 24)" :key="member.id"
              >{{ i ? ', ' : ''
              }}<button class="plain" :class="{ strong: member.id === about }" @click="lookAt(member.id)">
                {{ member.name }}
              </button></template
            >{{
              answer.members.length > 24 ? ` and ${formatCount(answer.members.length - 24)} more` : ''
            }}</span
          >
        </template>
        <span v-if="isWorking" class="soft" role="status">
          {{ progress < 1 ? `Handing the catalogue over: ${Math.round(progress * 100)} %` : 'Counting …' }}
          <button class="accent-link" @click="stop">Stop</button>
        </span>
      </p>
      <p v-if="failed" class="remark is-trouble" role="alert">
        The peer group could not be counted: {{ failed }}. Nothing is lost.
        <button class="accent-link" @click="again">Try again</button>
      </p>
      <p v-if="store.canEdit && spellings.length" class="remark small no-print">
        These names sound alike. Count them as one?
        <button
          v-for="group in spellings.slice(0, 4)"
          :key="group[0].name"
          class="accent-link"
          @click="together(group.map(({ name }) => name))"
        >
          {{ group.map(({ name, count }) => `${name} (${count})`).join(' and ') }}
        </button>
      </p>
      <nav class="view-tabs" aria-label="Views">
        <button
          v-for="(label, id) in VIEWS"
          :key="id"
          :class="{ current: view === id }"
          :aria-current="view === id ? 'page' : undefined"
          @click="go({ view: id === 'apart' ? undefined : id })"
        >
          {{ label }}
        </button>
        <span class="spacer" />
        <SidePicker
          id="seen-from"
          :catalogue="catalogue"
          label="Seen from another"
          @picked="(side) => lookAt(side.id)"
        />
      </nav>
    </header>
    <div v-if="answer" class="view">
      <p v-if="!about && view === 'near'" class="soft">
        Choose one of the names above, or type one: then it shows who is most like it.
      </p>
      <CompanyGlance
        v-else-if="!about && view === 'apart'"
        :glance="answer.glance"
        :name-of="nameOf"
        @about="lookAt"
        @fact="showFact"
      />
      <CompanyApart
        v-else-if="view === 'apart' && answer.distinctness"
        :distinctness="answer.distinctness"
        :name="nameOf(about)"
        :about="about"
        :name-of="nameOf"
        @fact="showFact"
      />
      <CompanyNear
        v-else-if="view === 'near'"
        :neighbours="answer.neighbours"
        :weights="weights"
        :about="about"
        :name-of="nameOf"
        :to-sides="toSides"
        @weigh="weigh"
        @about="lookAt"
      />
      <template v-else-if="view === 'fact'">
        <p class="asking">
          <input
            v-model="factText"
            class="field"
            aria-label="Fact"
            placeholder="A fact: memory, guide, kernel …"
            @keydown.enter="takeFact"
          />
          <button
            v-for="each in factsFound"
            :key="each.key"
            class="chip"
            @click="
              factText = '';
              go({ fact: each.key });
            "
          >
            {{ each.label }}
          </button>
        </p>
        <CompanySpread
          v-if="answer.spread"
          :spread="answer.spread"
          :about="about"
          :name-of="nameOf"
          @about="lookAt"
        />
        <p v-else class="soft">Name a fact: how its values are spread, what is usual, who was first.</p>
      </template>
      <template v-else-if="view === 'grid'">
        <p class="asking">
          <button
            v-for="each in AREAS"
            :key="each.id"
            class="chip"
            :class="{ on: area === each.id }"
            @click="go({ area: each.id })"
          >
            {{ each.label }}
          </button>
        </p>
        <CompanyGridView
          v-if="answer.grid?.rows.length"
          :grid="answer.grid"
          :about="about"
          :name-of="nameOf"
          @about="lookAt"
          @fact="showFact"
        />
        <p v-else class="soft">Of {{ labelOfArea(area).toLowerCase() }} nothing is known of any of them.</p>
      </template>
      <p v-if="joined.length && store.canEdit" class="small soft joined">
        Counted as one:
        <button
          v-for="group in joined"
          :key="group[0]"
          class="accent-link"
          title="Count them apart again"
          @click="takeApart(group)"
        >
          {{ group.join(' = ') }}
        </button>
      </p>
    </div>
  </div>
</template>

<style scoped>
.company {
  height: 100%;
  padding: 12px 20px 20px;
}
.about {
  font-size: 14px;
  font-weight: 400;
}
.who {
  margin: 7px 0;
}
.plain:hover {
  text-decoration: underline;
}
.strong {
  font-weight: 700;
}
.asking {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-bottom: 10px;
}
.asking input {
  width: 240px;
}
.remark .accent-link,
.joined .accent-link {
  margin-left: 8px;
}
.joined {
  margin-top: 16px;
}
</style>
