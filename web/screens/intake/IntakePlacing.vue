<script setup lang="ts">
/** The answer of the placing: one sentence, the candidates with their counts, the accounts, what contradicts. */
import { computed } from 'vue';
import { CLASS_LABELS, formatCount, formatShare } from '../../../core/exchange/valueText.ts';
import { wordAnswer } from '../../../core/exchange/answerText.ts';
import { wordIssue } from '../../../core/exchange/wording.ts';
import type { Placement } from '../../../core/capture/placeSystem.ts';

const props = defineProps<{ placement: Placement }>();
const sentence = computed(() => wordAnswer(props.placement));
/** Candidates that know some of the system's packages by name; the others are only named. */
const known = computed(() =>
  props.placement.candidates.filter(({ counts }) => counts.own < counts.installed),
);
const strangers = computed(() =>
  props.placement.candidates.filter(({ counts }) => counts.own === counts.installed).map(({ name }) => name),
);
const installed = computed(() => props.placement.candidates[0]?.counts.installed ?? 0);
</script>

<template>
  <section aria-label="Placing">
    <p class="answer" :class="{ none: !placement.answer.base }">
      <strong v-if="placement.answer.base">Built on {{ placement.answer.base }}.</strong> {{ sentence }}
    </p>
    <p
      v-for="finding in placement.findings"
      :key="finding.code"
      class="remark"
      :class="{ 'is-trouble': finding.severity !== 'note' }"
    >
      {{ wordIssue(finding) }}
    </p>
    <table v-if="known.length">
      <caption class="visually-hidden">
        Candidates
      </caption>
      <thead>
        <tr>
          <th>Candidate</th>
          <th class="share">Same version</th>
          <th v-for="{ id, label, means } in CLASS_LABELS" :key="id" class="number" :title="means">
            {{ label }}
          </th>
          <th class="number" title="The part of all evidence that speaks for it; rare evidence weighs more">
            score
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="candidate in known"
          :key="candidate.name"
          :class="{ base: candidate.name === placement.answer.base }"
        >
          <th scope="row">{{ candidate.name }}</th>
          <td class="share">
            <span class="track"><span :style="{ width: `${candidate.carriedShare * 100}%` }" /></span>
            <span class="mono">{{ formatShare(candidate.counts.same, candidate.counts.installed) }}</span>
          </td>
          <td v-for="{ id } in CLASS_LABELS" :key="id" class="number mono">
            {{ formatCount(candidate.counts[id]) }}
          </td>
          <td class="number mono">{{ candidate.score.toFixed(2) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="strangers.length" class="soft small">
      None of its packages by name: {{ strangers.join(', ') }}.
    </p>
    <p v-if="placement.accounts.length" class="small soft">
      Of {{ formatCount(installed) }} packages, the exact version is in
      <template v-for="(account, index) in placement.accounts" :key="account.name"
        >{{ index ? ', ' : ''
        }}<strong>{{ account.name === 'unexplained' ? 'none of them' : account.name }}</strong>
        {{ formatCount(account.packages) }}</template
      >.
    </p>
  </section>
</template>

<style scoped>
section > * + * {
  margin-top: 8px;
}
.answer {
  font-size: 15px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
thead th {
  font-size: 12px;
  font-weight: 500;
  color: rgb(var(--v-theme-ink-soft));
}
th,
td {
  text-align: left;
  padding: 5px 10px 5px 0;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
tbody th {
  font-weight: 500;
}
.base th {
  font-weight: 700;
  box-shadow: inset 3px 0 rgb(var(--v-theme-accent));
  padding-left: 9px;
}
.number {
  text-align: right;
}
.share {
  width: 26%;
  white-space: nowrap;
}
.track {
  display: inline-block;
  width: calc(100% - 66px);
  height: 7px;
  margin-right: 8px;
  border-radius: 4px;
  background: rgb(var(--v-theme-track));
  vertical-align: 1px;
  overflow: hidden;
}
.track span {
  display: block;
  height: 100%;
  background: rgb(var(--v-theme-seen));
}
</style>
