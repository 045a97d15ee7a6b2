<script setup lang="ts">
/** All dossiers: every distribution with what it rests on, its strip and its releases. */
import { storeToRefs } from 'pinia';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { formatShare } from '../../../core/wording/valueText.ts';
import { newestComparison } from '../../../core/lineage/lineageGraph.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { remarkOf } from '../../../core/drawing/plateWords.ts';
import ChangeStrip from '../../parts/ChangeStrip.vue';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { useAsOf } from '../../stores/clock.ts';
import { useSideStore } from '../../stores/sideStore.ts';
import { useMarking } from '../../stores/useMarking.ts';

const store = useCatalogueStore();
const { catalogue } = storeToRefs(store);
const route = useRoute();
const { day } = useAsOf();
const graph = computed(() => store.graphOf(catalogue.value, day.value));
/** The row that the keyboard is on, or the pointer was on last. */
const at = ref<RecordId | null>(null);
useMarking(() => (at.value ? { id: at.value } : null));
const marks = useSideStore();
const rows = computed(() =>
  [...graph.value.nodes.keys()]
    .map((id) => {
      const facts = store.factsOf(id)!;
      const { link } = facts;
      return { facts, link, counts: link && newestComparison(catalogue.value, link)?.counts };
    })
    .sort((a, b) => a.facts.name.localeCompare(b.facts.name)),
);
</script>

<template>
  <div class="work">
    <div v-if="rows.length === 0" class="empty">
      <h2>No dossier yet</h2>
      <p class="soft">Read the files of a system, and its dossier begins with what they show.</p>
      <v-btn variant="flat" color="primary" to="/intake">Read a system</v-btn>
    </div>
    <table v-else>
      <thead>
        <tr>
          <th>Distribution</th>
          <th>Rests on</th>
          <th>Model</th>
          <th class="strip">Changes</th>
          <th class="number">Carried</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="{ facts, link, counts } in rows"
          :key="facts.id"
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
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.work {
  height: 100%;
  padding: 8px 20px 20px;
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
  padding: 7px 12px 7px 0;
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
