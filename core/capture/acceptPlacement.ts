/**
 * Turns what was read from a system, as far as the analyst takes it, into records: distribution, release,
 * lineage link, the comparison behind it, the source and its readings. Gives records only; the caller makes
 * one edit of them, so that one undo takes all of it back.
 */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import { createComparison, type Comparison } from '../catalogue/comparison.ts';
import { createDistribution } from '../catalogue/distribution.ts';
import { createLink, type Link } from '../catalogue/link.ts';
import type { Relation } from '../catalogue/relations.ts';
import { createReading, type Reading } from '../catalogue/reading.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { createRelease } from '../catalogue/release.ts';
import { createSnapshot, type Snapshot } from '../catalogue/snapshot.ts';
import { createSource } from '../catalogue/source.ts';
import { keptLosses, lossesOf, type Loss } from '../catalogue/loss.ts';
import type { Conditions } from '../catalogue/conditions.ts';
import type { When } from '../catalogue/when.ts';
import type { Account } from '../packages/account.ts';
import type { RankedCandidate } from '../packages/findBase.ts';
import type { FactProposal } from './proposeFacts.ts';
import type { ReadSystem } from './system.ts';
import { findRelease, distributionNamed } from './known.ts';
import { type KeptIndex, snapshotOfIndex } from './keptIndex.ts';

/** What the analyst takes of a capture. */
export interface Acceptance {
  readonly system: ReadSystem;
  /** Name of the distribution; an existing one of that name gets the release. */
  readonly distribution: string;
  readonly version: string;
  readonly facts: readonly FactProposal[];
  /** Under which the system was captured (conditions.ts). */
  readonly conditions: Conditions;
  /** The bases, if the placing is taken: one, or those that a mixture is put together from, in order. */
  readonly bases: readonly AcceptedBase[];
  /** True for a system that was read from its image and never started. */
  readonly isImage: boolean;
  /** The day on which it was taken, as the capture says; empty when it does not. */
  readonly taken: When;
  /** The day on which the capture was read. */
  readonly today: When;
  readonly by: string;
}

/** The base that the analyst takes, in which relation, and what the packages say of it. */
export interface AcceptedBase {
  /** The base's record; or its name and version, for a base that the catalogue does not have yet. */
  readonly at: RecordId | { readonly distribution: string; readonly version: string };
  readonly relation: Relation;
  readonly candidate: RankedCandidate;
  readonly accounts: readonly Account[];
  /** What was not read of the base's lists. */
  readonly losses?: readonly Loss[];
  /** The base's package lists, when they came with the system and are to be kept for the next one. */
  readonly indexes?: readonly KeptIndex[];
}

/** The records of an acceptance, and the id of the release that was described. */
export interface Accepted {
  readonly records: readonly AnyRecord[];
  readonly release: RecordId;
  /** The heads of package lists, whose packages are stored under their ids: the system's, and the bases' in their order. */
  readonly heads: { readonly system?: Snapshot; readonly bases: readonly Snapshot[] };
}

/** Makes the records. Names that exist already are reused; nothing that is there is overwritten. */
export function acceptPlacement(catalogue: Catalogue, acceptance: Acceptance): Accepted {
  const records: AnyRecord[] = [];
  const isTaken = (id: RecordId) =>
    findRecord(catalogue, id) !== undefined || records.some((record) => record.id === id);
  const fresh = (kind: string, text: string): RecordId => createFreshId(kind, text, isTaken);
  const releaseNamed = (name: string, version: string): RecordId => {
    const there = findRelease(catalogue, name, version);
    if (there) return there;
    const known = distributionNamed(catalogue, name);
    const distribution = known?.id ?? fresh('distribution', name);
    if (!known) records.push(createDistribution({ id: distribution, name }));
    const id = fresh('release', `${name}-${version}`);
    records.push(createRelease({ id, distribution, version }));
    return id;
  };

  const { system, today, by } = acceptance;
  const taken = acceptance.taken || today;
  const release = releaseNamed(acceptance.distribution, acceptance.version);
  const { isImage } = acceptance;
  const title = `${isImage ? 'Image' : 'Capture'} of ${acceptance.distribution} ${acceptance.version}`;
  const source = createSource({
    id: fresh('source', `${title.replace(' of', '')} ${taken}`),
    sourceKind: isImage ? 'image' : 'capture',
    title,
    place: system.root,
    date: taken,
    read: today,
    by,
    conditions: acceptance.conditions,
    files: system.files.map(({ path, format, bytes }) => ({ path, format, bytes })),
    losses: keptLosses(lossesOf(system.losses)),
  });
  records.push(source);

  const snapshot =
    system.packages &&
    createSnapshot({
      id: fresh('snapshot', title),
      of: release,
      role: 'system',
      name: 'installed packages',
      family: system.packages.family,
      date: taken,
      origin: system.root,
      packages: system.packages.size,
      signature: 'none',
      losses: keptLosses(lossesOf(system.listLosses)),
    });
  if (snapshot) records.push(snapshot);
  const baseSnapshots: Snapshot[] = [];
  acceptance.bases.forEach((accepted, order) => {
    const { at, indexes = [], losses = [] } = accepted;
    const base = typeof at === 'string' ? at : releaseNamed(at.distribution, at.version);
    records.push(
      ...placingRecords(accepted, {
        release,
        base,
        order,
        source: source.id,
        today: taken,
        fresh,
        losses: keptLosses([...lossesOf(system.listLosses), ...losses]),
      }),
    );
    for (const index of indexes) {
      const kept = snapshotOfIndex(fresh('snapshot', `${index.name} ${index.date}`), index, base);
      records.push(kept);
      baseSnapshots.push(kept);
    }
  });
  records.push(
    ...acceptance.facts.map((fact) =>
      readingOf(fact, release, source.id, fresh('reading', `${tokenOf(release)}-${fact.key}`), taken),
    ),
  );
  return { records, release, heads: { ...(snapshot && { system: snapshot }), bases: baseSnapshots } };
}

interface Ends {
  readonly release: RecordId;
  readonly base: RecordId;
  readonly order: number;
  readonly source: RecordId;
  readonly today: When;
  readonly fresh: (kind: string, text: string) => RecordId;
  readonly losses: readonly Loss[];
}

function placingRecords(
  accepted: AcceptedBase,
  { release, base, order, source, today, fresh, losses }: Ends,
): [Link, Comparison] {
  const pair = `${tokenOf(release)}-on-${tokenOf(base)}`;
  const { installed, same, rebuilt, patched, heldBack, ahead, own } = accepted.candidate.counts;
  return [
    createLink({
      id: fresh('link', pair),
      derivative: release,
      base,
      relation: accepted.relation,
      order,
      certainty: 'sure',
      sources: [source],
    }),
    createComparison({
      id: fresh('comparison', pair),
      derivative: release,
      base,
      source,
      date: today,
      against: [accepted.candidate.name],
      counts: { installed, same, rebuilt, patched, heldBack, ahead, own },
      accounts: accepted.accounts.map(({ name, packages }) => ({ name, packages })),
      losses: [...losses],
    }),
  ];
}

function readingOf(
  fact: FactProposal,
  subject: RecordId,
  source: RecordId,
  id: RecordId,
  date: When,
): Reading {
  return createReading({
    id,
    subject,
    key: fact.key,
    state: 'set',
    value: fact.value,
    source,
    date,
    place: fact.place,
    spoiledBy: [...fact.spoiledBy],
    certainty: fact.certainty,
    note: fact.note,
  });
}
