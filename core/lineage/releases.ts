/** Releases of a distribution, and whose a record is. */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import type { Edition } from '../catalogue/edition.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import type { Release } from '../catalogue/release.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { boundsOf } from '../catalogue/when.ts';
import { linksFrom, isLineal } from './linksInForce.ts';

/** The distribution that an id belongs to. */
export function distributionOf(catalogue: Catalogue, id: RecordId): RecordId {
  const record = findRecord(catalogue, id);
  return record && (record.kind === 'release' || record.kind === 'edition') ? record.distribution : id;
}

/** The editions of a distribution, by name. */
export function editionsOf(catalogue: Catalogue, distribution: RecordId): Edition[] {
  return recordsBelongingTo(catalogue, distribution, 'edition').sort((a, b) =>
    a.name < b.name ? -1 : a.name > b.name ? 1 : a.id < b.id ? -1 : 1,
  );
}

/** The releases of a distribution, newest first; undated ones last, then by version text. */
export function releasesOf(catalogue: Catalogue, distribution: RecordId): Release[] {
  return recordsBelongingTo(catalogue, distribution, 'release')
    .map((release) => ({ release, last: boundsOf(release.date ?? '')?.last ?? -Infinity }))
    .sort((a, b) =>
      a.last === b.last
        ? b.release.version.localeCompare(a.release.version, 'en', { numeric: true })
        : b.last - a.last,
    )
    .map(({ release }) => release);
}

/**
 * The release of a distribution that is current on a day: the newest that is not dated after it. One of an edition
 * that stands on a base of its own speaks for the whole only where there is no other.
 */
export function currentRelease(
  catalogue: Catalogue,
  distribution: RecordId,
  day: number,
): Release | undefined {
  const published = publishedBy(catalogue, distribution, day);
  return published.find((release) => !isApart(catalogue, release)) ?? published[0];
}

/** The releases of a distribution that are out on a day, newest first; those without a date count as out. */
export function publishedBy(catalogue: Catalogue, distribution: RecordId, day: number): Release[] {
  return outOn(releasesOf(catalogue, distribution), day);
}

/** Those of some releases that are out on a day; those without a date count as out. */
export function outOn(releases: readonly Release[], day: number): Release[] {
  return releases.filter(({ date }) => !date || (boundsOf(date)?.first ?? -Infinity) <= day);
}

/** True for a release of some of the editions only, each with a base of its own. */
export function isApart(catalogue: Catalogue, { editions, distribution }: Release): boolean {
  if (editions.length === 0) return false;
  return (
    editions.length < editionsOf(catalogue, distribution).length &&
    editions.every((edition) => linksFrom(catalogue, edition).some(isLineal))
  );
}

/**
 * The newest of some releases (newest first) that is one of an edition: one that names it, or that names none and so is of all.
 * One without a date is taken only where no other is of the edition.
 */
export function releaseOfEdition(published: readonly Release[], edition: RecordId): Release | undefined {
  return published.find(({ editions }) => editions.length === 0 || editions.includes(edition));
}
