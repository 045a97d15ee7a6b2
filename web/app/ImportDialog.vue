<script setup lang="ts">
/** A catalogue file that was read: opened beside what is there, or put in its place, with what is and what will be. */
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import type { CatalogueWithPackages } from '../../core/exchange/catalogueFile.ts';
import { formatNumberOf } from '../../core/wording/valueText.ts';
import type { Result } from '../../core/issue.ts';
import { countRecords, titleOf } from '../../workspace/catalogueFigures.ts';
import type { Catalogue } from '../../core/catalogue/catalogue.ts';
import { useCatalogueStore } from '../stores/catalogueStore.ts';
import { useMergeStore } from '../stores/mergeStore.ts';
import { useNoticeStore } from '../stores/noticeStore.ts';

const read = defineModel<CatalogueWithPackages | null>({ required: true });
const file = defineModel<File | null>('file', { required: true });
const store = useCatalogueStore();
const merging = useMergeStore();
const notices = useNoticeStore();
const router = useRouter();
const name = computed(() => (read.value && titleOf(read.value.catalogue)) || 'Catalogue');
const present = computed(() => store.about?.title ?? '');

function holdings({ records }: Catalogue): string {
  const { distribution, release, reading } = records;
  return [
    formatNumberOf(distribution.size, 'distribution'),
    formatNumberOf(release.size, 'release'),
    formatNumberOf(reading.size, 'reading'),
  ].join(', ');
}

/** The sheet closes at once; what could not be done brings it back. */
async function take(
  work: (catalogue: CatalogueWithPackages) => Promise<Result<unknown>>,
  tell: () => string,
): Promise<void> {
  const taken = read.value;
  if (!taken) return;
  read.value = null;
  if (!notices.tellTrouble(await work(taken))) {
    read.value = taken;
    return;
  }
  notices.tell(tell());
  await router.push('/lineage');
}
/** The file goes to the merge as it came. */
async function merge(): Promise<void> {
  const chosen = file.value;
  read.value = null;
  await router.push({ name: 'handover', query: { view: 'merge' } });
  if (chosen) notices.tellTrouble(await merging.begin(chosen));
}
const openBeside = () =>
  take(store.openBeside, () => `Opened “${present.value}”. What was open is still there.`);
const replace = () =>
  take(store.replaceBy, () => `“${present.value}” is in place of what was there. Undo brings that back.`);
</script>

<template>
  <v-dialog
    :model-value="read !== null"
    max-width="680"
    aria-label="A catalogue file"
    @update:model-value="read = null"
  >
    <div v-if="read" class="sheet">
      <h2>“{{ name }}” was read</h2>
      <table class="plain-table">
        <tbody>
          <tr>
            <th scope="row">In the file</th>
            <td>{{ name }}</td>
            <td class="soft">
              {{ holdings(read.catalogue) }}; {{ formatNumberOf(countRecords(read.catalogue), 'record') }}
            </td>
          </tr>
          <tr>
            <th scope="row">Open now</th>
            <td>{{ present }}</td>
            <td class="soft">
              {{ holdings(store.catalogue) }}; {{ formatNumberOf(countRecords(store.catalogue), 'record') }}
            </td>
          </tr>
        </tbody>
      </table>
      <div class="buttons">
        <v-btn variant="flat" color="primary" autofocus @click="openBeside">Open it beside</v-btn>
        <v-btn v-if="store.canEdit" @click="merge">Merge it into “{{ present }}” …</v-btn>
        <v-btn v-if="store.canEdit" @click="replace">Replace “{{ present }}” by it</v-btn>
        <v-btn @click="read = null">Cancel</v-btn>
      </div>
      <p class="soft small">
        Beside: both are kept. Merged: you see what would come, and decide what both changed. Replaced: one
        step, which undo takes back.
      </p>
    </div>
  </v-dialog>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 12px;
  padding: 18px;
  border-radius: 10px;
  background: rgb(var(--v-theme-surface));
}
.plain-table th {
  white-space: nowrap;
  padding-right: 16px;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
