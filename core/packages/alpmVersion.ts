/**
 * The order of alpm package versions, that of `vercmp` (vercmp(8)):
 *
 *     version = [ epoch ":" ] pkgver [ "-" pkgrel ]
 *
 * A missing pkgrel equals any, so this order is not transitive where one is missing; it is the tool's own.
 */
import { compareDigits, compareText } from './rpmVersion.ts';

/** -1, 0 or 1 as `a` is earlier than, equal to or later than `b`. */
export function compareAlpmVersions(a: string, b: string): -1 | 0 | 1 {
  if (a === b) return 0;
  const x = split(a);
  const y = split(b);
  const order = comparePart(x.epoch, y.epoch) || comparePart(x.version, y.version);
  return order || x.release === null || y.release === null ? order : comparePart(x.release, y.release);
}

function split(text: string): { epoch: string; version: string; release: string | null } {
  const digits = /^\d*/.exec(text)![0];
  const hasEpoch = text[digits.length] === ':';
  const rest = hasEpoch ? text.slice(digits.length + 1) : text;
  const hyphen = rest.lastIndexOf('-');
  return {
    epoch: (hasEpoch && digits) || '0',
    version: hyphen < 0 ? rest : rest.slice(0, hyphen),
    release: hyphen < 0 ? null : rest.slice(hyphen + 1),
  };
}

const isAlpha = (char: string | undefined) => char !== undefined && /[A-Za-z]/.test(char);
const isAlphanumeric = (char: string) => /[A-Za-z0-9]/.test(char);

function comparePart(a: string, b: string): -1 | 0 | 1 {
  if (a === b) return 0;
  let i = 0;
  let j = 0;
  let endA = 0;
  let endB = 0;
  while (i < a.length && j < b.length) {
    while (i < a.length && !isAlphanumeric(a[i])) i++;
    while (j < b.length && !isAlphanumeric(b[j])) j++;
    if (i >= a.length || j >= b.length) break;
    if (i - endA !== j - endB) return i - endA < j - endB ? -1 : 1;
    const digits = /[0-9]/.test(a[i]);
    const run = digits ? /^[0-9]*/ : /^[A-Za-z]*/;
    const segmentA = run.exec(a.slice(i))![0];
    const segmentB = run.exec(b.slice(j))![0];
    if (!segmentB) return digits ? 1 : -1;
    const order = digits ? compareDigits(segmentA, segmentB) : compareText(segmentA, segmentB);
    if (order !== 0) return order;
    i = endA = i + segmentA.length;
    j = endB = j + segmentB.length;
  }
  if (i >= a.length && j >= b.length) return 0;
  // A remaining run of letters never beats an empty text: 1.0rc is before 1.0.
  return (i >= a.length && !isAlpha(b[j])) || isAlpha(a[i]) ? -1 : 1;
}
