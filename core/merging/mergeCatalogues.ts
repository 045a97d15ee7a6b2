/**
 * Two catalogues become one. With the ancestor that both come from, what one of them changed since is taken; without, what
 * either has is there. Sayings join; a field that both changed, a deletion against a change, and two links that cannot both
 * hold are conflicts, of which mine stands until it is decided.
 *
 * Laws: merge(c, c) changes nothing; merge(mine, base, base) is mine; what is in no conflict is in the result, whichever side
 * it comes from; the result is whole (checkDiff finds nothing in it).
 */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import { diffOfRecords, type Diff } from '../catalogue/diff.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import { allRecords } from '../catalogue/allRecords.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { choiceOf, UNDECIDED, type Conflict, type Decisions, type Meeting } from './conflict.ts';
import { Deletions } from './deletions.ts';
import { SAYINGS, saySame } from './identity.ts';
import { meetRecords, type Met } from './meeting.ts';
import { Overlay } from './overlay.ts';
import { mergeRecord } from './mergeRecord.ts';
import { settleAccepted, settleLinks } from './rules.ts';

/** What came of a merge. */
export interface Merge {
  /** The result, and the way to it from mine. */
  readonly catalogue: Catalogue;
  readonly diff: Diff;
  readonly isThreeWay: boolean;
  /** Every conflict, also those that were decided. */
  readonly conflicts: readonly Conflict[];
  readonly undecided: readonly Conflict[];
  /** What may be the same thing; kept apart until that is said. */
  readonly meetings: readonly Meeting[];
  /** Ids of theirs that are others in the result. */
  readonly renamed: ReadonlyMap<RecordId, RecordId>;
  /** Records of theirs that were in mine already, word for word. */
  readonly same: number;
  /** Records out of which the mention of something deleted was taken. */
  readonly freed: readonly RecordId[];
}

/** Merges theirs into mine. `base` is the ancestor, where it is known. */
export function mergeCatalogues(
  mine: Catalogue,
  theirs: Catalogue,
  base: Catalogue | null = null,
  decisions: Decisions = UNDECIDED,
): Merge {
  const decide = (conflict: Pick<Conflict, 'record' | 'field' | 'rule'>) => choiceOf(decisions, conflict);
  const met = meetRecords(mine, theirs, base, decisions);
  const merged = new Overlay(mine);
  const conflicts: Conflict[] = [];
  let same = 0;
  for (const own of allRecords(mine)) {
    const other = met.get(own.id);
    if (!other) {
      // Of what the ancestor has, theirs deleted it: what stays of that is settled below.
      if (base && findRecord(base, own.id)) merged.delete(own.id);
      continue;
    }
    if (saySame(own, other)) {
      same++;
      continue;
    }
    const before = base ? findRecord(base, own.id) : undefined;
    const result = mergeRecord(before, own, withOwnNumber(other, own), decide);
    conflicts.push(...result.conflicts);
    merged.set(result.record);
    if (SAYINGS.has(own.kind) && result.conflicts.some((conflict) => decide(conflict) === 'both'))
      addBeside(merged, own.id, other, met);
  }
  for (const other of met.records())
    if (!mine.records[other.kind].has(other.id) && !base?.records[other.kind].has(other.id))
      merged.set(other);
  conflicts.push(...new Deletions(mine, met, base).settle(merged, decide));
  conflicts.push(...settleAccepted(merged, mine, met, base, decide));
  const freed = merged.mend();
  conflicts.push(...settleLinks(merged, mine, met, decide));
  const diff = diffOfRecords(mine, merged.put.values(), merged.removed);
  return {
    catalogue: withRecords(mine, merged.put.values(), merged.removed),
    diff,
    isThreeWay: base !== null,
    conflicts,
    undecided: conflicts.filter((conflict) => decide(conflict) === undefined),
    meetings: met.meetings,
    renamed: met.renamed,
    same,
    freed,
  };
}

/** The number of entering is each catalogue's own. */
const withOwnNumber = (record: AnyRecord, { entered }: AnyRecord): AnyRecord =>
  record.entered === entered ? record : ({ ...record, entered } as AnyRecord);

function addBeside(merged: Overlay, id: RecordId, record: AnyRecord, theirs: Met): void {
  const isTaken = (each: RecordId) => merged.has(each) || theirs.get(each) !== undefined;
  const fresh = createFreshId(record.kind, id.slice(record.kind.length + 1), isTaken);
  merged.set({ ...record, id: fresh } as AnyRecord);
}
