<script setup lang="ts">
/** The selected distribution beside the map: what it rests on, how closely, and what it changes. */
import { computed } from 'vue';
import { labelOfArea } from '../../../core/catalogue/areas.ts';
import { STRIP_AREAS } from '../../../core/catalogue/stripAreas.ts';
import type { Side } from '../../../core/catalogue/sideBySide.ts';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { wordChain, wordComparison } from '../../../core/wording/dossierText.ts';
import { wordBar } from '../../../core/drawing/plateWords.ts';
import { wordChange } from '../../../core/wording/changeText.ts';
import { formatNumberOf, formatShare } from '../../../core/wording/valueText.ts';
import { newestComparison } from '../../../core/lineage/lineageGraph.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { colourOfArea } from '../../parts/theme.ts';
import LossRemark from '../../parts/LossRemark.vue';
import PackageBar from '../../parts/PackageBar.vue';
import { useSideStore } from '../../stores/sideStore.ts';
import WayTo from './WayTo.vue';
import { isUnplaced } from '../../../core/drawing/plateDrawing.ts';
import { describeHold, wordBand } from '../../../core/wording/lineageText.ts';
import type { PlateFacts } from '../../../core/overview/plateFacts.ts';
import type { GraphLink, LineageGraph } from '../../../core/lineage/lineageGraph.ts';
import { builtOn } from '../../../core/lineage/relatives.ts';
import { outcomesWithout } from '../../../core/lineage/withoutBase.ts';

const props = defineProps<{
  facts: PlateFacts;
  catalogue: Catalogue;
  graph: LineageGraph;
  isFocused: boolean;
  isUnfolded: boolean;
}>();
const marks = useSideStore();
const side = computed((): Side => {
  const { id, layer } = props.facts;
  return { id: layer, ...(id.startsWith('edition:') && { edition: id }) };
});
defineEmits<{
  close: [];
  remove: [];
  grow: [];
  focus: [];
  unfold: [];
  selectLink: [link: GraphLink];
}>();

const node = computed(() => props.graph.nodes.get(props.facts.id));
const ownLinks = computed(() =>
  props.graph.links.filter(({ link: each, derivative }) => each && derivative === props.facts.id),
);
const resting = computed(() => builtOn(props.graph, props.facts.id));
const direct = computed(() => resting.value.filter(({ steps }) => steps === 1));
const further = computed(() => resting.value.slice(direct.value.length));
/** What would become of its derivatives if it ended. */
const ending = computed(() => {
  const outcomes = outcomesWithout(props.graph, props.facts.id);
  const stranded = outcomes.filter(({ state }) => state === 'stranded').length;
  const kept = outcomes.length - stranded;
  if (outcomes.length === 0) return '';
  const left = `${formatNumberOf(stranded, 'distribution')} would be left without a base`;
  const editions = outcomes.flatMap((outcome) => outcome.editions);
  const alone = editions.length
    ? ` (except its ${editions.map((id) => nameOf(props.catalogue, id)).join(', ')})`
    : '';
  return kept ? `${left}, ${kept} would stand on another${alone}.` : `${left}.`;
});

const link = computed(() => props.facts.layers.at(-1)?.link);
const comparison = computed(() => link.value && newestComparison(props.catalogue, link.value));
const bases = computed(() => props.facts.layers.slice(0, -1));
const backed = computed(() => ({
  seen: props.facts.changes.filter(({ evidence }) => evidence === 'seen').length,
  claimed: props.facts.changes.filter(({ evidence }) => evidence === 'claimed').length,
}));
const areas = computed(() =>
  STRIP_AREAS.map(({ id }) => ({
    id,
    label: labelOfArea(id),
    changes: props.facts.changes.filter(({ fact }) => fact.area === id),
    words: wordBar(props.facts.strip.find((bar) => bar.area === id)!).replace(/^[^:]+: /, ''),
  })),
);
</script>

