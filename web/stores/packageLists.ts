/**
 * The package lists beside the catalogue: what candidates they make, their packed bytes for a worker, and keeping
 * further ones, a later state of a repository as its difference from the last.
 */
import { computed } from 'vue';
import { recordOf, recordsOf } from '../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import { compareWhen } from '../../core/catalogue/when.ts';
import type { KeptIndex } from '../../core/capture/keptIndex.ts';
import { chainOfList } from '../../core/packages/packedLists.ts';
import { describeCandidates, type DescribedCandidate } from '../../core/lineage/baseCandidates.ts';
import type { Family } from '../../core/formats/family.ts';
import type { Snapshot } from '../../core/catalogue/snapshot.ts';
import { referenceOf } from '../../core/packages/packSeries.ts';
import { fileLists, type FiledLists } from '../../workspace/catalogueStorage.ts';
import type { IndexSummary } from '../../workspace/intakeMessages.ts';
import type { CandidateMessage } from '../../workspace/candidateMessage.ts';
import { PackageClient } from '../workers/packageClient.ts';
import { useCatalogueStore } from './catalogueStore.ts';
import { currentDay, today } from './clock.ts';

/** What is recorded of a package list that was read from a file or a mirror. */
export function keptIndex({
  name,
  path,
  date,
  family,
  packageCount,
  signature,
  signer,
  losses,
}: IndexSummary): KeptIndex {
  return {
    name,
    origin: path,
    date: date || today(),
    family,
    packages: packageCount,
    signature,
    signer,
    losses,
  };
}

/** A described candidate as a worker takes it. */
export function candidateMessage(candidate: DescribedCandidate): CandidateMessage {
  const states = candidate.states.map(({ date, lists }) => ({
    date,
    lists: lists.map(({ snapshot, name, part }) => ({ name, part, key: snapshot })),
  }));
  return { ...candidate, states };
}

/** Candidates and packed lists of the open catalogue. */
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

  /** The snapshot of the same repository that comes before this one, among the recorded ones and others. */
  function before(snapshot: Snapshot, others: readonly Snapshot[]): RecordId | undefined {
    const { id, of, name, family, date = '' } = snapshot;
    return [...recordsOf(store.catalogue, 'snapshot'), ...others]
      .filter((each) => each.id !== id && each.of === of && each.name === name && each.family === family)
      .filter((each) => compareWhen(each.date ?? '', date) <= 0)
      .sort((a, b) => compareWhen(b.date ?? '', a.date ?? ''))[0]?.id;
  }

  /** Packed lists made ready to be saved with the edit that brings their heads: a later state as its difference. */
  async function fileForSaving(
    lists: readonly { readonly head: Snapshot; readonly packed: Uint8Array }[],
  ): Promise<FiledLists> {
    const client = new PackageClient();
    const kept = new Map<RecordId, Uint8Array>();
    try {
      for (const [i, { head, packed }] of lists.entries()) {
        const last = before(
          head,
          lists.slice(0, i).map((each) => each.head),
        );
        const chains = last ? await chainsOf(last, kept) : kept;
        const chain = (last && chainOfList(chains, last)) || [];
        kept.set(
          head.id,
          chain.length
            ? await client.ask('shrink', { packed, chain: chain.map((each) => chains.get(each)!), id: last! })
            : packed,
        );
      }
    } finally {
      client.stop();
    }
    return fileLists(kept);
  }

  /** A list with all that it rests on: what is saved already, and what comes with the same edit. */
  async function chainsOf(id: RecordId, kept: ReadonlyMap<RecordId, Uint8Array>) {
    const rests = [...kept.values()].flatMap((packed) => referenceOf(packed) ?? []);
    const stored = await store.loadChains([id, ...rests].filter((each) => !kept.has(each)));
    return new Map([...stored, ...kept]);
  }

  return { described, familyOf, packedOf, fileForSaving };
}
