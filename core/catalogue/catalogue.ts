/**
 * A catalogue: all records of one analyst as an immutable value, with an index of who points to whom.
 * It changes only by diffs (diff.ts); everything that saves, undoes or compares rests on that.
 */
import { createPagedMap, type PagedMap } from './pagedMap.ts';
import { KIND_NAMES, kindOf, type AnyRecord, type KindName, type RecordTypes } from './recordKinds.ts';
import type { RecordId } from './recordId.ts';

/** Pages per kind: about 3,000 records a page at 200,000 readings, and few writes for a small catalogue. */
export const PAGE_COUNT = 64;

/** All records of one analyst, by kind, and who names whom. */
export interface Catalogue {
  readonly records: { readonly [K in KindName]: PagedMap<RecordTypes[K]> };
  /** For each id, the ids of the records that point to it, each once, in no particular order. */
  readonly pointers: PagedMap<Iterable<RecordId>>;
}

/** A catalogue without any record. */
export function createCatalogue(): Catalogue {
  const records = Object.fromEntries(KIND_NAMES.map((kind) => [kind, createPagedMap(PAGE_COUNT)]));
  return { records: records as unknown as Catalogue['records'], pointers: createPagedMap(PAGE_COUNT) };
}

/** The record with this id, of whatever kind, or undefined. */
export function findRecord(catalogue: Catalogue, id: RecordId): AnyRecord | undefined {
  return catalogue.records[kindOf(id)].get(id);
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
