<script setup lang="ts">
/** The answer of the placing: one sentence, the candidates with their counts, the accounts, what contradicts. */
import { computed, ref } from 'vue';
import { CLASS_LABELS, formatCount, formatShare } from '../../../core/wording/valueText.ts';
import { wordAnswer, wordPlaced } from '../../../core/wording/answerText.ts';
import { wordSources } from '../../../core/wording/accountText.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import type { Placement } from '../../../core/capture/placeSystem.ts';
import type { PackageClass } from '../../../core/packages/packageClass.ts';
import type { PackageState } from '../../../core/packages/packageHistory.ts';
import AccountTable from '../../parts/AccountTable.vue';
import PackageTable from '../../parts/PackageTable.vue';
import type { SystemPackage } from '../../workers/packageMessages.ts';

const props = defineProps<{
  placement: Placement;
  rows: readonly SystemPackage[];
  history: (name: string) => Promise<readonly PackageState[]>;
}>();
const sentence = computed(() => wordAnswer(props.placement));
const placed = computed(() => wordPlaced(props.placement));
/** Candidates that know some of the system's packages by name; the others are only named. */
const known = computed(() =>
  props.placement.candidates.filter(({ counts }) => counts.own < counts.installed),
);
const strangers = computed(() =>
  props.placement.candidates.filter(({ counts }) => counts.own === counts.installed).map(({ name }) => name),
);
const comparedWith = computed(() => props.placement.answer.base ?? props.placement.answer.best);
const isBase = (name: string) =>
  name === props.placement.answer.base || props.placement.answer.others.includes(name);
const showsPackages = ref(false);
const account = ref<number | null>(null);
const chosenClass = ref<PackageClass | null>(null);
function chooseAccount(place: number | null): void {
  account.value = place;
  if (place !== null) showsPackages.value = true;
}
</script>

<template>
  <section aria-label="Placing">
    <p class="answer">
      <strong v-if="placed">{{ placed }}</strong> {{ sentence }}
    </p>
    <p
      v-for="finding in placement.findings.filter(({ severity }) => severity !== 'note')"
      :key="finding.code"
      class="remark is-trouble"
    >
      {{ wordIssue(finding) }}
    </p>
    <ul v-if="placement.findings.some(({ severity }) => severity === 'note')" class="notes small">
      <li
        v-for="finding in placement.findings.filter(({ severity }) => severity === 'note')"
        :key="finding.code"
      >
        {{ wordIssue(finding) }}
      </li>
    </ul>
    <table v-if="known.length" class="plain-table candidates">
      <caption class="visually-hidden">
        Candidates
      </caption>
      <thead>
        <tr>
          <th>Candidate</th>
          <th title="The state of it that fits best">State of</th>
          <th class="share">Same version</th>
          <th
            v-for="{ id, label, means } in CLASS_LABELS"
            :key="id"
            class="number"
            :class="`class-${id}`"
            :title="means"
          >
            {{ label }}
          </th>
          <th
            class="number agrees"
            title="Of the packages with the same upstream version and a revision that tells, how many have its revision"
          >
            revisions
          </th>
          <th class="number" title="The part of all evidence that speaks for it; rare evidence weighs more">
            score
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="candidate in known" :key="candidate.name" :class="{ base: isBase(candidate.name) }">
          <th scope="row">{{ candidate.name }}<span v-if="candidate.own" class="soft"> (its own)</span></th>
          <td class="soft nowrap">{{ candidate.date ? formatWhen(candidate.date) : '' }}</td>
          <td class="share">
            <span class="track"><span :style="{ width: `${candidate.carriedShare * 100}%` }" /></span>
            <span class="mono">{{ formatShare(candidate.counts.same, candidate.counts.installed) }}</span>
          </td>
          <td v-for="{ id } in CLASS_LABELS" :key="id" class="number mono" :class="`class-${id}`">
            {{ formatCount(candidate.counts[id]) }}
          </td>
          <td class="number mono agrees nowrap">
            {{
              candidate.agreement.compared
                ? `${candidate.agreement.agreeing}/${candidate.agreement.compared}`
                : '–'
            }}
          </td>
          <td class="number mono">{{ candidate.score.toFixed(2) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="strangers.length" class="soft small">
      None of its packages by name: {{ strangers.join(', ') }}.
    </p>
    <AccountTable
      v-if="placement.accounts.length"
      :accounts="placement.accounts"
      :chosen="account"
      @update:chosen="chooseAccount"
    />
    <p v-if="placement.packages.length" class="more">
      <v-btn :aria-expanded="showsPackages" @click="showsPackages = !showsPackages">
        {{
          showsPackages ? 'Hide the packages' : `Show all ${formatCount(placement.packages.length)} packages`
        }}
      </v-btn>
      <span v-if="comparedWith" class="soft small"
        >Class next to {{ comparedWith }}. {{ placement.sources ? wordSources(placement.sources) : '' }}</span
      >
    </p>
    <PackageTable
      v-if="showsPackages"
      v-model:account="account"
      v-model:chosen-class="chosenClass"
      :rows="rows"
      :accounts="placement.accounts"
      :packages="placement.packages"
      :history="history"
    />
  </section>
</template>

<style scoped>
section > * + * {
  margin-top: 8px;
}
.answer {
  font-size: 15px;
}
.base th {
  font-weight: 700;
  box-shadow: inset 3px 0 rgb(var(--v-theme-accent));
  padding-left: 9px;
}
.notes {
  margin: 8px 0 0;
  padding-left: 18px;
  color: rgb(var(--v-theme-ink-soft));
}
.nowrap {
  white-space: nowrap;
}
.more {
  display: flex;
  align-items: center;
  gap: 10px;
}
.share {
  width: 20%;
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
