import type { NotePad } from './notePad.ts';

/** What is remembered of one catalogue. */
export interface LastSeen {
  readonly title: string;
  readonly records: number;
  /** UTF-16 units of all pages together, at the last checkpoint. */
  readonly size: number;
  /** ISO date and time. */
  readonly savedAt: string;
  readonly store: string;
  readonly step: number;
}

const PREFIX = 'aspen-ridge/seen/';

/** What is remembered of a catalogue; null when nothing is, or it cannot be read. */
export function recallSeen(notes: NotePad, id: string): LastSeen | null {
  try {
    return JSON.parse(notes.get(PREFIX + id) ?? 'null') as LastSeen | null;
  } catch (error) {
    if (error instanceof SyntaxError) return null;
    throw error;
  }
}

/** Remembers what was saved. A full or forbidden pad is no failure: then less can be told after a loss. */
export function rememberSeen(notes: NotePad, id: string, seen: LastSeen): boolean {
  try {
    notes.set(PREFIX + id, JSON.stringify(seen));
    return true;
  } catch {
    return false;
  }
}

/** Forgets a catalogue that was deleted on purpose. */
export function forgetSeen(notes: NotePad, id: string): void {
  notes.remove(PREFIX + id);
}

/** The ids of all that is remembered. */
export function seenIds(notes: NotePad): string[] {
  return notes.keys().flatMap((key) => (key.startsWith(PREFIX) ? [key.slice(PREFIX.length)] : []));
}
