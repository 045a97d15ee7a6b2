/**
 * The order of alpm package versions, that of `vercmp` (vercmp(8)):
 *
 *     version = [ epoch ":" ] pkgver [ "-" pkgrel ]
 *
 * A missing pkgrel equals any, so this order is not transitive where one is missing; it is the tool's own.
 */
import { endOfDigits, endOfLetters, isDigit, isLetter } from './characterRuns.ts';
import { compareCodes, compareDigits } from './compareRuns.ts';
import { compareEpochs, endOfEpoch, endOfVersion } from './versionEnds.ts';

/** -1, 0 or 1 as `a` is earlier than, equal to or later than `b`. */
export function compareAlpmVersions(a: string, b: string): -1 | 0 | 1 {
  if (a === b) return 0;
  const startA = endOfEpoch(a);
  const startB = endOfEpoch(b);
  const byEpoch = compareEpochs(a, startA, b, startB);
  if (byEpoch !== 0) return byEpoch;
  const endA = endOfVersion(a, startA);
  const endB = endOfVersion(b, startB);
  const byVersion = compareStretch(a, startA, endA, b, startB, endB);
  if (byVersion !== 0 || endA === a.length || endB === b.length) return byVersion;
  return compareStretch(a, endA + 1, a.length, b, endB + 1, b.length);
}

function isAlphanumeric(code: number): boolean {
  return isDigit(code) || isLetter(code);
}

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
  while (i < toA && j < toB) {
    const behindA = i;
    const behindB = j;
    while (i < toA && !isAlphanumeric(a.charCodeAt(i))) i++;
    while (j < toB && !isAlphanumeric(b.charCodeAt(j))) j++;
    if (i >= toA || j >= toB) break;
    if (i - behindA !== j - behindB) return i - behindA < j - behindB ? -1 : 1;
    const numeric = isDigit(a.charCodeAt(i));
    if (numeric !== isDigit(b.charCodeAt(j))) return numeric ? 1 : -1;
    const endA = numeric ? endOfDigits(a, i, toA) : endOfLetters(a, i, toA);
    const endB = numeric ? endOfDigits(b, j, toB) : endOfLetters(b, j, toB);
    const order = numeric ? compareDigits(a, i, endA, b, j, endB) : compareCodes(a, i, endA, b, j, endB);
    if (order !== 0) return order;
    i = endA;
    j = endB;
  }
  if (i >= toA && j >= toB) return 0;
  // A remaining run of letters never beats an empty text: 1.0rc is before 1.0.
  const lettersA = i < toA && isLetter(a.charCodeAt(i));
  const lettersB = j < toB && isLetter(b.charCodeAt(j));
  return (i >= toA && !lettersB) || lettersA ? -1 : 1;
}
