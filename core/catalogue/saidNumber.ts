/**
 * Numbers as analysts say them: exact, about, a range, a bound, in whatever unit, or in words that nothing can be computed with.
 *
 *     said   = amount / hedge amount / amount ("to" / "-") amount / "between" amount "and" amount / amount ("or more" / "or less") / open
 *     amount = number [unit] / number "%" "of" number unit                               ; of a measure: measure.ts
 *     open   = ("some" / "few" / "a few" / "several" / "many" / "a little" / "limited") [words]
 *
 * What an amount "about", "just under" or "just over" may be is a tenth of it; nothing else is made up.
 */
import type { FactKey } from './factKeys.ts';
import type { Interval, ReadingMark } from './reading.ts';
import { parseMeasure } from './measure.ts';

/** A number as it was said. */
export interface SaidNumber {
  /** In the unit of the fact; left out where only words were said. */
  readonly value?: number;
  /** The words, where they say more than the number does. */
  readonly said?: string;
  readonly interval?: Interval;
  /** The unit as said, where it is another than the fact's. */
  readonly unit?: string;
  readonly marks: readonly ReadingMark[];
  /** `12 % of 8 GiB = 983 MiB`; empty where nothing was reckoned. */
  readonly arithmetic: string;
}

/** How much around an amount "about" means, and how far "just under" reaches. */
const TENTH = 0.1;

type Bounds = (value: number) => Interval;
const exactly: Bounds = (value) => ({ least: value, most: value });

/** Hedges before an amount, the longest first, and what the amount may be. */
const HEDGES: readonly (readonly [words: string, bounds: Bounds])[] = [
  ...words('just under, a little under, slightly under, a bit under, almost, nearly, not quite', (n) => ({
    least: rounded(n * (1 - TENTH)),
    most: n,
  })),
  ...words(
    'just over, a little over, slightly over, a bit over, a little more than, slightly more than',
    (n) => ({
      least: n,
      most: rounded(n * (1 + TENTH)),
    }),
  ),
  ...words('at least, more than, over, above, no less than, from', (n) => ({ least: n })),
  ...words('at most, less than, fewer than, under, below, up to, no more than', (n) => ({ most: n })),
  ...words('about, around, roughly, approximately, some, circa, ca., ~', (n) => ({
    least: rounded(n * (1 - TENTH)),
    most: rounded(n * (1 + TENTH)),
  })),
];

function words(list: string, bounds: Bounds): (readonly [string, Bounds])[] {
  return list.split(', ').map((each) => [each, bounds] as const);
}

const rounded = (value: number) => Math.round(value * 100) / 100;

const OPEN = /^(some|few|a few|several|many|a little|little|limited|hardly any)\b(?!.*\d)/i;

/** Reads a number as it was said of a fact; null where it is none. */
export function parseSaidNumber({ unit = '' }: Pick<FactKey, 'unit'>, text: string): SaidNumber | null {
  const said = text.trim().replace(/\s+/g, ' ');
  if (OPEN.test(said) && said.length <= 200) return { said, marks: [], arithmetic: '' };
  const plain = readAmount(said, unit);
  if (plain) return ofAmounts(said, plain, exactly(plain.value));
  return readHedged(said, unit) ?? readRange(said, unit);
}

function readHedged(said: string, unit: string): SaidNumber | null {
  const small = said.toLowerCase();
  for (const [hedge, bounds] of HEDGES) {
    if (!small.startsWith(hedge)) continue;
    const amount = readAmount(said.slice(hedge.length).trim(), unit);
    if (amount) return ofAmounts(said, amount, bounds(amount.value));
  }
  const after = /^(.+?) or (more|less|fewer)$/i.exec(said);
  const amount = after && readAmount(after[1], unit);
  if (!amount) return null;
  return ofAmounts(
    said,
    amount,
    after[2].toLowerCase() === 'more' ? { least: amount.value } : { most: amount.value },
  );
}

/** `25 to 30 minutes`, `between 25 and 30 minutes`: the unit of the second is that of the first where it has none. */
function readRange(said: string, unit: string): SaidNumber | null {
  const match = /^between (.+?) and (.+)$/i.exec(said) ?? /^(.+?) ?(?: to |[-–]) ?(.+)$/i.exec(said);
  if (!match) return null;
  const [, first, second] = match;
  const most = readAmount(second, unit);
  const shared = /[^\d\s.,].*$/.exec(second)?.[0] ?? '';
  const least = readAmount(first, unit, shared);
  if (!least || !most || least.value > most.value) return null;
  const middle = { ...most, value: rounded((least.value + most.value) / 2), arithmetic: '' };
  return ofAmounts(said, middle, { least: least.value, most: most.value });
}

function ofAmounts(said: string, { value, unit, arithmetic }: Amount, interval: Interval): SaidNumber {
  const isExact = interval.least === interval.most;
  return {
    value,
    ...((!isExact || unit || arithmetic) && { said }),
    ...(!isExact && { interval }),
    ...(unit && { unit }),
    marks: isExact ? [] : ['approximate'],
    arithmetic,
  };
}

interface Amount {
  readonly value: number;
  /** Where it is another than the fact's. */
  readonly unit: string;
  readonly arithmetic: string;
}

/** `25`, `12,400 packages`, `2 weeks`, `8 % of 5 GiB`; `shared` is the unit of one that names none. */
function readAmount(text: string, unit: string, shared = ''): Amount | null {
  const written = text.trim();
  const number = /^(-?\d{1,3}(?:,\d{3})+(?:\.\d+)?|-?\d+(?:\.\d+)?) ?([^\d\s]\S*)?$/.exec(written);
  if (number) {
    const value = Number(number[1].replaceAll(',', ''));
    const named = number[2] ?? shared;
    if (!named || isSameUnit(named, unit)) return { value, unit: '', arithmetic: '' };
    const measured = unit ? parseMeasure(`${value} ${named}`, unit) : null;
    return measured && { value: measured.value, unit: named, arithmetic: '' };
  }
  const measured = unit ? parseMeasure(written, unit) : null;
  return measured && { value: measured.value, unit: '', arithmetic: measured.arithmetic };
}

/** `packages` and `package`, whatever the case. */
function isSameUnit(named: string, unit: string): boolean {
  const [a, b] = [named, unit].map((each) => each.replace(/s$/, ''));
  return a === b || (a.length > 2 && a.toLowerCase() === b.toLowerCase());
}
