/** Days of the sample as numbers since 1970-01-01 (UTC). */
import { firstDayOf, formatDay as formatAnyDay } from '../core/catalogue/days.ts';

/** The day of a `YYYY-MM-DD` text. Throws on anything else: dates of the sample are written by hand. */
export function dayOf(date: string): number {
  const day = firstDayOf(date);
  if (Number.isNaN(day)) throw new Error(`sample: expected a date, came "${date}"`);
  return day;
}

/** The days from `first` to `last`, `step` days apart. */
export function daysEvery(step: number, first: string, last: string): number[] {
  const days: number[] = [];
  for (let day = dayOf(first); day <= dayOf(last); day += step) days.push(day);
  return days;
}

const texts = new Map<number, string>();

/** The date of a day, as `YYYY-MM-DD`; the sample asks for the same few days again and again. */
export function formatDay(day: number): string {
  let text = texts.get(day);
  if (!text) texts.set(day, (text = formatAnyDay(day)));
  return text;
}

/** The day on which everything was collected: the present of the sample. */
export const PRESENT = '2026-11-20';

/** The first day of the package histories. */
export const BEGINNING = '2021-01-01';
