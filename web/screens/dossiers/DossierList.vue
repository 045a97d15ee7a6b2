<script setup lang="ts">
/** All dossiers: every distribution with what it rests on, its strip and its releases. */
import { storeToRefs } from 'pinia';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { formatCount, formatNumberOf, formatShare } from '../../../core/wording/valueText.ts';
import { newestComparison } from '../../../core/lineage/lineageGraph.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { remarkOf } from '../../../core/drawing/plateWords.ts';
import { foldText } from '../../../core/catalogue/foldText.ts';
import { useQueryState } from '../../parts/queryState.ts';
import { useRowWindow } from '../../parts/useRowWindow.ts';
import ChangeStrip from '../../parts/ChangeStrip.vue';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { useAsOf } from '../../stores/clock.ts';
import { useSideStore } from '../../stores/sideStore.ts';
import { useMarking } from '../../stores/useMarking.ts';

const byName = new Intl.Collator('en');
const store = useCatalogueStore();
const { catalogue } = storeToRefs(store);
const route = useRoute();
const { day } = useAsOf();
const graph = computed(() => store.graphOf(catalogue.value, day.value));
/** The row that the keyboard is on, or the pointer was on last. */
const at = ref<RecordId | null>(null);
useMarking(() => (at.value ? { id: at.value } : null));
const marks = useSideStore();
const { query, go } = useQueryState();
const named = computed({
  get: () => query.value.named ?? '',
  set: (text: string) => void go({ named: text || undefined }),
});
/** All by name, and of these those that the field asks for. */
const all = computed(() =>
  [...graph.value.nodes.keys()]
    .map((id) => ({ id, name: nameOf(catalogue.value, id) }))
    .sort((a, b) => byName.compare(a.name, b.name)),
);
const shown = computed(() => {
  const wanted = foldText(named.value.trim());
  return wanted ? all.value.filter(({ name }) => foldText(name).includes(wanted)) : all.value;
});
const work = ref<HTMLElement | null>(null);
const { first, end, before, behind } = useRowWindow(work, () => shown.value.length, 37);
const rows = computed(() =>
  shown.value.slice(first.value, end.value).map(({ id }) => {
    void graph.value; // the facts follow the lineage of the day
    const facts = store.factsOf(id)!;
    const { link } = facts;
    return { facts, link, counts: link && newestComparison(catalogue.value, link)?.counts };
  }),
);
</script>

<template>
  <div ref="work" class="work">
    <div v-if="all.length === 0" class="empty">
      <h2>No dossier yet</h2>
      <p class="soft">Read the files of a system, and its dossier begins with what they show.</p>
      <v-btn variant="flat" color="primary" to="/intake">Read a system</v-btn>
    </div>
    <div v-else class="tools">
      <input v-model="named" type="search" class="field" placeholder="Name" aria-label="Names that contain" />
      <span class="soft small" role="status">{{
        shown.length < all.length
          ? `${formatNumberOf(shown.length, 'dossier')} of ${formatCount(all.length)}`
          : formatNumberOf(all.length, 'dossier')
      }}</span>
    </div>
    <table v-if="all.length > 0" :aria-rowcount="shown.length + 1">
      <thead>
        <tr>
          <th>Distribution</th>
          <th>Rests on</th>
          <th>Model</th>
          <th class="strip">Changes</th>
          <th class="number">Unmodified</th>
        </tr>
      </thead>
      <tbody>
        <tr v-if="before" aria-hidden="true" :style="{ height: `${before}px` }"></tr>
        <tr
          v-for="({ facts, link, counts }, i) in rows"
          :key="facts.id"
          data-row
          :aria-rowindex="first + i + 2"
          :class="{ marked: marks.isMarked({ id: facts.layer }) }"
          @focusin="at = facts.layer"
          @mouseenter="at = facts.layer"
        >
          <td>
            <router-link
              class="plain-link"
              :to="{ name: 'dossier', params: { release: facts.layer }, query: { asof: route.query.asof } }"
              ><strong>{{ facts.name }}</strong> {{ facts.version }}</router-link
            >
          </td>
          <td>
            {{ link ? `${link.relation} ${nameOf(catalogue, link.base)}` : remarkOf(facts).split(':')[0] }}
          </td>
          <td class="soft">{{ [facts.model, facts.format].filter(Boolean).join(' · ') }}</td>
          <td>
            <ChangeStrip v-if="link" :bars="facts.strip" /><span
              v-else-if="!facts.dependsOnEdition"
              class="soft small"
              >no base to change</span
            >
          </td>
          <td class="number mono">{{ counts ? formatShare(counts.same, counts.installed) : '–' }}</td>
        </tr>
        <tr v-if="behind" aria-hidden="true" :style="{ height: `${behind}px` }"></tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.work {
  height: 100%;
  padding: 8px 20px 20px;
}
.tools {
  display: flex;
  align-items: center;
  gap: 12px;
  padding-bottom: 4px;
}
td {
  height: 37px;
  max-width: 340px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  position: sticky;
  top: 0;
  background: rgb(var(--v-theme-background));
  font-size: 12px;
  font-weight: 500;
  color: rgb(var(--v-theme-ink-soft));
  text-align: left;
}
th,
td {
  padding: 4px 12px 4px 0;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
tr.marked {
  background: rgb(var(--v-theme-accent-soft));
}
.strip {
  width: 200px;
}
.number {
  text-align: right;
}
</style>
