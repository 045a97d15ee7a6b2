<script setup lang="ts">
/** Package lists that were read or fetched: where each is from, its date, its signature; kept as snapshots. */
import { computed, ref, watch } from 'vue';
import { createFreshId } from '../../../core/catalogue/recordKind.ts';
import { findRecord, recordsOf } from '../../../core/catalogue/catalogue.ts';
import { formatWhen } from '../../../core/catalogue/when.ts';
import { distributionNamed, findRelease, snapshotOfIndex } from '../../../core/capture/acceptPlacement.ts';
import { SIGNATURE_WORDS } from '../../../core/wording/accountText.ts';
import { formatCount, formatNumberOf } from '../../../core/wording/valueText.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import { keptIndex, usePackageLists } from '../../stores/packageLists.ts';
import type { IndexSummary } from '../../workers/intakeMessages.ts';
import type { AnyRecord } from '../../../core/catalogue/recordKinds.ts';

const props = defineProps<{ indexes: readonly IndexSummary[] }>();
const emit = defineEmits<{ kept: [indexes: readonly IndexSummary[]] }>();
const store = useCatalogueStore();
const notices = useNoticeStore();
const { keepPackages } = usePackageLists();

const wordSignature = ({ signature, signer }: IndexSummary) =>
  `${SIGNATURE_WORDS[signature]}${signer ? `: ${signer}` : ''}`;

/** Whose they are; a version only where they belong to one release. */
const name = ref('');
const version = ref('');
watch(
  () => props.indexes[0],
  (first) => {
    name.value = first?.release?.origin ?? '';
    // A suite that is no release says so by an empty version, or by 0.
    version.value = first?.release?.version.replace(/^0$/, '') ?? '';
  },
  { immediate: true },
);
const names = computed(() => [...recordsOf(store.catalogue, 'distribution')].map((each) => each.name).sort());

async function keep(): Promise<void> {
  const records: AnyRecord[] = [];
  const isTaken = (id: string) =>
    findRecord(store.catalogue, id) !== undefined || records.some((each) => each.id === id);
  const owner = name.value.trim();
  const known = distributionNamed(store.catalogue, owner);
  const distribution = known?.id ?? createFreshId('distribution', owner, isTaken);
  if (!known) records.push({ id: distribution, kind: 'distribution', name: owner, aliases: [], note: '' });
  let of = distribution;
  if (version.value.trim()) {
    const text = version.value.trim();
    of = findRelease(store.catalogue, owner, text) ?? createFreshId('release', `${owner}-${text}`, isTaken);
    if (!findRecord(store.catalogue, of))
      records.push({
        id: of,
        kind: 'release',
        distribution,
        editions: [],
        version: text,
        codeName: props.indexes[0].release?.codename ?? '',
        stage: 'final',
        sources: [],
        note: '',
      });
  }
  const kept = props.indexes.map((index) => {
    const id = createFreshId('snapshot', `${index.name} ${index.date}`, isTaken);
    records.push(snapshotOfIndex(id, keptIndex(index), of));
    return { id, packed: index.packed };
  });
  const done = store.edit(`Keep ${formatNumberOf(kept.length, 'package list')} of ${owner}`, records);
  if (!done.ok) return notices.tellIssues(done.issues);
  await keepPackages(kept);
  notices.tell(`Kept ${formatNumberOf(kept.length, 'package list')} of ${owner}. Undo takes it back.`);
  emit('kept', props.indexes);
}
</script>

<template>
  <section aria-label="Package lists">
    <h2>{{ formatNumberOf(indexes.length, 'package list') }} of repositories</h2>
    <table class="plain-table">
      <thead>
        <tr>
          <th>Repository</th>
          <th class="number">Packages</th>
          <th>State of</th>
          <th>Signature</th>
          <th>From</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="index in indexes" :key="index.path">
          <td>{{ index.name }}</td>
          <td class="number mono">{{ formatCount(index.packageCount) }}</td>
          <td class="soft">{{ index.date ? formatWhen(index.date) : 'not known' }}</td>
          <td :class="index.signature" :title="wordSignature(index)">
            {{ SIGNATURE_WORDS[index.signature] }}
          </td>
          <td class="soft from" :title="index.path">{{ index.path }}</td>
        </tr>
      </tbody>
    </table>
    <form class="keep" @submit.prevent="keep">
      <span>Keep them as those of</span>
      <input
        v-model="name"
        class="field"
        list="owners"
        placeholder="distribution"
        aria-label="Distribution of these lists"
      />
      <datalist id="owners"><option v-for="each in names" :key="each" :value="each" /></datalist>
      <input
        v-model="version"
        class="field"
        placeholder="release, if of one"
        aria-label="Release of these lists"
      />
      <v-btn type="submit" :disabled="!name.trim()"
        >Keep {{ formatNumberOf(indexes.length, 'package list') }}</v-btn
      >
    </form>
  </section>
</template>

<style scoped>
.verified {
  color: rgb(var(--v-theme-success));
  font-weight: 600;
}
.bad {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
.from {
  max-width: 0;
  width: 34%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.keep {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-top: 8px;
}
</style>
