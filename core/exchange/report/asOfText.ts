/** The day that a report is of, in words. */
import { formatDay } from '../../catalogue/days.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';

/** `As of 2 December 2026` */
export const asOfText = (day: number): string => `As of ${formatWhen(formatDay(day))}`;
