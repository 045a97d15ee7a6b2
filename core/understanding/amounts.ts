/**
 * Amounts in a line: numbers in digits and words with their units, hedges and ranges: `just under 3 gigs`, `20 to 25 min`, `forty-odd`, `~8,900`,
 * `half a gig`, `twice in five tries`. Each is given as `parseSaidNumber` reads it, so that hedges mean one thing everywhere.
 */
import type { Token } from './tokens.ts';

/** An amount in a line. */
export interface Amount {
  readonly from: number;
  readonly to: number;
  /** The number, or the middle of a range. */
  readonly value: number;
  readonly least?: number;
  readonly most?: number;
  /** As `parseSaidNumber` reads it: `just under 3 GB`. */
  readonly written: string;
  /** The unit in its usual spelling, where one was said. */
  readonly unit?: string;
  readonly isExact: boolean;
}

const UNITS: Readonly<Record<string, string>> = Object.fromEntries(
  `MB: mb megs meg megabytes megabyte mbyte mbytes; MiB: mib mebibytes; GB: gb gigs gig gigabytes gigabyte gbyte gbytes; GiB: gib gibibytes; TB: tb terabytes tera; kB: kb kilobytes; KiB: kib; s: s sec secs second seconds; min: min mins minute minutes; h: h hr hrs hour hours; d: d day days; weeks: wk wks week weeks w; months: mo mos month months mth mths; years: y yr yrs year years; %: % percent pct; Hz: hz hertz; GHz: ghz; MHz: mhz`
    .split('; ')
    .flatMap((line) => {
      const [unit, words] = line.split(': ');
      return words.split(' ').map((word) => [word, unit]);
    }),
);

const ONES =
  'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(
    ' ',
  );
const TENS = 'twenty thirty forty fifty sixty seventy eighty ninety'.split(' ');

/** A number in one word: `14`, `11,500`, `12k`, `seven`, `forty-two`, `dozen`; null for another. */
export function numberOf(low: string): number | null {
  const digits = /^(\d{1,3}(?:,\d{3})+|\d+)(\.\d+)?(k?)$/.exec(low);
  if (digits) return Number(digits[1].replaceAll(',', '') + (digits[2] ?? '')) * (digits[3] ? 1000 : 1);
  const one = ONES.indexOf(low);
  if (one >= 0) return one;
  const [ten, rest] = low.split('-');
  const tens = TENS.indexOf(ten);
  if (tens < 0) return null;
  const more = rest ? ONES.indexOf(rest) : 0;
  return more >= 0 && more < 10 ? (tens + 2) * 10 + more : null;
}

/** Hedges before an amount, as `parseSaidNumber` writes them. */
const BEFORE: readonly (readonly [string, string])[] = `
just under: just under, bit under, little under, slightly under, slightly less than, little less than, bit less than, just below, just short of, shy of, almost, nearly, close to, not quite, barely, hardly
just over: just over, bit over, little over, slightly over, slightly more than, bit more than, little more than, just above
at least: at least, a good, no less than, not less than, more than, over, above, upwards of, >, >=, ≥, minimum of, well over, no fewer than
at most: at most, up to, no more than, not more than, less than, fewer than, under, below, never above, never over, never more than, maximum of, <, <=, ≤, within, as much as
about: about, around, roughly, approximately, some, circa, ca., ca, ~, say, something like, somewhere around, an estimated, maybe`
  .trim()
  .split('\n')
  .flatMap((line) => {
    const [meaning, words] = line.split(': ');
    return words.split(', ').map((each) => [each, meaning] as const);
  })
  .sort(([a], [b]) => b.length - a.length);

const AFTER: readonly (readonly [string, string])[] = [
  ['or so', 'about'],
  ['or thereabouts', 'about'],
  ['or less', 'at most'],
  ['or fewer', 'at most'],
  ['at most', 'at most'],
  ['tops', 'at most'],
  ['or more', 'at least'],
  ['at least', 'at least'],
  ['and up', 'at least'],
  ['upwards', 'at least'],
  ['roughly', 'about'],
  ['ish', 'about'],
  ['plus', 'at least'],
];

interface Plain {
  readonly to: number;
  readonly value: number;
  readonly unit?: string;
  readonly hedge?: string;
}

const lowAt = (tokens: readonly Token[], at: number) => tokens[at]?.low ?? '';

