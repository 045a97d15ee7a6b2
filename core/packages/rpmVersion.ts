/**
 * The order of rpm versions (rpm documentation, "Dependencies basics" and "Caret versioning"):
 *
 *     label = [ epoch ":" ] version [ "-" release ]
 *
 * Segments of digits or letters are compared in turn, separators only separate; `~` sorts before everything,
 * even the end, `^` after the end but before any further segment.
 */
import { endOfDigits, endOfLetters, isDigit, isLetter } from './characterRuns.ts';
import { compareCodes, compareDigits } from './compareRuns.ts';
import { compareEpochs, endOfEpoch, endOfVersion } from './versionEnds.ts';

const CARET = 94;
const TILDE = 126;

/**
 * -1, 0 or 1 as label `a` is earlier than, equal to or later than `b`. A release on one side only is later, whatever it is:
 * what follows a `~` sorts before an empty release, not before none.
 */
export function compareRpmVersions(a: string, b: string): -1 | 0 | 1 {
  if (a === b) return 0;
  const startA = endOfEpoch(a);
  const startB = endOfEpoch(b);
  const byEpoch = compareEpochs(a, startA, b, startB);
  if (byEpoch !== 0) return byEpoch;
  const endA = endOfVersion(a, startA);
  const endB = endOfVersion(b, startB);
  const byVersion = compareStretch(a, startA, endA, b, startB, endB);
  if (byVersion !== 0) return byVersion;
  const hasRelease = endA < a.length;
  if (hasRelease !== endB < b.length) return hasRelease ? 1 : -1;
  return compareStretch(a, Math.min(endA + 1, a.length), a.length, b, Math.min(endB + 1, b.length), b.length);
}

function isCounted(code: number): boolean {
  return isDigit(code) || isLetter(code) || code === TILDE || code === CARET;
}

/** Compares two versions or two releases segment by segment. */
function compareStretch(
  a: string,
  fromA: number,
  toA: number,
  b: string,
  fromB: number,
  toB: number,
): -1 | 0 | 1 {
  let i = fromA;
  let j = fromB;
  for (;;) {
    while (i < toA && !isCounted(a.charCodeAt(i))) i++;
    while (j < toB && !isCounted(b.charCodeAt(j))) j++;
    const codeA = i < toA ? a.charCodeAt(i) : 0;
    const codeB = j < toB ? b.charCodeAt(j) : 0;
    if (codeA === TILDE || codeB === TILDE) {
      if (codeA !== codeB) return codeA === TILDE ? -1 : 1;
      i++;
      j++;
      continue;
    }
    if (codeA === CARET || codeB === CARET) {
      if (i >= toA) return -1;
      if (j >= toB) return 1;
      if (codeA !== codeB) return codeA === CARET ? -1 : 1;
      i++;
      j++;
      continue;
    }
    if (i >= toA || j >= toB) break;
    const numeric = isDigit(codeA);
    if (numeric !== isDigit(codeB)) return numeric ? 1 : -1; // a number is later than letters
    const endA = numeric ? endOfDigits(a, i, toA) : endOfLetters(a, i, toA);
    const endB = numeric ? endOfDigits(b, j, toB) : endOfLetters(b, j, toB);
    const order = numeric ? compareDigits(a, i, endA, b, j, endB) : compareCodes(a, i, endA, b, j, endB);
    if (order !== 0) return order;
    i = endA;
    j = endB;
  }
  return i < toA ? 1 : j < toB ? -1 : 0;
}
