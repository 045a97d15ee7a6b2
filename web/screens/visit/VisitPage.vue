<script setup lang="ts">
/** Beside the log: the first page as it now reads, and what was not examined yet. */
import { computed } from 'vue';
import { AREAS } from '../../../core/catalogue/areas.ts';
import { findFactKey } from '../../../core/catalogue/factSheet.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { dossierStatements } from '../../../core/statements/dossierStatements.ts';
import { nextVisit, type VisitItem } from '../../../core/open/nextVisit.ts';
import { STATEMENT_PARTS } from '../../../core/statements/statement.ts';
import { labelOfItem, wordVisitReason } from '../../../core/wording/openText.ts';
import { PART_TITLES, wordStatement } from '../../../core/wording/statements/wordStatement.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useAsOf } from '../../stores/clock.ts';

const props = defineProps<{ subject: RecordId; edition?: RecordId }>();
const emit = defineEmits<{ begin: [text: string] }>();
const store = useCatalogueStore();
const { day } = useAsOf();
const table = computed(() => store.tableOf(store.catalogue, props.subject, day.value, props.edition));
const parts = computed(() => {
  const told = dossierStatements(store.catalogue, table.value, day.value)
    // What nobody has looked at stands below, by number.
    .filter(({ kind }) => kind !== 'unseen')
    .flatMap((statement) => {
      const text = wordStatement(statement);
      return text ? [{ part: statement.part, text }] : [];
    });
  return STATEMENT_PARTS.map((part) => ({
    part,
    texts: told.filter((each) => each.part === part).map(({ text }) => text),
  })).filter(({ texts }) => texts.length > 0);
});
const FIRST = 6;
const first = computed(() => nextVisit(store.catalogue, table.value).slice(0, FIRST));
/** What a line about an item begins with: the name of the fact; of an area, that of its first one. */
function beginningOf({ key, area }: VisitItem): string {
  const fact = findFactKey(key) ?? table.value.rows.find((row) => row.fact.area === area)?.fact;
  return fact ? `${fact.label.toLowerCase()} ` : '';
}
/** Facts of each area that nobody has said anything of here. */
const unseen = computed(() =>
  AREAS.map(({ id, label }) => {
    const rows = table.value.rows.filter(({ fact }) => fact.area === id);
    const silent = rows.filter(({ cells }) => {
      const { readings, recorded } = cells[cells.length - 1];
      return readings.length === 0 && recorded.length === 0;
    });
    return { id, label, silent: silent.length, all: rows.length, first: silent[0]?.fact };
  }).filter(({ silent }) => silent > 0),
);
</script>

<template>
  <div class="page">
    <h2>What the dossier now says</h2>
    <section v-for="{ part, texts } in parts" :key="part" :class="part">
      <h3>{{ PART_TITLES[part] }}</h3>
      <p v-for="text in texts" :key="text">{{ text }}</p>
    </section>
    <section v-if="first.length">
      <h3>To look at first</h3>
      <ul class="first">
        <li v-for="item in first" :key="item.key || item.area">
          <button class="accent-link" title="Begin a line about it" @click="emit('begin', beginningOf(item))">
            {{ labelOfItem(item) }}
          </button>
          <span class="small soft">{{ item.reasons.map(wordVisitReason).join('; ') }}</span>
        </li>
      </ul>
      <router-link
        class="plain-link small"
        :to="{ name: 'settle', query: { of: subject, edition, view: 'visit' } }"
        >All of it, as a list to print</router-link
      >
    </section>
    <section v-if="unseen.length">
      <h3>Not examined yet</h3>
      <p class="soft">
        <template v-for="({ id, label, silent, all }, i) in unseen" :key="id"
          ><span v-if="i"> · </span
          ><router-link
            class="plain-link"
            :to="{
              name: 'dossier',
              params: { release: subject },
              query: { tab: 'layers', area: id, facts: 'all', edition },
            }"
            >{{ label }} {{ silent }} of {{ all }}</router-link
          ></template
        >
      </p>
    </section>
  </div>
</template>

<style scoped>
@media (width >= 1500px) {
  .page {
    columns: 2;
    column-gap: 32px;
  }
  h2 {
    column-span: all;
  }
}
h3 {
  font-size: 13px;
  font-weight: 700;
  margin: 12px 0 3px;
}
p {
  margin: 3px 0;
  line-height: 1.45;
}
.first {
  list-style: none;
  padding: 0;
}
.first li > * + * {
  margin-left: 8px;
}
.doubt h3 {
  color: rgb(var(--v-theme-error));
}
</style>
