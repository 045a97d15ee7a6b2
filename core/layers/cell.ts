/** What one layer says of one fact, what it hands up, and how that stands to the base. */
import type { RecordedChange } from '../catalogue/change.ts';
import { isDirect } from '../catalogue/directChange.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import type { Interval, Reading } from '../catalogue/reading.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Disagreement } from '../weighing/disagreement.ts';
import type { Evidence } from '../weighing/evidenceOf.ts';

/**
 * The state of a value at a layer. Unknown never counts as equal, as "no" or as zero. `spoiled`: all that was seen is
 * worthless as evidence; it is shown, and never handed up. `takenOver`: copied from the release before, not checked again.
 */
export const VALUE_STATES = [
  'own',
  'carried',
  'unchanged',
  'none',
  'doesNotApply',
  'spoiled',
  'takenOver',
  'notLookedAt',
] as const;

/** The state of a value at a layer. */
export type ValueState = (typeof VALUE_STATES)[number];

/**
 * How what a layer says stands to what its base hands up. `not comparable`: the base's value is of another day, the reading
 * is spoiled, or nothing was said that can be held against it.
 */
export type Standing =
  'same' | 'changed' | 'base unknown' | 'no base' | 'not comparable' | 'not checked again';

/** A value as far as it is known: set, or known to be none (`absent`). */
export interface KnownValue {
  readonly value?: FactValue;
  readonly absent: boolean;
}

/** What a layer hands up to those that rest on it. */
export interface Handed extends KnownValue {
  /** The index of the layer that set the value, from the root; -1 where there is none. */
  readonly setBy: number;
  /** What a number may be, where it was said as a range. */
  readonly interval?: Interval;
  /** True for a list of which only some elements are known. */
  readonly isPartial: boolean;
  /** True where the one who set it took it over without checking it again. */
  readonly isUnchecked: boolean;
  /** The day on which it was so, where that is known (days since 1970-01-01). */
  readonly day?: number;
}

/** Nothing is known below. */
export const NOTHING_HANDED: Handed = { absent: false, setBy: -1, isPartial: false, isUnchecked: false };

/** A cell: one fact at one layer. */
export interface Cell {
  readonly state: ValueState;
  /** The value in force at this layer, set here or below; none where what was seen is spoiled. */
  readonly value?: FactValue;
  /** Known to be absent: found to be none here, or carried up from where that was found. */
  readonly absent: boolean;
  /** The index of the layer that set the value, from the root; -1 where there is none. */
  readonly setBy: number;
  readonly interval?: Interval;
  readonly isPartial: boolean;
  /** How what this layer says stands to its base; null where it says nothing, or where no base hands the fact down. */
  readonly standing: Standing | null;
  /** True where the base rolls on and its value is of another day: then versions within a list are not compared. */
  readonly baseIsOfOtherDay: boolean;
  /** How what this layer says itself is backed; `none` where it says nothing. */
  readonly evidence: Evidence;
  /** What else was said here: each explained by what differs around it, or a contradiction. */
  readonly disagreements: readonly Disagreement[];
  /** True if some disagreement is not explained. */
  readonly disputed: boolean;
  /** This layer's readings, also those not in force. */
  readonly readings: readonly Reading[];
  readonly inForce?: Reading;
  /** Where the state is `spoiled`: what was seen. */
  readonly spoiled?: Reading;
  /** Looked for, and could not be found out, where nothing else is known. */
  readonly notFoundOut?: Reading;
  /** Where the editions of a release differ and none is named: what each has. Then the cell itself has no value. */
  readonly byEdition: readonly EditionCell[];
  /** Changes recorded directly in this layer, and what is noted on computed ones. */
  readonly recorded: readonly RecordedChange[];
  readonly handed: Handed;
}

/** What one edition has. */
export interface EditionCell {
  readonly edition: RecordId;
  readonly cell: Cell;
}

/** True if it is known what is there, be it nothing: unknown never counts as equal, as "no" or as zero. */
export function isKnown({ value, absent }: KnownValue): boolean {
  return value !== undefined || absent;
}

/** True for what was taken over, here or where it comes up from, and that nobody has checked again. */
export function isUncheckedHere({ state, handed }: Cell): boolean {
  return state === 'takenOver' || (state === 'carried' && handed.isUnchecked);
}

/** True if a layer says something of a fact that can be relied on: a reading in force, or a change recorded directly. */
export function isSaid({ inForce, recorded }: Cell): boolean {
  return inForce !== undefined || recorded.some(isDirect);
}

/** True for what is not there by a choice at install: that says nothing of what the system would have. */
export const isNotChosen = ({ state, marks, said = '' }: Reading): boolean =>
  state === 'none' && marks.includes('onPurpose') && /\b(chosen|chose|choice|install)/i.test(said);

/** The reading that a cell shows: the one in force, else what was seen and is spoiled, or could not be found out. */
export function shownReading({ inForce, spoiled, notFoundOut }: Cell): Reading | undefined {
  return inForce ?? spoiled ?? notFoundOut;
}

/** All readings of a cell, the one in force first. */
export function readingsInOrder({ inForce, readings }: Cell): readonly Reading[] {
  return inForce ? [inForce, ...readings.filter(({ id }) => id !== inForce.id)] : readings;
}

/** The sources that the saying of a cell rests on. */
export function sourcesOf(cell: Cell): readonly RecordId[] {
  const reading = shownReading(cell);
  if (reading) return reading.source ? [reading.source] : [];
  return cell.recorded.filter(isDirect).flatMap(({ sources }) => sources);
}
