/** The order in which families take their colours: from the largest to the smallest, by name among equals. */
import type { RecordId } from '../../../core/catalogue/recordKind.ts';
import type { LineageGraph } from '../../../core/lineage/lineageGraph.ts';

/** The rank of each family by its root. */
export function familyRanks({ nodes }: LineageGraph): Map<RecordId, number> {
  const sizes = new Map<RecordId, number>();
  for (const { root } of nodes.values()) sizes.set(root, (sizes.get(root) ?? 0) + 1);
  const nameOf = (root: RecordId) => nodes.get(root)?.name ?? root;
  return new Map(
    [...sizes]
      .sort(([a, x], [b, y]) => y - x || nameOf(a).localeCompare(nameOf(b), 'en'))
      .map(([root], rank) => [root, rank]),
  );
}
