<script setup lang="ts">
/** What will be recorded: whose system it is, on which base, with how many facts; one undoable step. */
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { RELATIONS, type Relation } from '../../../core/catalogue/relations.ts';
import type { Accepted, AcceptedBase } from '../../../core/capture/acceptPlacement.ts';
import { distributionNamed } from '../../../core/capture/known.ts';
import type { Conditions } from '../../../core/catalogue/conditions.ts';
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
  /** Under which it was captured, with what the analyst said of that. */
  conditions: Conditions;
  facts: readonly FactProposal[];
  /** Facts that are neither accepted nor left yet. */
  open: number;
}>();
const store = useCatalogueStore();
const intake = useIntakeStore();
const notices = useNoticeStore();
const router = useRouter();
const { fileForSaving } = usePackageLists();

const choices = computed(() => intake.choices);
const name = computed({
  get: () => choices.value.name,
  set: (text: string) => intake.decide({ name: text }),
});
const version = computed({
  get: () => choices.value.version,
  set: (text: string) => intake.decide({ version: text }),
});
const NO_BASE = '';
/** A system under another name than the repositories it is made of is built on them. */
const isRenamed = computed(() => token(name.value) !== token(props.system.identification.NAME ?? ''));
/** The bases in order: those chosen, else those of the answer. */
const bases = computed((): readonly string[] => {
  if (choices.value.bases) return choices.value.bases;
  const { base, others, reason, best } = props.placement?.answer ?? { others: [] };
  const first = reason === 'itself' && isRenamed.value ? best : base;
  return first ? [first, ...others] : [];
});
const relation = computed({
  get: () => choices.value.relation ?? props.placement?.relation ?? 'installs from',
  set: (chosen: Relation) => intake.decide({ relation: chosen }),
});
function chooseBase(place: number, chosen: string): void {
  const next = [...bases.value];
  if (chosen === NO_BASE) next.splice(place, 1);
  else next[place] = chosen;
  intake.decide({ bases: next.filter((each, i) => next.indexOf(each) === i) });
}

const baseItems = computed(() => [
  ...(props.placement?.candidates ?? []).map((candidate) => ({
    value: candidate.name,
    title: `${candidate.name} (${formatShare(candidate.counts.same, candidate.counts.installed)})`,
  })),
  { value: NO_BASE, title: bases.value.length > 1 ? 'Not on this one' : 'Leave it unplaced' },
]);
const hasMore = computed(() => bases.value.length > 0 && bases.value.length < baseItems.value.length - 1);
function addBase(): void {
  const next = baseItems.value.find(({ value }) => value !== NO_BASE && !bases.value.includes(value));
  if (next) chooseBase(bases.value.length, next.value);
}
const relationItems = Object.entries(RELATIONS)
  .filter(([, { kind }]) => kind === 'lineal')
  .map(([value, { means }]) => ({ value, title: value, props: { subtitle: means } }));

const entryOf = (base: string) => intake.candidates.find((entry) => entry.name === base);
/** The first base that the catalogue does not have: its index may say how it is called, which can be corrected. */
const newEntry = computed(() => {
  const entry = bases.value.map(entryOf).find((each) => each && typeof each.at !== 'string');
  return entry && typeof entry.at !== 'string' ? { ...entry, at: entry.at } : null;
});
const statedBase = computed(() => {
  const index = newEntry.value?.at[0];
  return {
    name: index?.identity.origin ?? '',
    version: index?.release?.version || index?.identity.suite || '',
  };
});
const newBase = computed(() => choices.value.newBase ?? statedBase.value);
function nameBase(change: Partial<{ name: string; version: string }>): void {
  intake.decide({ newBase: { ...newBase.value, ...change } });
}
/** Once it is known whose index it is, the system may turn out to be of the same maker. */
function tellMaker(): void {
  const entry = newEntry.value;
  const origin = newBase.value.name.trim();
  if (!entry || !origin || origin === statedBase.value.name) return;
  const paths = entry.at.map(({ path }) => path);
  void intake.nameIndexes(paths, { origin, suite: entry.at[0].identity.suite });
}

