/** The parts of a version, `[ epoch ":" ] version [ "-" release ]`, in place: orders look at millions of them. */
import { endOfDigits } from './characterRuns.ts';
import { compareDigits } from './compareRuns.ts';

const COLON = 58;
const HYPHEN = 45;

/** Where the version starts: behind `digits:` (the digits may be missing), else 0. */
export function endOfEpoch(text: string): number {
  const digits = endOfDigits(text, 0, text.length);
  return text.charCodeAt(digits) === COLON ? digits + 1 : 0;
}

/** The place of the hyphen before the release, or the end if there is none. */
export function endOfVersion(text: string, start: number): number {
  for (let i = text.length - 1; i >= start; i--) if (text.charCodeAt(i) === HYPHEN) return i; // faster than lastIndexOf
  return text.length;
}

/** Compares epochs of any length by number; a missing one is 0. `startA` and `startB` are the ends of the epochs. */
export function compareEpochs(a: string, startA: number, b: string, startB: number): -1 | 0 | 1 {
  if (startA === 0 && startB === 0) return 0;
  return compareDigits(a, 0, Math.max(startA - 1, 0), b, 0, Math.max(startB - 1, 0));
}
