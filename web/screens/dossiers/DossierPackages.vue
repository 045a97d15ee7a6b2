<script setup lang="ts">
/** The packages of a release held against its base: classes, repositories, and every package with its versions. */
import { computed, nextTick, onUnmounted, ref, shallowRef, watch } from 'vue';
import { recordOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { Link } from '../../../core/catalogue/link.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { wordSources } from '../../../core/wording/accountText.ts';
import { wordComparison } from '../../../core/wording/dossierText.ts';
import { formatCount } from '../../../core/wording/valueText.ts';
import { basesAtHand } from '../../../core/lineage/baseCandidates.ts';
import { distributionOf } from '../../../core/lineage/releases.ts';
import { newestComparison } from '../../../core/lineage/lineageGraph.ts';
import { descendantsOf } from '../../../core/lineage/relatives.ts';
import { PACKAGE_CLASSES } from '../../../core/packages/packageClass.ts';
import { useQueryState } from '../../parts/queryState.ts';
import AccountTable from '../../parts/AccountTable.vue';
import LossRemark from '../../parts/LossRemark.vue';
import PackageBar from '../../parts/PackageBar.vue';
import PackageTable from '../../parts/PackageTable.vue';
import PackageImpact from './PackageImpact.vue';
import SnapshotTable from './SnapshotTable.vue';
import { currentDay } from '../../stores/clock.ts';
import { systemListOf } from '../../stores/packageImpact.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { candidateMessage, usePackageLists } from '../../stores/packageLists.ts';
import { PackageClient } from '../../workers/packageClient.ts';
import type { Comparison } from '../../workers/packageMessages.ts';

const store = useCatalogueStore();
const props = defineProps<{ catalogue: Catalogue; release: string; link?: Link; day: number }>();
const comparison = computed(() => props.link && newestComparison(props.catalogue, props.link));
const source = computed(() =>
  comparison.value?.source ? recordOf(props.catalogue, 'source', comparison.value.source) : undefined,
);

const system = computed(() => {
  const id = systemListOf(props.catalogue, props.release);
  return id ? recordOf(props.catalogue, 'snapshot', id) : undefined;
});
const lists = usePackageLists();
const client = new PackageClient();
onUnmounted(() => client.stop());
const bases = computed(() =>
  basesAtHand(props.catalogue, props.release, lists.described.value, currentDay()),
);
const measured = shallowRef<Comparison | null>(null);
const state = shallowRef<'none' | 'working' | 'done' | 'failed'>('none');
const { query, go } = useQueryState();
const base = computed(() => bases.value.find(({ at }) => at === query.value.against) ?? bases.value[0]);

watch(
  [() => system.value?.id, () => base.value?.at],
  async ([snapshot]) => {
    measured.value = null;
    state.value = 'none';
    if (!snapshot || !base.value) return;
    state.value = 'working';
    const own = new Set([props.release, distributionOf(props.catalogue, props.release)]);
    const others = lists.described.value
      .filter(({ at }) => own.has(at) && at !== base.value.at)
      .map((each) => ({
        ...candidateMessage(each),
        own: true,
        states: candidateMessage(each).states.slice(-1),
      }));
    const messages = [candidateMessage(base.value), ...others];
    try {
      const packed = await lists.packedOf(messages, [snapshot]);
      const answer = await client.ask('compare', { packed, system: snapshot, base: messages[0], others });
      if (system.value?.id !== snapshot) return;
      measured.value = answer;
      state.value = answer ? 'done' : 'failed';
    } catch {
      if (system.value?.id === snapshot) state.value = 'failed';
    }
  },
  { immediate: true },
);

/** The versions of a package in the bases of all layers, and in its own repositories. */
async function history(name: string) {
  const family = system.value?.family;
  const candidates = lists.described.value
    .filter((each) => lists.familyOf(each) === family)
    .map(candidateMessage);
  return client.ask('history', { packed: await lists.packedOf(candidates), candidates, name });
}

/** Something rests on it: then it can be asked who a change of one of its packages would reach. */
const isBase = computed(
  () =>
    descendantsOf(store.graphOf(props.catalogue, props.day), distributionOf(props.catalogue, props.release))
      .size > 1,
);
const impact = ref<InstanceType<typeof PackageImpact> | null>(null);
/** An address that names a package opens at it, also where this system does not have it itself. */
watch([impact, state], async ([shown]) => {
  await nextTick(); // the table above it has come, or has not
  if (shown && query.value.package) (shown.$el as HTMLElement).scrollIntoView({ block: 'start' });
});

const text = computed({
  get: () => query.value.find ?? '',
  set: (find) => void go({ find: find || undefined }),
});
const chosenClass = computed({
  get: () => PACKAGE_CLASSES.find((name) => name === query.value.class) ?? null,
  set: (name) => void go({ class: name ?? undefined }),
});
const account = computed({
  get: () =>
    query.value.by && measured.value?.accounts[Number(query.value.by)] ? Number(query.value.by) : null,
  set: (place) => void go({ by: place === null ? undefined : String(place) }),
});
const open = computed({
  get: () => query.value.package ?? null,
  set: (name) => void go({ package: name ?? undefined }),
});
</script>

<template>
  <div v-if="!comparison && !system && !isBase" class="empty">
    <h2>Not measured yet</h2>
    <p class="soft">
      No packages of this release were held against its base. Read a capture of it, and the index of its base.
    </p>
    <v-btn variant="flat" color="primary" to="/intake">Read a capture</v-btn>
  </div>
  <div v-else class="held">
    <template v-if="comparison">
      <p class="sentence">{{ wordComparison(catalogue, comparison) }}</p>
      <PackageBar :counts="comparison.counts" />
      <p class="small soft">
        Rests on {{ source?.title ?? 'a source that is not recorded'
        }}{{ comparison.date ? `, ${formatWhen(comparison.date)}` : '' }}, held against
        {{ comparison.against.join(', ') }}.
      </p>
    </template>
    <p v-if="state === 'working'" class="soft" role="status">
      Holding {{ formatCount(system!.packages) }} packages against {{ base?.name }} …
    </p>
    <p v-else-if="state === 'failed'" class="remark is-trouble" role="alert">
      The package list is not at hand or damaged: read the capture again.
    </p>
    <p v-else-if="system && !base" class="soft">
      {{
        link
          ? 'The packages of this system are at hand, those of its base are not: read an index of the base.'
          : `The ${formatCount(system.packages)} packages of this system are at hand; there is no base to hold them against.`
      }}
    </p>
    <template v-else-if="measured">
      <h2>
        {{ formatCount(measured.rows.length) }} packages next to
        <select
          v-if="bases.length > 1"
          class="field"
          aria-label="Held against"
          :value="base.at"
          @change="go({ against: ($event.target as HTMLSelectElement).value })"
        >
          <option v-for="each in bases" :key="each.at" :value="each.at">{{ each.name }}</option>
        </select>
        <template v-else>{{ base.name }}</template>{{
          measured.date ? `, state of ${formatWhen(measured.date)}` : ''
        }}
      </h2>
      <LossRemark :losses="[...(system?.losses ?? []), ...(base.losses ?? [])]" />
      <p v-if="measured.sources" class="soft">{{ wordSources(measured.sources) }}</p>
      <AccountTable v-model:chosen="account" :accounts="measured.accounts" />
      <PackageTable
        class="list"
        v-model:text="text"
        v-model:chosen-class="chosenClass"
        v-model:account="account"
        v-model:open="open"
        :rows="measured.rows"
        :accounts="measured.accounts"
        :packages="measured.packages"
        :history="history"
      />
    </template>
    <PackageImpact v-if="isBase" ref="impact" :catalogue="catalogue" :layer="release" :day="day" />
    <SnapshotTable :catalogue="catalogue" :subjects="[release, distributionOf(catalogue, release)]" />
  </div>
</template>

<style scoped>
.held {
  max-width: 980px;
  padding: 16px 0 24px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
}
.sentence {
  font-size: 15px;
}
/* In a wide window the list stands beside what it comes to. */
@media (width >= 1500px) {
  .held {
    --list-height: max(380px, 100vh - 330px);
    max-width: none;
    grid-template: repeat(11, max-content) 1fr / minmax(0, 1fr) minmax(0, 1.2fr);
    column-gap: 32px;
  }
  .held > * {
    grid-column: 1;
  }
  .held > .list {
    grid-area: 1 / 2 / span 12;
  }
}
</style>
