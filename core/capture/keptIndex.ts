/** A repository's package list that is kept in the catalogue. */
import type { RecordId } from '../catalogue/recordId.ts';
import { createSnapshot, type Snapshot } from '../catalogue/snapshot.ts';
import { keptLosses, type Loss } from '../catalogue/loss.ts';
import type { When } from '../catalogue/when.ts';
import type { Family } from '../formats/family.ts';

/** A repository's package list that is to be kept; its packages are stored by the caller. */
export interface KeptIndex {
  readonly name: string;
  readonly origin: string;
  readonly date: When;
  readonly family: Family;
  readonly packages: number;
  readonly signature: Snapshot['signature'];
  readonly signer?: string;
  /** What was not read of it. */
  readonly losses?: readonly Loss[];
}

/** The head of a kept package list. */
export function snapshotOfIndex(
  id: RecordId,
  { date, losses = [], ...index }: KeptIndex,
  of: RecordId,
): Snapshot {
  return createSnapshot({
    id,
    of,
    role: 'repository',
    ...index,
    losses: keptLosses(losses),
    date: date || undefined,
  });
}
