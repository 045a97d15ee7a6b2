/** Sentences about the lineage: bands, events and relations in words. */
import type { PackageStanding } from '../packages/packageStanding.ts';
import { nameOf } from '../lineage/names.ts';
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Link } from '../catalogue/link.ts';
import type { RecordId } from '../catalogue/recordKind.ts';
import { nearestSharedBase, pathBetween } from '../lineage/relatives.ts';
import { formatWhen } from '../catalogue/when.ts';
import { countImpacts, type Impact } from '../layers/impact.ts';
import type { DatedEvent, LineageEvent } from '../lineage/events.ts';
import type { GraphLink, LineageGraph } from '../lineage/lineageGraph.ts';
import { formatNumberOf, formatShare } from './valueText.ts';

/** A relation as a verb: `is a flavour of`, `was forked from`, `installs from`. */
export function wordRelation(relation: Link['relation']): string {
  if (relation === 'flavour of') return 'is a flavour of';
  return relation === 'forked from' ? 'was forked from' : relation;
}

/** What a band says: `Tidewater installs from Fenwick: 86.4 % of 2,480 packages carried`. */
export function wordBand(band: GraphLink, graph: LineageGraph): string {
  const nameIn = (id: string) => graph.nodes.get(id)?.name ?? id;
  const [derivative, base] = [nameIn(band.derivative), nameIn(band.base)];
  if (!band.link) return `${derivative} is an edition of ${base}`;
  const parts = band.link.parts.length ? ` (${band.link.parts.join(', ')})` : '';
  const names = `${derivative} ${wordRelation(band.link.relation)} ${base}${parts}`;
  if (band.past) return `${names}, until it ended`;
  if (band.kind !== 'lineal') return names;
  const counts = band.comparison?.counts;
  const edition = band.edition ? ', one edition only' : '';
  return counts
    ? `${names}${edition}: ${formatShare(counts.same, counts.installed)} of ${formatNumberOf(counts.installed, 'package')} carried`
    : `${names}${edition}: not measured`;
}

/** What happened: `Varnley moved from Fenwick 28 to Larkspur 7.` */
export function wordEvent(catalogue: Catalogue, event: LineageEvent): string {
  const name = event.edition ? nameOf(catalogue, event.edition) : nameOf(catalogue, event.distribution);
  const list = (ids: readonly string[]) => ids.map((id) => nameOf(catalogue, id)).join(' and ');
  const { before, after } = event;
  switch (event.kind) {
    case 'appears':
      return `${name} appeared${after.length ? ` on ${list(after)}` : ''}.`;
    case 'disappears':
      return `${name} is not there yet.`;
    case 'ends':
      return event.standing === 'merged' ? `${name} merged into another project.` : `${name} ended.`;
    case 'moves':
      return `${name} moved from ${list(before.filter((id) => !after.includes(id)))} to ${list(after.filter((id) => !before.includes(id)))}.`;
    case 'adopted':
      return `${name} was adopted as a flavour of ${list(after)}.`;
    case 'related':
      return `${name} ${wordRelation(event.relation!)} ${list(after)} since then.`;
    case 'gains':
      return `${name} came to rest on ${list(after.filter((id) => !before.includes(id)))}${before.length ? ' too' : ''}.`;
    case 'loses':
      return `${name} no longer rests on ${list(before.filter((id) => !after.includes(id)))}.`;
    case 'follows':
      return `${name} followed to ${list(after.filter((id) => !before.includes(id)))}.`;
    case 'standing':
      return `${name} is ${event.standing || 'of unknown standing'} since then.`;
  }
}

/** The same with its date: `28 Jan 2026: Varnley moved …`. */
export function wordDatedEvent(catalogue: Catalogue, event: DatedEvent): string {
  return `${formatWhen(event.when)}: ${wordEvent(catalogue, event)}`;
}

/** A link as a sentence: `Tidewater 7.1 installs from Fenwick 31, since 3 Mar 2026.` */
export function wordLink(catalogue: Catalogue, link: Link): string {
  const since = link.since ?? recordOf(catalogue, 'release', link.derivative)?.date;
  const dates = [since && `since ${formatWhen(since)}`, link.until && `until ${formatWhen(link.until)}`];
  const parts = link.parts.length ? ` (${link.parts.join(', ')})` : '';
  return `${[
    `${nameOf(catalogue, link.derivative)} ${wordRelation(link.relation)} ${nameOf(catalogue, link.base)}${parts}`,
    ...dates.filter(Boolean),
  ].join(', ')}.`;
}

