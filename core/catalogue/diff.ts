/**
 * Edits as normalised diffs. Undo is the reverse of a diff, saving is appending it, history is keeping it.
 * Laws: apply(c, diff(c, d)) = d; apply(apply(c, x), reverse(x)) = c; reverse(reverse(x)) = x.
 */
import { createIssue, failure, success, type Result } from '../issue.ts';
import { findRecord, type Catalogue } from './catalogue.ts';
import type { PagedMap } from './pagedMap.ts';
import {
  KIND_NAMES,
  kindOf,
  referencesOf,
  referenceTableOf,
  type AnyRecord,
  type KindName,
} from './recordKinds.ts';
import { withoutMentions, withRenamedMentions } from './references.ts';
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

/**
 * The diff that takes out records together with what belongs to them alone; what only cites them stays, without the mention
 * (the tables of the kinds say which, recordKind.ts).
 */
export function diffOfRemoval(catalogue: Catalogue, ids: Iterable<RecordId>): Diff {
  const gone = new Set<RecordId>();
  const touched = new Set<RecordId>();
  const queue = [...ids];
  for (let id = queue.pop(); id !== undefined; id = queue.pop()) {
    if (gone.has(id)) continue;
    gone.add(id);
    for (const pointer of catalogue.pointers.get(id) ?? []) {
      if (gone.has(pointer)) continue;
      const record = findRecord(catalogue, pointer)!;
      if (withoutMentions(record, referenceTableOf(record), (each) => gone.has(each))) touched.add(pointer);
      else queue.push(pointer);
    }
  }
  const left: AnyRecord[] = [];
  for (const id of touched) {
    const record = findRecord(catalogue, id);
    const rest =
      record && !gone.has(id) && withoutMentions(record, referenceTableOf(record), (each) => gone.has(each));
    if (rest) left.push(rest);
  }
  return diffOfRecords(catalogue, left, gone);
}

/** The diff that gives records other ids, everywhere they are named. Ids that are not there, or the same, change nothing. */
export function diffOfRenaming(catalogue: Catalogue, renamed: ReadonlyMap<RecordId, RecordId>): Diff {
  const put = new Map<RecordId, AnyRecord>();
  const remove: RecordId[] = [];
  const idNow = (id: RecordId) => renamed.get(id) ?? id;
  for (const [id, next] of renamed) {
    const record = findRecord(catalogue, id);
    if (!record || id === next) continue;
    remove.push(id);
    for (const each of [id, ...(catalogue.pointers.get(id) ?? [])]) {
      const named = findRecord(catalogue, each)!;
      const after = withRenamedMentions(named, referenceTableOf(named), idNow);
      put.set(idNow(each), { ...after, id: idNow(each) } as AnyRecord);
    }
  }
  return diffOfRecords(
    catalogue,
    put.values(),
    remove.filter((id) => !put.has(id)),
  );
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
 * The catalogue after a diff. A diff that was made for another state (what it changes or removes is not as it was, what it
 * adds is there already) is refused whole with issues `diff.stale`, so that nothing is overwritten unseen.
 */
export function applyDiff(catalogue: Catalogue, diff: Diff): Result<Catalogue> {
  const stale = staleIds(catalogue, diff);
  if (stale.length > 0) return failure(...stale.map((id) => createIssue('error', 'diff.stale', id, { id })));
  return success(applied(catalogue, diff));
}

/** The catalogue with records put in place of what stands under their ids, and others taken out. Nothing is checked. */
export function withRecords(
  catalogue: Catalogue,
  put: Iterable<AnyRecord>,
  remove: Iterable<RecordId> = [],
): Catalogue {
  return applied(catalogue, diffOfRecords(catalogue, put, remove));
}

/** The ids for which a diff expects something else than what is there. */
function staleIds(catalogue: Catalogue, diff: Diff): RecordId[] {
  const expected = (id: RecordId, before: AnyRecord | undefined) =>
    equalRecords(findRecord(catalogue, id), before);
  return [
    ...Object.keys(diff.added).filter((id) => !expected(id, undefined)),
    ...Object.entries(diff.changed).flatMap(([id, [before]]) => (expected(id, before) ? [] : [id])),
    ...Object.entries(diff.removed).flatMap(([id, before]) => (expected(id, before) ? [] : [id])),
  ];
}

function applied(catalogue: Catalogue, diff: Diff): Catalogue {
  const byKind = new Map<KindName, [string, AnyRecord | undefined][]>();
  const pointers = new Map<RecordId, Set<RecordId>>();

  const change = (id: RecordId, before: AnyRecord | undefined, after: AnyRecord | undefined) => {
    const kind = kindOf(id);
    let changes = byKind.get(kind);
    if (!changes) byKind.set(kind, (changes = []));
    changes.push([id, after]);
    if (before) for (const target of referencesOf(before)) pointersTo(target.id).delete(id);
    if (after) for (const target of referencesOf(after)) pointersTo(target.id).add(id);
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
