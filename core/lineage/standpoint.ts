/**
 * What one distribution rests on, on one day: the links of its current release, the other bases of its editions, and
 * for a project that is over the last ones it had. The graph, its events and its questions are all read off this.
 */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import type { Link } from '../catalogue/link.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { basesOf } from './chain.ts';
import { currentRelease, distributionOf } from './releases.ts';
import { daysInForce, isLineal, linksFrom } from './linksInForce.ts';
import { isOver, standingOn, type Life } from './life.ts';
import { editionBases } from './editionBases.ts';

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

/** What a distribution or edition stands on, on one day. */
export interface Standpoint {
  readonly placing: Placing;
  readonly standing: string;
  /** The base that wins first; each base once, editions last. */
  readonly footings: readonly Footing[];
}

const ABSENT: Standpoint = { placing: 'absent', standing: '', footings: [] };

/** Where a distribution stands on a day. */
export function standpointOf(catalogue: Catalogue, id: RecordId, day: number, life: Life): Standpoint {
  if (day < life.begins) return ABSENT;
  const standing = standingOn(life, day);
  const current = currentRelease(catalogue, id, day);
  const own = basesOf(catalogue, current?.id ?? id, day).map((link) => footing(catalogue, link));
  const covered = new Set(current?.editions ?? []);
  const editions = recordsBelongingTo(catalogue, id, 'edition')
    .filter((edition) => !covered.has(edition.id))
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .flatMap((edition) =>
      editionBases(catalogue, edition.id, day).map((link) => ({
        ...footing(catalogue, link),
        edition: edition.id,
      })),
    );
  const found = [...own, ...editions].filter(({ base }) => base !== id);
  const footings = found.length > 0 || !isOver(standing) ? found : lastFootings(catalogue, id, day);
  const unique = footings.filter(
    ({ base }, index) => footings.findIndex((other) => other.base === base) === index,
  );
  const placing = unique.length ? 'placed' : life.independent ? 'independent' : 'unplaced';
  return { placing, standing, footings: unique };
}

function footing(catalogue: Catalogue, link: Link, past = false): Footing {
  return { link, base: distributionOf(catalogue, link.base), past };
}

/** The lineal links that ended last, of those that had begun by a day. */
function lastFootings(catalogue: Catalogue, id: RecordId, day: number): Footing[] {
  const own = [id, ...recordsBelongingTo(catalogue, id, 'release').map((release) => release.id)];
  const links = own
    .flatMap((at) => linksFrom(catalogue, at))
    .filter((link) => isLineal(link) && daysInForce(catalogue, link).from <= day);
  const last = Math.max(...links.map((link) => daysInForce(catalogue, link).to));
  return links
    .filter((link) => daysInForce(catalogue, link).to === last)
    .sort((a, b) => Number(b.derivative.startsWith('release:')) - Number(a.derivative.startsWith('release:')))
    .map((link) => footing(catalogue, link, true));
}
