/** The catalogue after a diff. Law: apply(c, diff(c, d)) = d. */
import { createIssue, failure, success, type Result } from '../issue.ts';
import { findRecord, type Catalogue } from './catalogue.ts';
import type { PagedMap } from './pagedMap.ts';
import type { AnyRecord, KindName } from './recordKinds.ts';
import { kindOf, referencesOf } from './kindOf.ts';
import type { RecordId } from './recordId.ts';
import { type Diff, diffOfRecords } from './diff.ts';
import { handOnEntered } from './entered.ts';
import { equalRecords } from './equalRecords.ts';

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
  const pointers = new Map<RecordId, Map<RecordId, boolean>>();

  const change = (id: RecordId, before: AnyRecord | undefined, after: AnyRecord | undefined) => {
    const kind = kindOf(id);
    let changes = byKind.get(kind);
    if (!changes) byKind.set(kind, (changes = []));
    changes.push([id, after]);
    if (before) for (const target of referencesOf(before)) pointersTo(target.id).set(id, false);
    if (after) for (const target of referencesOf(after)) pointersTo(target.id).set(id, true);
  };
  const pointersTo = (target: RecordId): Map<RecordId, boolean> => {
    let changes = pointers.get(target);
    if (!changes) pointers.set(target, (changes = new Map()));
    return changes;
  };

  for (const [id, record] of Object.entries(diff.added)) change(id, undefined, record);
  for (const [id, [before, after]] of Object.entries(diff.changed)) change(id, before, after);
  for (const [id, record] of Object.entries(diff.removed)) change(id, record, undefined);
  if (byKind.size === 0) return catalogue;

  const records = { ...catalogue.records } as Record<KindName, PagedMap<AnyRecord>>;
  for (const [kind, changes] of byKind) records[kind] = records[kind].with(changes);
  const after: Catalogue = {
    records: records as unknown as Catalogue['records'],
    pointers: catalogue.pointers.with(pointers),
  };
  handOnEntered(catalogue, after, Object.values(diff.added));
  return after;
}
