/**
 * Release calendars as `distro-info-data` keeps them: comma-separated, a line of column names first, a release a
 * line, with the days on which it was created, came out and ends (`eol`, and `eol-…` for longer kinds of support).
 */
import { createIssue, type Issue } from '../issue.ts';

interface CalendarRelease {
  readonly version: string;
  readonly codename: string;
  readonly series: string;
  /** `YYYY-MM-DD`; empty when not stated. */
  readonly created: string;
  readonly release: string;
  readonly eol: string;
  /** Ends of other kinds of support by column, such as `eol-lts`. */
  readonly ends: Readonly<Record<string, string>>;
}

interface ReleaseCalendar {
  readonly releases: readonly CalendarRelease[];
  readonly issues: readonly Issue[];
}

/** True if a text begins with the columns of a release calendar. */
export const isReleaseCalendar = (text: string): boolean => /^version,codename,series,created,/.test(text);

/** Reads a calendar; lines with too many cells or a broken date are skipped with `calendar.line`. Never throws. */
export function parseReleaseCalendar(text: string, where: string): ReleaseCalendar {
  const issues: Issue[] = [];
  const [head = '', ...lines] = text.split(/\r?\n/);
  const columns = head.split(',');
  const releases = lines.flatMap((line, index): CalendarRelease[] => {
    if (!line.trim()) return [];
    const cells = Object.fromEntries(line.split(',').map((cell, i) => [columns[i] ?? 'beyond', cell.trim()]));
    const dates = columns.slice(3).map((column) => cells[column] ?? '');
    if ('beyond' in cells || !cells.series || dates.some((date) => date && !/^\d{4}-\d\d-\d\d$/.test(date))) {
      issues.push(createIssue('damage', 'calendar.line', where, { line: index + 2 }));
      return [];
    }
    const { version = '', codename = '', series, created = '', release = '', eol = '', ...rest } = cells;
    const ends = Object.fromEntries(
      Object.entries(rest).filter(([column, date]) => column.startsWith('eol-') && date),
    );
    return [{ version, codename, series, created, release, eol, ends }];
  });
  return { releases, issues };
}
