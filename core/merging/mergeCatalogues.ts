/**
 * Two catalogues become one. With the ancestor that both come from, what one of them changed since is taken; without, what
 * either has is there. Sayings join; a field that both changed, a deletion against a change, and two links that cannot both
 * hold are conflicts, of which mine stands until it is decided.
 *
 * Laws: merge(c, c) changes nothing; merge(mine, base, base) is mine; what is in no conflict is in the result, whichever side
 * it comes from; the result is whole (checkDiff finds nothing in it).
 */
import { findRecord, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { diffOfRecords, type Diff } from '../catalogue/diff.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import { mendReferences } from '../catalogue/mendReferences.ts';
import { KIND_NAMES, type AnyRecord } from '../catalogue/recordKinds.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { catalogueOfRecords } from '../catalogue/wholeCatalogue.ts';
import { choiceOf, UNDECIDED, type Conflict, type Decisions, type Meeting } from './conflict.ts';
import { Deletions } from './deletions.ts';
import { SAYINGS, saySame } from './identity.ts';
import { meetRecords } from './meeting.ts';
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

/** Records by id. */
export type Heap = Map<RecordId, AnyRecord>;

/** Merges theirs into mine. `base` is the ancestor, where it is known. */
export function mergeCatalogues(
  mine: Catalogue,
  theirs: Catalogue,
  base: Catalogue | null = null,
  decisions: Decisions = UNDECIDED,
): Merge {
  const decide = (conflict: Pick<Conflict, 'record' | 'field' | 'rule'>) => choiceOf(decisions, conflict);
  const met = meetRecords(mine, theirs, base, decisions);
  const heap: Heap = new Map();
  const conflicts: Conflict[] = [];
  let same = 0;
  const deletions = new Deletions(mine, met.records, base);
  for (const own of allRecords(mine)) {
    const other = met.records.get(own.id);
    if (!other) {
      if (!base || !findRecord(base, own.id)) heap.set(own.id, own);
      continue; // theirs deleted it: below
    }
    if (saySame(own, other)) same++;
    const merged = mergeRecord(
      base ? findRecord(base, own.id) : undefined,
      own,
      withOwnNumber(other, own),
      decide,
    );
    conflicts.push(...merged.conflicts);
    heap.set(own.id, merged.record);
    if (SAYINGS.has(own.kind) && merged.conflicts.some((conflict) => decide(conflict) === 'both'))
      addBeside(heap, own.id, other, met.records);
  }
  for (const [id, other] of met.records)
    if (!heap.has(id) && !(base && findRecord(base, id))) heap.set(id, other);
  conflicts.push(...deletions.settle(heap, decide));
  conflicts.push(...settleAccepted(heap, mine, met.records, base, decide));
  const mended = mendReferences(heap.values());
  const links = settleLinks(mended.records, mine, met.records, decide);
  conflicts.push(...links.conflicts);
  const catalogue = catalogueOfRecords(links.records);
  const removed = [...allRecords(mine)].filter(({ id }) => !findRecord(catalogue, id)).map(({ id }) => id);
  return {
    catalogue,
    diff: diffOfRecords(mine, allRecords(catalogue), removed),
    isThreeWay: base !== null,
    conflicts,
    undecided: conflicts.filter((conflict) => decide(conflict) === undefined),
    meetings: met.meetings,
    renamed: met.renamed,
    same,
    freed: mended.freed,
  };
}

/** Every record of a catalogue, kind by kind. */
export function* allRecords(catalogue: Catalogue): IterableIterator<AnyRecord> {
  for (const kind of KIND_NAMES) yield* recordsOf(catalogue, kind) as Iterable<AnyRecord>;
}

/** The number of entering is each catalogue's own. */
const withOwnNumber = (record: AnyRecord, { entered }: AnyRecord): AnyRecord =>
  record.entered === entered ? record : ({ ...record, entered } as AnyRecord);

function addBeside(
  heap: Heap,
  id: RecordId,
  record: AnyRecord,
  theirs: ReadonlyMap<RecordId, AnyRecord>,
): void {
  const fresh = createFreshId(
    record.kind,
    id.slice(record.kind.length + 1),
    (each) => heap.has(each) || theirs.has(each),
  );
  heap.set(fresh, { ...record, id: fresh } as AnyRecord);
}