<template>
  <aside class="detail" aria-label="Selected distribution">
    <div class="crumbs">
      <template v-for="layer in bases" :key="layer.id">
        <router-link :to="{ query: { ...$route.query, at: layer.distribution } }">{{
          nameOf(catalogue, layer.id)
        }}</router-link>
        ›
      </template>
      <button class="close" aria-label="Close the detail pane" title="Close (Esc)" @click="$emit('close')">
        ×
      </button>
    </div>
    <h1>{{ facts.name }} {{ facts.version }}</h1>
    <p v-if="facts.purpose" class="soft purpose">{{ facts.purpose }}</p>
    <p class="chain">{{ wordChain(catalogue, facts.layers, facts.independent) }}</p>
    <p v-if="link?.wording" class="soft small">According to the project: “{{ link.wording }}”</p>

    <template v-if="link">
      <div class="figures">
        <div v-if="comparison">
          <div class="figure">{{ formatShare(comparison.counts.same, comparison.counts.installed) }}</div>
          <div class="small soft">packages unmodified from {{ nameOf(catalogue, comparison.base) }}</div>
          <LossRemark :losses="comparison.losses" />
        </div>
        <div v-else>
          <div class="figure soft">–</div>
          <div class="small soft">
            unmodified share not measured: <router-link to="/intake">read a capture</router-link>
          </div>
        </div>
        <div>
          <div class="figure">{{ facts.changes.length }}</div>
          <div class="small soft">
            {{ facts.changes.length === 1 ? 'fact' : 'facts' }} changed: {{ backed.seen }} seen,
            {{ backed.claimed }} only claimed
          </div>
        </div>
      </div>
      <PackageBar v-if="comparison" :counts="comparison.counts" />
      <p v-if="comparison" class="visually-hidden">{{ wordComparison(catalogue, comparison) }}</p>

      <h2 class="what">What it changes</h2>
      <ul class="rows">
        <li v-for="area in areas" :key="area.id">
          <i :style="{ background: colourOfArea(area.id) }" aria-hidden="true" />
          <div>
            <div class="area">
              <span>{{ area.label }}</span><span class="soft small">{{ area.changes.length || '' }}</span>
            </div>
            <div v-for="change in area.changes" :key="change.fact.key" class="small">
              {{ wordChange(change) }}
            </div>
            <div v-if="area.changes.length === 0" class="small soft">
              {{ area.words }}
            </div>
          </div>
        </li>
      </ul>
    </template>
    <p v-else-if="isUnplaced(facts)" class="remark is-trouble unplaced">
      Unplaced: it is not known what it is built on. <router-link to="/intake">Read a capture</router-link> to
      find out, or <router-link :to="{ name: 'visit', query: { of: facts.layer } }">say it</router-link>:
      <span class="mono">installs from …</span>
    </p>

    <template v-if="node">
      <h2 class="what">Lineage</h2>
      <ul class="rows">
        <li v-for="each in ownLinks" :key="each.key" class="line">
          <button class="plain" title="Show and correct this link" @click="$emit('selectLink', each)">
            {{ wordBand(each, graph) }}
          </button>
        </li>
        <li class="line">
          <span
            >Generation {{ node.generation }};
            {{
              resting.length === 0
                ? 'nothing is built on it.'
                : `${formatNumberOf(direct.length, 'derivative')}${further.length ? `, ${resting.length} over all generations` : ''}.`
            }}
            <template v-if="ending"
              >If it ended, {{ ending }}
              <router-link :to="{ query: { ...$route.query, ends: facts.id } }"
                >Show them</router-link
              ></template
            ></span
          >
        </li>
      </ul>
      <template v-if="direct.length">
        <h2 class="what">Built on it</h2>
        <ul class="rows" aria-label="Built on it">
          <li v-for="{ node: each, by } in direct" :key="each.id" class="line">
            <router-link :to="{ query: { ...$route.query, at: each.id } }">{{ each.name }}</router-link>
            <span v-if="by" class="small soft">&nbsp;{{ describeHold(by) }}</span>
          </li>
          <li v-if="further.length" class="line small soft">
            <span
              >Through these:
              <template v-for="({ node: each }, i) in further" :key="each.id"
                ><router-link :to="{ query: { ...$route.query, at: each.id } }">{{ each.name }}</router-link
                >{{ i < further.length - 1 ? ', ' : '.' }}</template
              ></span
            >
          </li>
        </ul>
      </template>
      <WayTo :graph="graph" :from="facts.id" />
      <div class="tools">
        <v-btn title="Add a derivative (a)" @click="$emit('grow')">Add a derivative</v-btn>
        <v-btn :active="isFocused" title="Dim all but its chain (f)" @click="$emit('focus')">{{
          isFocused ? 'Show all alike' : 'Only its chain'
        }}</v-btn>
        <v-btn
          v-if="node.editions > 1"
          title="Editions as plates of their own (e)"
          @click="$emit('unfold')"
          >{{ isUnfolded ? 'Fold editions' : 'Editions apart' }}</v-btn
        >
      </div>
    </template>

    <div class="actions">
      <v-btn
        variant="flat"
        color="primary"
        :to="{ name: 'dossier', params: { release: facts.layer }, query: { asof: $route.query.asof } }"
        >Open the dossier</v-btn
      >
      <v-btn title="Add to the comparison (x)" @click="marks.toggle(side)">{{
        marks.isMarked(side) ? 'Marked' : 'Mark it'
      }}</v-btn>
      <v-btn title="With its releases, links and readings; undo brings them back" @click="$emit('remove')"
        >Delete</v-btn
      >
    </div>
  </aside>
</template>

<style scoped>
.crumbs {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  min-height: 20px;
}
.close {
  margin-left: auto;
  font-size: 18px;
  line-height: 1;
  padding: 0 6px;
}
.purpose {
  margin: 4px 0 6px;
}
.chain {
  margin-bottom: 6px;
}
.figures {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
  margin: 10px 0;
}
.what {
  margin-top: 16px;
  padding-bottom: 4px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
ul {
  list-style: none;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 10px 1fr;
  gap: 10px;
  padding: 6px 0;
}
i {
  width: 10px;
  height: 10px;
  border-radius: 3px;
  margin-top: 5px;
}
.area {
  display: flex;
  justify-content: space-between;
  font-weight: 600;
}
.line {
  display: block;
}
.plain {
  text-align: left;
}
.plain:hover {
  text-decoration: underline;
}
.unplaced {
  margin-top: 8px;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 12px;
}
</style>
