/**
 * The chain of layers under a release of an edition: whose bases it rests on. Which links count when is told in bases.ts;
 * where that depends on an edition that is not named, the chain is the release alone.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Link } from '../catalogue/link.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Release } from '../catalogue/release.ts';
import {
  basesOf,
  dayOfRelease,
  equalBases,
  lastLinks,
  unitsOf,
  type Bases,
  type EditionBases,
} from './bases.ts';
import { boundsOf } from '../catalogue/when.ts';
import { isOver, standingOn } from './life.ts';
import { lifeOf } from './lives.ts';
import { currentRelease, distributionOf, isApart, publishedBy, releaseOfEdition } from './releases.ts';

/** A layer: a release (or a distribution or edition whose release is not known), and the link it rests by. */
export interface Layer {
  readonly id: RecordId;
  readonly distribution: RecordId;
  /** The edition that is meant, where one of the release is. */
  readonly edition?: RecordId;
  /** How the layer rests on its base; undefined for a root. */
  readonly link?: Link;
  /** All links that it rests by, the first base first. */
  readonly bases: readonly Link[];
  /** The layers that those links lead to: the release that is named, else the one that was the base's newest then. */
  readonly on: readonly RecordId[];
  /** True for a release that no link names: the newest of the project that is named. */
  readonly isAssumed?: true;
  /** Each edition with its bases, where they differ and none is named. */
  readonly dependsOnEdition?: readonly EditionBases[];
  /** The day that is asked about: what is known of the layer by then. Days since 1970-01-01. */
  readonly asOf: number;
  /** Where it is asked for as one source saw it: that source. */
  readonly source?: RecordId;
}

/**
 * The layers under a release (of an edition), root first, itself last. With several bases the first stands directly below it
 * and the others fill the gaps beneath. A layer that is met twice stands once, at its lowest place.
 */
export function chainOf(catalogue: Catalogue, id: RecordId, day: number, edition?: RecordId): Layer[] {
  return chainFrom(catalogue, { id, ...(edition && { edition }) }, basesOf(catalogue, id, day, edition), day);
}

/**
 * The layers of a project as a whole (or of one of its editions) on a day: its current release on what the project rests on
 * that day. The map shows these; the dossier of the release tells what it rested on when it was published.
 */
export function chainOfProject(
  catalogue: Catalogue,
  distribution: RecordId,
  day: number,
  edition?: RecordId,
): Layer[] {
  const published = publishedBy(catalogue, distribution, day);
  if (edition) {
    const release = releaseOfEdition(published, edition);
    return release ? chainOfRelease(catalogue, release, day, edition) : chainOf(catalogue, edition, day);
  }
  const release = currentRelease(catalogue, distribution, day);
  return release && !isApart(catalogue, release)
    ? chainOfRelease(catalogue, release, day)
    : chainOfName(catalogue, distribution, day);
}

/**
 * A release on what it rests on: a dated one on what it did when it was published, whatever the project rests on since. Where a
 * project is over, an undated one rests on what the project rested on last.
 */
function chainOfRelease(catalogue: Catalogue, release: Release, day: number, edition?: RecordId): Layer[] {
  const bases = basesOf(catalogue, release.id, day, edition);
  const top = { id: release.id, ...(edition && { edition }) };
  return chainFrom(catalogue, top, orLast(catalogue, release.distribution, bases, day), day);
}

/** Bases, or for a project that is over those it had last. */
function orLast(catalogue: Catalogue, distribution: RecordId, bases: Bases, day: number): Bases {
  if (bases.links.length > 0 || bases.dependsOnEdition) return bases;
  if (!isOver(standingOn(lifeOf(catalogue, distribution), day))) return bases;
  return { links: lastLinks(catalogue, distribution, day) };
}

/**
 * The layers of a project that is asked for by its bare name: where its editions, each by its newest release, rest on different
 * bases, it depends on the edition; then the top layer is the release that they share, or the project itself.
 */
