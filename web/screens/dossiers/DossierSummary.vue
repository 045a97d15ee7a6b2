<script setup lang="ts">
/** The dossier's first page: statements made of facts, each leading to what it rests on. What answers first is shown, the rest folds. */
import { computed, ref } from 'vue';
import type { LocationQueryValue } from 'vue-router';
import { labelOfArea } from '../../../core/catalogue/areas.ts';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { openPointsOf } from '../../../core/open/openPoints.ts';
import { dossierStatements } from '../../../core/statements/dossierStatements.ts';
import { STATEMENT_PARTS, type Statement, type StatementPart } from '../../../core/statements/statement.ts';
import { PART_TITLES, wordStatement } from '../../../core/wording/statements/wordStatement.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import type { LayerTable } from '../../../core/layers/layerTable.ts';
import { newestComparison } from '../../../core/lineage/lineageGraph.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import LossRemark from '../../parts/LossRemark.vue';
import PackageBar from '../../parts/PackageBar.vue';

const props = defineProps<{ catalogue: Catalogue; table: LayerTable; day: number }>();

interface Told {
  readonly statement: Statement;
  readonly text: string;
  readonly lead: string;
}
const told = computed(() =>
  dossierStatements(props.catalogue, props.table, props.day).flatMap((statement): Told[] => {
    const text = wordStatement(statement);
    return text ? [{ statement, text, lead: statement.area ? labelOfArea(statement.area) : '' }] : [];
  }),
);
const unfolded = ref<ReadonlySet<StatementPart>>(new Set());
/** A part whose rest is short is shown whole: a button for one line hides more than it spares. */
const SHORT = 2;
const sections = computed(() =>
  STATEMENT_PARTS.map((part) => {
    const all = told.value.filter(({ statement }) => statement.part === part);
    const rest = all.filter(({ statement }) => !statement.leads);
    const isWhole = rest.length <= SHORT || rest.length === all.length || unfolded.value.has(part);
    const shown = isWhole ? all : all.filter(({ statement }) => statement.leads);
    return { part, shown: paragraphsOf(shown), folded: all.length - shown.length };
  }).filter(({ shown }) => shown.length > 0),
);
/** What it is and is like at the left, what is different and open at the right: each is read by itself. */
const LEFT: ReadonlySet<StatementPart> = new Set(['what', 'base', 'like']);
const columns = computed(() =>
  [true, false]
    .map((isLeft) => sections.value.filter(({ part }) => LEFT.has(part) === isLeft))
    .filter((column) => column.length > 0),
);
/** Statements on one area are one paragraph, all others one each. */
function paragraphsOf(shown: readonly Told[]): Told[][] {
  const paragraphs: Told[][] = [];
  for (const each of shown) {
    const last = paragraphs.at(-1);
    if (each.lead && last?.[0].lead === each.lead) last.push(each);
    else paragraphs.push([each]);
  }
  return paragraphs;
}

const comparison = computed(() => {
  const link = props.table.layers.at(-1)?.link;
  return link && newestComparison(props.catalogue, link, props.day);
});
/** Sources are numbered in the order in which statements rest on them. */
const openCount = computed(() => openPointsOf(props.catalogue, props.table).length);
const numbers = computed(() => {
  const found = new Map<RecordId, number>();
  for (const { statement } of told.value)
    for (const id of statement.sources) if (!found.has(id)) found.set(id, found.size + 1);
  return found;
});
/** Kinds that rest on no source: what is not known, what is only counted. */
const SOURCELESS: ReadonlySet<string> = new Set(['baseUnknown', 'names', 'byEdition']);
/** Statements of these parts may have no source: what nobody has looked at, what the analyst asks. */
const isSourceless = ({ part, sources, kind }: Statement) =>
  sources.length === 0 && part !== 'unsettled' && part !== 'doubt' && !SOURCELESS.has(kind);

