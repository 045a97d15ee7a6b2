/** The shape of a lineage graph for the layout: what is a band, what only a line, in the order of names. */
import type { GraphLink, LineageGraph } from '../lineageGraph.ts';
import type { MapShape } from './shape.ts';

/** The share of a base that a link carries, above 0 to 1; 0 when nobody measured it. */
export function carriedShare({ comparison }: GraphLink): number {
  const counts = comparison?.counts;
  return counts?.installed ? Math.max(0.001, counts.same / counts.installed) : 0;
}

/** The shape of the nodes and links that are shown. An edition without a base of its own hangs on its distribution. */
export function shapeOf(
  { nodes, links }: LineageGraph,
  isShown: { readonly node?: (id: string) => boolean; readonly link?: (link: GraphLink) => boolean } = {},
): MapShape {
  const { node = () => true, link = () => true } = isShown;
  const shown = [...nodes.values()].filter(({ id }) => node(id));
  const ids = new Set(shown.map(({ id }) => id));
  const lines = links.filter((each) => ids.has(each.base) && ids.has(each.derivative) && link(each));
  const isBand = ({ kind, base, derivative }: GraphLink) =>
    kind === 'lineal' || (kind === 'edition' && nodes.get(derivative)!.bases.includes(base));
  return {
    nodes: shown
      .sort((a, b) => a.name.localeCompare(b.name, 'en') || (a.id < b.id ? -1 : 1))
      .map(({ id, bases }) => ({
        id,
        family: familyAmong(nodes, id, ids),
        bases: bases.filter((base) => ids.has(base)),
      })),
    bands: lines
      .filter(isBand)
      .map((each) => ({ key: each.key, from: each.base, to: each.derivative, width: carriedShare(each) })),
    lines: lines
      .filter((each) => !isBand(each))
      .map(({ key, base, derivative }) => ({ key, from: base, to: derivative })),
  };
}

/** The root of a family as far as it is shown: a filter may have taken the root itself away. */
function familyAmong(nodes: LineageGraph['nodes'], id: string, shown: ReadonlySet<string>): string {
  let at = id;
  for (let base = nodes.get(at)?.bases.find((each) => shown.has(each)); base && base !== id;) {
    at = base;
    base = nodes.get(at)?.bases.find((each) => shown.has(each));
  }
  return at;
}
