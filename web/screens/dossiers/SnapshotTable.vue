<script setup lang="ts">
/** The package lists that are kept of a release and its distribution: where each is from, its states, its signature. */
import { computed } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { recordsBelongingTo } from '../../../core/catalogue/pointers.ts';
import { removeSnapshots } from '../../../core/editing/removal.ts';
import type { Snapshot } from '../../../core/catalogue/snapshot.ts';
import { compareWhen } from '../../../core/catalogue/when.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { wordLoss } from '../../../core/wording/lossText.ts';
import { SIGNATURE_WORDS } from '../../../core/wording/accountText.ts';
import { formatCount, formatNumberOf } from '../../../core/wording/valueText.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';

const props = defineProps<{ catalogue: Catalogue; subjects: readonly string[] }>();
const store = useCatalogueStore();
const notices = useNoticeStore();

/** Repositories, each with its states, newest first. */
const kept = computed(() => {
  const groups = new Map<string, Snapshot[]>();
  for (const id of new Set(props.subjects))
    for (const snapshot of recordsBelongingTo(props.catalogue, id, 'snapshot')) {
      const key = [snapshot.role, snapshot.name, snapshot.origin].join('\n');
      groups.set(key, [...(groups.get(key) ?? []), snapshot]);
    }
  return [...groups.values()].map((states) => states.sort((a, b) => compareWhen(b.date ?? '', a.date ?? '')));
});
function wordStates(states: readonly Snapshot[]): string {
  const dates = states.flatMap(({ date }) => date ?? []);
  if (dates.length === 0) return 'undated';
  if (states.length === 1) return formatWhen(dates[0]);
  return `${formatNumberOf(states.length, 'state')}, ${formatWhen(dates.at(-1)!)} to ${formatWhen(dates[0])}`;
}
function remove(states: readonly Snapshot[]): void {
  notices.tellTrouble(store.commit(removeSnapshots(props.catalogue, states)));
}
</script>

<template>
  <section v-if="kept.length" aria-label="Package lists at hand">
    <h2>Package lists at hand</h2>
    <table class="plain-table">
      <thead>
        <tr>
          <th>List</th>
          <th>State of</th>
          <th class="number">Packages</th>
          <th>Signature</th>
          <th>From</th>
          <th><span class="visually-hidden">What can be done</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="states in kept" :key="states[0].id">
          <td>{{ states[0].name }}</td>
          <td class="soft">{{ wordStates(states) }}</td>
          <td class="number mono">
            {{ formatCount(states[0].packages) }}
            <div v-if="states[0].losses.length" class="small trouble">
              {{ wordLoss(states[0].losses[0]) }}
            </div>
          </td>
          <td>{{ states[0].role === 'system' ? '' : SIGNATURE_WORDS[states[0].signature] }}</td>
          <td class="soft from" :title="states[0].origin">{{ states[0].origin }}</td>
          <td class="number">
            <button class="small link" @click="remove(states)">Delete</button>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
h2 {
  margin-bottom: 4px;
}
.from {
  max-width: 0;
  width: 28%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.link {
  color: rgb(var(--v-theme-ink-soft));
  text-decoration: underline;
}
</style>