/** `of an hour`, `an hour`, `a gig` behind `half` or `quarter`. */
function partOf(tokens: readonly Token[], at: number, value: number): Plain | null {
  let to = at;
  if (lowAt(tokens, to) === 'of') to += 1;
  if (!/^(an?|one)$/.test(lowAt(tokens, to))) return null;
  const unit = UNITS[lowAt(tokens, to + 1)];
  if (!unit) return null;
  // Parts of hours and minutes are told in the next smaller unit.
  const smaller = (
    { h: ['min', 60], min: ['s', 60], d: ['h', 24] } as Readonly<Record<string, [string, number]>>
  )[unit];
  return smaller ? { to: to + 2, value: value * smaller[1], unit: smaller[0] } : { to: to + 2, value, unit };
}

/** A bare number with its unit at a place. */
function plainAt(tokens: readonly Token[], at: number): Plain | null {
  const low = lowAt(tokens, at).replace(/^~/, '');
  if (low === 'half') {
    const part = partOf(tokens, at + 1, 0.5);
    if (part) return part;
  }
  if (/^(two|three)$/.test(low) && /^quarters?$/.test(lowAt(tokens, at + 1))) {
    const part = partOf(tokens, at + 2, low === 'two' ? 0.5 : 0.75);
    if (part) return part;
  }
  if (low === 'a' || low === 'an' || low === 'one') {
    const next = lowAt(tokens, at + 1);
    if (next === 'dozen') return { to: at + 2, value: 12 };
    if (next === 'hundred' || next === 'thousand')
      return { to: at + 2, value: next === 'hundred' ? 100 : 1000 };
    if (low !== 'one' && UNITS[next] && next.length > 2 && next !== 'second') {
      const isMore = phraseAt(tokens, at + 2, 'and a half') > 0;
      return { to: at + (isMore ? 5 : 2), value: isMore ? 1.5 : 1, unit: UNITS[next] };
    }
    if (next === 'quarter' || (next === 'half' && low === 'a')) {
      const part = partOf(tokens, at + 2, next === 'half' ? 0.5 : 0.25);
      if (part) return part;
    }
  }
  // `the main one`: no amount without something that is counted.
  if (
    low === 'one' &&
    !/^(of|edition|desktop|image|kernel|mirror|package|file|partition|language|week|month|year|day|hour|minute|gig|time|toolkit|program|application|setting|page|server|layout|theme|wallpaper)/.test(
      lowAt(tokens, at + 1),
    ) &&
    lowAt(tokens, at - 1) !== 'one'
  )
    return null;
  const hedged = /^(.+?)(?:-?(ish|odd))$/.exec(low);
  const glued = /^(\d[\d,]*(?:\.\d+)?)([a-z%]+)$/.exec(low);
  const value =
    numberOf(low) ??
    (hedged && numberOf(hedged[1])) ??
    (glued && UNITS[glued[2]] ? numberOf(glued[1]) : null);
  if (value === null) return null;
  let to = at + 1;
  let amount = value;
  for (const [word, times] of [
    ['dozen', 12],
    ['hundred', 100],
    ['thousand', 1000],
    ['million', 1e6],
  ] as const)
    if (lowAt(tokens, to) === word) [amount, to] = [amount * times, to + 1];
  if (
    lowAt(tokens, to) === 'and' &&
    amount >= 100 &&
    amount % 100 === 0 &&
    numberOf(lowAt(tokens, to + 1)) !== null &&
    !/\d/.test(low)
  )
    [amount, to] = [amount + numberOf(lowAt(tokens, to + 1))!, to + 2];
  if (
    /^(and|\.)$/.test(lowAt(tokens, to)) &&
    lowAt(tokens, to + 1) === 'a' &&
    lowAt(tokens, to + 2) === 'half'
  )
    [amount, to] = [amount + 0.5, to + 3];
  let hedge = hedged ? 'about' : tokens[at].low.startsWith('~') ? 'about' : undefined;
  if (/^[-–]$/.test(lowAt(tokens, to)) && /^(ish|odd)$/.test(lowAt(tokens, to + 1)))
    [hedge, to] = ['about', to + 2];
  if (lowAt(tokens, to) === 'odd') [hedge, to] = ['about', to + 1];
  if (lowAt(tokens, to) === '+' && tokens[to].start === tokens[to - 1].end)
    [hedge, to] = ['at least', to + 1];
  let unit = glued ? UNITS[glued[2]] : unitAt(tokens, to);
  if (!glued && unit) to += 1;
  if (!unit && lowAt(tokens, to) === 'per' && lowAt(tokens, to + 1) === 'cent') [unit, to] = ['%', to + 2];
  if (
    unit &&
    lowAt(tokens, to) === 'and' &&
    lowAt(tokens, to + 1) === 'a' &&
    lowAt(tokens, to + 2) === 'half'
  )
    [amount, to] = [amount + 0.5, to + 3];
  if (lowAt(tokens, to) === '-' && UNITS[lowAt(tokens, to + 1)] && !unit)
    [unit, to] = [UNITS[lowAt(tokens, to + 1)], to + 2];
  return { to, value: amount, ...(unit && { unit }), ...(hedge && { hedge }) };
}

