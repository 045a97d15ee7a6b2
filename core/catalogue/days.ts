/** Days as numbers (days since 1970-01-01). */
import { type When, boundsOf, MS_PER_DAY } from './when.ts';

/** The day number of a `YYYY-MM-DD` text or of the first day of a coarser date; NaN if it is no date. */
export function firstDayOf(when: When): number {
  return boundsOf(when)?.first ?? Number.NaN;
}

/** The date of a day number, as `YYYY-MM-DD`. */
export function formatDay(day: number): When {
  return new Date(day * MS_PER_DAY).toISOString().slice(0, 10);
}

/** The same day some whole months later; the last of that month where it has no such day: a month after 31 January is its February's end. */
export function addMonths(day: number, months: number): number {
  const [year, month, date] = formatDay(day).split('-').map(Number);
  const last = new Date(Date.UTC(year, month + Math.round(months), 0)).getUTCDate();
  return Date.UTC(year, month - 1 + Math.round(months), Math.min(date, last)) / MS_PER_DAY;
}
