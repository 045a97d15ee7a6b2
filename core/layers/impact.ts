/**
 * What would follow from a change upstream. A fact of a base changes or is dropped, or the base ends: every descendant is
 * affected, has overridden it, rests on another release as yet, or it cannot be told; the four add up to all.
 */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import type { RecordId } from '../catalogue/recordKind.ts';
import { chainOf, distributionOf, type Layer } from '../lineage/chain.ts';
import type { LineageGraph } from '../lineage/lineageGraph.ts';
import { descendantsOf, outcomesWithout } from '../lineage/relatives.ts';
import { isSaid, layerTable } from './layerTable.ts';

export const IMPACT_CLASSES = ['affected', 'overridden', 'notYet', 'cannotTell'] as const;
export type ImpactClass = (typeof IMPACT_CLASSES)[number];

export interface Impact {
  /** A node of the graph. */
  readonly id: RecordId;
  readonly class: ImpactClass;
  /** From the base to it. */
  readonly path: readonly RecordId[];
  /** What decided: the layer that sets its own, the release that it rests on, or the base that it keeps. */
  readonly by: RecordId | null;
}

/** What happens to whom if a fact that a layer (a release, or a distribution as a whole) sets is changed or dropped. */
export function impactOfFact(
  catalogue: Catalogue,
  graph: LineageGraph,
  layer: RecordId,
  key: string,
  day: number,
): Impact[] {
  const fact = findFactKey(key);
  if (!fact) throw new Error(`layers: impactOfFact expects a key of the fact sheet, came "${key}"`);
  const base = distributionOf(catalogue, layer);
  const below = descendantsOf(graph, base);
  return [...below.keys()].slice(1).map((id): Impact => {
    const node = graph.nodes.get(id)!;
    const layers = chainOf(catalogue, node.release ?? id, day);
    const path = pathDown(graph, below, id);
    const verdict = (name: ImpactClass, by: RecordId | null): Impact => ({ id, class: name, path, by });
    const at = layers.findIndex((each) => each.distribution === base);
    if (at < 0) return verdict('cannotTell', null);
    if (!fact.inherited) return verdict('overridden', layers[layers.length - 1].id);
    if (isOtherRelease(layers[at], layer)) {
      // A base known by its name alone may be any of its releases.
      return layers[at].id === base ? verdict('cannotTell', base) : verdict('notYet', layers[at].id);
    }
    const [{ cells }] = layerTable(catalogue, layers, [fact]).rows;
    const top = cells[cells.length - 1];
    // Whoever sets a value above the base stands in the way; spoiled readings, and parts of a list, leave it open.
    const above = cells.findLastIndex(
      ({ state }, i) => i > at && (state === 'own' || state === 'none' || state === 'doesNotApply'),
    );
    if (above > at) return verdict('overridden', layers[above].id);
    const isOpen = cells
      .slice(at + 1)
      .some((cell) =>
        isSaid(cell) ? ['carried', 'notLookedAt'].includes(cell.state) : cell.readings.length > 0,
      );
    if (isOpen) return verdict('cannotTell', layers[layers.length - 1].id);
    // With several bases another one may come first.
    return top.setBy <= at || top.setBy < 0
      ? verdict('affected', null)
      : verdict('overridden', layers[top.setBy].id);
  });
}

/** A layer that a base has, other than the one in question; what stands for the whole project is no other. */
function isOtherRelease(found: Layer, layer: RecordId): boolean {
  return found.id !== layer && layer !== found.distribution;
}

/** What happens to whom if a base ends altogether. */
export function impactOfEnd(graph: LineageGraph, base: RecordId): Impact[] {
  const forked = new Set(
    graph.links.filter(({ link }) => link?.relation === 'forked from').map(({ derivative }) => derivative),
  );
  return outcomesWithout(graph, base).map(({ id, state, keeps, path }): Impact => {
    // What was forked has gone its own way since, and what rests on it with it.
    const own = path.find((each, i) => i > 0 && forked.has(each));
    if (own) return { id, class: 'overridden', path, by: own };
    return state === 'stranded'
      ? { id, class: 'affected', path, by: null }
      : { id, class: 'overridden', path, by: keeps[0] ?? null };
  });
}

/** A shortest way from a base up to one of its descendants, which are given with their steps. */
function pathDown(graph: LineageGraph, below: ReadonlyMap<RecordId, number>, id: RecordId): RecordId[] {
  const path = [id];
  for (let at = id; below.get(at) !== 0;) {
    const next: RecordId[] = graph.nodes
      .get(at)!
      .bases.filter((each) => below.has(each))
      .sort((a, b) => below.get(a)! - below.get(b)!);
    at = next[0];
    path.unshift(at);
  }
  return path;
}

/** How many are in each class. */
export function countImpacts(impacts: readonly Impact[]): Readonly<Record<ImpactClass, number>> {
  const counts = { affected: 0, overridden: 0, notYet: 0, cannotTell: 0 };
  for (const impact of impacts) counts[impact.class]++;
  return counts;
}
