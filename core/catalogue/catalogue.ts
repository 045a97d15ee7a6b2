/**
 * A catalogue: all records of one analyst as an immutable value, with an index of who points to whom.
 * It changes only by diffs (diff.ts); everything that saves, undoes or compares rests on that.
 */
import type { Diff } from './diff.ts';
import { createPagedMap, type PagedMap } from './pagedMap.ts';
import {
  KIND_NAMES,
  kindOf,
  referencesOf,
  type AnyRecord,
  type KindName,
  type RecordTypes,
} from './recordKinds.ts';
import type { RecordId } from './recordKind.ts';

/** Pages per kind: about 3,000 records a page at 200,000 readings, and few writes for a small catalogue. */
export const PAGE_COUNT = 64;

export interface Catalogue {
  readonly records: { readonly [K in KindName]: PagedMap<RecordTypes[K]> };
  /** For each id, the ids of the records that point to it. */
  readonly pointers: PagedMap<ReadonlySet<RecordId>>;
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

/** The records of a kind that point to an id: the readings of a release, the releases of a distribution. */
export function recordsPointingTo<K extends KindName>(
  catalogue: Catalogue,
  id: RecordId,
  kind: K,
): RecordTypes[K][] {
  const found: RecordTypes[K][] = [];
  for (const pointer of catalogue.pointers.get(id) ?? []) {
    const record = catalogue.records[kind].get(pointer);
    if (record) found.push(record);
  }
  return found;
}

/**
 * The catalogue after a diff. Throws if the diff was made for another state (a bug: diffs are made from the
 * catalogue they are applied to), so that an undo can never silently lose something.
 */
export function applyDiff(catalogue: Catalogue, diff: Diff): Catalogue {
  const byKind = new Map<KindName, [string, AnyRecord | undefined][]>();
  const pointers = new Map<RecordId, Set<RecordId>>();

  const change = (id: RecordId, before: AnyRecord | undefined, after: AnyRecord | undefined) => {
    const kind = kindOf(id);
    const present = catalogue.records[kind].get(id);
    if (!present !== !before) {
      throw new Error(
        `catalogue: diff expects "${id}" ${before ? 'to be there' : 'to be absent'}, and it is not so`,
      );
    }
    let changes = byKind.get(kind);
    if (!changes) byKind.set(kind, (changes = []));
    changes.push([id, after]);
    if (before) for (const target of referencesOf(before)) pointersTo(target).delete(id);
    if (after) for (const target of referencesOf(after)) pointersTo(target).add(id);
  };
  const pointersTo = (target: RecordId): Set<RecordId> => {
    let set = pointers.get(target);
    if (!set) pointers.set(target, (set = new Set(catalogue.pointers.get(target))));
    return set;
  };

  for (const [id, record] of Object.entries(diff.added)) change(id, undefined, record);
  for (const [id, [before, after]] of Object.entries(diff.changed)) change(id, before, after);
  for (const [id, record] of Object.entries(diff.removed)) change(id, record, undefined);
  if (byKind.size === 0) return catalogue;

  const records = { ...catalogue.records } as Record<KindName, PagedMap<AnyRecord>>;
  for (const [kind, changes] of byKind) records[kind] = records[kind].with(changes);
  return {
    records: records as unknown as Catalogue['records'],
    pointers: catalogue.pointers.with(
      [...pointers].map(([id, set]) => [id, set.size ? set : undefined] as const),
    ),
  };
}
