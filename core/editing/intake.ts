/** What was read from a system or a repository becomes part of the catalogue: each one undoable step. */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import { createDistribution } from '../catalogue/distribution.ts';
import { createIdSource } from '../catalogue/freshId.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { createRelease } from '../catalogue/release.ts';
import type { Snapshot } from '../catalogue/snapshot.ts';
import { acceptPlacement, type Accepted, type Acceptance } from '../capture/acceptPlacement.ts';
import { snapshotOfIndex, type KeptIndex } from '../capture/keptIndex.ts';
import { distributionNamed, findRelease } from '../capture/known.ts';
import { createEdit, type Edited } from './labelledEdit.ts';

/** Accepts what was read from a system: distribution, release, base, source and readings. */
export function acceptSystem(catalogue: Catalogue, acceptance: Acceptance): Edited<Accepted> {
  const accepted = acceptPlacement(catalogue, acceptance);
  const label = {
    code: 'system.accept',
    params: { name: acceptance.distribution, version: acceptance.version },
  } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, accepted.records), accepted);
}

/** Whose package lists are kept: of a distribution as a whole, or of one of its releases. */
interface ListOwner {
  readonly name: string;
  /** Empty for lists of no release. */
  readonly version: string;
  readonly codeName: string;
}

/** Keeps package lists as those of a distribution, which is made where it is not known; gives their heads in order. */
export function keepLists(
  catalogue: Catalogue,
  { name, version, codeName }: ListOwner,
  indexes: readonly KeptIndex[],
): Edited<readonly Snapshot[]> {
  const freshId = createIdSource((id) => Boolean(findRecord(catalogue, id)));
  const records: AnyRecord[] = [];
  const known = distributionNamed(catalogue, name);
  const distribution = known?.id ?? freshId('distribution', name);
  if (!known) records.push(createDistribution({ id: distribution, name }));
  let of: RecordId = distribution;
  if (version) {
    const there = findRelease(catalogue, name, version);
    of = there ?? freshId('release', `${name}-${version}`);
    if (!there) records.push(createRelease({ id: of, distribution, version, codeName }));
  }
  const heads = indexes.map((index) =>
    snapshotOfIndex(freshId('snapshot', `${index.name} ${index.date}`), index, of),
  );
  const label = { code: 'lists.keep', params: { count: heads.length, of: name } } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, [...records, ...heads]), heads);
}
