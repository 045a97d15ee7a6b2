/**
 * When a system's packages were copied from a base that is at hand in several states: between the last state that
 * it has left behind and the first one that it has not reached.
 */
import type { StateFit } from './holdAgainst.ts';

/** When packages were copied, as a range of days. */
export interface CopyEstimate {
  /** The date of the state that fits best. */
  readonly state: string;
  /** How many packages are equal to it. */
  readonly same: number;
  /** It was copied after this state: so many packages have versions that came later. Absent when nothing tells. */
  readonly after?: { readonly date: string; readonly packages: number };
  /** It was copied before this state: so many packages have versions that were gone by then. */
  readonly before?: { readonly date: string; readonly packages: number };
}

/** Fewest packages that must tell two states apart. */
const TELLING = 3;

/** The estimate from how each state fits; undefined with fewer than two dated states. */
export function estimateCopy(fits: readonly StateFit[], best: number): CopyEstimate | undefined {
  const fit = fits[best];
  if (fits.filter(({ date }) => date).length < 2 || !fit?.date) return undefined;
  const before = fits[best + 1];
  const after = fits[best - 1];
  return {
    state: fit.date,
    same: fit.same,
    ...(after?.date && fit.notBefore >= TELLING && { after: { date: after.date, packages: fit.notBefore } }),
    ...(before?.date && fit.notAfter >= TELLING && { before: { date: before.date, packages: fit.notAfter } }),
  };
}
