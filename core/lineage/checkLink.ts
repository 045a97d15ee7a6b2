/**
 * The rules a lineage link must keep: it leads to something else, its dates run forward, lineal links in force on one
 * date never form a cycle, and of several bases on one date it is said which comes first. Two links that never hold
 * at the same time are no cycle and need no order.
 */
import { recordOf, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Link } from '../catalogue/link.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { boundsOf } from '../catalogue/when.ts';
import { createIssue, type Issue } from '../issue.ts';
import { distributionOf } from './releases.ts';
import { daysInForce, isLineal, linksFrom } from './linksInForce.ts';
import { nameOf } from './names.ts';

/** The issues that forbid a link: `link.self`, `link.dates`, `link.order` (with the other base), `link.cycle` (with the path). */
export function checkLink(catalogue: Catalogue, link: Link): Issue[] {
  const derivative = distributionOf(catalogue, link.derivative);
  const base = distributionOf(catalogue, link.base);
  if (derivative === base) return [createIssue('error', 'link.self', link.id)];
  const days = daysInForce(catalogue, link);
  if (days.from > days.to)
    return [
      createIssue('error', 'link.dates', link.id, { since: link.since ?? '', until: link.until ?? '' }),
    ];
  if (!isLineal(link)) return [];
  const rival = rivalOf(catalogue, link);
  if (rival)
    return [
      createIssue('error', 'link.order', link.id, { base: nameOf(catalogue, rival.base), other: rival.id }),
    ];
  const path = pathBetween(catalogue, base, derivative, days, link.id);
  return path
    ? [
        createIssue('error', 'link.cycle', link.id, {
          path: [derivative, ...path].map((id) => nameOf(catalogue, id)).join(' > '),
        }),
      ]
    : [];
}

/**
 * Another lineal link of the same derivative that surely holds on some same day and claims the same place in the
 * order. Of dates known to the year only, the last day of the beginning and the first of the end are taken: a move
 * within one year is no overlap.
 */
function rivalOf(catalogue: Catalogue, link: Link): Link | undefined {
  const mine = surelyInForce(catalogue, link);
  return linksFrom(catalogue, link.derivative).find((other) => {
    if (other.id === link.id || !isLineal(other)) return false;
    const theirs = surelyInForce(catalogue, other);
    return other.order === link.order && theirs.from <= mine.to && mine.from <= theirs.to;
  });
}

function surelyInForce(catalogue: Catalogue, link: Link): { from: number; to: number } {
  const since = link.since ?? recordOf(catalogue, 'release', link.derivative)?.date;
  return {
    from: boundsOf(since ?? '')?.last ?? -Infinity,
    to: boundsOf(link.until ?? '')?.first ?? Infinity,
  };
}

/** A path from one distribution down to another over lineal links that all hold on one common day, or null. */
function pathBetween(
  catalogue: Catalogue,
  from: RecordId,
  to: RecordId,
  days: { from: number; to: number },
  except: RecordId,
): RecordId[] | null {
  const outgoing = new Map<RecordId, { base: RecordId; from: number; to: number }[]>();
  for (const link of recordsOf(catalogue, 'link')) {
    if (!isLineal(link) || link.id === except) continue;
    const derivative = distributionOf(catalogue, link.derivative);
    const list = outgoing.get(derivative) ?? [];
    list.push({ base: distributionOf(catalogue, link.base), ...daysInForce(catalogue, link) });
    outgoing.set(derivative, list);
  }
  const walk = (
    at: RecordId,
    window: { from: number; to: number },
    path: readonly RecordId[],
  ): RecordId[] | null => {
    if (at === to) return [...path, at];
    if (path.includes(at)) return null;
    for (const edge of outgoing.get(at) ?? []) {
      const common = { from: Math.max(window.from, edge.from), to: Math.min(window.to, edge.to) };
      const found = common.from <= common.to ? walk(edge.base, common, [...path, at]) : null;
      if (found) return found;
    }
    return null;
  };
  return walk(from, days, []);
}
