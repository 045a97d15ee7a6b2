/**
 * Dates in a line, as imprecise as they were said: `18 april`, `the 2nd of march`, `mid-june 2025`, `end of september`, `2014 or thereabouts`,
 * `the 22nd`, `2030-06`, `autumn 2027`. EDTF (ISO 8601-2); no day and no month is made up, a year only where the day of the notes gives it.
 */
import type { When } from '../catalogue/when.ts';
import { parseWhen } from '../catalogue/parseWhen.ts';
import { numberOf } from './amounts.ts';
import type { Token } from './tokens.ts';

/** A date in a line; without a year it is one before or after the day of the notes. */
export interface SaidDate {
  readonly from: number;
  readonly to: number;
  /** The date nearest to the day of the notes: before it, or behind it. */
  readonly past: When;
  readonly future: When;
  /** Said in a way that nothing else can be: a month or a full date, not a bare year or day. */
  readonly isPlain: boolean;
}

const MONTHS = 'january february march april may june july august september october november december'.split(
  ' ',
);
const SEASONS: Readonly<Record<string, number>> = {
  spring: 21,
  summer: 22,
  autumn: 23,
  fall: 23,
  winter: 24,
};

function monthOf(low: string): number {
  const word = low.replace(/[.,]$/, '');
  if (word.length < 3) return 0;
  return (
    MONTHS.findIndex(
      (month) =>
        month === word ||
        (word.length <= 4 && month.startsWith(word.slice(0, 3)) && (word.length === 3 || word === 'sept')),
    ) + 1
  );
}

const yearOf = (low: string) => (/^(19[7-9]|20[0-4])\d$/.test(low) ? Number(low) : 0);
const ordinalOf = (low: string) => {
  const day = /^(\d{1,2})(?:st|nd|rd|th)$/.exec(low);
  return day && Number(day[1]) >= 1 && Number(day[1]) <= 31 ? Number(day[1]) : 0;
};
const dayNumber = (low: string) =>
  /^\d{1,2}$/.test(low) && Number(low) >= 1 && Number(low) <= 31 ? Number(low) : ordinalOf(low);
const two = (number: number) => String(number).padStart(2, '0');

const APPROXIMATE = /^(about|around|circa|ca|roughly|approximately|~|c|maybe|early|mid|late)$/;

/** The date that begins at a place; null for none. `day` is the day of the notes. */
export function dateAt(tokens: readonly Token[], at: number, day: When): SaidDate | null {
  const low = (i: number) => tokens[i]?.low ?? '';
  let start = at;
  let isAbout = false;
  const glued = /^(early|mid|late)-(\w+)$/.exec(low(at));
  if (glued) {
    const month = monthOf(glued[2]);
    const year = yearOf(glued[2]);
    const next = yearOf(low(at + 1));
    if (!month && !year) return null;
    return dateOf({
      from: at,
      to: at + 1 + (month && next ? 1 : 0),
      year: year || next,
      month,
      isAbout: true,
      day,
    });
  }
  if (APPROXIMATE.test(low(start))) {
    isAbout = true;
    start += 1;
    if (/^[-–]$/.test(low(start))) start += 1;
  }
  if (low(start) === 'the') start += 1;
  if (/^(beginning|start|middle|end)$/.test(low(start)) && low(start + 1) === 'of') start += 2;
  if (low(start) === 'the' || low(start) === 'this') start += 1;
  const relative = relativeAt(tokens, start, at, day);
  if (relative) return relative;
  const text = low(start);
  const iso = /^(\d{4}-\d{2}(?:-\d{2})?)$/.exec(text);
  if (iso && parseWhen(iso[1])) return plain(at, start + 1, iso[1], true);
  const quarter = /^q([1-4])$/.exec(text);
  if (quarter && yearOf(low(start + 1)))
    return plain(at, start + 2, `${low(start + 1)}-${32 + Number(quarter[1])}`, true);
  if (Object.hasOwn(SEASONS, text)) {
    const next = low(start + 1) === 'of' ? start + 2 : start + 1;
    const year = yearOf(low(next));
    if (year) return plain(at, next + 1, `${year}-${SEASONS[text]}`, true);
  }
  const found = wordsAt(tokens, start);
  if (!found) return null;
  let { to } = found;
  for (const phrase of ['or so', 'or thereabouts', 'or thereabout'])
    if (phrase.split(' ').every((word, i) => low(to + i) === word)) {
      isAbout = true;
      to += phrase.split(' ').length;
      break;
    }
  if (low(to) === '-ish' || (low(to) === '-' && low(to + 1) === 'ish'))
    [isAbout, to] = [true, to + (low(to) === '-' ? 2 : 1)];
  return dateOf({ ...found, from: at, to, isAbout, day });
}

