/** Diffs that follow from what records are to each other: deletion and renaming. */
import { findRecord, type Catalogue } from './catalogue.ts';
import type { AnyRecord } from './recordKinds.ts';
import { referenceTableOf } from './kindOf.ts';
import { withoutMentions, withRenamedMentions } from './references.ts';
import type { RecordId } from './recordId.ts';
import { type Diff, diffOfRecords } from './diff.ts';

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
    for (const pointer of catalogue.pointers.all(id)) {
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
    for (const each of [id, ...catalogue.pointers.all(id)]) {
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
