/** Dates as people write them: `3 Mar 2026`, `March 2026`, `about 2016`, and every EDTF date. */
import { boundsOf, type When } from './when.ts';

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/**
 * Reads a date as EDTF, as imprecise as it is written; null when it is none. `about` makes it approximate. `12 Oct` is the last one before
 * a day that is given, or that day.
 */
export function parseWhen(text: string, today?: When): When | null {
  const written = text.trim();
  const short = today && /^(\d{1,2})\.? ([A-Za-z]{3,9})\.?$/.exec(written);
  if (short) {
    const year = Number(today.slice(0, 4));
    const date = parseWhen(`${written} ${year}`);
    return date && date > today ? parseWhen(`${written} ${year - 1}`) : date;
  }
  const about = /^(?:about|around|circa|ca\.) +(.+)$/i.exec(written);
  if (about) {
    const date = parseWhen(about[1], today);
    return date && /\d$/.test(date) ? `${date}~` : date;
  }
  const words = /^(?:(\d{1,2})\.? )?([A-Za-z]{3})[a-z]*\.? (\d{4})$/.exec(written);
  if (!words) return boundsOf(written) ? written : null;
  const month = MONTHS.indexOf(words[2].toLowerCase()) + 1;
  if (month === 0) return null;
  const parts = [words[3], String(month).padStart(2, '0'), ...(words[1] ? [words[1].padStart(2, '0')] : [])];
  return boundsOf(parts.join('-')) ? parts.join('-') : null;
}