/** A unit behind a number: one letter only where it stands alone behind it. */
function unitAt(tokens: readonly Token[], at: number): string | undefined {
  const low = lowAt(tokens, at).replace(/[.]$/, '');
  if (!Object.hasOwn(UNITS, low)) return undefined;
  // `second` is most often an ordinal; `min` before a noun is not the unit.
  return low === 'second' ? undefined : UNITS[low];
}

const phraseAt = (tokens: readonly Token[], at: number, phrase: string) => {
  const words = phrase.split(' ');
  return words.every((word, i) => lowAt(tokens, at + i) === word) ? words.length : 0;
};

/** The amount that begins at a place, with its hedges; null for none. */
export function amountAt(tokens: readonly Token[], at: number): Amount | null {
  let hedge: string | undefined;
  let start = at;
  if (phraseAt(tokens, at, 'somewhere')) start += 1;
  for (const [words, meaning] of BEFORE) {
    const length = phraseAt(tokens, start, words);
    if (length > 0) {
      hedge = meaning;
      start += length;
      break;
    }
  }
  if (start > at && lowAt(tokens, start) === 'the') start += 1;
  const range = rangeAt(tokens, start);
  if (range) return { ...range, from: at };
  const plain = plainAt(tokens, start);
  if (!plain) return null;
  let { to } = plain;
  hedge = plain.hedge ?? hedge;
  for (const [words, meaning] of AFTER) {
    const length = phraseAt(tokens, to, words);
    if (length > 0) {
      hedge = meaning;
      to += length;
      break;
    }
  }
  // `at the very least`, `give or take`: whatever stands between the words.
  const tail = behindAmount(tokens, to);
  if (tail) [hedge, to] = [tail.hedge, tail.to];
  const number = `${plain.value}${plain.unit ? ` ${plain.unit}` : ''}`;
  return {
    from: at,
    to,
    value: plain.value,
    written: hedge ? `${hedge} ${number}` : number,
    isExact: !hedge,
    ...(hedge && boundsOf(hedge, plain.value)),
    ...(plain.unit && { unit: plain.unit }),
  };
}

function behindAmount(
  tokens: readonly Token[],
  at: number,
): { readonly hedge: string; readonly to: number } | null {
  const gives = [at, at + 1, at + 2].find(
    (i) => lowAt(tokens, i) === 'give' && lowAt(tokens, i + 1) === 'or' && lowAt(tokens, i + 2) === 'take',
  );
  if (gives !== undefined) {
    // `give or take a few`, `… one or two`: how far belongs to it.
    let to = gives + 3;
    while (
      /^(an?|few|some|couple|one|two|three|or|of|megs?|mb|minutes?|seconds?|days?|\d+)$/.test(
        lowAt(tokens, to),
      )
    )
      to += 1;
    return { hedge: 'about', to };
  }
  const [first, last] = [
    lowAt(tokens, at),
    [at + 1, at + 2, at + 3].find((i) => /^(least|take|less)$/.test(lowAt(tokens, i))),
  ];
  if (last === undefined) return null;
  const pair = `${first} ${lowAt(tokens, last)}`;
  const hedge = { 'at least': 'at least', 'give take': 'about', 'more less': 'about' }[pair];
  return hedge ? { hedge, to: last + 1 } : null;
}

