/**
 * Edits as normalised diffs. Undo is the reverse of a diff, saving is appending it, history is keeping it.
 * Laws: apply(c, diff(c, d)) = d; apply(apply(c, x), reverse(x)) = c; reverse(reverse(x)) = x.
 */
import { findRecord, type Catalogue } from './catalogue.ts';
import { KIND_NAMES, type AnyRecord } from './recordKinds.ts';
import type { RecordId } from './recordId.ts';
import { equalRecords } from './equalRecords.ts';

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

/** The diff that takes another back. */
export function reverseDiff(diff: Diff): Diff {
  const changed = Object.entries(diff.changed).map(([id, [before, after]]) => [id, [after, before]] as const);
  return { added: diff.removed, changed: Object.fromEntries(changed), removed: diff.added };
}
