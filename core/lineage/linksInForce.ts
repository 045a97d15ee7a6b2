/** Lineage links and the days on which they hold. */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import type { Link } from '../catalogue/link.ts';
import { RELATIONS } from '../catalogue/relations.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { boundsOf } from '../catalogue/when.ts';

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