function addressOf({ to }: Statement, asof: LocationQueryValue | LocationQueryValue[], edition: unknown) {
  const kept = { asof, edition: edition as string | undefined };
  if ('link' in to)
    return { name: 'lineage', query: { at: props.table.layers.at(-1)!.distribution, link: to.link, asof } };
  if ('part' in to && to.part === 'settle')
    return { name: 'settle', query: { of: props.table.layers.at(-1)!.id, ...kept } };
  if ('part' in to) return { query: { tab: to.part, ...kept } };
  return { query: { tab: 'layers', fact: to.fact, ...kept } };
}
</script>

<template>
  <div class="summary">
    <div class="sections">
      <div v-for="(column, side) in columns" :key="side">
        <section v-for="{ part, shown, folded } in column" :key="part" :class="part">
          <h2>
            {{ PART_TITLES[part] }}
            <router-link
              v-if="part === 'unsettled'"
              class="accent-link small count"
              :to="{
                name: 'settle',
                query: {
                  of: table.layers.at(-1)!.id,
                  asof: $route.query.asof,
                  edition: $route.query.edition,
                },
              }"
              >{{ formatNumberOf(openCount, 'open point') }}</router-link
            >
          </h2>
          <p v-for="(paragraph, i) in shown" :key="i">
            <strong v-if="paragraph[0].lead && part !== 'doubt'">{{ paragraph[0].lead }}. </strong>
            <template v-for="{ statement, text } in paragraph" :key="text">
              <router-link
                class="plain-link"
                title="What it rests on"
                :to="addressOf(statement, $route.query.asof, $route.query.edition)"
                >{{ text }}</router-link
              >
              <a
                v-for="id in statement.sources"
                :key="id"
                class="note"
                :href="`#source-${numbers.get(id)}`"
                :title="nameOf(catalogue, id)"
                @click.prevent="
                  ($el.querySelector(`#source-${numbers.get(id)}`) as HTMLElement)?.scrollIntoView({
                    block: 'center',
                    behavior: 'smooth',
                  })
                "
                >{{ numbers.get(id) }}</a
              >
              <span v-if="isSourceless(statement)" class="note none" title="No source is recorded"
                >no source</span
              >
              {{ ' ' }}</template
            >
          </p>
          <button v-if="folded" class="more small" @click="unfolded = new Set([...unfolded, part])">
            Show {{ formatNumberOf(folded, 'more statement') }}
          </button>
          <template v-if="part === 'base' && comparison">
            <PackageBar class="share" :counts="comparison.counts" />
            <LossRemark :losses="comparison.losses" />
          </template>
        </section>
      </div>
    </div>
    <section v-if="numbers.size" class="sources">
      <h2>{{ formatNumberOf(numbers.size, 'source') }} of this page</h2>
      <ol>
        <li v-for="[id, number] in numbers" :id="`source-${number}`" :key="id" class="small">
          <router-link
            class="plain-link"
            :to="{ query: { tab: 'evidence', source: id, asof: $route.query.asof } }"
            >{{ nameOf(catalogue, id) }}</router-link
          >
        </li>
      </ol>
    </section>
  </div>
</template>

<style scoped>
.summary {
  padding-top: 2px;
}
.share {
  margin: 8px 0 4px;
  max-width: 60ch;
}
/* A line is read with ease up to some eighty letters; a wide screen has room for two of them side by side. */
.sections {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(430px, 1fr));
  gap: 0 44px;
  max-width: 176ch;
}
section {
  padding-top: 14px;
}
h2 {
  padding-bottom: 3px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
  margin-bottom: 6px;
  break-after: avoid;
}
p {
  margin: 5px 0;
  line-height: 1.45;
  orphans: 2;
  widows: 2;
}
.note {
  display: inline-block;
  min-width: 24px;
  margin: -6px 0;
  font-size: 11px;
  line-height: 24px;
  text-align: center;
  color: rgb(var(--v-theme-accent-ink));
  text-decoration: none;
}
.note.none {
  margin-left: 6px;
  white-space: nowrap;
  color: rgb(var(--v-theme-ink-soft));
}
.more {
  color: rgb(var(--v-theme-accent-ink));
  text-decoration: underline;
  text-underline-offset: 2px;
}
.sources {
  max-width: 176ch;
}
ol {
  padding-left: 22px;
  columns: 3 240px;
  column-gap: 30px;
}
li {
  padding: 1px 0;
  break-inside: avoid;
}
</style>
