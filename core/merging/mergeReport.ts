/** What came of a merge as data: what `aspen merge --json` prints. */
import type { KindName } from '../catalogue/recordKinds.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Merge } from './mergeCatalogues.ts';

/** How many records of mine and theirs there are in the result, and what became of them. */
export interface MergeCounts {
  /** Records that came from theirs, those of mine that changed, and those that went. */
  readonly added: number;
  readonly changed: number;
  readonly removed: number;
  /** Those that both had alike. */
  readonly same: number;
  /** Records of theirs that stand under another id. */
  readonly renamed: number;
  /** All that the result holds. */
  readonly records: number;
  readonly conflicts: number;
  readonly undecided: number;
  /** What may be the same thing and was kept apart. */
  readonly unsure: number;
  /** Package lists of the result; 0 where they were not asked for. */
  readonly lists: number;
}

/** The counts of a merge; `lists` as `mergeLists` gives them. */
export function countMerge(merge: Merge, lists = 0): MergeCounts {
  const { catalogue, diff, conflicts, undecided, meetings, renamed, same } = merge;
  return {
    added: Object.keys(diff.added).length,
    changed: Object.keys(diff.changed).length,
    removed: Object.keys(diff.removed).length,
    same,
    renamed: renamed.size,
    records: Object.values(catalogue.records).reduce((sum, { size }) => sum + size, 0),
    conflicts: conflicts.length,
    undecided: undecided.length,
    unsure: meetings.length,
    lists,
  };
}

/** What came from theirs, kind by kind; kinds of which nothing came are absent. */
export function addedByKind({ diff }: Merge): ReadonlyMap<KindName, number> {
  const counts = new Map<KindName, number>();
  for (const { kind } of Object.values(diff.added)) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  return counts;
}

/** One conflict as it is printed. */
interface ConflictLine {
  readonly kind: KindName;
  readonly record: RecordId;
  readonly field: string;
  readonly base: unknown;
  readonly mine: unknown;
  readonly theirs: unknown;
}

/** The merge as data: `conflicts` are those that are undecided, `unsure` what may be the same thing. */
export function mergeReport(merge: Merge, lists: number) {
  return {
    merged: countMerge(merge, lists),
    threeWay: merge.isThreeWay,
    conflicts: merge.undecided.map(
      ({
        kind,
        record,
        field,
        base,
        mine,
        theirs,
        rule,
        rests,
      }): ConflictLine & { rule?: string; rests?: number } => ({
        ...{ kind, record, field, base, mine, theirs },
        ...(rule && { rule }),
        ...(rests > 0 && { rests }),
      }),
    ),
    unsure: merge.meetings,
  };
}
