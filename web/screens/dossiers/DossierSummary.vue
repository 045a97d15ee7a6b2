<script setup lang="ts">
/** The dossier's first page: in short, verdict, what it changes, what to watch out for, what is open; then more on demand. */
import { storeToRefs } from 'pinia';
import { computed, ref, toRef } from 'vue';
import { useRoute } from 'vue-router';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import type { LayerTable } from '../../../core/layers/layerTable.ts';
import { newestComparison } from '../../../core/lineage/lineageGraph.ts';
import { openPointsOf } from '../../../core/open/openPoints.ts';
import type { StatementTarget } from '../../../core/statements/statement.ts';
import { numberSources, type ReportPart } from '../../../core/telling/document.ts';
import { dossierScope, withLastWord } from '../../../core/telling/lastWord.ts';
import { planDossier } from '../../../core/telling/dossierPlan.ts';
import { tellDossier } from '../../../core/telling/dossierReference.ts';
import { describeSource } from '../../../core/telling/sourceNotes.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import LossRemark from '../../parts/LossRemark.vue';
import PackageBar from '../../parts/PackageBar.vue';
import ReportEditBar from '../../parts/ReportEditBar.vue';
import ToldPart from '../../parts/ToldPart.vue';
import { useReportEditing } from '../../stores/useReportEditing.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';

const props = defineProps<{ catalogue: Catalogue; table: LayerTable; day: number }>();
const route = useRoute();
const { canEdit } = storeToRefs(useCatalogueStore());

const plan = computed(() => planDossier(props.catalogue, props.table, props.day));
/** Parts of what stands behind the page that are shown at once: the project and its lineage. */
const NEAR = ['about', 'lineage', 'support'];
const showsAll = ref(false);
/** What stands at once: the page, what is near, and what the analyst wrote. */
const isNear = ({ id, group, worded }: ReportPart) =>
  group === 'first' || NEAR.includes(id) || worded?.does === 'adds';
const scope = computed(() => dossierScope(props.table));
const told = computed(() => withLastWord(props.catalogue, scope.value, tellDossier(plan.value)));
const editing = useReportEditing(toRef(props, 'catalogue'), scope, told);
const parts = computed(() => editing.told.value.filter((part) => showsAll.value || isNear(part)));
const folded = computed(() => editing.told.value.filter((part) => !isNear(part)).length);
/** The answer, and what is open, beside each other where there is room: each is read by itself. */
const ASIDE = ['verdict', 'watch', 'open', 'about', 'lineage', 'support'];
const columns = computed(() =>
  // While the text is edited, its parts stand in one column, in their order.
  (editing.isOn.value ? [undefined] : [false, true])
    .map((isAside) => parts.value.filter(({ id }) => isAside === undefined || ASIDE.includes(id) === isAside))
    .filter((column) => column.length > 0),
);
const comparison = computed(() => {
  const link = props.table.layers.at(-1)?.link;
  return link && newestComparison(props.catalogue, link, props.day);
});
const openCount = computed(() => openPointsOf(props.catalogue, props.table).length);
/** Sources are numbered in the order in which the page cites them. */
const numbers = computed(() => numberSources(columns.value.flat()));

function addressOf(to: StatementTarget) {
  const { asof, edition } = route.query;
  const kept = { asof, edition };
  const top = props.table.layers.at(-1)!;
  if ('link' in to) return { name: 'lineage', query: { at: top.distribution, link: to.link, asof } };
  if ('part' in to && to.part === 'settle') return { name: 'settle', query: { of: top.id, ...kept } };
  if ('part' in to) return { query: { tab: to.part, ...kept } };
  return { query: { tab: 'layers', fact: to.fact, ...kept } };
}
const root = ref<HTMLElement | null>(null);
function showSource(id: RecordId): void {
  root.value
    ?.querySelector(`#source-${numbers.value.get(id)}`)
    ?.scrollIntoView({ block: 'center', behavior: 'smooth' });
}
</script>

<template>
  <div ref="root" class="summary">
    <p class="subtitle">
      {{ told.subtitle }}
      <button
        v-if="canEdit && !editing.isOn.value"
        class="accent-link small edit"
        @click="editing.isOn.value = true"
      >
        Edit the text
      </button>
    </p>
    <ReportEditBar :editing="editing" all="every dossier" />
    <div class="sections">
      <div v-for="(column, side) in columns" :key="side">
        <ToldPart
          v-for="part in column"
          :key="part.id"
          :class="part.id"
          v-bind="{ catalogue, part, numbers, addressOf, editing }"
          @source="showSource"
        >
          <template #head>
            <router-link
              v-if="part.id === 'open'"
              class="accent-link small count"
              :to="addressOf({ part: 'settle' })"
              >{{ formatNumberOf(openCount, 'open point') }}</router-link
            >
          </template>
          <template v-if="part.id === 'short' && comparison">
            <PackageBar class="share" :counts="comparison.counts" />
            <LossRemark :losses="comparison.losses" />
          </template>
        </ToldPart>
      </div>
    </div>
    <button v-if="folded" class="more small" @click="showsAll = !showsAll">
      {{ showsAll ? 'Hide the tables' : `Show ${formatNumberOf(folded, 'table')} behind this page` }}
    </button>
    <section v-if="numbers.size" class="sources">
      <h2>Sources</h2>
      <ol>
        <li v-for="[id, number] in numbers" :id="`source-${number}`" :key="id" class="small">
          <router-link
            class="plain-link"
            :to="{ query: { tab: 'evidence', source: id, asof: $route.query.asof } }"
            >{{ describeSource(catalogue, id) }}</router-link
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
.subtitle {
  margin: 8px 0 0;
  color: rgb(var(--v-theme-ink-soft));
}
.share {
  margin: 8px 0 4px;
  max-width: 60ch;
}
/* A line is read with ease up to some eighty letters; a wide screen has room for two of them side by side. */
.sections {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(430px, 100%), 1fr));
  gap: 0 44px;
  max-width: 176ch;
}
.edit {
  margin-left: 8px;
}
.short {
  font-size: 15px;
}
.count {
  margin-left: 8px;
}
.more {
  margin-top: 12px;
  color: rgb(var(--v-theme-accent-ink));
  text-decoration: underline;
  text-underline-offset: 2px;
}
.sources {
  max-width: 176ch;
}
ol {
  padding-left: 22px;
  columns: 2 380px;
  column-gap: 30px;
}
li {
  padding: 1px 0;
  break-inside: avoid;
}
</style>
