<script setup lang="ts">
/** What is unsettled and what would settle it: by system and by rule; what to look at on the next visit. */
import { storeToRefs } from 'pinia';
import { computed } from 'vue';
import { findRecord, recordsOf } from '../../../core/catalogue/catalogue.ts';
import { allPointsOf, disagreementsFirst } from '../../../core/open/openPoints.ts';
import { nextVisit } from '../../../core/open/nextVisit.ts';
import { OPEN_RULE_NAMES, findOpenRule } from '../../../core/open/openRules.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { labelOfItem, OPEN_WORDS, wordCounts, wordVisitReason } from '../../../core/wording/openText.ts';
import { countByRule } from '../../../core/open/openPoints.ts';
import { formatCount, formatNumberOf } from '../../../core/wording/valueText.ts';
import { useQueryState } from '../../parts/queryState.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useAsOf } from '../../stores/clock.ts';
import DossierQuestions from '../dossiers/DossierQuestions.vue';
import ExaminedBar from './ExaminedBar.vue';
import SettlePoints from './SettlePoints.vue';

import { useOpenCounts } from './useOpenCounts.ts';

const store = useCatalogueStore();
const { catalogue } = storeToRefs(store);
const { query, go } = useQueryState();
const { day } = useAsOf();
const { counts, left } = useOpenCounts(catalogue, day);

const rule = computed(() => findOpenRule(query.value.rule ?? ''));
const shown = computed(() =>
  counts.value.filter(({ open, count }) => (rule.value ? open[rule.value] : count)),
);
const total = computed(() => counts.value.reduce((sum, { count }) => sum + count, 0));
const byRule = computed(() =>
  OPEN_RULE_NAMES.map((name) => ({
    name,
    count: counts.value.reduce((sum, { open }) => sum + (open[name] ?? 0), 0),
  })).filter(({ count }) => count > 0),
);
const WHOLE = 'whole';
const questions = computed(() =>
  [...recordsOf(catalogue.value, 'question')].filter(({ subject }) => !subject),
);
const subject = computed(() => {
  const asked = query.value.of ?? '';
  if (asked === WHOLE) return WHOLE;
  return findRecord(catalogue.value, asked) ? asked : (shown.value[0]?.layer ?? '');
});
const table = computed(() =>
  subject.value && subject.value !== WHOLE
    ? store.tableOf(catalogue.value, subject.value, day.value, query.value.edition)
    : null,
);
const points = computed(() => (table.value ? allPointsOf(catalogue.value, table.value) : []));
const open = computed(() => points.value.filter(({ state }) => state === 'open'));
/** Points of a rule; without one all, where areas that nobody looked at stand in the bar above unless they were set aside. */
const listed = computed(() =>
  disagreementsFirst(points.value).filter((point) =>
    rule.value ? point.rule === rule.value : point.rule !== 'areaUnseen' || point.state !== 'open',
  ),
);
const VIEWS = { points: 'Open points', visit: 'Next session' } as const;
const view = computed(() => (query.value.view === 'visit' ? 'visit' : 'points'));
const items = computed(() =>
  table.value && view.value === 'visit' ? nextVisit(catalogue.value, table.value) : [],
);
const print = () => window.print();
</script>

