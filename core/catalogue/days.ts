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