const missing = computed(() => {
  if (!name.value.trim()) return 'Give the distribution a name.';
  if (!version.value.trim()) return 'Give the release a version.';
  if (newEntry.value && (!newBase.value.name.trim() || !newBase.value.version.trim()))
    return 'The index does not say whose it is: give the base a name and a version.';
  const own = name.value.trim().toLowerCase();
  return bases.value.some((base) => nameOfBase(base) === own)
    ? 'It has the name of its own base: this is a system of the base itself. Rename it, or leave it unplaced.'
    : '';
});
function nameOfBase(base: string): string {
  const at = entryOf(base)?.at;
  if (at && typeof at !== 'string') return newBase.value.name.trim().toLowerCase();
  const { distribution } = store.catalogue.records;
  return at ? (distribution.get(distributionOf(store.catalogue, at))?.name.toLowerCase() ?? '') : '';
}
const known = computed(() => distributionNamed(store.catalogue, name.value));

function acceptedBases(): AcceptedBase[] {
  const { accounts, answer, otherRelations } = props.placement ?? {};
  return bases.value.flatMap((base, place): AcceptedBase[] => {
    const entry = entryOf(base);
    const candidate = props.placement?.candidates.find((item) => item.name === base);
    if (!entry || !candidate) return [];
    const further = otherRelations?.[answer?.others.indexOf(base) ?? -1];
    const common = {
      relation: (place > 0 && further) || relation.value,
      candidate,
      accounts: accounts ?? [],
      losses: entry.message.losses ?? [],
    };
    if (typeof entry.at === 'string') return [{ ...common, at: entry.at }];
    const isNamed = entry.name === newEntry.value?.name;
    const { identity, release } = entry.at[0];
    const at = {
      distribution: (isNamed ? newBase.value.name : identity.origin).trim() || entry.name,
      version: (isNamed ? newBase.value.version : release?.version || identity.suite).trim() || entry.name,
    };
    return [{ ...common, at, indexes: entry.at.map(keptIndex) }];
  });
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
    conditions: props.conditions,
    isImage: props.system.image !== null,
    taken: props.system.taken,
    bases: acceptedBases(),
    today: today(),
    by: '',
  });
  if (!edited.ok) return notices.tellIssues(edited.issues);
  const { heads, records } = edited.value.made;
  const recorded = records.filter(({ kind }) => kind === 'reading').length;
  const done = store.commit(edited, await fileForSaving(listsOf(heads)));
  if (!done.ok) return notices.tellIssues(done.issues);
  notices.tell(
    `Recorded ${name.value} ${version.value} with ${formatNumberOf(recorded, 'fact')}. Undo takes all of it back.`,
  );
  intake.clear();
  await router.push({ name: 'lineage', query: { at: distributionOf(store.catalogue, done.value.release) } });
}
/** The packed lists of the heads that are accepted: the system's, and the base's where they were read just now. */
function listsOf({ system, bases: kept }: Accepted['heads']): { head: Snapshot; packed: Uint8Array }[] {
  const read = bases.value.flatMap((base) => {
    const at = entryOf(base)?.at;
    return at && typeof at !== 'string' ? at : [];
  });
  return [
    ...(system && props.system.packed ? [{ head: system, packed: props.system.packed }] : []),
    ...kept.map((head, i) => ({ head, packed: read[i].packed })),
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
      <v-select
        v-for="place in Math.max(1, bases.length)"
        :key="place"
        :model-value="bases[place - 1] ?? NO_BASE"
        :items="baseItems"
        :label="place === 1 ? 'Base' : 'Further base'"
        @update:model-value="chooseBase(place - 1, $event)"
      />
      <button v-if="hasMore" type="button" class="more-bases small" @click="addBase">
        Add a further base
      </button>
      <template v-if="bases.length">
        <v-select v-model="relation" :items="relationItems" label="Relation" />
        <div v-if="newEntry" class="new-base">
          <p class="small soft">
            The base is not in the catalogue yet. It is recorded under this name, with its index for the next
            system.
          </p>
          <v-text-field
            :model-value="newBase.name"
            label="Base: distribution"
            @update:model-value="nameBase({ name: $event })"
            @change="tellMaker"
          />
          <v-text-field
            :model-value="newBase.version"
            label="Base: release"
            @update:model-value="nameBase({ version: $event })"
          />
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
          bases.length === 0
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
.more-bases {
  justify-self: start;
  color: rgb(var(--v-theme-accent-ink));
}
.new-base {
  margin: 0;
  padding-left: 10px;
  border-left: 3px solid rgb(var(--v-theme-line));
}
</style>
