/** What one layer says of one fact. */
import type { RecordedChange } from '../catalogue/change.ts';
import { isDirect } from '../catalogue/directChange.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Evidence } from './evidenceOf.ts';

/** The state of a value at a layer. Unknown never counts as equal, as "no" or as zero. */
export type ValueState = 'own' | 'carried' | 'unchanged' | 'notLookedAt' | 'none' | 'doesNotApply';

/** A cell: one fact at one layer. */
export interface Cell {
  readonly state: ValueState;
  /** The value in force at this layer, set here or below. */
  readonly value?: FactValue;
  /** Known to be absent: found to be none here, or carried up from where that was found. */
  readonly absent: boolean;
  /** The index of the layer that set the value, from the root; -1 where there is none. */
  readonly setBy: number;
  /** How what this layer says itself is backed; `none` where it says nothing. */
  readonly evidence: Evidence;
  readonly disputed: boolean;
  /** This layer's readings, also those not in force. */
  readonly readings: readonly Reading[];
  readonly inForce?: Reading;
  /** Changes recorded directly in this layer, and what is noted on computed ones. */
  readonly recorded: readonly RecordedChange[];
}

/** True if a layer says something of a fact itself: a reading in force, or a change recorded directly. */
export function isSaid({ inForce, recorded }: Cell): boolean {
  return inForce !== undefined || recorded.some(isDirect);
}

/** The sources that the saying of a cell rests on. */
export function sourcesOf({ inForce, recorded }: Cell): readonly RecordId[] {
  if (inForce) return inForce.source ? [inForce.source] : [];
  return recorded.filter(isDirect).flatMap(({ sources }) => sources);
}
