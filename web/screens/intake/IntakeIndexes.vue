<script setup lang="ts">
/** Package lists that were read or fetched: where each is from, its date, its signature; kept as snapshots. */
import { computed, ref, watch } from 'vue';
import { recordsOf } from '../../../core/catalogue/catalogue.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { keepLists } from '../../../core/editing/intake.ts';
import { wordLoss } from '../../../core/wording/lossText.ts';
import { SIGNATURE_WORDS } from '../../../core/wording/accountText.ts';
import { formatCount, formatNumberOf } from '../../../core/wording/valueText.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import { keptIndex, usePackageLists } from '../../stores/packageLists.ts';
import type { IndexSummary } from '../../../workspace/intakeMessages.ts';

const props = defineProps<{ indexes: readonly IndexSummary[] }>();
const emit = defineEmits<{ kept: [indexes: readonly IndexSummary[]] }>();
const store = useCatalogueStore();
const notices = useNoticeStore();
const { fileForSaving } = usePackageLists();

const wordSignature = ({ signature, signer }: IndexSummary) =>
  `${SIGNATURE_WORDS[signature]}${signer ? `: ${signer}` : ''}`;

/** Whose they are; a version only where they belong to one release. */
const name = ref('');
const version = ref('');
watch(
  () => props.indexes[0],
  (first) => {
    name.value = first?.identity.origin ?? '';
    // A suite that is no release says so by an empty version, or by 0.
    version.value = first?.release?.version.replace(/^0$/, '') ?? '';
  },
  { immediate: true },
);
const names = computed(() => [...recordsOf(store.catalogue, 'distribution')].map((each) => each.name).sort());

async function keep(): Promise<void> {
  const { indexes } = props;
  const owner = {
    name: name.value.trim(),
    version: version.value.trim(),
    codeName: indexes[0].release?.codename ?? '',
  };
  const heads = keepLists(store.catalogue, owner, indexes.map(keptIndex));
  if (!heads.ok) return notices.tellIssues(heads.issues);
  const filed = await fileForSaving(heads.value.made.map((head, i) => ({ head, packed: indexes[i].packed })));
  const done = store.commit(heads, filed);
  if (!done.ok) return notices.tellIssues(done.issues);
  notices.tell(
    `Kept ${formatNumberOf(indexes.length, 'package list')} of ${owner.name}. Undo takes it back.`,
  );
  emit('kept', indexes);
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
          <td>
            {{ index.name }}
            <div v-if="index.losses.length" class="small trouble">{{ wordLoss(index.losses[0]) }}</div>
          </td>
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
.bad,
.expired,
.revoked {
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
