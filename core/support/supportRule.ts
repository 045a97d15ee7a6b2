/**
 * How long a release is looked after, as projects say it, and the end that comes of it.
 *
 *     rule   = span [ "and" number "more for every" nth ] / "until" later / span "after" later / "rolls"
 *     later  = "the next" [ "but" number ] [ "is out" ] [ "and" span ]
 *     span   = number [ "years" / "months" / "weeks" / "days" ]
 *
 * A month after 31 January is the end of February (ISO 8601 has no such day; the last one of the month is taken).
 */
import { addMonths } from '../catalogue/days.ts';

/** A length of time: whole months, and days. */
export interface Span {
  readonly months: number;
  readonly days: number;
}

/** How long a release is looked after. */
export type SupportRule =
  | {
      readonly kind: 'span';
      readonly span: Span;
      /** This much more for every third release, counted from the first. */
      readonly more?: { readonly span: Span; readonly every: number };
    }
  /** Until the so-manieth release after it is out, and some time more. */
  | { readonly kind: 'until'; readonly later: number; readonly span: Span }
  | { readonly kind: 'rolls' };

const NUMBERS = 'a one two three four five six seven eight nine ten eleven twelve'.split(' ');
const ORDINALS = 'first second third fourth fifth sixth seventh eighth ninth tenth'.split(' ');
const UNITS: Readonly<Record<string, Span>> = {
  year: { months: 12, days: 0 },
  month: { months: 1, days: 0 },
  week: { months: 0, days: 7 },
  day: { months: 0, days: 1 },
};

const NUMBER = `(\\d+(?:\\.5)?|half an?|an?|${NUMBERS.slice(1).join('|')})`;
const SPAN = `${NUMBER}(?: (year|month|week|day)s?)?`;

function numberOf(text: string): number {
  if (/^\d/.test(text)) return Number(text);
  if (text.startsWith('half')) return 0.5;
  return Math.max(1, NUMBERS.indexOf(text));
}

/** Half a year is six months; half of anything less is none here. */
function spanOf(number: string, unit: string): Span | null {
  const { months, days } = UNITS[unit];
  const span = { months: numberOf(number) * months, days: numberOf(number) * days };
  return Number.isInteger(span.months) && Number.isInteger(span.days) ? span : null;
}

function nthOf(text: string): number {
  const word = ORDINALS.indexOf(text);
  return word >= 0 ? word + 1 : Number(/^\d+/.exec(text)?.[0] ?? 1);
}

const MORE = new RegExp(`^${SPAN},? and ${SPAN} more for every (\\w+)(?: release| one)?$`);
const LONG = new RegExp(`^${SPAN}$`);
const LATER = `(?:the )?next(?: but (\\w+))?(?: release| one)?(?: (?:is out|comes out|appears|is released))?`;
const UNTIL = new RegExp(`^(?:until )?${LATER}(?:,? (?:and|plus) ${SPAN}(?: (?:more|longer))?)?$`);
const AFTER = new RegExp(`^(?:until )?${SPAN} after ${LATER}$`);

/** The rule that a text states; null where it states none. */
export function parseSupportRule(text: string): SupportRule | null {
  const said = text.trim().toLowerCase().replace(/\s+/g, ' ').replace(/[.]$/, '').replace(/^for /, '');
  if (/^(it )?(rolls|rolling|no end|never ends)( on)?$/.test(said)) return { kind: 'rolls' };
  const more = MORE.exec(said);
  if (more) {
    const [, number, unit, extra, extraUnit, nth] = more;
    const span = unit ? spanOf(number, unit) : null;
    const added = spanOf(extra, extraUnit ?? unit ?? 'year');
    return span && added && { kind: 'span', span, more: { span: added, every: nthOf(nth) } };
  }
  const long = LONG.exec(said);
  if (long?.[2]) {
    const span = spanOf(long[1], long[2]);
    return span && { kind: 'span', span };
  }
  const until = UNTIL.exec(said);
  if (until) {
    const [, but, number, unit] = until;
    const span = number ? spanOf(number, unit ?? 'month') : { months: 0, days: 0 };
    return span && { kind: 'until', later: 1 + (but ? numberOf(but) : 0), span };
  }
  const after = AFTER.exec(said);
  if (after?.[2]) {
    const span = spanOf(after[1], after[2]);
    return span && { kind: 'until', later: 1 + (after[3] ? numberOf(after[3]) : 0), span };
  }
  return null;
}

/** The day that a span after another ends. Days since 1970-01-01. */
export function addSpan(day: number, { months, days }: Span): number {
  return addMonths(day, months) + days;
}

/** What a rule is asked of: the day of a release, its place among the releases (from 1), the days of those that come after it. */
export interface RuledRelease {
  readonly day: number;
  readonly place: number;
  /** Oldest first; those that are only expected too. */
  readonly later: readonly { readonly day: number; readonly isExpected: boolean }[];
}

/** The end by a rule. */
export interface RuledEnd {
  readonly day: number;
  /** True where a release that is only expected is counted. */
  readonly isExpected: boolean;
}

/** The end that comes of a rule; null where it has none, or rests on a release of which nothing is known. */
export function endByRule(rule: SupportRule, { day, place, later }: RuledRelease): RuledEnd | null {
  switch (rule.kind) {
    case 'rolls':
      return null;
    case 'span': {
      const isLonger = rule.more !== undefined && place % rule.more.every === 0;
      const months = rule.span.months + (isLonger ? rule.more!.span.months : 0);
      const days = rule.span.days + (isLonger ? rule.more!.span.days : 0);
      return { day: addSpan(day, { months, days }), isExpected: false };
    }
    case 'until': {
      const next = later[rule.later - 1];
      const isExpected = later.slice(0, rule.later).some((each) => each.isExpected);
      return next ? { day: addSpan(next.day, rule.span), isExpected } : null;
    }
  }
}
