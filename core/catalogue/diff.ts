/**
 * Edits as normalised diffs. Undo is the reverse of a diff, saving is appending it, history is keeping it.
 * Laws: apply(c, diff(c, d)) = d; apply(apply(c, x), reverse(x)) = c; reverse(reverse(x)) = x.
 */
import { findRecord, recordsPointingTo, type Catalogue } from './catalogue.ts';
import type { PagedMap } from './pagedMap.ts';
import { KIND_NAMES, kindOf, referencesOf, type AnyRecord, type KindName } from './recordKinds.ts';
import type { RecordId } from './recordKind.ts';

/** What changes between two catalogues. An id stands in one of the three only. */
export interface Diff {
  readonly added: Readonly<Record<RecordId, AnyRecord>>;
  readonly changed: Readonly<Record<RecordId, readonly [before: AnyRecord, after: AnyRecord]>>;
  readonly removed: Readonly<Record<RecordId, AnyRecord>>;
}

/** True if a diff changes nothing. */
export function isEmptyDiff(diff: Diff): boolean {
  return [diff.added, diff.changed, diff.removed].every((part) => Object.keys(part).length === 0);
}

/** The diff that puts these records in place of what stands under their ids, and takes out others. */
export function diffOfRecords(
  catalogue: Catalogue,
  put: Iterable<AnyRecord>,
  remove: Iterable<RecordId> = [],
): Diff {
  const added: Record<RecordId, AnyRecord> = {};
  const changed: Record<RecordId, readonly [AnyRecord, AnyRecord]> = {};
  const removed: Record<RecordId, AnyRecord> = {};
  for (const record of put) {
    const before = findRecord(catalogue, record.id);
    if (!before) added[record.id] = record;
    else if (!equalRecords(before, record)) changed[record.id] = [before, record];
  }
  for (const id of remove) {
    const before = findRecord(catalogue, id);
    if (before) removed[id] = before;
  }
  return { added, changed, removed };
}

/** The diff that takes out records together with all that cannot be without them. */
export function diffOfRemoval(catalogue: Catalogue, ids: Iterable<RecordId>): Diff {
  const gone = new Set<RecordId>();
  const queue = [...ids];
  for (let id = queue.pop(); id !== undefined; id = queue.pop()) {
    if (gone.has(id)) continue;
    gone.add(id);
    for (const kind of KIND_NAMES) {
      for (const record of recordsPointingTo(catalogue, id, kind)) queue.push(record.id);
    }
  }
  return diffOfRecords(catalogue, [], gone);
}

/** The diff from one catalogue to another. Pages that are the same object are skipped. */
export function diffCatalogues(from: Catalogue, to: Catalogue): Diff {
  const put: AnyRecord[] = [];
  const remove: RecordId[] = [];
  for (const kind of KIND_NAMES) {
    const before = from.records[kind].pages as readonly ReadonlyMap<string, AnyRecord>[];
    const after = to.records[kind].pages as readonly ReadonlyMap<string, AnyRecord>[];
    after.forEach((page, index) => {
      if (page === before[index]) return;
      for (const [id, record] of page) if (before[index].get(id) !== record) put.push(record);
      for (const id of before[index].keys()) if (!page.has(id)) remove.push(id);
    });
  }
  return diffOfRecords(from, put, remove);
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

/** The diff that takes another back. */
export function reverseDiff(diff: Diff): Diff {
  const changed = Object.entries(diff.changed).map(([id, [before, after]]) => [id, [after, before]] as const);
  return { added: diff.removed, changed: Object.fromEntries(changed), removed: diff.added };
}

function equalRecords(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || !a || !b || Array.isArray(a) !== Array.isArray(b))
    return false;
  const x = a as Record<string, unknown>;
  const y = b as Record<string, unknown>;
  const keys = new Set([...Object.keys(x), ...Object.keys(y)]);
  for (const key of keys) if (!equalRecords(x[key], y[key])) return false;
  return true;
}
