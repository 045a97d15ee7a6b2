/** Which colour each family has: in turn from the largest to the smallest, by name among equals. */
import type { RecordId } from '../catalogue/recordId.ts';
import type { LineageGraph } from '../lineage/lineageGraph.ts';

/** The colour of a node by its family; after the last colour they begin again. */
export function familyColours(graph: LineageGraph, colours: readonly string[]): (id: RecordId) => string {
  const ranks = familyRanks(graph);
  return (id) => colours[(ranks.get(graph.nodes.get(id)?.root ?? id) ?? 0) % colours.length];
}

/** The rank of each family by its root. */
function familyRanks({ nodes }: LineageGraph): Map<RecordId, number> {
  const sizes = new Map<RecordId, number>();
  for (const { root } of nodes.values()) sizes.set(root, (sizes.get(root) ?? 0) + 1);
  const nameOf = (root: RecordId) => nodes.get(root)?.name ?? root;
  return new Map(
    [...sizes]
      .sort(([a, x], [b, y]) => y - x || nameOf(a).localeCompare(nameOf(b), 'en'))
      .map(([root], rank) => [root, rank]),
  );
}
