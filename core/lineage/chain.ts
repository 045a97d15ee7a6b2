/**
 * The chain of layers under a release: whose bases it rests on, at a date. A link of the release itself counts
 * before one of its edition, and that before one of the distribution as a whole.
 */
import { findRecord, recordOf, recordsBelongingTo, type Catalogue } from '../catalogue/catalogue.ts';
import { RELATIONS, type Link } from '../catalogue/link.ts';
import type { Release } from '../catalogue/release.ts';
import type { RecordId } from '../catalogue/recordKind.ts';
import { boundsOf } from '../catalogue/when.ts';

/** A layer: a release (or a distribution or edition whose release is not known), and the link it rests by. */
export interface Layer {
  readonly id: RecordId;
  readonly distribution: RecordId;
  /** How the layer rests on its base; undefined for a root. */
  readonly link?: Link;
}

/** True if a link is lineal: it carries layers. */
export function isLineal(link: Link): boolean {
  return RELATIONS[link.relation].kind === 'lineal';
}

/** The days on which a link is in force. What is not known is open; a release's link begins with the release. */
export function daysInForce(catalogue: Catalogue, link: Link): { from: number; to: number } {
  const release = recordOf(catalogue, 'release', link.derivative);
  const since = link.since ?? release?.date;
  return {
    from: since ? (boundsOf(since)?.first ?? -Infinity) : -Infinity,
    to: link.until ? (boundsOf(link.until)?.last ?? Infinity) : Infinity,
  };
}

/** True if a link is in force on a day (days since 1970-01-01). */
export function isInForce(catalogue: Catalogue, link: Link, day: number): boolean {
  const { from, to } = daysInForce(catalogue, link);
  return from <= day && day <= to;
}

/** The links of which a record is the derivative itself: not those of its releases, nor those that lead to it. */
export function linksFrom(catalogue: Catalogue, id: RecordId): Link[] {
  return recordsBelongingTo(catalogue, id, 'link').filter(({ derivative }) => derivative === id);
}

/** The distribution that an id belongs to. */
export function distributionOf(catalogue: Catalogue, id: RecordId): RecordId {
  const record = findRecord(catalogue, id);
  return record && (record.kind === 'release' || record.kind === 'edition') ? record.distribution : id;
}

/** The lineal links in force on a day by which a release, edition or distribution rests, first base first. */
export function basesOf(catalogue: Catalogue, id: RecordId, day: number): Link[] {
  const record = findRecord(catalogue, id);
  const levels = [[id]];
  if (record?.kind === 'release') levels.push(record.editions.slice(), [record.distribution]);
  if (record?.kind === 'edition') levels.push([record.distribution]);
  for (const ids of levels) {
    const links = ids
      .flatMap((at) => linksFrom(catalogue, at))
      .filter((link) => isLineal(link) && isInForce(catalogue, link, day));
    if (links.length > 0) return links.sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));
  }
  return [];
}

/**
 * The layers under a release, root first, itself last. With several bases the first stands directly below it
 * and the others fill the gaps beneath. A layer that is met twice stands once, at its lowest place.
 */
export function chainOf(catalogue: Catalogue, id: RecordId, day: number): Layer[] {
  const layers: Layer[] = [];
  const walk = (at: RecordId, path: ReadonlySet<RecordId>) => {
    const links = basesOf(catalogue, at, day);
    layers.push({ id: at, distribution: distributionOf(catalogue, at), link: links[0] });
    for (const link of links) if (!path.has(link.base)) walk(link.base, new Set([...path, link.base]));
  };
  walk(id, new Set([id]));
  const rootFirst = layers.reverse();
  return rootFirst.filter((layer, index) => rootFirst.findIndex((other) => other.id === layer.id) === index);
}

/** The releases of a distribution, newest first; undated ones last, then by version text. */
export function releasesOf(catalogue: Catalogue, distribution: RecordId) {
  const key = (date: string | undefined) => (date ? (boundsOf(date)?.last ?? -Infinity) : -Infinity);
  return recordsBelongingTo(catalogue, distribution, 'release').sort(
    (a, b) => key(b.date) - key(a.date) || b.version.localeCompare(a.version, 'en', { numeric: true }),
  );
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
  return releasesOf(catalogue, distribution).filter(
    ({ date }) => !date || (boundsOf(date)?.first ?? -Infinity) <= day,
  );
}

/** True for a release only of editions that have a base of their own. */
function isApart(catalogue: Catalogue, { editions }: Release): boolean {
  return editions.length > 0 && editions.every((edition) => linksFrom(catalogue, edition).some(isLineal));
}
