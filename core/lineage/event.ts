/** What can happen to a distribution, dated. */
import type { Relation } from '../catalogue/relations.ts';
import type { RecordId } from '../catalogue/recordId.ts';

/**
 * What happened to a distribution. `follows`: the same base at another release. `adopted`: became a flavour of its
 * base. `related`: the relation to the same base changed otherwise. `standing`: maintained, dormant and so on.
 */
export type EventKind =
  | 'appears'
  | 'ends'
  | 'moves'
  | 'adopted'
  | 'related'
  | 'gains'
  | 'loses'
  | 'follows'
  | 'standing'
  | 'disappears';

/** Something that happened to a distribution. */
export interface LineageEvent {
  readonly kind: EventKind;
  readonly distribution: RecordId;
  /** Bases as distributions, editions or releases: before and after. */
  readonly before: readonly RecordId[];
  readonly after: readonly RecordId[];
  readonly relation?: Relation;
  readonly standing: string;
  /** The edition that it happened to, where it was not the whole distribution. */
  readonly edition?: RecordId;
}

/** An event with its day, and the date as it is recorded (to the day, month or year). */
export interface DatedEvent extends LineageEvent {
  readonly day: number;
  readonly when: string;
}

/** Events from the oldest to the newest; those of one day by distribution. */
export function inOrder(events: DatedEvent[]): DatedEvent[] {
  return events.sort((a, b) => a.day - b.day || (a.distribution < b.distribution ? -1 : 1));
}
