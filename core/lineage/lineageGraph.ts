/**
 * The lineage graph of all distributions on one day: who rests on whom through which link, how much is carried,
 * and what is only succession or borrowing. Release and edition links are shown between their distributions.
 */
import { recordsOf, recordsPointingTo, type Catalogue } from '../catalogue/catalogue.ts';
import type { Comparison } from '../catalogue/comparison.ts';
import { RELATIONS, type Link } from '../catalogue/link.ts';
import type { RecordId } from '../catalogue/recordKind.ts';
import { compareWhen } from '../catalogue/when.ts';
import { currentRelease, daysInForce, distributionOf, isInForce, isLineal } from './chain.ts';

/** A line of the graph, from derivative to base. */
export interface GraphLink {
  readonly link: Link;
  readonly derivative: RecordId;
  readonly base: RecordId;
  readonly kind: 'lineal' | 'succession' | 'lateral';
  /** The newest measured comparison behind it, if any. */
  readonly comparison?: Comparison;
}

export interface GraphNode {
  readonly id: RecordId;
  readonly name: string;
  /** Bases, the one that wins first. */
  readonly bases: readonly RecordId[];
  /** The root of its family: itself if it has no base. */
  readonly root: RecordId;
  /** 0 for a root, else one more than its first base. */
  readonly generation: number;
}

export interface LineageGraph {
  readonly nodes: ReadonlyMap<RecordId, GraphNode>;
  readonly links: readonly GraphLink[];
}

/** The graph as of a day (days since 1970-01-01). */
export function lineageGraph(catalogue: Catalogue, day: number): LineageGraph {
  const links = [...recordsOf(catalogue, 'link')]
    .filter((link) => isShown(catalogue, link, day))
    .map((link) => graphLink(catalogue, link))
    .filter(({ derivative, base }) => derivative !== base);
  const unique = dropRepeats(links);
  const bases = new Map<RecordId, RecordId[]>();
  for (const { derivative, base, kind } of unique) {
    if (kind === 'lineal') bases.set(derivative, [...(bases.get(derivative) ?? []), base]);
  }
  const nodes = new Map<RecordId, GraphNode>();
  for (const { id, name } of recordsOf(catalogue, 'distribution')) {
    const path = pathToRoot(id, bases);
    nodes.set(id, {
      id,
      name,
      bases: bases.get(id) ?? [],
      root: path[path.length - 1],
      generation: path.length - 1,
    });
  }
  return { nodes, links: unique };
}

function pathToRoot(id: RecordId, bases: ReadonlyMap<RecordId, readonly RecordId[]>): RecordId[] {
  const path = [id];
  for (let base = bases.get(id)?.[0]; base && !path.includes(base); base = bases.get(base)?.[0])
    path.push(base);
  return path;
}

/** A lineal link of a release is shown while that release is its distribution's current one. */
function isShown(catalogue: Catalogue, link: Link, day: number): boolean {
  if (!isLineal(link)) return daysInForce(catalogue, link).from <= day;
  if (!isInForce(catalogue, link, day)) return false;
  if (!link.derivative.startsWith('release:')) return true;
  return currentRelease(catalogue, distributionOf(catalogue, link.derivative), day)?.id === link.derivative;
}

function graphLink(catalogue: Catalogue, link: Link): GraphLink {
  return {
    link,
    derivative: distributionOf(catalogue, link.derivative),
    base: distributionOf(catalogue, link.base),
    kind: RELATIONS[link.relation].kind,
    comparison: newestComparison(catalogue, link),
  };
}

/** The newest comparison of the ends of a link. */
export function newestComparison(catalogue: Catalogue, link: Link): Comparison | undefined {
  return recordsPointingTo(catalogue, link.derivative, 'comparison')
    .filter(({ derivative, base }) => derivative === link.derivative && base === link.base)
    .sort((a, b) => compareWhen(b.date ?? '', a.date ?? ''))[0];
}

/** Between two distributions one lineal line is enough: the one at the finest level, then the first by order. */
function dropRepeats(links: readonly GraphLink[]): GraphLink[] {
  const level = (id: RecordId) =>
    ['release', 'edition', 'distribution'].findIndex((kind) => id.startsWith(`${kind}:`));
  const sorted = [...links].sort(
    (a, b) =>
      level(a.link.derivative) - level(b.link.derivative) ||
      a.link.order - b.link.order ||
      (a.link.id < b.link.id ? -1 : 1),
  );
  const seen = new Set<string>();
  return sorted.filter(({ derivative, base, kind }) => {
    const key = `${derivative} ${base} ${kind}`;
    return !seen.has(key) && seen.add(key);
  });
}
