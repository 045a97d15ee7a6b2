/**
 * What one project rests on, on one day: the links of its current release, the other bases of its editions, and for a project
 * that is over the last ones it had. The graph, its events and its questions are all read off this.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Link } from '../catalogue/link.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Release } from '../catalogue/release.ts';
import { lastLinks, unitsOf, type Unit } from './bases.ts';
import { currentRelease, distributionOf, editionsOf, outOn, releasesOf } from './releases.ts';
import { isOver, standingOn, type Life } from './life.ts';

/** A link that a distribution rests by; of an edition only, where that stands on a base of its own. */
export interface Footing {
  readonly link: Link;
  /** The distribution that it leads to. */
  readonly base: RecordId;
  readonly edition?: RecordId;
  /** No longer in force: the last one of a project that is over. */
  readonly past: boolean;
}

/** Why there is, or is not, a base. `absent`: the distribution is not there on that day. */
export type Placing = 'placed' | 'independent' | 'unplaced' | 'absent';

/** What the editions of a project rest on (distributions), where they differ. */
export interface EditionFooting {
  readonly edition: RecordId;
  /** Its newest release on the day. */
  readonly release?: RecordId;
  readonly bases: readonly RecordId[];
  /** Those that are its own: what it shares with the whole project is left out. */
  readonly own: readonly Footing[];
}

/** What a distribution stands on, on one day. */
export interface Standpoint {
  readonly placing: Placing;
  readonly standing: string;
  /** The base that wins first; each base once, those of single editions last. In no way by which edition came out last. */
  readonly footings: readonly Footing[];
  /** Each edition with its bases, where they do not all rest on the same; else none. */
  readonly editions: readonly EditionFooting[];
}

const ABSENT: Standpoint = { placing: 'absent', standing: '', footings: [], editions: [] };

/** Where a distribution stands on a day. Whoever asks of many days gives its releases (releasesOf). */
export function standpointOf(
  catalogue: Catalogue,
  id: RecordId,
  day: number,
  life: Life,
  releases?: readonly Release[],
): Standpoint {
  if (day < life.begins) return ABSENT;
  const standing = standingOn(life, day);
  const units = unitsOf(catalogue, id, outOn(releases ?? releasesOf(catalogue, id), day), day);
  // Where some edition has a base of its own, the current release speaks for the others; else none speaks before another.
  const isApart = units.some(({ links }) =>
    links.some(({ derivative }) => derivative.startsWith('edition:')),
  );
  const current = isApart ? currentRelease(catalogue, id, day)?.id : undefined;
  const each = units.map((unit) => ({ ...unit, footings: footingsOf(catalogue, id, unit, current) }));
  const found = each
    .flatMap(({ footings: own }) => own)
    .sort((a, b) => Number(a.edition !== undefined) - Number(b.edition !== undefined));
  const footings =
    found.length > 0 || !isOver(standing)
      ? found
      : lastLinks(catalogue, id, day).map((link) => ({ ...footing(catalogue, link), past: true }));
  const unique = footings.filter(
    ({ base }, index) => footings.findIndex((other) => other.base === base) === index,
  );
  const placing = unique.length ? 'placed' : life.independent ? 'independent' : 'unplaced';
  const editions = each.flatMap(({ edition, release, footings: all }): EditionFooting[] => {
    if (!edition) return [];
    const bases = [...new Set(all.map(({ base }) => base))];
    return [{ edition, ...(release && { release }), bases, own: all.filter((one) => one.edition) }];
  });
  const differ = editions.some(({ bases }) => bases.join() !== editions[0].bases.join());
  return { placing, standing, footings: unique, editions: differ ? editions : [] };
}

/**
 * True for a link that is said of an edition, or of a release of some of the editions only; the current release speaks for the
 * whole.
 */
function isOfEdition(catalogue: Catalogue, { derivative }: Link, current: RecordId | undefined): boolean {
  if (derivative.startsWith('edition:')) return true;
  const release = recordOf(catalogue, 'release', derivative);
  if (!release || release.id === current || release.editions.length === 0) return false;
  return release.editions.length < editionsOf(catalogue, release.distribution).length;
}

function footingsOf(
  catalogue: Catalogue,
  id: RecordId,
  { edition, links }: Unit,
  current: RecordId | undefined,
): Footing[] {
  return links
    .map((link) => footing(catalogue, link, isOfEdition(catalogue, link, current) ? edition : undefined))
    .filter(({ base }) => base !== id);
}

function footing(catalogue: Catalogue, link: Link, edition?: RecordId): Footing {
  const base = distributionOf(catalogue, link.base);
  return { link, base, ...(edition && { edition }), past: false };
}
