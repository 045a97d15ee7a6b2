/**
 * The package lists beside the catalogue: what candidates they make, their packed bytes for a worker, and keeping
 * further ones, a later state of a repository as its difference from the last.
 */
import { computed } from 'vue';
import { recordOf, recordsOf } from '../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../core/catalogue/recordKind.ts';
import { compareWhen } from '../../core/catalogue/when.ts';
import type { KeptIndex } from '../../core/capture/acceptPlacement.ts';
import { chainOfList } from '../../core/packages/packedLists.ts';
import { describeCandidates, type DescribedCandidate } from '../../core/lineage/baseCandidates.ts';
import type { Family } from '../../core/formats/packageColumns.ts';
import type { CandidateMessage, IndexSummary } from '../workers/intakeMessages.ts';
import { PackageClient } from '../workers/packageClient.ts';
import { useCatalogueStore } from './catalogueStore.ts';
import { currentDay, today } from './clock.ts';

/** What is recorded of a package list that was read from a file or a mirror. */
export function keptIndex({ name, path, date, family, packageCount, signature }: IndexSummary): KeptIndex {
  return { name, origin: path, date: date || today(), family, packages: packageCount, signature };
}

/** A described candidate as a worker takes it. */
export function candidateMessage(candidate: DescribedCandidate): CandidateMessage {
  const states = candidate.states.map(({ date, lists }) => ({
    date,
    lists: lists.map(({ snapshot, name, part }) => ({ name, part, key: snapshot })),
  }));
  return { ...candidate, states };
}

export function usePackageLists() {
  const store = useCatalogueStore();
  const described = computed(() => describeCandidates(store.catalogue, currentDay()));

  /** The format of a candidate's packages. */
  function familyOf({ states }: DescribedCandidate): Family | undefined {
    return recordOf(store.catalogue, 'snapshot', states[0].lists[0].snapshot)?.family;
  }

  /** The packed lists of candidates, and further ones, with all that they rest on. */
  function packedOf(
    candidates: readonly CandidateMessage[],
    more: readonly string[] = [],
  ): Promise<Map<string, Uint8Array>> {
    const keys = candidates.flatMap(({ states }) =>
      states.flatMap(({ lists }) => lists.map(({ key }) => key)),
    );
    return store.loadChains([...new Set([...keys, ...more])]);
  }

  /** The snapshot of the same repository that comes before this one. */
  function before(id: RecordId): RecordId | undefined {
    const snapshot = recordOf(store.catalogue, 'snapshot', id);
    if (!snapshot) return undefined;
    const { of, name, family, date = '' } = snapshot;
    return [...recordsOf(store.catalogue, 'snapshot')]
      .filter((each) => each.id !== id && each.of === of && each.name === name && each.family === family)
      .filter((each) => compareWhen(each.date ?? '', date) <= 0)
      .sort((a, b) => compareWhen(b.date ?? '', a.date ?? ''))[0]?.id;
  }

  /** Stores lists of snapshots that are recorded already. */
  async function keepPackages(lists: readonly { id: RecordId; packed: Uint8Array }[]): Promise<void> {
    const client = new PackageClient();
    try {
      for (const { id, packed } of lists) {
        const last = before(id);
        const chains = last ? await store.loadChains([last]) : new Map<string, Uint8Array>();
        const chain = (last && chainOfList(chains, last)) || [];
        const kept = chain.length
          ? await client.ask('shrink', { packed, chain: chain.map((each) => chains.get(each)!), id: last! })
          : packed;
        await store.savePackages(id, kept);
      }
    } finally {
      client.stop();
    }
  }

  return { described, familyOf, packedOf, keepPackages };
}
