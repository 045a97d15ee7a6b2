/** Support going out: as JSON rows, as CSV, and as a calendar (RFC 5545) with a day for each end and each release that is expected. */
import ical from 'ical-generator';
import { formatDay } from '../catalogue/days.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { MS_PER_DAY } from '../catalogue/when.ts';
import { formatDayRange, type DayRange } from '../support/support.ts';
import { dateOfEnd, isSupported, type NamedWindow, type SupportRow } from '../support/supportRows.ts';
import { SUPPORT_STATES, wordExpected, wordRule, wordSupport } from '../wording/supportText.ts';
import { formatCsv } from './csv.ts';

/** One line of `aspen support --json`. Dates are ISO 8601; what is not known is null. */
export interface SupportLine {
  readonly subject: RecordId;
  readonly edition: RecordId | null;
  readonly name: string;
  readonly release: string | null;
  /** As stated, as imprecise as it is (EDTF). */
  readonly stated: string | null;
  /** The earliest end by a rule. */
  readonly computed: string | null;
  readonly rule: string | null;
  /** Every rule with its end. */
  readonly rules: readonly {
    readonly said: string;
    readonly end: string | null;
    readonly expected: boolean;
  }[];
  /** True where what is stated and what is computed, or the ends of two rules, are not the same. */
  readonly differ: boolean;
  readonly differDays: number | null;
  /** Null where it is not known. */
  readonly supported: boolean | null;
  readonly state: SupportRow['state'];
  /** Null where it is not known to the day: then `left` tells between which days. */
  readonly daysLeft: number | null;
  readonly left: DayRange | null;
  readonly base: RecordId | null;
  readonly baseEnd: string | null;
  /** Null where it is not known to the day: then `gap` tells between which numbers. */
  readonly gapDays: number | null;
  readonly gap: DayRange | null;
  /** The next release: expected, and between which days. */
  readonly next: {
    readonly day: string;
    readonly least: string;
    readonly most: string;
    readonly by: string;
  } | null;
  /** The ends along the chain, first one first. */
  readonly moves: readonly { readonly layer: RecordId; readonly end: string }[];
}

const exactly = (range: DayRange | undefined) => (range && range.least === range.most ? range.most : null);
const cellOf = (range: DayRange | null) => (range ? formatDayRange(range) : '');
const dayOrNull = (day: number | undefined) => (day === undefined ? null : formatDay(day));

/** A row as data. */
export function supportLine(row: SupportRow): SupportLine {
  const { own, base, next, state } = row;
  const first = own.rules.find(({ end }) => end !== undefined && end === own.computed) ?? own.rules[0];
  return {
    subject: row.subject,
    edition: row.edition ?? null,
    name: row.name,
    release: dayOrNull(own.from),
    stated: own.end || null,
    computed: dayOrNull(own.computed),
    rule: first ? wordRule(row, first) : own.rolls ? 'rolls on, no end' : null,
    rules: own.rules.map((rule) => ({
      said: rule.said,
      end: dayOrNull(rule.end),
      expected: rule.isExpected,
    })),
    differ: (row.differDays ?? 0) > 0,
    differDays: row.differDays ?? null,
    supported: state === 'unknown' || state === 'maybe' ? null : isSupported(row),
    state,
    daysLeft: exactly(row.left),
    left: row.left ?? null,
    base: base?.layer ?? null,
    baseEnd: (base && dateOfEnd(base)) || null,
    gapDays: exactly(row.gap),
    gap: row.gap ?? null,
    next: next
      ? { day: formatDay(next.day), least: formatDay(next.least), most: formatDay(next.most), by: next.by }
      : null,
    moves: row.moves.map(({ layer, end }) => ({ layer, end })),
  };
}

/** The rows as a table for spreadsheets (RFC 4180). */
export function formatSupportCsv(rows: readonly SupportRow[]): string {
  const lines = rows.map((row) => {
    const { stated, computed, rule, left, baseEnd, gap, next } = supportLine(row);
    return [row.name, row.own.from === undefined ? '' : formatDay(row.own.from), stated, computed, rule]
      .concat([SUPPORT_STATES[row.state], cellOf(left), row.base?.name ?? '', baseEnd])
      .concat([cellOf(gap), next?.day ?? ''])
      .map((cell) => cell ?? '');
  });
  const head = ['System', 'Released', 'Stated until', 'Computed until', 'Rule', 'State', 'Days left', 'Base'];
  return formatCsv({ head: [...head, 'Base until', 'Days past its base', 'Next release'], rows: lines });
}

/** The first and the last day that calendars hold: of the years 1 to 9999. */
const [FIRST_DAY, LAST_DAY] = [-719_162, 2_932_896];

const daysOf = ({ ends = 0, endsFirst = ends }: NamedWindow): DayRange => ({ least: endsFirst, most: ends });

/**
 * A calendar of whole days; an end that is not known to the day takes all that it may be: the end of each system and of each of its bases, once, and the releases that are expected. Ids are
 * the same in every calendar that is made, so that a newer one takes the place of an older. `made`: days since 1970-01-01.
 */
export function formatSupportCalendar(rows: readonly SupportRow[], title: string, made: number): string {
  const calendar = ical({ name: title, prodId: { company: 'Aspen Ridge', product: 'support' } });
  const told = new Set<string>();
  const add = (id: string, days: DayRange, summary: string, description: string) => {
    // An end that is open, or beyond what calendars hold, is no entry.
    if (told.has(id) || !(days.least >= FIRST_DAY && days.most <= LAST_DAY)) return;
    told.add(id);
    calendar.createEvent({
      id: `${id.replaceAll(':', '-')}@aspen-ridge.invalid`,
      start: new Date(days.least * MS_PER_DAY),
      // An all-day event ends before the day that its end names (RFC 5545, section 3.6.1).
      ...(days.most > days.least && { end: new Date((days.most + 1) * MS_PER_DAY) }),
      allDay: true,
      summary,
      description,
      stamp: new Date(made * MS_PER_DAY),
    });
  };
  for (const row of rows)
    if (row.own.ends !== undefined)
      add(
        `${row.subject}-${row.edition ?? ''}-end`,
        daysOf(row.own),
        `${row.name}: support ends`,
        wordSupport(row),
      );
  for (const row of rows) {
    for (const base of row.bases)
      if (base.ends !== undefined)
        add(`${base.layer}--end`, daysOf(base), `${base.name}: support ends`, `${row.name} rests on it.`);
    if (row.next)
      add(
        `${row.distribution}-next`,
        { least: row.next.day, most: row.next.day },
        `${row.name}: next release expected`,
        `${wordExpected(row.next)}.`,
      );
  }
  return calendar.toString();
}
