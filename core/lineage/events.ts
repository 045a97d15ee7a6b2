/**
 * The history of the lineage as events: what appears, ends, moves to another base, is adopted. Made by comparing where
 * each distribution stands before and after each of its dates, so that the events between two days lead exactly from
 * the graph of the one to the graph of the other.
 */
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Release } from '../catalogue/release.ts';
import { boundsOf } from '../catalogue/when.ts';
import { daysInForce, isLineal, linksFrom } from './linksInForce.ts';
import { isOver, UNKNOWN_LIFE, type Life } from './life.ts';
import { releasesOf } from './releases.ts';
import { standpointOf, type Footing, type Standpoint } from './standpoint.ts';
import { type DatedEvent, inOrder, type LineageEvent } from './event.ts';

type LifeOf = (catalogue: Catalogue, id: RecordId) => Life;

/** For callers that know of no lives: every one is unknown. */
export const unknownLives: LifeOf = () => UNKNOWN_LIFE;

/** All events of a distribution, oldest first. */
export function eventsOf(catalogue: Catalogue, id: RecordId, life: Life): DatedEvent[] {
  const events: DatedEvent[] = [];
  const releases = releasesOf(catalogue, id);
  let before = standpointOf(catalogue, id, -Infinity, life, releases);
  for (const [day, when] of datesOf(catalogue, id, life, releases)) {
    const after = standpointOf(catalogue, id, day, life, releases);
    events.push(...diffStandpoints(id, before, after).map((event) => ({ ...event, day, when })));
    before = after;
  }
  return events;
}

/** All events of a catalogue, oldest first. */
export function lineageEvents(catalogue: Catalogue, lifeOf = unknownLives): DatedEvent[] {
  return inOrder(
    [...recordsOf(catalogue, 'distribution')].flatMap(({ id }) =>
      eventsOf(catalogue, id, lifeOf(catalogue, id)),
    ),
  );
}

/** The days on which something may change for a distribution, with the dates as recorded; in order. */
function datesOf(
  catalogue: Catalogue,
  id: RecordId,
  life: Life,
  releases: readonly Release[],
): [number, string][] {
  const dates = new Map<number, string>();
  const add = (day: number | undefined, when: string | undefined) => {
    if (day !== undefined && Number.isFinite(day) && !dates.has(day)) dates.set(day, when ?? '');
  };
  if (life.since) add(boundsOf(life.since)?.first, life.since);
  for (const { from, when } of life.standings) add(from, when);
  const editions = recordsBelongingTo(catalogue, id, 'edition');
  for (const { date } of releases) if (date) add(boundsOf(date)?.first, date);
  for (const at of [id, ...[...releases, ...editions].map((record) => record.id)])
    for (const link of linksFrom(catalogue, at).filter(isLineal)) {
      const { from, to } = daysInForce(catalogue, link);
      add(from, link.since);
      add(to + 1, link.until);
    }
  add(life.begins, life.beginsWhen);
  return [...dates].sort(([a], [b]) => a - b);
}

/** What changed between two standpoints of one distribution. */
export function diffStandpoints(
  distribution: RecordId,
  before: Standpoint,
  after: Standpoint,
): LineageEvent[] {
  const ends = (footings: readonly Footing[]) => footings.map(({ link }) => link.base);
  const common = {
    distribution,
    before: ends(before.footings),
    after: ends(after.footings),
    standing: after.standing,
  };
  if (before.placing === 'absent' || after.placing === 'absent') {
    if (before.placing === after.placing) return [];
    return [{ ...common, kind: after.placing === 'absent' ? 'disappears' : 'appears' }];
  }
  const changed: LineageEvent[] = [];
  if (isOver(after.standing) && !isOver(before.standing)) changed.push({ ...common, kind: 'ends' });
  else if (after.standing !== before.standing) changed.push({ ...common, kind: 'standing' });
  const event = footingEvent(before.footings, after.footings);
  if (event) changed.push({ ...common, ...event });
  return changed;
}

/** How the bases differ: the weightiest of what is different. */
function footingEvent(
  before: readonly Footing[],
  after: readonly Footing[],
): Pick<LineageEvent, 'kind' | 'relation' | 'edition'> | null {
  const gained = after.filter(({ base }) => !before.some((other) => other.base === base));
  const lost = before.filter(({ base }) => !after.some((other) => other.base === base));
  const more = (footing: Footing) => ({
    relation: footing.link.relation,
    ...(footing.edition && { edition: footing.edition }),
  });
  if (gained.length && lost.length) return { kind: 'moves', ...more(gained[0]) };
  if (gained.length) return { kind: 'gains', ...more(gained[0]) };
  if (lost.length) return { kind: 'loses', ...more(lost[0]) };
  for (const footing of after) {
    const old = before.find(({ base }) => base === footing.base)!;
    if (old.link.relation !== footing.link.relation)
      return { kind: footing.link.relation === 'flavour of' ? 'adopted' : 'related', ...more(footing) };
    if (old.link.base !== footing.link.base) return { kind: 'follows', ...more(footing) };
  }
  return null;
}
