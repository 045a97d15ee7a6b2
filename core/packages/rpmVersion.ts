/**
 * The order of rpm versions (rpm documentation, "Dependencies basics" and "Caret versioning"):
 *
 *     label = [ epoch ":" ] version [ "-" release ]
 *
 * Segments of digits or letters are compared in turn, separators only separate; `~` sorts before everything,
 * even the end, `^` after the end but before any further segment.
 */

/** -1, 0 or 1 as label `a` is earlier than, equal to or later than `b`. A release on one side only is later. */
export function compareRpmVersions(a: string, b: string): -1 | 0 | 1 {
  if (a === b) return 0;
  const x = splitLabel(a);
  const y = splitLabel(b);
  return (
    compareRpmPart(x.epoch, y.epoch) ||
    compareRpmPart(x.version, y.version) ||
    compareRpmPart(x.release, y.release)
  );
}

/** Takes `epoch:version-release` apart; an absent epoch is `0`, an absent release empty. */
export function splitLabel(label: string): { epoch: string; version: string; release: string } {
  const [, epoch, rest] = /^(?:(\d*):)?(.*)$/s.exec(label)!;
  const hyphen = rest.lastIndexOf('-');
  return {
    epoch: epoch || '0',
    version: hyphen < 0 ? rest : rest.slice(0, hyphen),
    release: hyphen < 0 ? '' : rest.slice(hyphen + 1),
  };
}

/** Compares two versions or two releases segment by segment. */
export function compareRpmPart(a: string, b: string): -1 | 0 | 1 {
  let i = 0;
  let j = 0;
  for (;;) {
    while (i < a.length && !/[A-Za-z0-9~^]/.test(a[i])) i++;
    while (j < b.length && !/[A-Za-z0-9~^]/.test(b[j])) j++;
    if (a[i] === '~' || b[j] === '~') {
      if (a[i] !== '~') return 1;
      if (b[j] !== '~') return -1;
      i++;
      j++;
      continue;
    }
    if (a[i] === '^' || b[j] === '^') {
      if (i >= a.length) return -1;
      if (j >= b.length) return 1;
      if (a[i] !== '^') return 1;
      if (b[j] !== '^') return -1;
      i++;
      j++;
      continue;
    }
    if (i >= a.length || j >= b.length) break;
    const digits = /[0-9]/.test(a[i]);
    const run = digits ? /[0-9]*/y : /[A-Za-z]*/y;
    const segmentA = runAt(run, a, i);
    const segmentB = runAt(run, b, j);
    if (!segmentB) return digits ? 1 : -1;
    const order = digits ? compareDigits(segmentA, segmentB) : compareText(segmentA, segmentB);
    if (order !== 0) return order;
    i += segmentA.length;
    j += segmentB.length;
  }
  return i < a.length ? 1 : j < b.length ? -1 : 0;
}

function runAt(run: RegExp, text: string, index: number): string {
  run.lastIndex = index;
  return run.exec(text)![0];
}

/** Compares two runs of digits by number, of any length. */
export function compareDigits(a: string, b: string): -1 | 0 | 1 {
  const x = a.replace(/^0+/, '');
  const y = b.replace(/^0+/, '');
  return x.length !== y.length ? (x.length < y.length ? -1 : 1) : compareText(x, y);
}

/** Compares two texts by code unit. */
export function compareText(a: string, b: string): -1 | 0 | 1 {
  return a < b ? -1 : a > b ? 1 : 0;
}
