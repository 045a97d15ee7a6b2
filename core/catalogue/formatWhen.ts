/** Dates as people write them. */
import type { When } from './when.ts';

const MONTHS = [
  ...['January', 'February', 'March', 'April', 'May', 'June'],
  ...['July', 'August', 'September', 'October', 'November', 'December'],
];

/** A date in words: `2 April 2029`, `June 2028`, `about 2016`. Forms beyond these are shown as written. */
export function formatWhen(when: When): string {
  const match = /^(\d{4})(?:-(0[1-9]|1[0-2])(?:-(\d\d))?)?([~?%]?)$/.exec(when);
  if (!match) return when;
  const [, year, month, day, doubt] = match;
  const parts = [day ? String(Number(day)) : '', month ? MONTHS[Number(month) - 1] : '', year];
  const text = parts.filter(Boolean).join(' ');
  return doubt === '~' ? `about ${text}` : doubt ? `${text} (unsure)` : text;
}
