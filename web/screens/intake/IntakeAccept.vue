<script setup lang="ts">
/** What will be recorded: whose system it is, on which base, with how many facts; one undoable step. */
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { RELATIONS, type Relation } from '../../../core/catalogue/relations.ts';
import type { Accepted, AcceptedBase } from '../../../core/capture/acceptPlacement.ts';
import { distributionNamed } from '../../../core/capture/known.ts';
import type { Snapshot } from '../../../core/catalogue/snapshot.ts';
import { acceptSystem } from '../../../core/editing/intake.ts';
import { token } from '../../../core/capture/placedCandidate.ts';
import type { Placement } from '../../../core/capture/placeSystem.ts';
import type { FactProposal } from '../../../core/capture/proposeFacts.ts';
import { formatNumberOf, formatShare } from '../../../core/wording/valueText.ts';
import { unpackColumns } from '../../../core/packages/packSnapshot.ts';
import { distributionOf } from '../../../core/lineage/releases.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today } from '../../stores/clock.ts';
import { useIntakeStore } from '../../stores/intakeStore.ts';
import { keptIndex, usePackageLists } from '../../stores/packageLists.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import type { SystemSummary } from '../../../workspace/intakeMessages.ts';

const props = defineProps<{
  system: SystemSummary;
  placement: Placement | null;
  facts: readonly FactProposal[];
  /** Facts that are neither accepted nor left yet. */
  open: number;
}>();
const store = useCatalogueStore();
const intake = useIntakeStore();
const notices = useNoticeStore();
const router = useRouter();
const { fileForSaving } = usePackageLists();

const name = defineModel<string>('name', { required: true });
const version = defineModel<string>('version', { required: true });
const NO_BASE = '';
const base = ref<string>(NO_BASE);
const relation = ref<Relation>('installs from');
/** A system under another name than the repositories it is made of is built on them. */
const isRenamed = computed(() => token(name.value) !== token(props.system.identification.NAME ?? ''));
watch(
  [() => props.placement, isRenamed],
  ([placement, renamed]) => {
    const { base: found, reason, best } = placement?.answer ?? {};
    base.value = (reason === 'itself' && renamed ? best : found) ?? NO_BASE;
    relation.value = placement?.relation ?? 'installs from';
  },
  { immediate: true },
);

const baseItems = computed(() => [
  ...(props.placement?.candidates ?? []).map((candidate) => ({
    value: candidate.name,
    title: `${candidate.name} (${formatShare(candidate.counts.same, candidate.counts.installed)})`,
  })),
  { value: NO_BASE, title: 'Leave it unplaced' },
]);
const relationItems = Object.entries(RELATIONS)
  .filter(([, { kind }]) => kind === 'lineal')
  .map(([value, { means }]) => ({ value, title: value, props: { subtitle: means } }));

const candidate = computed(() => intake.candidates.find((entry) => entry.name === base.value));
/** A dropped index names its base itself; the names can be corrected before they become records. */
const baseName = ref('');
const baseVersion = ref('');
watch(
  candidate,
  (entry) => {
    if (!entry || typeof entry.at === 'string') return;
    const release = entry.at[0].release;
    baseName.value = release?.origin || release?.label || entry.name;
    baseVersion.value = release?.version || release?.codename || entry.name;
  },
  { immediate: true },
);
const isNewBase = computed(() => candidate.value && typeof candidate.value.at !== 'string');
const missing = computed(() => {
  if (!name.value.trim()) return 'Give the distribution a name.';
  if (!version.value.trim()) return 'Give the release a version.';
  if (isNewBase.value && (!baseName.value.trim() || !baseVersion.value.trim()))
    return 'Give the base a name and a version.';
  const own = name.value.trim().toLowerCase();
  const baseOwn = isNewBase.value ? baseName.value.trim().toLowerCase() : ownNameOf(candidate.value?.at);
  return own === baseOwn
    ? 'It has the name of its own base: this is a system of the base itself. Rename it, or leave it unplaced.'
    : '';
});
function ownNameOf(at: unknown): string {
  if (typeof at !== 'string') return '';
  return (
    store.catalogue.records.distribution.get(distributionOf(store.catalogue, at))?.name.toLowerCase() ?? ''
  );
}
const known = computed(() => distributionNamed(store.catalogue, name.value));

