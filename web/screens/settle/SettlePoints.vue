<script setup lang="ts">
/** Points of one system: what, why, what settles it; settled here where that is a word, else led to where it is. */
import { computed, ref } from 'vue';
import type { RouteLocationRaw } from 'vue-router';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { Reading } from '../../../core/catalogue/reading.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { acceptReading } from '../../../core/editing/facts.ts';
import { judgeClaim } from '../../../core/editing/claims.ts';
import { setPointAside, takePointUp } from '../../../core/editing/openPoints.ts';
import { answerQuestion } from '../../../core/editing/questions.ts';
import type { CheckedClaim } from '../../../core/claims/finding.ts';
import { keyOfPoint, readingsAtOdds, type OpenPoint } from '../../../core/open/openPoints.ts';
import { distributionOf } from '../../../core/lineage/releases.ts';
import { CLAIM_VERDICTS, wordFinding } from '../../../core/wording/claimText.ts';
import {
  describeAtOdds,
  labelOfPoint,
  OPEN_WORDS,
  wordPointReason,
  wordSetAside,
} from '../../../core/wording/openText.ts';
import EditorPopup from '../../parts/EditorPopup.vue';
import { useClaimFindings } from '../../stores/useClaimFindings.ts';
import { useCommit } from '../../stores/useCommit.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today, useAsOf } from '../../stores/clock.ts';

const props = defineProps<{
  catalogue: Catalogue;
  points: readonly OpenPoint[];
  subject: RecordId;
  canEdit: boolean;
}>();
const store = useCatalogueStore();
const { date, isToday } = useAsOf();
const asof = computed(() => (isToday.value ? {} : { asof: date.value }));
const saying = () => ({ author: store.about?.author ?? '', date: today() });
const commit = useCommit();

/** Where a point is settled. */
function placeOf(point: OpenPoint): RouteLocationRaw {
  const dossier = (query: Record<string, string>) => ({
    name: 'dossier',
    params: { release: props.subject },
    query: { ...query, ...asof.value },
  });
  switch (point.rule) {
    case 'areaUnseen':
      return { name: 'visit', query: { of: props.subject } };
    case 'unsortedNote':
      return {
        name: 'visit',
        query: { of: point.note.subject, edition: point.note.edition, source: point.note.source },
      };
    case 'lineageUnknown':
    case 'lineageConflict':
    case 'linkNoSource':
      return {
        name: 'lineage',
        query: { at: distributionOf(props.catalogue, point.subject), ...asof.value },
      };
    case 'supportGap':
    case 'supportDiffers':
      return { name: 'support', query: { who: props.subject, ...asof.value } };
    case 'claimUnchecked':
    case 'claimRefuted':
    case 'question':
    case 'followUp':
      return dossier({ tab: 'assessment' });
    case 'overdue':
      return dossier({ tab: 'evidence' });
    case 'notBorneOut':
      return dossier({ tab: 'changes' });
    default:
      return dossier({ tab: 'layers', fact: keyOfPoint(point) });
  }
}

const findings = useClaimFindings(
  () => props.catalogue,
  () => props.points.flatMap((point) => ('claim' in point ? [point.claim] : [])),
);
const takeFinding = (id: RecordId, { verdict, finding }: CheckedClaim) =>
  commit(
    judgeClaim(props.catalogue, id, {
      verdict,
      reason: wordFinding(finding),
      by: saying().author || 'the findings',
    }),
  );
const lastWord = (point: Extract<OpenPoint, { claim: unknown }>) =>
  commit(
    judgeClaim(props.catalogue, point.claim.id, {
      verdict: point.claim.verdict,
      reason: point.claim.reason,
      by: saying().author || 'the analyst',
    }),
  );

/** Accepts one of readings that disagree; without a reason, as in the dossier. */
const keep = (reading: Reading, point: OpenPoint) =>
  commit(acceptReading(props.catalogue, reading, readingsAtOdds(point)));

const open = ref<{
  readonly point: OpenPoint;
  readonly what: 'putOff' | 'meant' | 'answer';
  readonly anchor: HTMLElement;
} | null>(null);
const [until, why] = [ref(''), ref('')];
function begin(event: Event, point: OpenPoint, what: 'putOff' | 'meant' | 'answer'): void {
  until.value = '';
  why.value = '';
  open.value = { point, what, anchor: event.currentTarget as HTMLElement };
}
function save(): void {
  if (!open.value) return;
  const { point, what } = open.value;
  const isDone =
    what === 'answer'
      ? point.rule === 'question' && commit(answerQuestion(props.catalogue, point.question.id, why.value))
      : commit(
          setPointAside(
            props.catalogue,
            point,
            { state: what, until: until.value, why: why.value },
            saying(),
          ),
        );
  if (isDone) open.value = null;
}
const TITLES = { putOff: 'Put it off', meant: 'It is intended', answer: 'Answer it' } as const;
const keyOf = ({ rule, about, subject }: OpenPoint) => `${rule} ${about} ${subject}`;
</script>

