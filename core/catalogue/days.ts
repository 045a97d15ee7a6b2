/** Days as numbers (days since 1970-01-01). */
import { type When, boundsOf, MS_PER_DAY } from './when.ts';

/** The day number of a `YYYY-MM-DD` text or of the first day of a coarser date; NaN if it is no date. */
export function firstDayOf(when: When): number {
  return boundsOf(when)?.first ?? Number.NaN;
}

/** The most days, before and after 1970-01-01, that a date of the engine holds (ECMA-262, "Time values and time range"). */
const MOST_DAYS = 100_000_000;

/** The date of a day number, as `YYYY-MM-DD`; of a year beyond four digits that year (EDTF, level 1); `..` for an open end. */
export function formatDay(day: number): When {
  if (!Number.isFinite(day)) return '..';
  if (Math.abs(day) > MOST_DAYS) return `Y${Math.trunc(day / 365.2425) + 1970}`;
  const date = new Date(day * MS_PER_DAY);
  const year = date.getUTCFullYear();
  return year < 0 || year > 9999 ? `Y${year}` : date.toISOString().slice(0, 10);
}

/** The same day some whole months later; the last of that month where it has no such day: a month after 31 January is its February's end. */
export function addMonths(day: number, months: number): number {
  if (!Number.isFinite(day) || Math.abs(day) > MOST_DAYS) return day;
  const date = new Date(day * MS_PER_DAY);
  const [year, month] = [date.getUTCFullYear(), date.getUTCMonth() + Math.round(months)];
  const last = new Date(dayIn(year, month + 1, 0) * MS_PER_DAY).getUTCDate();
  return dayIn(year, month, Math.min(date.getUTCDate(), last));
}

/** A day by year, month from 0 and day of the month; also of a year below 100, which `Date.UTC` takes for one of the 20th century. */
function dayIn(year: number, month: number, day: number): number {
  return new Date(0).setUTCFullYear(year, month, day) / MS_PER_DAY;
}
