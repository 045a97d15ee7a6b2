/** What two catalogues cannot both have, and what was decided of it. */
import type { KindName } from '../catalogue/recordKinds.ts';
import type { RecordId } from '../catalogue/recordId.ts';

/**
 * What is taken: what the one has or what the other has; `both` for sayings, of which theirs then stands beside mine as one
 * more.
 */
export type Choice = 'mine' | 'theirs' | 'both';

/** Something that both changed, or one deleted and the other changed. Ids are those of the merged catalogue. */
export interface Conflict {
  readonly kind: KindName;
  readonly record: RecordId;
  /** The field that both changed (`conditions.memory` for one within another); empty for the record as a whole. */
  readonly field: string;
  /** What the ancestor, mine and theirs have; null for nothing. */
  readonly base: unknown;
  readonly mine: unknown;
  readonly theirs: unknown;
  /** Of a deletion: how many other records come or go with it. */
  readonly rests: number;
  /** The rule that forbids to have both, where it is one of the catalogue's (`link.cycle`, `link.order`, `reading.accepted`). */
  readonly rule?: string;
}

/** Where a conflict stands, for what was decided of it. */
export function keyOfConflict({ record, field, rule }: Pick<Conflict, 'record' | 'field' | 'rule'>): string {
  return `${record}#${field}${rule ? `#${rule}` : ''}`;
}

/** Two records that may be of the same thing: theirs is taken for mine only when that is said. */
export interface Meeting {
  readonly kind: KindName;
  readonly mine: RecordId;
  readonly theirs: RecordId;
  /** Their names sound alike, or they have one id and other names. */
  readonly why: 'sounds alike' | 'same id';
}

/** Where a meeting stands, for what was decided of it. */
export function keyOfMeeting({ mine, theirs }: Pick<Meeting, 'mine' | 'theirs'>): string {
  return `${theirs} is ${mine}`;
}

/** What was decided, by `keyOfConflict` and `keyOfMeeting`. */
export interface Decisions {
  readonly conflicts: ReadonlyMap<string, Choice>;
  readonly meetings: ReadonlyMap<string, 'same' | 'two'>;
  /** Decides every conflict that was not decided by itself. */
  readonly prefer?: 'mine' | 'theirs';
}

/** Nothing decided. */
export const UNDECIDED: Decisions = { conflicts: new Map(), meetings: new Map() };

/** What was decided of a conflict, by itself or by preference. */
export function choiceOf(
  decisions: Decisions,
  conflict: Pick<Conflict, 'record' | 'field' | 'rule'>,
): Choice | undefined {
  return decisions.conflicts.get(keyOfConflict(conflict)) ?? decisions.prefer;
}
