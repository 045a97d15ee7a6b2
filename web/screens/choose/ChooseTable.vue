<script setup lang="ts">
/** Candidates down, criteria across: rank with its range, score with its range, what each is read off; a cell can be scored by hand. */
import { ref } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { formatRule } from '../../../core/editing/purposes/ruleLine.ts';
import type { Ranked, Ranking } from '../../../core/purpose/ranking.ts';
import type { Score } from '../../../core/purpose/criterion.ts';
import { formatScore, wordRank, wordScore, wordScoreSource } from '../../../core/wording/purposeText.ts';
import EditorPopup from '../../parts/EditorPopup.vue';

const props = defineProps<{
  catalogue: Catalogue;
  ranking: Ranking;
  canEdit: boolean;
  score: (candidate: string, on: string, text: string) => boolean;
}>();
const emit = defineEmits<{ drop: [candidate: string] }>();

const open = ref<{ readonly candidate: Ranked; readonly on: string; readonly anchor: HTMLElement } | null>(
  null,
);
const text = ref('');
function edit(event: Event, candidate: Ranked, on: string, score: Score): void {
  if (!props.canEdit) return;
  text.value = score.by === 'hand' ? handText(score) : '';
  open.value = { candidate, on, anchor: event.currentTarget as HTMLElement };
}
const handText = ({ least, most, reason }: Score) =>
  `${least === most ? formatScore(least) : `${formatScore(least)} to ${formatScore(most)}`}${reason ? ` because ${reason}` : ''}`;
function save(): void {
  if (open.value && props.score(open.value.candidate.subject, open.value.on, text.value)) open.value = null;
}
const ruleOf = (at: number) => {
  const { rule } = props.ranking.purpose.criteria[at];
  return rule ? formatRule(props.catalogue, rule) : 'by hand, or by assessments';
};
const MET = { yes: 'met', no: 'not met', 'not known': 'not known' } as const;
/** What is said beside whether a must-have is met: nothing that it says already. */
const besideMet = ({ text: label, met, score: own }: Ranked['mustHaves'][number]) => {
  const source = wordScoreSource(
    own,
    props.ranking.purpose.mustHaves.find((must) => must.text === label)?.rule?.key,
  );
  return source === MET[met] ? '' : source;
};
</script>

<template>
  <div class="scroll">
    <table class="plain-table" aria-label="Candidates">
      <thead>
        <tr>
          <th scope="col">Rank</th>
          <th scope="col">Candidate</th>
          <th scope="col">Score of 10</th>
          <th v-for="{ text: label } in ranking.purpose.mustHaves" :key="`m ${label}`" scope="col">
            {{ label }} <span class="small soft">must be</span>
          </th>
          <th
            v-for="({ name, weight }, at) in ranking.purpose.criteria"
            :key="name"
            scope="col"
            :title="ruleOf(at)"
          >
            {{ name }} <span class="small soft">weight {{ weight }}</span>
          </th>
          <th v-if="canEdit" scope="col"><span class="visually-hidden">Take out</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="each in ranking.candidates" :key="each.subject" :class="{ out: each.isOut }">
          <td class="rank">{{ wordRank(each) }}</td>
          <th scope="row">
            <router-link class="plain-link" :to="{ name: 'dossier', params: { release: each.layer } }">{{
              each.name
            }}</router-link>
          </th>
          <td>
            <template v-if="each.isOut">out</template>
            <strong v-else>{{ each.score === undefined ? '–' : formatScore(each.score) }}</strong>
            <span
              class="bar"
              aria-hidden="true"
              :title="`${formatScore(each.least)} to ${formatScore(each.most)}`"
            >
              <i
                class="range"
                :style="{ left: `${each.least * 10}%`, width: `${(each.most - each.least) * 10}%` }"
              />
              <i v-if="each.score !== undefined" class="mark" :style="{ left: `${each.score * 10}%` }" />
            </span>
            <span class="small soft range-text"
              >{{ formatScore(each.least) }} to {{ formatScore(each.most)
              }}{{ each.known < 0.995 ? `, ${Math.round(each.known * 100)} % known` : '' }}</span
            >
          </td>
          <td v-for="must in each.mustHaves" :key="`m ${must.text}`">
            <button
              class="cell"
              :class="must.met.replace(' ', '-')"
              @click="edit($event, each, must.text, must.score)"
            >
              <strong>{{ MET[must.met] }}</strong>
              <span class="small soft">{{ besideMet(must) }}</span>
            </button>
          </td>
          <td v-for="(own, at) in each.scores" :key="ranking.purpose.criteria[at].name">
            <button class="cell" @click="edit($event, each, ranking.purpose.criteria[at].name, own)">
              <strong>{{ wordScore(own) }}</strong>
              <span class="small soft">{{
                wordScoreSource(own, ranking.purpose.criteria[at].rule?.key)
              }}</span>
            </button>
          </td>
          <td v-if="canEdit">
            <button
              class="accent-link"
              :aria-label="`Take out ${each.name}`"
              title="No candidate any more"
              @click="emit('drop', each.subject)"
            >
              ×
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <EditorPopup
      v-if="open"
      :anchor="open.anchor"
      :label="`${open.on} of ${open.candidate.name}`"
      :width="320"
      @save="save"
      @close="open = null"
    >
      <label class="small soft" for="hand">{{ open.on }} of {{ open.candidate.name }}, by hand</label>
      <input
        id="hand"
        v-model="text"
        class="field"
        placeholder="7, 6 to 8 because …, yes, no; empty: by the rule"
      />
    </EditorPopup>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
table {
  width: 100%;
}
th {
  min-width: 88px;
}
thead th {
  vertical-align: bottom;
}
thead .small {
  display: block;
}
.rank {
  white-space: nowrap;
}
.out th a,
.out td > strong {
  font-weight: 400;
}
.cell {
  display: grid;
  text-align: left;
}
.cell:hover {
  background: rgb(var(--v-theme-accent-soft));
}
.cell.no strong {
  color: rgb(var(--v-theme-error));
}
.range-text {
  display: block;
  white-space: nowrap;
}
.bar {
  position: relative;
  display: inline-block;
  width: 84px;
  height: 8px;
  margin-left: 8px;
  background: rgb(var(--v-theme-track));
  border-radius: 4px;
}
.range {
  position: absolute;
  top: 0;
  bottom: 0;
  background: rgba(var(--v-theme-area-defaults), 0.4);
  border-radius: 4px;
}
.mark {
  position: absolute;
  top: -2px;
  bottom: -2px;
  width: 3px;
  margin-left: -1px;
  background: rgb(var(--v-theme-ink));
}
</style>
