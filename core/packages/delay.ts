/**
 * How long a derivative holds its base's changes back, from systems that have some of them and not others. Each
 * change of the base tells whether the delay was longer or shorter than its age; from all of them together
 * follows, for every number of days, the share of changes that take longer (isotonic regression of "current status
 * data": Ayer, Brunk, Ewing, Reid and Silverman, "An empirical distribution function for sampling with incomplete
 * information", 1955).
 */
import type { BaseChange } from './baseStates.ts';
import { isotonic } from '../isotonicRegression.ts';

/** Of the changes, the share that had not arrived after so many days; falling, from the age on. */
interface DelayStep {
  readonly age: number;
  readonly waiting: number;
  readonly changes: number;
}

/** How long packages take, with what it rests on. */
export interface DelayEstimate {
  /** By age, youngest first. */
  readonly steps: readonly DelayStep[];
  readonly changes: number;
  /** The days by which these changes may be older than they are dated. */
  readonly slack: number;
  /** Days after which half, and nine in ten, of the changes have arrived; null when that many never do. */
  readonly median: number | null;
  readonly ninetieth: number | null;
}

/** Shares within the stated range from which on it is confirmed, and below which it is refuted; fewest changes. */
export const DELAY_LIMITS = { confirmed: 2 / 3, refuted: 0.1, fewest: 20 } as const;

/** Dates may be late by so many days; the closest dated changes that are enough are used alone. */
const SLACKS = [0, 1, 3, 7, 15, 31, 92, Infinity] as const;

/**
 * Estimates the distribution; null without changes. Where some changes are dated closely and others only to a quarter,
 * the close ones alone are used.
 */
export function estimateDelay(all: readonly BaseChange[]): DelayEstimate | null {
  if (all.length === 0) return null;
  const closest = SLACKS.find(
    (slack) => all.filter((each) => each.slack <= slack).length >= DELAY_LIMITS.fewest,
  );
  const changes = all.filter((each) => each.slack <= (closest ?? Infinity));
  const byAge = new Map<number, { waiting: number; changes: number }>();
  for (const { age, arrived } of changes) {
    const known = byAge.get(age) ?? { waiting: 0, changes: 0 };
    byAge.set(age, { waiting: known.waiting + (arrived ? 0 : 1), changes: known.changes + 1 });
  }
  const steps = fall(
    [...byAge]
      .sort((a, b) => a[0] - b[0])
      .map(([age, { waiting, changes: count }]) => ({ age, waiting: waiting / count, changes: count })),
  );
  const dayOf = (share: number) => steps.find(({ waiting }) => waiting <= share)?.age ?? null;
  const slack = Math.max(...changes.map((each) => each.slack));
  return { steps, changes: changes.length, slack, median: dayOf(0.5), ninetieth: dayOf(0.1) };
}

/** Pools neighbours until the share waiting never rises with age. */
function fall(steps: readonly DelayStep[]): DelayStep[] {
  const rising = isotonic(
    Float64Array.from(steps, ({ waiting }) => -waiting),
    Float64Array.from(steps, ({ changes }) => changes),
  );
  return steps.map((step, i) => ({ ...step, waiting: -rising[i] || 0 }));
}