<template>
  <div class="screen settle">
    <nav class="systems" aria-label="Systems with open points">
      <p class="small soft" role="status">
        <template v-if="left">Counting: {{ formatNumberOf(left, 'project') }} left</template>
        <template v-else
          >{{ formatNumberOf(total, 'open point') }} in
          {{ formatNumberOf(counts.filter(({ count }) => count).length, 'project') }}</template
        >
      </p>
      <button class="system" :class="{ on: subject === WHOLE }" @click="go({ of: WHOLE })">
        <span>The whole catalogue</span
        ><span class="count">{{ questions.filter(({ answer }) => !answer).length }}</span>
      </button>
      <button
        v-for="each in shown"
        :key="each.id"
        class="system"
        :class="{ on: each.layer === subject }"
        :aria-current="each.layer === subject ? 'true' : undefined"
        @click="go({ of: each.layer, edition: undefined })"
      >
        <span class="cut"
          >{{ each.name }} <span class="soft">{{ each.version }}</span></span
        >
        <span class="count">{{ rule ? each.open[rule] : each.count }}</span>
      </button>
    </nav>
    <div class="work">
      <header>
        <h1>
          <template v-if="subject === WHOLE">What is asked of the whole catalogue</template>
          <template v-else-if="subject">
            Open points of
            <router-link
              class="plain-link"
              :to="{ name: 'dossier', params: { release: subject }, query: { asof: query.asof } }"
              >{{ nameOf(catalogue, subject) }}</router-link
            >
          </template>
          <template v-else>Open points</template>
        </h1>
        <p v-if="table" class="answer">
          {{
            open.length
              ? `${wordCounts(countByRule(open)).replace(/^./, (c) => c.toUpperCase())}.`
              : 'Nothing is open.'
          }}
          <span v-if="points.length > open.length" class="soft"
            >{{ formatNumberOf(points.length - open.length, 'point') }} postponed or intended.</span
          >
        </p>
        <p class="rules no-print">
          <button class="chip" :class="{ on: !rule }" :aria-pressed="!rule" @click="go({ rule: undefined })">
            All rules
          </button>
          <button
            v-for="each in byRule"
            :key="each.name"
            class="chip"
            :class="{ on: rule === each.name }"
            :aria-pressed="rule === each.name"
            :title="`To settle it: ${OPEN_WORDS[each.name].settledBy}`"
            @click="go({ rule: each.name })"
          >
            {{ OPEN_WORDS[each.name].title }} <span class="soft">{{ formatCount(each.count) }}</span>
          </button>
        </p>
        <nav v-if="table" class="view-tabs no-print" aria-label="Views">
          <button
            v-for="(label, id) in VIEWS"
            :key="id"
            :class="{ current: view === id }"
            :aria-current="view === id ? 'page' : undefined"
            @click="go({ view: id === 'points' ? undefined : id })"
          >
            {{ label }}
          </button>
          <span class="spacer" />
          <button class="accent-link" @click="print">Print</button>
        </nav>
      </header>
      <DossierQuestions
        v-if="subject === WHOLE"
        :subject="null"
        :catalogue="catalogue"
        :questions="questions"
        :can-edit="store.canEdit"
      />
      <div v-else-if="!table" class="empty">
        <h2>No open points</h2>
        <p>
          Points appear here when sources disagree, when a claim is unchecked, when a finding is unreliable or
          a promise is due.
        </p>
      </div>
      <template v-else-if="view === 'points'">
        <ExaminedBar v-if="!rule" :table="table" :subject="subject" />
        <SettlePoints :catalogue="catalogue" :points="listed" :subject="subject" :can-edit="store.canEdit" />
      </template>
      <section v-else aria-label="Next session">
        <p class="small soft">What to look at first, by how much it would settle.</p>
        <ol class="visit">
          <li v-for="item in items.slice(0, 40)" :key="item.key || item.area">
            <span class="box" aria-hidden="true" />
            <router-link class="plain-link" :to="{ name: 'visit', query: { of: subject } }"
              ><strong>{{ labelOfItem(item) }}</strong></router-link
            >
            <span class="small soft">{{ item.reasons.map(wordVisitReason).join('; ') }}</span>
          </li>
        </ol>
        <p v-if="!items.length" class="soft">Nothing that looking again would settle.</p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.settle {
  display: grid;
  grid-template-columns: 216px minmax(0, 1fr);
}
.systems {
  padding: 12px 8px;
  overflow-y: auto;
  border-right: 1px solid rgb(var(--v-theme-line));
}
.systems p {
  padding: 0 8px 6px;
}
.system {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  width: 100%;
  padding: 4px 8px;
  text-align: left;
  border-radius: 5px;
}
.system:hover {
  background: rgb(var(--v-theme-surface));
}
.system.on {
  background: rgb(var(--v-theme-accent-soft));
  font-weight: 700;
}
.count {
  font-variant-numeric: tabular-nums;
}
.work {
  padding: 12px 20px 20px;
  overflow-y: auto;
}
.answer {
  margin: 4px 0 8px;
}
.rules {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
}
.visit {
  list-style: none;
  padding: 0;
}
.visit li {
  display: grid;
  grid-template-columns: 20px 260px minmax(0, 1fr);
  align-items: baseline;
  padding: 4px 0;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.box {
  width: 11px;
  height: 11px;
  border: 1px solid rgb(var(--v-theme-ink-soft));
  border-radius: 2px;
}
/* Narrow: the systems in a row above. */
@media (width <= 800px) {
  .settle {
    display: block;
    overflow-y: auto;
  }
  .systems {
    display: flex;
    gap: 4px;
    padding: 8px;
    overflow: auto hidden;
    border-right: 0;
    border-bottom: 1px solid rgb(var(--v-theme-line));
  }
  .systems p {
    flex: none;
    max-width: 130px;
  }
  .system {
    flex: none;
    align-items: center;
    width: auto;
    min-height: 36px;
    white-space: nowrap;
  }
  .work {
    padding: 12px;
    overflow: visible;
  }
  .visit li {
    grid-template-columns: 20px minmax(0, 1fr);
  }
  .visit li > :nth-child(n + 3) {
    grid-column: 2;
  }
}
@media print {
  .settle {
    display: block;
  }
  .systems {
    display: none;
  }
}
</style>
