<script setup lang="ts">
/** What is claimed, what is still open, and how authors judge: of a release and of its distribution. */
import { computed } from 'vue';
import { scoreOf } from '../../../core/catalogue/assessment.ts';
import { recordOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import { recordsBelongingTo } from '../../../core/catalogue/pointers.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import type { KindName, RecordTypes } from '../../../core/catalogue/recordKinds.ts';
import { findFactKey } from '../../../core/catalogue/factSheet.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';

const props = defineProps<{ catalogue: Catalogue; release: RecordId; distribution: RecordId }>();

/** Records about the release, then about its distribution. */
function about<K extends KindName>(kind: K): RecordTypes[K][] {
  return [...new Set([props.release, props.distribution])].flatMap((id) =>
    recordsBelongingTo(props.catalogue, id, kind),
  );
}
const claims = computed(() => about('claim'));
const questions = computed(() => about('question'));
const assessments = computed(() =>
  about('assessment').map((assessment) => ({ ...assessment, total: scoreOf(assessment) })),
);
const criteria = computed(() => [
  ...new Set(assessments.value.flatMap((assessment) => assessment.criteria.map(({ name }) => name))),
]);
const sourceTitle = (id?: RecordId) => (id ? recordOf(props.catalogue, 'source', id)?.title : undefined);
const labelOf = (key: string) => findFactKey(key)?.label ?? key;
const isEmpty = computed(() => !claims.value.length && !questions.value.length && !assessments.value.length);
</script>

<template>
  <p v-if="isEmpty" class="empty soft">No claim, question or assessment is recorded yet.</p>
  <div v-else class="judged">
    <section v-if="assessments.length">
      <h2>Assessments</h2>
      <table class="scores" aria-label="Assessments">
        <thead>
          <tr>
            <th scope="col"><span class="visually-hidden">Criterion</span></th>
            <th v-for="{ id, author, date, daysOfUse } in assessments" :key="id" scope="col">
              {{ author }}
              <span class="small soft"
                >{{ date ? formatWhen(date) : 'undated'
                }}<template v-if="daysOfUse">, {{ daysOfUse }} days of use</template></span
              >
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="name in criteria" :key="name">
            <th scope="row">{{ name }}</th>
            <td v-for="{ id, criteria: own } in assessments" :key="id">
              <template v-for="each in own.filter((entry) => entry.name === name)" :key="each.name">
                <strong class="score">{{ each.score }}</strong>
                <span class="small soft">weight {{ each.weight }}</span>
                <div class="small">{{ each.reason }}</div>
              </template>
            </td>
          </tr>
          <tr class="total">
            <th scope="row">Weighted mean, of 10</th>
            <td v-for="{ id, total } in assessments" :key="id">
              <strong class="score">{{ total === null ? '–' : total.toFixed(1) }}</strong>
            </td>
          </tr>
          <tr>
            <th scope="row">For and against</th>
            <td v-for="{ id, strengths, weaknesses } in assessments" :key="id" class="small">
              <div v-for="point in strengths" :key="point.text">+ {{ point.text }}</div>
              <div v-for="point in weaknesses" :key="point.text">− {{ point.text }}</div>
            </td>
          </tr>
          <tr>
            <th scope="row">Suits, does not suit</th>
            <td v-for="{ id, suits, doesNotSuit, alternatives, bias } in assessments" :key="id" class="small">
              <div v-if="suits.length">Suits {{ suits.map(({ name }) => name).join(', ') }}.</div>
              <div v-if="doesNotSuit.length">
                Does not suit {{ doesNotSuit.map(({ name }) => name).join(', ') }}.
              </div>
              <div v-for="other in alternatives" :key="other.name">
                Try {{ other.name }}: {{ other.why }}.
              </div>
              <div v-if="bias" class="soft">Disclosed: {{ bias }}</div>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <section v-if="claims.length">
      <h2>Claims</h2>
      <ul class="rows">
        <li v-for="claim in claims" :key="claim.id">
          <div>
            <span class="verdict" :class="claim.verdict">{{ claim.verdict }}</span> “{{ claim.wording }}”
          </div>
          <div class="small soft">
            <template v-if="claim.key">{{ labelOf(claim.key) }} · </template>{{ sourceTitle(claim.source)
            }}<template v-if="claim.reason"> · {{ claim.reason }}</template>
          </div>
        </li>
      </ul>
    </section>
    <section v-if="questions.length">
      <h2>Open questions</h2>
      <ul class="rows">
        <li v-for="question in questions" :key="question.id">
          {{ question.text }}
          <div v-if="question.key" class="small soft">{{ labelOf(question.key) }}</div>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.judged {
  display: grid;
  gap: 18px;
  max-width: 980px;
  padding-top: 14px;
}
h2 {
  font-size: 15px;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  padding: 7px 0;
}
.scores {
  width: 100%;
  border-collapse: collapse;
}
.scores th,
.scores td {
  padding: 6px 14px 6px 0;
  text-align: left;
  vertical-align: top;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.scores tbody th {
  width: 210px;
  font-weight: 400;
  color: rgb(var(--v-theme-ink-soft));
}
.score {
  font-size: 15px;
  margin-right: 6px;
}
.total th,
.total td {
  border-bottom: 2px solid rgb(var(--v-theme-line));
}
.verdict {
  display: inline-block;
  min-width: 76px;
  font-size: 12px;
  font-weight: 700;
  color: rgb(var(--v-theme-ink-soft));
}
.verdict.confirmed {
  color: rgb(var(--v-theme-area-defaults));
}
.verdict.partly {
  color: rgb(var(--v-theme-accent-ink));
}
.verdict.refuted {
  color: rgb(var(--v-theme-error));
}
</style>