function acceptedBase(): AcceptedBase | undefined {
  const entry = candidate.value;
  const ranked = props.placement?.candidates.find((item) => item.name === base.value);
  if (!entry || !ranked) return undefined;
  const common = { relation: relation.value, candidate: ranked, accounts: props.placement!.accounts };
  if (typeof entry.at === 'string') return { ...common, at: entry.at };
  const at = { distribution: baseName.value.trim(), version: baseVersion.value.trim() };
  return { ...common, at, indexes: entry.at.map(keptIndex) };
}

async function accept(): Promise<void> {
  const packages = props.system.packed ? unpackColumns(props.system.packed, props.system.name) : null;
  const edited = acceptSystem(store.catalogue, {
    system: {
      ...props.system,
      files: Array.from(props.system.files, (place) => intake.drop!.files[place]),
      packages: packages?.ok ? packages.value : undefined,
    },
    distribution: name.value.trim(),
    version: version.value.trim(),
    facts: props.facts,
    conditions: props.system.conditions,
    taken: props.system.taken,
    base: acceptedBase(),
    today: today(),
    by: '',
  });
  if (!edited.ok) return notices.tellIssues(edited.issues);
  const count = props.facts.length;
  const done = store.commit(edited, await fileForSaving(listsOf(edited.value.made.heads)));
  if (!done.ok) return notices.tellIssues(done.issues);
  intake.clear();
  notices.tell(
    `Recorded ${name.value} ${version.value} with ${formatNumberOf(count, 'fact')}. Undo takes all of it back.`,
  );
  await router.push({ name: 'lineage', query: { at: distributionOf(store.catalogue, done.value.release) } });
}
/** The packed lists of the heads that are accepted: the system's, and the base's where they were read just now. */
function listsOf({ system, bases }: Accepted['heads']): { head: Snapshot; packed: Uint8Array }[] {
  const read = candidate.value?.at;
  const indexes = read && typeof read !== 'string' ? read : [];
  return [
    ...(system && props.system.packed ? [{ head: system, packed: props.system.packed }] : []),
    ...bases.map((head, i) => ({ head, packed: indexes[i].packed })),
  ];
}
</script>

<template>
  <aside class="detail" aria-label="What will be recorded">
    <h2>What will be recorded</h2>
    <form @submit.prevent="accept">
      <v-text-field v-model="name" label="Distribution" />
      <p v-if="known" class="small soft">Is in the catalogue: the release is added to it.</p>
      <v-text-field v-model="version" label="Release" />
      <v-select v-model="base" :items="baseItems" label="Base" />
      <template v-if="base !== NO_BASE">
        <v-select v-model="relation" :items="relationItems" label="Relation" />
        <div v-if="isNewBase" class="new-base">
          <p class="small soft">
            The base is not in the catalogue yet. It is recorded under this name, with its index for the next
            system.
          </p>
          <v-text-field v-model="baseName" label="Base: distribution" />
          <v-text-field v-model="baseVersion" label="Base: release" />
        </div>
      </template>
      <p class="small soft">
        {{ formatNumberOf(facts.length, 'fact') }}, each with its file as source<template
          v-if="system.packageCount"
          >; the list of {{ formatNumberOf(system.packageCount, 'package') }}</template
        >.
        <template v-if="open"
          >{{ formatNumberOf(open, 'fact') }} still to be decided are not recorded.</template
        >
      </p>
      <p v-if="missing" class="remark is-trouble">{{ missing }}</p>
      <v-btn type="submit" variant="flat" color="primary" :disabled="Boolean(missing)">
        {{
          base === NO_BASE
            ? `Accept ${formatNumberOf(facts.length, 'fact')}`
            : `Accept the placing${facts.length ? ` and ${formatNumberOf(facts.length, 'fact')}` : ''}`
        }}
      </v-btn>
    </form>
  </aside>
</template>

<style scoped>
form,
.new-base {
  display: grid;
  gap: 10px;
  margin-top: 10px;
}
.new-base {
  margin: 0;
  padding-left: 10px;
  border-left: 3px solid rgb(var(--v-theme-line));
}
</style>
