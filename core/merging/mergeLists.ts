/**
 * The package lists of a merged catalogue: mine, and theirs for the snapshots that came. A list that is kept as its difference
 * from another rests on that one under its id in the result, or is packed whole when another list stands there.
 */
import { recordOf, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { packColumns } from '../packages/packSnapshot.ts';
import { PackedLists } from '../packages/packedLists.ts';
import { referenceOf, withReference } from '../packages/packSeries.ts';
import type { Merge } from './mergeCatalogues.ts';

type Lists = ReadonlyMap<RecordId, Uint8Array>;

/** A catalogue with the packed lists of its snapshots. */
interface Listed {
  readonly catalogue: Catalogue;
  readonly packages: Lists;
}

/** Where a list comes from: whose, and under which id it stands there. */
interface Origin {
  readonly lists: Lists;
  readonly id: RecordId;
}

/** The packed list of each snapshot of the result that has one. */
export function mergeLists(merge: Merge, mine: Listed, theirs: Listed): Map<RecordId, Uint8Array> {
  const theirIds = new Map([...merge.renamed].map(([id, now]) => [now, id]));
  const idNow = (lists: Lists, id: RecordId) =>
    lists === mine.packages ? id : (merge.renamed.get(id) ?? id);
  const opened = new Map([mine.packages, theirs.packages].map((lists) => [lists, new PackedLists(lists)]));

  const originOf = (id: RecordId): Origin | null => {
    const theirId = theirIds.get(id) ?? id;
    const own = mine.packages.has(id) ? { lists: mine.packages, id } : null;
    const other = theirs.packages.has(theirId) ? { lists: theirs.packages, id: theirId } : null;
    const isTheirs =
      recordOf(merge.catalogue, 'snapshot', id)?.packages !==
      recordOf(mine.catalogue, 'snapshot', id)?.packages;
    return isTheirs ? (other ?? own) : (own ?? other);
  };
  const listOf = ({ lists, id }: Origin): Uint8Array | null => {
    const packed = lists.get(id)!;
    const reference = referenceOf(packed);
    if (reference === null) return packed;
    const now = idNow(lists, reference);
    const below = originOf(now);
    if (below && below.lists === lists && below.id === reference) return withReference(packed, now);
    const whole = opened.get(lists)!.list(id);
    return whole && packColumns(whole);
  };

  const merged = new Map<RecordId, Uint8Array>();
  for (const { id } of recordsOf(merge.catalogue, 'snapshot')) {
    const origin = originOf(id);
    const packed = origin && listOf(origin);
    if (packed) merged.set(id, packed);
  }
  return merged;
}