export function chainOfName(catalogue: Catalogue, distribution: RecordId, day: number): Layer[] {
  const published = publishedBy(catalogue, distribution, day);
  const units = unitsOf(catalogue, distribution, published, day);
  const [first, ...others] = units;
  const release = others.every((unit) => unit.release === first.release) ? first.release : undefined;
  if (!others.every(({ links }) => equalBases(links, first.links))) {
    const dependsOnEdition = units.map(({ edition, links }) => ({ edition: edition!, links }));
    return chainFrom(catalogue, { id: release ?? distribution }, { links: [], dependsOnEdition }, day);
  }
  const current = currentRelease(catalogue, distribution, day);
  return current
    ? chainOfRelease(catalogue, current, day)
    : chainFrom(
        catalogue,
        { id: distribution },
        orLast(catalogue, distribution, { links: first.links }, day),
        day,
      );
}

/** The layers of what is meant, root first: of a project or an edition its release of the day, else the release itself. */
export function chainOfSubject(catalogue: Catalogue, id: RecordId, day: number, edition?: RecordId): Layer[] {
  if (recordOf(catalogue, 'release', id)) return chainOf(catalogue, id, day, edition);
  const distribution = distributionOf(catalogue, id);
  const meant = recordOf(catalogue, 'edition', id)?.id ?? edition;
  return meant
    ? chainOfProject(catalogue, distribution, day, meant)
    : chainOfName(catalogue, distribution, day);
}

/** Whom what is said of a layer can be said of: the release, the edition that is meant, the project; each once. */
export function subjectsOfLayer({
  id,
  edition,
  distribution,
}: Pick<Layer, 'id' | 'edition' | 'distribution'>): RecordId[] {
  return [...new Set([id, edition ?? id, distribution])];
}

/** The layers of one edition. */
export interface EditionChain {
  readonly edition: RecordId;
  readonly layers: readonly Layer[];
}

/** The chain of each edition of a top layer whose base depends on the edition; none where it does not. */
export function chainsOfEditions(
  catalogue: Catalogue,
  { id, distribution, dependsOnEdition = [], asOf }: Layer,
): EditionChain[] {
  return dependsOnEdition.map(({ edition }) => ({
    edition,
    layers:
      id === distribution
        ? chainOfProject(catalogue, distribution, asOf, edition)
        : chainOf(catalogue, id, asOf, edition),
  }));
}

/**
 * The layers under a top one, root first. Each is visited once, in time that grows with their number; what would close a circle is
 * left out.
 */
function chainFrom(
  catalogue: Catalogue,
  top: Pick<Layer, 'id' | 'edition'>,
  bases: Bases,
  asOf: number,
): Layer[] {
  const layers: Layer[] = [];
  const visited = new Set<RecordId>();
  const visit = (
    at: Pick<Layer, 'id' | 'edition' | 'isAssumed'>,
    { links, dependsOnEdition }: Bases,
    day: number,
    known: number,
  ) => {
    visited.add(at.id);
    const release = recordOf(catalogue, 'release', at.id);
    const next = (release && dayOfRelease(release)) ?? day;
    const steps = links.map((link) => {
      // What one was forked from is as it was then, whatever became of it.
      const then = link.relation === 'forked from' ? forkedOn(link) : undefined;
      const id = releaseMeant(catalogue, link.base, then ?? next);
      const isAssumed = id !== link.base;
      return {
        at: { id, ...(isAssumed && { isAssumed: true as const }) },
        day: then ?? next,
        known: then ?? known,
      };
    });
    for (const step of steps.toReversed())
      if (!visited.has(step.at.id))
        visit(step.at, basesOf(catalogue, step.at.id, step.day), step.day, step.known);
    layers.push({
      ...at,
      distribution: distributionOf(catalogue, at.id),
      ...(links[0] && { link: links[0] }),
      bases: links,
      on: steps.map(({ at: { id } }) => id),
      ...(dependsOnEdition && { dependsOnEdition }),
      asOf: known,
    });
  };
  visit(top, bases, asOf, asOf);
  return layers;
}

/** The day on which a fork was taken, as far as it is known: the last that its date may mean. */
function forkedOn({ since }: Link): number | undefined {
  const day = boundsOf(since ?? '')?.last;
  return day !== undefined && Number.isFinite(day) ? day : undefined;
}

/** What a link to a base means: where it names a project and not a release, the newest that was out on the day. */
function releaseMeant(catalogue: Catalogue, base: RecordId, day: number): RecordId {
  return recordOf(catalogue, 'distribution', base)
    ? (currentRelease(catalogue, base, day)?.id ?? base)
    : base;
}
