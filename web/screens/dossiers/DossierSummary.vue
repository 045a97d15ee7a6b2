<script setup lang="ts">
/** The dossier's first page: sentences made of facts, each leading to what it rests on. */
import { computed } from 'vue';
import type { LocationQueryValue } from 'vue-router';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { summaryOf, type SummarySection, type SummarySentence } from '../../../core/wording/summary.ts';
import { keyFiguresOf } from '../../../core/wording/keyFigures.ts';
import { formatNumberOf, formatShare } from '../../../core/wording/valueText.ts';
import type { LayerTable } from '../../../core/layers/layerTable.ts';
import { newestComparison } from '../../../core/lineage/lineageGraph.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import LossRemark from '../../parts/LossRemark.vue';
import PackageBar from '../../parts/PackageBar.vue';

const props = defineProps<{ catalogue: Catalogue; release: RecordId; table: LayerTable; day: number }>();

const sections = computed(() => summaryOf(props.catalogue, props.release, props.day));
const figures = computed(() => keyFiguresOf(props.table));
const comparison = computed(() => {
  const link = props.table.layers.at(-1)?.link;
  return link && newestComparison(props.catalogue, link, props.day);
});
/** Sources are numbered in the order in which sentences rest on them. */
const numbers = computed(() => {
  const found = new Map<RecordId, number>();
  for (const { sentences } of sections.value)
    for (const { sources } of sentences)
      for (const id of sources) if (!found.has(id)) found.set(id, found.size + 1);
  return found;
});
const numbersOf = (sentence: SummarySentence) =>
  [...new Set(sentence.sources)].map((id) => ({ id, number: numbers.value.get(id)! }));

/** Sentences under one lead are one paragraph, all others one each. */
function paragraphsOf({ id, sentences }: SummarySection): SummarySentence[][] {
  const paragraphs: SummarySentence[][] = [];
  for (const sentence of sentences) {
    if (id === 'brings' && !sentence.lead && paragraphs.length)
      paragraphs[paragraphs.length - 1].push(sentence);
    else paragraphs.push([sentence]);
  }
  return paragraphs;
}

function addressOf({ to }: SummarySentence, asof: LocationQueryValue | LocationQueryValue[]) {
  if ('link' in to)
    return { name: 'lineage', query: { at: props.table.layers.at(-1)!.distribution, link: to.link, asof } };
  if ('part' in to) return { query: { tab: to.part, asof } };
  return { query: { tab: 'layers', fact: to.fact, asof } };
}
</script>

<template>
  <div class="summary">
    <div class="figures">
      <div v-if="comparison">
        <div class="figure">{{ formatShare(comparison.counts.same, comparison.counts.installed) }}</div>
        <div class="small soft">of its packages carried from {{ nameOf(catalogue, comparison.base) }}</div>
        <LossRemark :losses="comparison.losses" />
        <PackageBar class="share" :counts="comparison.counts" />
      </div>
      <div v-for="{ value, label } in figures" :key="label">
        <div class="figure">{{ value }}</div>
        <div class="small soft">{{ label }}</div>
      </div>
    </div>
    <section v-for="section in sections" :key="section.id" :class="section.id">
      <h2>{{ section.title }}</h2>
      <p v-for="(paragraph, i) in paragraphsOf(section)" :key="i">
        <strong v-if="paragraph[0].lead">{{ paragraph[0].lead }}. </strong>
        <template v-for="sentence in paragraph" :key="sentence.text">
          <router-link
            class="plain-link"
            title="What it rests on"
            :to="addressOf(sentence, $route.query.asof)"
            >{{ sentence.text }}</router-link
          >
          <a
            v-for="{ id, number } in numbersOf(sentence)"
            :key="id"
            class="note"
            :href="`#source-${number}`"
            :title="nameOf(catalogue, id)"
            @click.prevent="
              ($el.querySelector(`#source-${number}`) as HTMLElement)?.scrollIntoView({
                block: 'center',
                behavior: 'smooth',
              })
            "
            >{{ number }}</a
          >
          <span
            v-if="sentence.sources.length === 0 && !sentence.counts && section.id !== 'unsettled'"
            class="note none"
            title="No source is recorded"
            >no source</span
          >
          {{ ' ' }}</template
        >
      </p>
    </section>
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
  max-width: 78ch;
  padding-top: 14px;
}
.figures {
  display: grid;
  grid-template-columns: 1.7fr 1fr 1fr 1fr;
  gap: 20px;
  margin-bottom: 10px;
}
.share {
  margin-top: 6px;
}
section {
  margin-top: 16px;
}
h2 {
  padding-bottom: 3px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
  margin-bottom: 6px;
}
p {
  margin: 5px 0;
  line-height: 1.45;
}
.note {
  font-size: 11px;
  vertical-align: super;
  line-height: 1;
  margin-left: 3px;
  color: rgb(var(--v-theme-accent-ink));
  text-decoration: none;
}
.note.none {
  color: rgb(var(--v-theme-ink-soft));
}
ol {
  padding-left: 22px;
  columns: 2;
  column-gap: 30px;
}
li {
  padding: 1px 0;
  break-inside: avoid;
}
</style>
