/**
 * A catalogue: all records of one analyst as an immutable value, with an index of who points to whom.
 * It changes only by diffs (diff.ts); everything that saves, undoes or compares rests on that.
 */
import type { PagedMap } from './pagedMap.ts';
import type { PointerIndex } from './pointerIndex.ts';
import type { AnyRecord, KindName, RecordTypes } from './recordKinds.ts';
import { findKindOf } from './kindOf.ts';
import type { RecordId } from './recordId.ts';

/** All records of one analyst, by kind, and who names whom. */
export interface Catalogue {
  readonly records: { readonly [K in KindName]: PagedMap<RecordTypes[K]> };
  readonly pointers: PointerIndex;
}

/** The record with this id, of whatever kind, or undefined, also for a text that is no id. */
export function findRecord(catalogue: Catalogue, id: RecordId): AnyRecord | undefined {
  const kind = findKindOf(id);
  return kind && catalogue.records[kind].get(id);
}

/** The record of a kind with this id, or undefined; an id of another kind gives undefined as well. */
export function recordOf<K extends KindName>(
  catalogue: Catalogue,
  kind: K,
  id: RecordId,
): RecordTypes[K] | undefined {
  return catalogue.records[kind].get(id);
}

/** All records of a kind, in no particular order. */
export function recordsOf<K extends KindName>(
  catalogue: Catalogue,
  kind: K,
): IterableIterator<RecordTypes[K]> {
  return catalogue.records[kind].values();
}
