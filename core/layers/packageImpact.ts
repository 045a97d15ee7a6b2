/** Who is reached when a package of a base changes. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { chainOfProject, type Layer } from '../lineage/chain.ts';
import { distributionOf } from '../lineage/releases.ts';
import type { LineageGraph } from '../lineage/lineageGraph.ts';
import { basesOfProject, projectsOn } from '../lineage/relatives.ts';
import type { PackageClass } from '../packages/packageClass.ts';
import type { Impact, ImpactClass } from './impactClasses.ts';
import type { PackageEvent } from './packageEvent.ts';

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

/** What becomes of a descendant, and by whose doing. */
export const verdict = (name: ImpactClass, by: RecordId | null): Verdict => ({ class: name, by });

/**
 * Decides for each project that rests on a layer itself; those that do not, or of which that is not known, are sorted by that
 * alone. `at` is the place of the base in the layers. Where editions rest on different bases, the one that is most concerned
 * decides, and is named.
 */
export function eachDescendant(
  catalogue: Catalogue,
  graph: LineageGraph,
  layer: RecordId,
  day: number,
  decide: (layers: readonly Layer[], at: number, id: RecordId) => Verdict,
): Impact[] {
  const base = distributionOf(catalogue, layer);
  const below = projectsOn(graph, base);
  return [...below.keys()].slice(1).map((id): Impact => {
    const verdictOn = (edition?: RecordId): Verdict | null => {
      const layers = chainOfProject(catalogue, id, day, edition);
      const at = layers.findIndex((each) => each.distribution === base);
      if (at < 0) return edition ? null : verdict('cannotTell', null);
      if (!isOtherRelease(layers[at], layer)) return decide(layers, at, id);
      // A base known by its name alone may be any of its releases; its newest is what is reckoned with.
      const isByName = layers[at].id === base || layers[at].isAssumed === true;
      return isByName ? verdict('cannotTell', base) : verdict('notYet', layers[at].id);
    };
    const path = pathDown(graph, below, id);
    const editions = graph.nodes.get(id)!.editionBases.map(({ edition }) => edition);
    const each = editions.flatMap((edition) => ({ edition, found: verdictOn(edition) }));
    const meant = each.filter(({ found }) => found !== null);
    if (meant.length === 0)
      return { id, path, editions: [], ...(verdictOn() ?? verdict('cannotTell', null)) };
    const most = CONCERN.find((name) => meant.some(({ found }) => found!.class === name))!;
    const concerned = meant.filter(({ found }) => found!.class === most);
    const isWhole = concerned.length === editions.length;
    return {
      id,
      path,
      editions: isWhole ? [] : concerned.map(({ edition }) => edition),
      ...concerned[0].found!,
    };
  });
}

/** The classes from the one that concerns an edition most. */
const CONCERN: readonly ImpactClass[] = ['affected', 'notYet', 'cannotTell', 'overridden'];

/** A layer that a base has, other than the one in question; what stands for the whole project is no other. */
function isOtherRelease(found: Layer, layer: RecordId): boolean {
  return found.id !== layer && layer !== found.distribution;
}

/** A shortest way from a base up to one of its descendants, which are given with their steps. */
function pathDown(graph: LineageGraph, below: ReadonlyMap<RecordId, number>, id: RecordId): RecordId[] {
  const path = [id];
  for (let at = id; below.get(at) !== 0;) {
    const next: RecordId[] = basesOfProject(graph.nodes.get(at)!)
      .filter((each) => below.has(each))
      .sort((a, b) => below.get(a)! - below.get(b)!);
    at = next[0];
    path.unshift(at);
  }
  return path;
}
