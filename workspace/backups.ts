/** When a copy outside the browser's storage is due. */
import { firstDayOf } from '../core/catalogue/days.ts';

/** Days as `YYYY-MM-DD`, empty for never. */
export interface Backups {
  readonly lastExport: string;
  readonly lastBackup: string;
  /** Edits since the last of the two. */
  readonly editsSince: number;
}

/** Edits after which a catalogue that was never copied is worth a copy. */
const FIRST_EDITS = 20;

/** Days after which a copy is old, once there were edits. */
const OLD_DAYS = 7;

/** A day as number (days since 1970-01-01); NaN for none. */
export function dayIn(date: string): number {
  return date ? firstDayOf(date) : Number.NaN;
}

/** True when there is something that a copy does not hold, and the last copy is old, or there never was one. */
export function isBackupDue({ lastExport, lastBackup, editsSince }: Backups, today: number): boolean {
  if (editsSince === 0) return false;
  const last = [lastExport, lastBackup].sort()[1];
  return last ? today - dayIn(last) >= OLD_DAYS : editsSince >= FIRST_EDITS;
}

/** A copy's file name from the catalogue's title and the day: `reading-rooms-2026-11-28.json`. */
export function copyNameOf(title: string, day: string, more = ''): string {
  const words = title.toLowerCase().replace(/[^a-z0-9]+/g, '-');
  return [words.replace(/^-|-$/g, '') || 'catalogue', more, day].filter(Boolean).join('-') + '.json';
}
