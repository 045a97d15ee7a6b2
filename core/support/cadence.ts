/**
 * When releases come: as the project says it, and as they came. From either follows when the next is to be expected.
 *
 *     cadence = [ "every" / "each" ] span / number "a year" / [ "on the" nth weekday "of" ] month *( ( "," / "and" ) month )
 *
 * With months and no weekday the first of the month is meant; a span counts from the newest release.
 */
import { MS_PER_DAY } from '../catalogue/when.ts';
import { addSpan, parseSupportRule, type Span } from './supportRule.ts';

/** When releases come, as it is stated. */
export type Cadence =
  | { readonly kind: 'every'; readonly span: Span }
  | {
      readonly kind: 'months';
      /** 1 to 12, in order. */
      readonly months: readonly number[];
      /** The so-manieth such weekday of the month (0 is Sunday). */
      readonly weekday?: { readonly day: number; readonly nth: number };
    };

const MONTHS = 'jan feb mar apr may jun jul aug sep oct nov dec'.split(' ');
const DAYS = 'sun mon tue wed thu fri sat'.split(' ');
const NTH = 'first second third fourth'.split(' ');
const MONTH = new RegExp(`\\b(${MONTHS.join('|')})[a-z]*\\b`, 'g');
const WEEKDAY = new RegExp(`\\b(${NTH.join('|')}) (${DAYS.join('|')})[a-z]*day\\b`);
const TIMES: Readonly<Record<string, Span>> = {
  'twice a year': { months: 6, days: 0 },
  'once a year': { months: 12, days: 0 },
  yearly: { months: 12, days: 0 },
  monthly: { months: 1, days: 0 },
  weekly: { months: 0, days: 7 },
  daily: { months: 0, days: 1 },
};

/** The cadence that a text states; null where it states none that a day can be told from. */
export function parseCadence(text: string): Cadence | null {
  const said = text.trim().toLowerCase().replace(/\s+/g, ' ');
  const months = [...new Set([...said.matchAll(MONTH)].map(([, name]) => MONTHS.indexOf(name) + 1))];
  if (months.length > 0) {
    const weekday = WEEKDAY.exec(said);
    return {
      kind: 'months',
      months: months.sort((a, b) => a - b),
      ...(weekday && { weekday: { day: DAYS.indexOf(weekday[2]), nth: NTH.indexOf(weekday[1]) + 1 } }),
    };
  }
  const times = Object.entries(TIMES).find(([words]) => said.includes(words));
  if (times) return { kind: 'every', span: times[1] };
  const aYear = /\b(\d+|two|three|four|six) (?:releases? )?a year\b/.exec(said);
  const count = aYear && ({ two: 2, three: 3, four: 4, six: 6 }[aYear[1]] ?? Number(aYear[1]));
  if (count && 12 % count === 0) return { kind: 'every', span: { months: 12 / count, days: 0 } };
  const every = /\b(?:every|each) (.+?)(?:,|;|$| on | in | at )/.exec(said)?.[1];
  const unit = every && /^(?:\d|half|an? |one |two |three |four |five |six |seven |eight |nine )/.test(every);
  const rule = every ? parseSupportRule(unit ? every : `a ${every}`) : null;
  return rule?.kind === 'span' ? { kind: 'every', span: rule.span } : null;
}

/** The first day after another on which a release falls by a stated cadence; one of a span counts from the newest release. */
export function nextByCadence(cadence: Cadence, newest: number, after: number): number {
  if (cadence.kind === 'every') {
    if (cadence.span.months <= 0 && cadence.span.days <= 0) return Number.NaN;
    for (let i = 1; i < 10_000; i++) {
      const day = addSpan(newest, { months: cadence.span.months * i, days: cadence.span.days * i });
      if (day > after) return day;
    }
    return Number.NaN;
  }
  const date = new Date(after * MS_PER_DAY);
  for (let year = date.getUTCFullYear(); year < date.getUTCFullYear() + 3; year++)
    for (const month of cadence.months) {
      const day = dayInMonth(year, month, cadence.weekday);
      if (day > after) return day;
    }
  return Number.NaN;
}

function dayInMonth(year: number, month: number, weekday: { day: number; nth: number } | undefined): number {
  const first = Date.UTC(year, month - 1, 1) / MS_PER_DAY;
  if (!weekday) return first;
  // 1970-01-01 was a Thursday.
  const ahead = (weekday.day - ((first + 4) % 7) + 7) % 7;
  return first + ahead + (weekday.nth - 1) * 7;
}

/** The days between releases, as they came. */
export interface Spread {
  readonly count: number;
  readonly least: number;
  readonly middle: number;
  readonly most: number;
}

/** The spread of the days between releases (oldest first); null with fewer than two. Of two in the middle the mean, rounded. */
export function spreadOf(days: readonly number[]): Spread | null {
  const between = days
    .slice(1)
    .map((day, i) => day - days[i])
    .sort((a, b) => a - b);
  if (between.length === 0) return null;
  const half = between.length >> 1;
  const middle = between.length % 2 ? between[half] : Math.round((between[half - 1] + between[half]) / 2);
  return { count: between.length, least: between[0], middle, most: between[between.length - 1] };
}

/** A release that is to be expected: on a day, and between which days. */
export interface Expected {
  readonly day: number;
  readonly least: number;
  readonly most: number;
  readonly by: 'stated' | 'observed';
}

/**
 * The next release after the newest: by what is stated, with the spread of those before where there is one; else by the middle of
 * the days between them. Null where neither is known. A day that is past stays: it is late then.
 */
export function expectedNext(days: readonly number[], cadence: Cadence | null): Expected | null {
  const newest = days[days.length - 1];
  if (newest === undefined) return null;
  const spread = spreadOf(days);
  const stated = cadence && nextByCadence(cadence, newest, newest);
  if (stated !== null && !Number.isNaN(stated)) {
    const around =
      spread && spread.count > 1 ? [spread.least - spread.middle, spread.most - spread.middle] : [0, 0];
    return { day: stated, least: stated + around[0], most: stated + around[1], by: 'stated' };
  }
  if (!spread || spread.count < 2) return null;
  return {
    day: newest + spread.middle,
    least: newest + spread.least,
    most: newest + spread.most,
    by: 'observed',
  };
}
