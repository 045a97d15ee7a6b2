/**
 * Dates as known: to the day, month or year, exact or approximate. Written in EDTF (ISO 8601-2:2019,
 * level 1); a day is never invented. Comparing and as-of questions work on the bounds.
 */
import edtf from 'edtf';
import { z } from '../schemaChecks.ts';

/** An EDTF text such as `2026-03-04`, `2026-03`, `2016~` or `2020/2022`. */
export type When = string;

/** First and last day that a date may mean, as days since 1970-01-01 (UTC); open ends are infinite. */
interface DayBounds {
  readonly first: number;
  readonly last: number;
}

/** Milliseconds of a day. */
export const MS_PER_DAY = 86_400_000;

const cache = new Map<string, DayBounds | null>();

/** The bounds of an EDTF date, or null when the text is none. */
export function boundsOf(when: When): DayBounds | null {
  const known = cache.get(when);
  if (known !== undefined) return known;
  const bounds = readBounds(when);
  if (cache.size > 20_000) cache.clear();
  cache.set(when, bounds);
  return bounds;
}

function readBounds(when: string): DayBounds | null {
  if (when.length > 60) return null;
  const plain = plainBounds(when);
  if (plain) return plain;
  try {
    const date = edtf(when) as unknown as { min: number; max: number };
    if (typeof date.min !== 'number' || typeof date.max !== 'number') return null;
    return { first: Math.floor(date.min / MS_PER_DAY), last: Math.floor(date.max / MS_PER_DAY) };
  } catch {
    return null; // the parser throws on every text that is no EDTF date
  }
}

/** A year, month or day without anything else: nearly all dates, and much faster than by the parser. Null for any other text. */
function plainBounds(when: string): DayBounds | null {
  const parts = /^([1-9]\d{3})(?:-(\d\d)(?:-(\d\d))?)?$/.exec(when);
  if (!parts) return null;
  // What is not said is no number.
  const [year, month, day] = parts.slice(1).map(Number);
  const dayOf = (...date: [number, number, number]) => Date.UTC(...date) / MS_PER_DAY;
  if (Number.isNaN(month)) return { first: dayOf(year, 0, 1), last: dayOf(year, 11, 31) };
  if (month < 1 || month > 12) return null;
  const last = dayOf(year, month, 0);
  if (Number.isNaN(day)) return { first: dayOf(year, month - 1, 1), last };
  const only = dayOf(year, month - 1, day);
  return day > 0 && only <= last ? { first: only, last: only } : null;
}

/** A validated EDTF text. */
export const whenSchema = z
  .string()
  .max(60)
  .refine((text) => boundsOf(text) !== null, { message: 'not an ISO 8601-2 (EDTF) date' });

/**
 * Orders two dates by their last possible day, then by their first: `2026` is later than `2026-03`.
 * A text that is no date comes first.
 */
export function compareWhen(a: When, b: When): number {
  const x = boundsOf(a);
  const y = boundsOf(b);
  if (!x || !y) return x ? 1 : y ? -1 : 0;
  return Math.sign(x.last - y.last || x.first - y.first) || 0;
}