/** `next year`, `last summer`, `next january`, `two years ago`, `by autumn`: told from the day of the notes. */
function relativeAt(tokens: readonly Token[], at: number, from: number, day: When): SaidDate | null {
  const low = (i: number) => tokens[i]?.low ?? '';
  const year = Number(day.slice(0, 4));
  const month = Number(day.slice(5, 7)) || 1;
  const inMonth = (offset: number) => {
    const count = year * 12 + month - 1 + offset;
    return `${Math.floor(count / 12)}-${two((count % 12) + 1)}`;
  };
  const is = /^(next|last|this|coming|past)$/.test(low(at)) ? low(at) : '';
  const way = /next|coming/.test(is) ? 1 : /last|past/.test(is) ? -1 : 0;
  const unit = low(at + 1);
  if (is && unit === 'year') return plain(from, at + 2, String(year + way), true);
  if (is && unit === 'month') return plain(from, at + 2, inMonth(way), true);
  const named = is ? unit : low(at);
  const isSeason = Object.hasOwn(SEASONS, named);
  const isBare = !is && /^(by|until|till|before|since|in|from)$/.test(low(at - 1));
  if (isSeason && (is || isBare) && !yearOf(low(at + (is ? 2 : 1)))) {
    const begins = { spring: 3, summer: 6, autumn: 9, fall: 9, winter: 12 }[named]!;
    const to = at + (is ? 2 : 1);
    const code = SEASONS[named];
    const [before, after] = [begins <= month ? year : year - 1, begins > month ? year : year + 1];
    const [past, future] = [`${before}-${code}`, `${after}-${code}`];
    return valid(from, to, way > 0 ? future : past, way < 0 ? past : future, true);
  }
  if (
    way !== 0 &&
    monthOf(unit) &&
    !yearOf(low(at + 2)) &&
    !(unit === 'march' && /^(to|through)$/.test(low(at + 2)))
  ) {
    const named = monthOf(unit);
    const past = `${named < month ? year : year - 1}-${two(named)}`;
    const future = `${named > month ? year : year + 1}-${two(named)}`;
    return plain(from, at + 2, way > 0 ? future : past, true);
  }
  const ago = /^(years?|months?)$/.exec(unit);
  const count = numberOf(low(at)) ?? (/^an?$/.test(low(at)) ? 1 : null);
  if (ago && count !== null && low(at + 2) === 'ago')
    return plain(from, at + 3, ago[1].startsWith('year') ? `${year - count}~` : `${inMonth(-count)}~`, true);
  return null;
}

/** Day, month and year in words or digits, in either order. */
function wordsAt(
  tokens: readonly Token[],
  at: number,
): { to: number; year: number; month: number; date: number } | null {
  const low = (i: number) => tokens[i]?.low ?? '';
  const date = dayNumber(low(at));
  if (date) {
    const next = low(at + 1) === 'of' ? at + 2 : at + 1;
    const month = monthOf(low(next).replace(/,$/, ''));
    if (month) {
      const comma = low(next + 1) === ',' ? 1 : 0;
      const year = yearOf(low(next + 1 + comma));
      return { to: next + 1 + (year ? 1 + comma : 0), year, month, date };
    }
    return ordinalOf(low(at)) && low(at - 1) === 'the' ? { to: at + 1, year: 0, month: 0, date } : null;
  }
  const month = monthOf(low(at));
  if (month) {
    // `may` is most often a verb: a month only beside a number, or behind a preposition.
    const isVerb =
      low(at) === 'may' &&
      !/^(in|of|since|until|till|by|last|this|early|late|mid|before|after|from|,|\+|-)$/.test(low(at - 1));
    const next = low(at + 1);
    const ahead = yearOf(next) ? 0 : dayNumber(next);
    if (ahead && !/^(%|mb|gb|packages?|times|minutes)$/.test(low(at + 2))) {
      const comma = low(at + 2) === ',' ? 1 : 0;
      const year = yearOf(low(at + 2 + comma));
      if (isVerb && !year && !ordinalOf(next)) return null;
      return { to: at + 2 + (year ? 1 + comma : 0), year, month, date: ahead };
    }
    const year = yearOf(next) || (next === 'of' ? yearOf(low(at + 2)) : 0);
    if (isVerb && !year) return null;
    return { to: at + 1 + (yearOf(next) ? 1 : year ? 2 : 0), year, month, date: 0 };
  }
  const year = yearOf(low(at));
  return year ? { to: at + 1, year, month: 0, date: 0 } : null;
}

const plain = (from: number, to: number, when: When, isPlain: boolean): SaidDate => ({
  from,
  to,
  past: when,
  future: when,
  isPlain,
});

interface Parts {
  readonly from: number;
  readonly to: number;
  readonly year: number;
  readonly month: number;
  readonly date?: number;
  readonly isAbout: boolean;
  readonly day: When;
}

function dateOf({ from, to, year, month, date = 0, isAbout, day }: Parts): SaidDate | null {
  const thisYear = Number(day.slice(0, 4));
  const thisMonth = Number(day.slice(5, 7)) || 1;
  const write = (y: number, m: number) =>
    [String(y), ...(m ? [two(m)] : []), ...(m && date ? [two(date)] : [])].join('-') +
    (isAbout && !(m && date) ? '~' : '');
  if (year) return valid(from, to, write(year, month), write(year, month), Boolean(month));
  if (!month) {
    // `the 22nd`: of the month of the notes, or of the one beside it.
    const today = Number(day.slice(8, 10)) || 1;
    const [before, after] = [
      date <= today ? thisMonth : thisMonth - 1,
      date >= today ? thisMonth : thisMonth + 1,
    ];
    const at = (m: number) =>
      write(m < 1 ? thisYear - 1 : m > 12 ? thisYear + 1 : thisYear, m < 1 ? 12 : m > 12 ? 1 : m);
    return valid(from, to, at(before), at(after), false);
  }
  const here = write(thisYear, month);
  const bare = here.replace('~', '');
  const isAhead = bare > day.slice(0, bare.length);
  const isBehind = bare < day.slice(0, bare.length);
  return valid(
    from,
    to,
    isAhead ? write(thisYear - 1, month) : here,
    isBehind ? write(thisYear + 1, month) : here,
    true,
  );
}

function valid(from: number, to: number, past: When, future: When, isPlain: boolean): SaidDate | null {
  return parseWhen(past) && parseWhen(future) ? { from, to, past, future, isPlain } : null;
}
