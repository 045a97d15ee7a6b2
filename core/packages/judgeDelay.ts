/** A stated delay held against a measured one. */
import { type DelayEstimate, DELAY_LIMITS } from './delay.ts';

/** A delay as somebody states it, in days. */
export interface StatedDelay {
  readonly least: number;
  readonly most: number;
}

/** What becomes of a stated delay. */
export type DelayVerdict = 'confirmed' | 'partly' | 'refuted' | 'unclear';

/** The verdict with its reasons. */
export interface DelayJudgement {
  readonly verdict: DelayVerdict;
  /** The share of changes whose delay lies within what is stated. */
  readonly within: number;
  readonly shorter: number;
  readonly longer: number;
}

/**
 * Holds a stated delay against the estimate. Unclear with fewer than 20 changes, with none as old as what is stated, or
 * when changes are dated less closely than half of what is stated.
 */
export function judgeDelay(
  { steps, changes, slack }: DelayEstimate,
  { least, most }: StatedDelay,
): DelayJudgement {
  const waitingAfter = (age: number) => steps.findLast((step) => step.age <= age)?.waiting ?? 1;
  const before = waitingAfter(least - 1 - slack);
  const after = waitingAfter(most + slack);
  const within = Math.max(0, before - after);
  const oldest = steps.at(-1)?.age ?? 0;
  const verdict =
    changes < DELAY_LIMITS.fewest || oldest < most || slack > most / 2
      ? 'unclear'
      : within >= DELAY_LIMITS.confirmed
        ? 'confirmed'
        : within < DELAY_LIMITS.refuted
          ? 'refuted'
          : 'partly';
  return { verdict, within, shorter: 1 - before, longer: after };
}
