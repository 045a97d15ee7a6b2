/** Support in sentences: how long, by what, and past what; the answer for many on one day. */
import { formatDay } from '../catalogue/days.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { Expected, Spread } from '../support/cadence.ts';
import type { DayRange, RuledSupport } from '../support/support.ts';
import {
  dateOfEnd,
  type LeftBehind,
  type ReleaseChoice,
  type SupportRow,
  type SupportState,
  type Wish,
} from '../support/supportRows.ts';
import { formatCount, formatNumberOf, listOf } from './valueText.ts';

const dayText = (day: number) => formatWhen(formatDay(day));
const days = (count: number) => formatNumberOf(Math.abs(count), 'day');

/** A stretch of days in the unit that is read at a glance: days up to two months, then months, then years and months. */
export function wordDays(count: number): string {
  const whole = Math.abs(count);
  if (whole < 62) return days(whole);
  const months = Math.round(whole / 30.437);
  if (months < 36) return formatNumberOf(months, 'month');
  const [years, rest] = [Math.floor(months / 12), months % 12];
  return rest
    ? `${formatNumberOf(years, 'year')} and ${formatNumberOf(rest, 'month')}`
    : formatNumberOf(years, 'year');
}

/** Words of the state on the day that is asked about. */
export const SUPPORT_STATES: Readonly<Record<SupportState, string>> = {
  supported: 'supported',
  rolls: 'rolls on, no end',
  ended: 'over by then',
  maybe: 'not known to the day',
  unknown: 'nothing stated',
  notYet: 'not out yet',
};

/** `3 years after 3 Mar 2026`. */
export function wordRule({ own }: SupportRow, { said, isExpected, key }: RuledSupport): string {
  const from = own.from === undefined ? '' : ` after ${dayText(own.from)}`;
  if (key !== 'model.lifeRule') return `${said}${from}`;
  return `“${said}”${isExpected ? ', by the release that is expected' : ''}`;
}

/** `on 2 Apr 2029`, `in Apr 2029`. */
const onDate = (when: string) => `${/^\d{4}-\d\d-\d\d$/.test(when) ? 'on' : 'in'} ${formatWhen(when)}`;

/** The ends by rules, each with its rule: `3 March 2029 (36 months after 3 March 2026)`. */
export function wordRuledEnds(row: SupportRow): string[] {
  return row.own.rules.flatMap((rule) =>
    rule.end === undefined
      ? []
      : [
          `${rule.latest === undefined ? '' : 'between '}${dayText(rule.end)}${rule.latest === undefined ? '' : ` and ${dayText(rule.latest)}`} (${wordRule(row, rule)})`,
        ],
  );
}

/** The promise of a system in sentences: stated, by its rules, the base’s end, what is left. */
export function wordSupport(row: SupportRow): string {
  const { own, base, left, gap, differDays } = row;
  const ruled = wordRuledEnds(row);
  const apart = differDays ? `, ${days(differDays)} ${own.end ? 'from the stated end' : 'apart'}` : '';
  const sentences = [
    own.end
      ? `${row.name} is supported until ${formatWhen(own.end)}, as stated`
      : ruled.length > 0
        ? ''
        : row.state === 'rolls'
          ? `${row.name} is a rolling release without an end of support`
          : `${row.name} states no end of support`,
    ruled.length > 0 &&
      `${own.end ? 'by' : `${row.name} states no date; by`} its own ${ruled.length === 1 ? 'rule' : 'rules'}, support ends on ${listOf(ruled)}${apart}`,
    base?.ends !== undefined
      ? `its base ${base.name} ends ${onDate(dateOfEnd(base))}${gap && gap.most > 0 ? `, ${wordDayRange(gap)} earlier` : ''}`
      : base && `its base ${base.name} ${base.rolls ? 'is a rolling release' : 'states no end'}`,
    left &&
      (left.most >= 0
        ? `${wordLeftRange(left)} ${left.most === 1 ? 'is' : 'are'} left`
        : `support ended ${wordLeftRange(opposite(left))} before`),
  ];
  return sentences.flatMap((text) => (text ? [`${capital(text)}.`] : [])).join(' ');
}

/** The same length the other way round. */
export const opposite = ({ least, most }: DayRange): DayRange => ({ least: 0 - most, most: 0 - least });

/** A length of time as exactly as it is known: `60 days`, `up to 60 days`, `30 to 60 days`. */
export function wordDayRange({ least, most }: DayRange): string {
  if (least === most) return days(most);
  return least <= 0 ? `up to ${days(most)}` : `${formatCount(least)} to ${days(most)}`;
}

const wordLeftRange = ({ least, most }: DayRange) =>
  least === most
    ? wordDays(most)
    : least <= 0
      ? `up to ${wordDays(most)}`
      : `${wordDays(least)} to ${wordDays(most)}`;

const capital = (text: string) => text.slice(0, 1).toUpperCase() + text.slice(1);

