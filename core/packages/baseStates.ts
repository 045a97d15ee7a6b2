/** Dated states of a base, and when a version appeared in them. */
import type { CandidateState } from './candidate.ts';

/** A state with its day (days since 1970-01-01). */
export interface DatedState extends CandidateState {
  readonly day: number;
}

/**
 * The last change of a package in the base, and whether the system has it, or a later one. Changes before it are left
 * out: one that was replaced while it was held back never arrives.
 */
export interface BaseChange {
  /** Days from the first state that has the change to the day of the system … */
  readonly age: number;
  /** … by which it may be older: the gap to the state before. */
  readonly slack: number;
  readonly arrived: boolean;
}
