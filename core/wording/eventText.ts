/** Sentences about what happened when. */
import { nameOf } from '../lineage/names.ts';
import type { Catalogue } from '../catalogue/catalogue.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { DatedEvent, LineageEvent } from '../lineage/event.ts';
import { wordRelation } from './lineageText.ts';

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
      return `${name} is built on ${list(after.filter((id) => !before.includes(id)))}${before.length ? ' too' : ''} since then.`;
    case 'loses':
      return `${name} no longer rests on ${list(before.filter((id) => !after.includes(id)))}.`;
    case 'follows':
      return `${name} moved on to ${list(after.filter((id) => !before.includes(id)))}.`;
    case 'standing':
      return `${name} is ${event.standing || 'of unknown status'} since then.`;
  }
}

/** The same with its date: `28 Jan 2026: Varnley moved …`. */
export function wordDatedEvent(catalogue: Catalogue, event: DatedEvent): string {
  return `${formatWhen(event.when)}: ${wordEvent(catalogue, event)}`;
}
