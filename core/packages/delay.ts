/**
 * How long a derivative holds its base's changes back, from systems that have some of them and not others. Each
 * change of the base tells whether the delay was longer or shorter than its age; from all of them together
 * follows, for every number of days, the share of changes that take longer (isotonic regression of "current status
 * data": Ayer, Brunk, Ewing, Reid and Silverman, "An empirical distribution function for sampling with incomplete
 * information", 1955).
 */
import type { BaseChange } from './freshness.ts';

/** Of the changes, the share that had not arrived after so many days; falling, from the age on. */
export interface DelayStep {
  readonly age: number;
  readonly waiting: number;
  readonly changes: number;
}

export interface DelayEstimate {
  /** By age, youngest first. */
  readonly steps: readonly DelayStep[];
  readonly changes: number;
  /** Days after which half, and nine in ten, of the changes have arrived; null when that many never do. */
  readonly median: number | null;
  readonly ninetieth: number | null;
}

/** A delay as somebody states it, in days. */
export interface StatedDelay {
  readonly least: number;
  readonly most: number;
}

export type DelayVerdict = 'confirmed' | 'partly' | 'refuted' | 'unclear';

export interface DelayJudgement {
  readonly verdict: DelayVerdict;
  /** The share of changes whose delay lies within what is stated. */
  readonly within: number;
  readonly shorter: number;
  readonly longer: number;
}

/** Shares within the stated range from which on it is confirmed, and below which it is refuted. */
export const DELAY_LIMITS = { confirmed: 0.75, refuted: 0.25, fewest: 20 } as const;

/** Estimates the distribution; null without changes. */
export function estimateDelay(changes: readonly BaseChange[]): DelayEstimate | null {
  if (changes.length === 0) return null;
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
  return { steps, changes: changes.length, median: dayOf(0.5), ninetieth: dayOf(0.1) };
}

/** Pools neighbours until the share waiting never rises with age. */
function fall(steps: readonly DelayStep[]): DelayStep[] {
  const blocks: { first: number; last: number; waiting: number; changes: number }[] = [];
  steps.forEach((step, i) => {
    blocks.push({ first: i, last: i, waiting: step.waiting, changes: step.changes });
    while (blocks.length > 1 && blocks.at(-2)!.waiting < blocks.at(-1)!.waiting) {
      const later = blocks.pop()!;
      const earlier = blocks.pop()!;
      const changes = earlier.changes + later.changes;
      const waiting = (earlier.waiting * earlier.changes + later.waiting * later.changes) / changes;
      blocks.push({ first: earlier.first, last: later.last, waiting, changes });
    }
  });
  return blocks.flatMap(({ first, last, waiting }) =>
    steps.slice(first, last + 1).map((step) => ({ ...step, waiting })),
  );
}

/**
 * Holds a stated delay against the estimate. `slack` is the number of days by which changes are dated too late: the
 * gap between two states of the base. Unclear with fewer than 20 changes, or none as old as what is stated.
 */
export function judgeDelay(
  { steps, changes }: DelayEstimate,
  { least, most }: StatedDelay,
  slack = 0,
): DelayJudgement {
  const waitingAfter = (age: number) => steps.findLast((step) => step.age <= age)?.waiting ?? 1;
  const before = waitingAfter(least - 1 - slack);
  const after = waitingAfter(most + slack);
  const within = Math.max(0, before - after);
  const oldest = steps.at(-1)?.age ?? 0;
  const verdict =
    changes < DELAY_LIMITS.fewest || oldest < most
      ? 'unclear'
      : within >= DELAY_LIMITS.confirmed
        ? 'confirmed'
        : within < DELAY_LIMITS.refuted
          ? 'refuted'
          : 'partly';
  return { verdict, within, shorter: 1 - before, longer: after };
}
