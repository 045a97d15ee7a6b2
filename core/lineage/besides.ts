/** What a system is usually held against: its base, the release before, those that rest on the same. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { releaseBefore } from './bases.ts';
import type { Layer } from './chain.ts';
import type { LineageGraph } from './lineageGraph.ts';
import { derivativesOf } from './relatives.ts';

/** One that a system can be held against. */
export interface Beside {
  readonly kind: 'base' | 'release before' | 'rival';
  readonly id: RecordId;
}

/** The base, the release before, then up to `rivals` projects that rest on the same distribution, by name. */
export function besidesOf(
  catalogue: Catalogue,
  graph: LineageGraph,
  layers: readonly Layer[],
  rivals = 6,
): Beside[] {
  const top = layers[layers.length - 1];
  const base = layers.at(-2);
  const before = releaseBefore(catalogue, top.id, top.edition);
  const others = (base && derivativesOf(graph).get(base.distribution)) ?? [];
  return [
    ...(base ? [{ kind: 'base' as const, id: base.id }] : []),
    ...(before ? [{ kind: 'release before' as const, id: before.id }] : []),
    ...others
      .filter((id) => id !== top.distribution)
      .map((id) => graph.nodes.get(id)!)
      .sort((a, b) => a.name.localeCompare(b.name, 'en'))
      .slice(0, rivals)
      .map(({ id, release }) => ({ kind: 'rival' as const, id: release ?? id })),
  ];
}