/** What a change upstream means for one: `inherits it`, `sets its own (Tidewater 7.1)`, `rests on Fenwick 28`, another release. */
export function wordImpact(catalogue: Catalogue, { class: name, by }: Impact): string {
  const other = by ? nameOf(catalogue, by) : '';
  switch (name) {
    case 'affected':
      return 'inherits it';
    case 'overridden':
      return `sets its own: ${other}`;
    case 'notYet':
      return `rests on ${other}`;
    case 'cannotTell':
      return by ? `cannot tell: only ${other} is known` : 'cannot tell';
  }
}

const STANDING_WORDS: Readonly<Record<PackageStanding['class'], string>> = {
  same: 'has it as it is',
  rebuilt: 'has it, built again',
  patched: 'has its own revision',
  heldBack: 'still has',
  ahead: 'has a newer one',
  own: 'has another one of that name',
  absent: 'does without it',
};

/** What would follow for one descendant if a package changed: `has its own revision, 2.4-1tide1`. */
export function wordPackageImpact(
  catalogue: Catalogue,
  { class: name, by }: Impact,
  standing: PackageStanding | undefined,
): string {
  if (name === 'cannotTell')
    return by ? `only ${nameOf(catalogue, by)} is known` : 'no package list is at hand';
  if (!standing || (name === 'notYet' && standing.class !== 'heldBack'))
    return by ? `rests on ${nameOf(catalogue, by)}` : '';
  const words = STANDING_WORDS[standing.class];
  if (standing.class === 'absent' || standing.class === 'same') return words;
  return `${words}${standing.class === 'heldBack' ? '' : ','} ${standing.version}`;
}

/** All of them in one sentence: `Of 7 descendants 4 inherit it, 2 set their own, 1 rests on another release.` */
export function wordImpacts(impacts: readonly Impact[]): string {
  const { affected, overridden, notYet, cannotTell } = countImpacts(impacts);
  const parts = [
    `${affected || 'none'} ${affected === 1 ? 'inherits' : 'inherit'} it`,
    overridden && `${overridden} ${overridden === 1 ? 'sets its' : 'set their'} own`,
    notYet && `${notYet} ${notYet === 1 ? 'rests' : 'rest'} on another release`,
    cannotTell && `of ${cannotTell} it cannot be told`,
  ];
  return `Of ${formatNumberOf(impacts.length, 'descendant')} ${parts.filter(Boolean).join(', ')}.`;
}

/** The same of a package: `Of 15 descendants 9 have it as the base has it, 3 have their own or none, …` */
export function wordPackageImpacts(impacts: readonly Impact[]): string {
  const { affected, overridden, notYet, cannotTell } = countImpacts(impacts);
  const have = (count: number) => (count === 1 ? 'has' : 'have');
  const parts = [
    `${affected || 'none'} ${have(affected || 1)} it from there`,
    overridden && `${overridden} ${have(overridden)} another or none`,
    notYet && `${notYet} ${have(notYet)} an older state`,
    cannotTell && `of ${cannotTell} it cannot be told`,
  ];
  return `Of ${formatNumberOf(impacts.length, 'descendant')} ${parts.filter(Boolean).join(', ')}.`;
}

/** How two are related: `Shared base: Larkspur. Tidewater › Fenwick › Larkspur ‹ Varnley.` */
export function wordWay(graph: LineageGraph, from: RecordId, to: RecordId): string {
  const nameIn = (id: RecordId) => graph.nodes.get(id)?.name ?? id;
  const shared = nearestSharedBase(graph, from, to);
  const path = pathBetween(graph, from, to);
  if (!path) return `${nameIn(from)} and ${nameIn(to)} have no base in common, and nothing rests on both.`;
  const way = path
    .map(({ id, by }) => `${by === 'base' ? ' › ' : by === 'derivative' ? ' ‹ ' : ''}${nameIn(id)}`)
    .join('');
  if (shared === to) return `${nameIn(from)} rests on ${nameIn(to)}: ${way}.`;
  if (shared === from) return `${nameIn(to)} rests on ${nameIn(from)}: ${way}.`;
  return shared
    ? `Nearest shared base: ${nameIn(shared)}. ${way}.`
    : `No base in common, but a derivative: ${way}.`;
}
