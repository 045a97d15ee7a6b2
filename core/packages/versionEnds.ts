/** Where the parts of a version end. */
import { endOfDigits } from './characterRuns.ts';
/** The parts of a version, and its runs of digits and letters, compared in place: orders look at millions of them. */

const COLON = 58;

/** Where the version starts: behind `digits:` (the digits may be missing), else 0. */
export function endOfEpoch(text: string): number {
  const digits = endOfDigits(text, 0, text.length);
  return text.charCodeAt(digits) === COLON ? digits + 1 : 0;
}

/** The place of the hyphen before the release, or the end if there is none. */
export function endOfVersion(text: string, start: number): number {
  const hyphen = text.lastIndexOf('-');
  return hyphen < start ? text.length : hyphen;
}