<template>
  <table class="plain-table points" aria-label="Open points">
    <thead>
      <tr>
        <th scope="col">What</th>
        <th scope="col">Why it is open</th>
        <th scope="col">What settles it</th>
        <th scope="col" class="no-print"><span class="visually-hidden">Open points</span></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="point in points" :key="keyOf(point)" :class="{ aside: point.state !== 'open' }">
        <th scope="row">
          <router-link class="plain-link" :to="placeOf(point)">{{ labelOfPoint(point) }}</router-link>
          <span class="small soft rule">{{ OPEN_WORDS[point.rule].title }}</span>
        </th>
        <td>
          <ul v-if="readingsAtOdds(point).length" class="odds">
            <li v-for="reading in readingsAtOdds(point)" :key="reading.id">
              {{ describeAtOdds(catalogue, reading.key, reading) }}
              <button
                v-if="canEdit && point.state === 'open' && reading.spoiledBy.length === 0"
                class="accent-link no-print"
                @click="keep(reading, point)"
              >
                Accept this one
              </button>
            </li>
          </ul>
          <template v-else>{{ wordPointReason(catalogue, point) }}</template>
          <div v-if="point.settlement" class="small soft">{{ wordSetAside(point) }}</div>
          <div v-if="'claim' in point && findings.get(point.claim.id)" class="small">
            Found: <strong>{{ CLAIM_VERDICTS[findings.get(point.claim.id)!.verdict] }}</strong>,
            {{ wordFinding(findings.get(point.claim.id)!.finding) }}
          </div>
        </td>
        <td class="small soft">{{ OPEN_WORDS[point.rule].settledBy }}</td>
        <td class="acts no-print">
          <template v-if="canEdit && point.state === 'open'">
            <button
              v-if="
                point.rule === 'claimUnchecked' &&
                !['unchecked'].includes(findings.get(point.claim.id)?.verdict ?? 'unchecked')
              "
              class="accent-link"
              @click="takeFinding(point.claim.id, findings.get(point.claim.id)!)"
            >
              Take the finding
            </button>
            <button v-if="point.rule === 'claimRefuted'" class="accent-link" @click="lastWord(point)">
              It stands
            </button>
            <button
              v-if="point.rule === 'question'"
              class="accent-link"
              @click="begin($event, point, 'answer')"
            >
              Answer
            </button>
            <button class="accent-link" @click="begin($event, point, 'putOff')">Postpone</button>
            <button class="accent-link" @click="begin($event, point, 'meant')">Intended</button>
          </template>
          <button
            v-else-if="canEdit && point.settlement"
            class="accent-link"
            @click="commit(takePointUp(catalogue, point))"
          >
            Take up again
          </button>
        </td>
      </tr>
    </tbody>
  </table>
  <p v-if="!points.length" class="soft">Nothing of this kind is open here.</p>
  <EditorPopup
    v-if="open"
    :anchor="open.anchor"
    :label="TITLES[open.what]"
    :width="340"
    @save="save"
    @close="open = null"
  >
    <strong class="small">{{ TITLES[open.what] }}: {{ labelOfPoint(open.point) }}</strong>
    <input
      v-if="open.what === 'putOff'"
      v-model="until"
      class="field"
      aria-label="Until when"
      placeholder="until: 15 Jan 2027"
    />
    <input
      v-model="why"
      class="field"
      :aria-label="open.what === 'answer' ? 'The answer' : 'Why'"
      :placeholder="open.what === 'answer' ? 'the answer' : 'why'"
    />
    <span class="actions"
      ><v-btn type="submit" color="primary" variant="flat">{{ TITLES[open.what] }}</v-btn></span
    >
  </EditorPopup>
</template>

<style scoped>
.points {
  width: 100%;
}
.points th,
.points td {
  vertical-align: top;
  padding: 5px 14px 5px 0;
}
.points th[scope='row'] {
  width: 26%;
  font-weight: 600;
}
.odds {
  padding: 0;
  list-style: none;
}
.odds button {
  margin-left: 6px;
}
.rule {
  display: block;
  font-weight: 400;
}
.points td:nth-child(3) {
  width: 24%;
}
.acts {
  white-space: nowrap;
}
.acts > * + * {
  margin-left: 10px;
}
.aside th[scope='row'] {
  font-weight: 400;
}
/* On a phone a point is a card. */
@media screen and (width <= 640px) {
  .points thead {
    display: none;
  }
  .points tr {
    display: grid;
    gap: 2px;
    padding: 8px 0;
    border-bottom: 1px solid rgb(var(--v-theme-line));
  }
  .points th[scope='row'],
  .points td,
  .points td:nth-child(3) {
    display: block;
    width: auto;
    padding: 0;
    border: 0;
  }
}
</style>
