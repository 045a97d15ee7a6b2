/**
 * What would follow from a change upstream. A fact or a package of a base changes or is dropped, or the base ends: every
 * descendant is affected, has overridden it, rests on another release as yet, or it cannot be told; the four add up to all.
 */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { isDirect } from '../catalogue/change.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import type { RecordId } from '../catalogue/recordKind.ts';
import { chainOf, distributionOf, type Layer } from '../lineage/chain.ts';
import type { LineageGraph } from '../lineage/lineageGraph.ts';
import { descendantsOf, outcomesWithout } from '../lineage/relatives.ts';
import type { PackageClass } from '../packages/classify.ts';
import { isSaid, layerTable, type Cell, type ValueState } from './layerTable.ts';

/** What becomes of a descendant; the four add up to all. */
export const IMPACT_CLASSES = ['affected', 'overridden', 'notYet', 'cannotTell'] as const;
/** One of the four. */
export type ImpactClass = (typeof IMPACT_CLASSES)[number];

/** What becomes of one descendant, along which path. */
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
  return eachDescendant(catalogue, graph, layer, day, (layers, at) => {
    if (!fact.inherited) return verdict('overridden', layers[layers.length - 1].id);
    const [{ cells }] = layerTable(catalogue, layers, [fact]).rows;
    const top = cells[cells.length - 1];
    // Whoever sets a value above the base stands in the way; spoiled readings, and parts of a list, leave it open.
    const above = cells.findLastIndex((cell, i) => i > at && SETTING.has(cell.state) && !isStepOnList(cell));
    if (above > at) return verdict('overridden', layers[above].id);
    const isOpen = cells
      .slice(at + 1)
      .some((cell) =>
        isSaid(cell) ? ['carried', 'notLookedAt'].includes(cell.state) : cell.readings.length > 0,
      );
    if (isOpen) return verdict('cannotTell', layers[layers.length - 1].id);
    // What adds to a list, or takes from it, hands on the rest of it.
    let by = top.setBy;
    while (by > at && isStepOnList(cells[by])) by = cells[by - 1].setBy;
    // With several bases another one may come first.
    return by <= at ? verdict('affected', null) : verdict('overridden', layers[by].id);
  });
}

/** What happens to a package: it gets a new version, or it is taken out. */
export const PACKAGE_EVENTS = ['changes', 'is dropped'] as const;
/** What happens to a package. */
export type PackageEvent = (typeof PACKAGE_EVENTS)[number];

/** What is known of a package in a descendant: how it stands to the base there, or that no package list is at hand. */
export type PackageSeen = PackageClass | 'absent' | 'unknown';

/**
 * What happens to whom if a package of a base changes or is dropped, by what the systems of the descendants have of it. An
 * older version than the base's is not reached yet; a copy of one's own, or doing without, stands in the way.
 */
export function impactOfPackage(
  catalogue: Catalogue,
  graph: LineageGraph,
  layer: RecordId,
  event: PackageEvent,
  seen: ReadonlyMap<RecordId, PackageSeen>,
  day: number,
): Impact[] {
  return eachDescendant(catalogue, graph, layer, day, (layers, _, id) => {
    const own = layers[layers.length - 1].id;
    switch (seen.get(id) ?? 'unknown') {
      case 'unknown':
        return verdict('cannotTell', null);
      case 'same':
      case 'rebuilt':
        return verdict('affected', null);
      case 'heldBack':
        return event === 'changes' ? verdict('notYet', own) : verdict('affected', null);
      default:
        return verdict('overridden', own);
    }
  });
}

interface Verdict {
  readonly class: ImpactClass;
  readonly by: RecordId | null;
}
const verdict = (name: ImpactClass, by: RecordId | null): Verdict => ({ class: name, by });

/**
 * Decides for each descendant that rests on a layer itself; those that do not, or of which that is not known, are sorted
 * by that alone. `at` is the place of the base in the layers.
 */
function eachDescendant(
  catalogue: Catalogue,
  graph: LineageGraph,
  layer: RecordId,
  day: number,
  decide: (layers: readonly Layer[], at: number, id: RecordId) => Verdict,
): Impact[] {
  const base = distributionOf(catalogue, layer);
  const below = descendantsOf(graph, base);
  return [...below.keys()].slice(1).map((id): Impact => {
    const layers = chainOf(catalogue, graph.nodes.get(id)!.release ?? id, day);
    const at = layers.findIndex((each) => each.distribution === base);
    const known = (): Verdict => {
      if (at < 0) return verdict('cannotTell', null);
      if (!isOtherRelease(layers[at], layer)) return decide(layers, at, id);
      // A base known by its name alone may be any of its releases.
      return layers[at].id === base ? verdict('cannotTell', base) : verdict('notYet', layers[at].id);
    };
    return { id, path: pathDown(graph, below, id), ...known() };
  });
}

/** States of a layer that has its own. */
const SETTING: ReadonlySet<ValueState> = new Set(['own', 'none', 'doesNotApply']);

/** True where a list is that of the layer below, changed by what was recorded directly. */
function isStepOnList({ inForce, recorded }: Cell): boolean {
  return (
    !inForce && recorded.some((record) => isDirect(record) && Array.isArray(record.before ?? record.after))
  );
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