/** The answer for many on a day: who is supported, who rolls, who says nothing; whose promise outlasts its base. */
export function wordSupported(rows: readonly SupportRow[], on: number): string {
  if (rows.length === 0) return '';
  const of = (state: SupportState) => rows.filter((row) => row.state === state);
  const [fixed, rolling, maybe, silent, ended] = (
    ['supported', 'rolls', 'maybe', 'unknown', 'ended'] as const
  ).map(of);
  const named = (some: readonly SupportRow[]) =>
    some.length <= 3 ? listOf(some.map(({ name }) => name)) : formatCount(some.length);
  const verb = (some: readonly unknown[], one: string, many: string) => (some.length === 1 ? one : many);
  const others = [
    rolling.length > 0 && `${named(rolling)} ${verb(rolling, 'rolls', 'roll')} without an end`,
    maybe.length > 0 && `${named(maybe)} may be (the end is not known to the day)`,
    silent.length > 0 && `${named(silent)} ${verb(silent, 'states', 'state')} no end`,
    ended.length > 0 && `${named(ended)} ${verb(ended, 'has', 'have')} ended`,
  ].filter(Boolean);
  const lead = fixed.length
    ? `On ${dayText(on)}, ${formatCount(fixed.length)} of ${formatNumberOf(rows.length, 'system')} ${verb(fixed, 'is', 'are')} within stated support${fixed.length <= 3 ? ` (${named(fixed)})` : ''}`
    : `On ${dayText(on)}, none of ${formatNumberOf(rows.length, 'system')} is known to be supported`;
  return [`${[lead, ...others].join('; ')}.`, wordOutlasting(fixed)].filter(Boolean).join(' ');
}

/** So many promises that outlast their base are named. */
const NAMED_GAPS = 4;

/** `Ten of these promise longer than their base: Foxholt 4 by 2,642 days, …` */
function wordOutlasting(fixed: readonly SupportRow[]): string {
  const bare = fixed
    .flatMap(({ name, gap }) => (gap && gap.most > 0 ? [{ name, gap }] : []))
    .sort((a, b) => b.gap.most - a.gap.most);
  if (bare.length === 0) return '';
  const each = bare.slice(0, NAMED_GAPS).map(({ name, gap }) => `${name} by ${wordDayRange(gap)}`);
  const more = bare.length - each.length;
  const list = more > 0 ? [...each, `${formatCount(more)} more by less`] : each;
  const lead =
    bare.length === 1
      ? 'One promise outlasts its base'
      : `${formatCount(bare.length)} promises outlast their base`;
  return `${lead}: ${listOf(list)}.`;
}

/** `The next release is expected on 2 March 2027, as stated`; `was` where all of that has passed by a day. */
export function wordExpected({ day, least, most, by }: Expected, asOf = -Infinity): string {
  const around =
    least === most ? '' : `, between ${dayText(least)} and ${dayText(most)} going by earlier releases`;
  const is = most < asOf ? 'was' : 'is';
  return `The next release ${is} expected ${by === 'stated' ? 'on' : 'around'} ${dayText(day)}${by === 'stated' ? ', as stated' : ''}${around}`;
}

/** `13 releases, 26 to 31 days apart, 28 in the middle`. */
export function wordSpread({ count, least, middle, most }: Spread): string {
  const apart =
    least === most
      ? `${days(middle)} apart`
      : `${formatCount(least)} to ${days(most)} apart, ${formatCount(middle)} in the middle`;
  return `${formatNumberOf(count + 1, 'release')}, ${apart}`;
}

/** What becomes of somebody when a base ends. */
export function wordLeft({ row, past }: LeftBehind): string {
  if (!past)
    return row.state === 'rolls'
      ? `${row.name} rolls on, and has to move to another base`
      : `${row.name}: not known, since one of the ends is not`;
  if (past.most > 0) return `${row.name} promises ${wordDayRange(past)} more than there is a base for`;
  return past.least === 0 && past.most === 0
    ? `${row.name} ends on the same day`
    : `${row.name} ends ${wordDayRange(opposite(past))} before`;
}

/** Which release to take, with the reason. */
export function wordChoice({ taken, isShort, short }: ReleaseChoice, until: number, wish: Wish): string {
  if (!taken) return `Of none is it known how long it and its bases last.`;
  const end =
    taken.first && !taken.own.rolls
      ? `, whose first end is that of ${taken.first.name} ${onDate(taken.first.end)}`
      : '';
  if (isShort)
    return `None lasts until ${dayText(until)} with all its bases; ${taken.name} lasts longest${end}.`;
  const why = wish === 'new' ? 'the newest that lasts' : 'the one that lasts longest';
  const others = short.length
    ? ` ${listOf(short.map(({ name }) => name))} ${short.length > 1 ? 'do' : 'does'} not.`
    : '';
  return `Take ${taken.name}, ${why} until ${dayText(until)}${end}.${others}`;
}
