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
  basesOfRelease,
  dayOfRelease,
  equalBases,
  unitsOf,
  type Bases,
  type EditionBases,
} from './bases.ts';
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

const chainOfRelease = (catalogue: Catalogue, release: Release, day: number, edition?: RecordId): Layer[] =>
  chainFrom(
    catalogue,
    { id: release.id, ...(edition && { edition }) },
    basesOfRelease(catalogue, release, day, edition),
    day,
  );

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
  return chainFrom(catalogue, { id: current?.id ?? distribution }, { links: first.links }, day);
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

function chainFrom(
  catalogue: Catalogue,
  top: Pick<Layer, 'id' | 'edition'>,
  bases: Bases,
  asOf: number,
): Layer[] {
  const layers: Layer[] = [];
  const walk = (
    at: Pick<Layer, 'id' | 'edition'>,
    { links, dependsOnEdition }: Bases,
    day: number,
    path: ReadonlySet<RecordId>,
  ) => {
    layers.push({
      ...at,
      distribution: distributionOf(catalogue, at.id),
      ...(links[0] && { link: links[0] }),
      bases: links,
      ...(dependsOnEdition && { dependsOnEdition }),
      asOf,
    });
    const release = recordOf(catalogue, 'release', at.id);
    const next = (release && dayOfRelease(release)) ?? day;
    for (const { base } of links)
      if (!path.has(base)) walk({ id: base }, basesOf(catalogue, base, next), next, new Set([...path, base]));
  };
  walk(top, bases, asOf, new Set([top.id]));
  const rootFirst = layers.reverse();
  return rootFirst.filter((layer, index) => rootFirst.findIndex((other) => other.id === layer.id) === index);
}
