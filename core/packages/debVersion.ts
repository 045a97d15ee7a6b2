/**
 * The order of Debian package versions (Debian Policy 5.6.12; deb-version(7)), exactly that of
 * `dpkg --compare-versions`:
 *
 *     version = [ epoch ":" ] upstream [ "-" revision ]
 *
 * Runs of non-digits are ordered with `~` before the end, the end before letters, letters before the rest;
 * runs of digits by number, of any length.
 */
import { isDigit, isLetter } from './characterRuns.ts';
import { compareEpochs, endOfVersion } from './versionEnds.ts';

const TILDE = 126;

/** The parts of a version. `epoch` is digits without leading zeros, `0` if absent; `revision` may be empty. */
interface DebVersion {
  readonly epoch: string;
  readonly upstream: string;
  readonly revision: string;
}

/** Takes a version apart. Never throws: a text that breaks the grammar counts as upstream version. */
export function parseDebVersion(version: string): DebVersion {
  const start = endOfEpoch(version);
  const rest = start > 0 ? version.slice(start) : version;
  const hyphen = rest.lastIndexOf('-');
  return {
    epoch: start > 0 ? version.slice(0, start - 1).replace(/^0+(?=\d)/, '') : '0',
    upstream: hyphen < 0 ? rest : rest.slice(0, hyphen),
    revision: hyphen < 0 ? '' : rest.slice(hyphen + 1),
  };
}

/** -1, 0 or 1 as `a` is earlier than, equal to or later than `b`. A total order. */
export function compareDebVersions(a: string, b: string): -1 | 0 | 1 {
  if (a === b) return 0;
  const startA = endOfEpoch(a);
  const startB = endOfEpoch(b);
  const byEpoch = compareEpochs(a, startA, b, startB);
  if (byEpoch !== 0) return byEpoch;
  const hyphenA = endOfVersion(a, startA);
  const hyphenB = endOfVersion(b, startB);
  const byUpstream = comparePart(a, startA, hyphenA, b, startB, hyphenB);
  if (byUpstream !== 0) return byUpstream;
  return comparePart(
    a,
    Math.min(hyphenA + 1, a.length),
    a.length,
    b,
    Math.min(hyphenB + 1, b.length),
    b.length,
  );
}

/** Where the upstream version starts: behind `digits:`, else 0. */
function endOfEpoch(text: string): number {
  let i = 0;
  while (isDigit(text.charCodeAt(i))) i++;
  return i > 0 && text.charCodeAt(i) === 58 ? i + 1 : 0;
}

/** The weight of a character among non-digits; the end and digits weigh 0. */
function weight(code: number): number {
  if (isDigit(code)) return 0;
  if (isLetter(code)) return code;
  return code === TILDE ? -1 : code + 256;
}

/** Compares two stretches, run by run; an empty one equals `0`. */
function comparePart(
  a: string,
  fromA: number,
  toA: number,
  b: string,
  fromB: number,
  toB: number,
): -1 | 0 | 1 {
  let i = fromA;
  let j = fromB;
  while (i < toA || j < toB) {
    for (;;) {
      const codeA = i < toA ? a.charCodeAt(i) : 48;
      const codeB = j < toB ? b.charCodeAt(j) : 48;
      const restA = i < toA && !isDigit(codeA);
      const restB = j < toB && !isDigit(codeB);
      if (!restA && !restB) break;
      const order = weight(codeA) - weight(codeB);
      if (order !== 0) return order < 0 ? -1 : 1;
      if (restA) i++;
      if (restB) j++;
    }
    while (i < toA && a.charCodeAt(i) === 48) i++;
    while (j < toB && b.charCodeAt(j) === 48) j++;
    let first = 0;
    let codeA = i < toA ? a.charCodeAt(i) : 0;
    let codeB = j < toB ? b.charCodeAt(j) : 0;
    while (isDigit(codeA) && isDigit(codeB)) {
      if (first === 0) first = codeA - codeB;
      codeA = ++i < toA ? a.charCodeAt(i) : 0;
      codeB = ++j < toB ? b.charCodeAt(j) : 0;
    }
    if (isDigit(codeA)) return 1;
    if (isDigit(codeB)) return -1;
    if (first !== 0) return first < 0 ? -1 : 1;
  }
  return 0;
}