function boundsOf(hedge: string, value: number): Pick<Amount, 'least' | 'most'> {
  if (hedge === 'at least' || hedge === 'just over') return { least: value };
  if (hedge === 'at most' || hedge === 'just under') return { most: value };
  return {};
}

/** `between 20 and 25 min`, `20 to 25 min`, `20-25 min`, `two or three`. */
function rangeAt(tokens: readonly Token[], at: number): Omit<Amount, 'from'> | null {
  const isBetween = lowAt(tokens, at) === 'between' || lowAt(tokens, at) === 'from';
  const start = isBetween ? at + 1 : at;
  const glued = /^(\d+(?:\.\d+)?)[-–](\d+(?:\.\d+)?)([a-z%]*)$/.exec(lowAt(tokens, start));
  const first = glued ? { to: start, value: Number(glued[1]) } : plainAt(tokens, start);
  if (!first) return null;
  const link = lowAt(tokens, first.to);
  if (!glued && !(isBetween ? /^(and|to|[-–])$/ : /^(to|[-–]|or)$/).test(link)) return null;
  const second = glued
    ? { to: start + 1, value: Number(glued[2]), unit: UNITS[glued[3]] ?? unitAt(tokens, start + 1) }
    : plainAt(tokens, first.to + 1);
  if (!second || first.value >= second.value) return null;
  const unit = second.unit ?? ('unit' in first ? first.unit : undefined);
  const to = glued && !glued[3] && unit ? start + 2 : second.to;
  return {
    to,
    value: (first.value + second.value) / 2,
    least: first.value,
    most: second.value,
    written: `between ${first.value}${unit ? ` ${unit}` : ''} and ${second.value}${unit ? ` ${unit}` : ''}`,
    isExact: false,
    ...(unit && { unit }),
  };
}

/** Every amount of a line, without overlaps. */
export function amountsOf(tokens: readonly Token[]): Amount[] {
  const found: Amount[] = [];
  for (let at = 0; at < tokens.length;) {
    const amount = amountAt(tokens, at);
    if (amount) found.push(amount);
    at = amount?.to ?? at + 1;
  }
  return found;
}

/** How often, of how many times. */
export interface Count {
  readonly from: number;
  readonly to: number;
  readonly n: number;
  readonly of?: number;
}

const OFTEN: Readonly<Record<string, number>> = { once: 1, twice: 2, thrice: 3 };
const TRIES =
  /^(times?|tries|try|goes|go|attempts?|starts?|boots?|runs?|installs?|logins?|reboots?|cases?|occasions?|resumes?|shutdowns?|wakeups?)$/;

/** `twice in five tries`, `3 of 8`, `one time in four`, `three times now`, `2x`; null where none begins at the place. */
export function countAt(tokens: readonly Token[], at: number): Count | null {
  const low = lowAt(tokens, at);
  const often = Object.hasOwn(OFTEN, low) ? OFTEN[low] : null;
  const number = often ?? numberOf(low) ?? Number(/^(\d+)x$/.exec(low)?.[1] ?? NaN);
  const share = /^(\d+)\/(\d+)$/.exec(low);
  if (share) return { from: at, to: at + 1, n: Number(share[1]), of: Number(share[2]) };
  if (number === null || Number.isNaN(number)) return null;
  let to = at + 1;
  let isCount = often !== null || /x$/.test(low);
  if (TRIES.test(lowAt(tokens, to))) [isCount, to] = [true, to + 1];
  const link = lowAt(tokens, to);
  if (/^(in|of|out|within)$/.test(link)) {
    let next = to + 1;
    if (lowAt(tokens, next) === 'of') next += 1;
    if (lowAt(tokens, next) === 'the') next += 1;
    const of = numberOf(lowAt(tokens, next));
    const hasNoun = TRIES.test(lowAt(tokens, next + 1)) || TRIES.test(lowAt(tokens, next + 2));
    if (
      of !== null &&
      of >= number &&
      (isCount || link === 'of' || link === 'out' || hasNoun) &&
      !UNITS[lowAt(tokens, next + 1)]
    )
      return { from: at, to: next + 1 + (TRIES.test(lowAt(tokens, next + 1)) ? 1 : 0), n: number, of };
  }
  return isCount && (often !== null || /^times?$|x$/.test(lowAt(tokens, to - 1)))
    ? { from: at, to, n: number }
    : null;
}
