/**
 * What is remembered of each catalogue apart from its store: that it was there, how large, and up to which step it was
 * saved. So an emptied store is told from a first start, and a missing last step from none. It may be older than the store,
 * never newer than what was acknowledged. Who clears all data of the site clears this too.
 */

/** A place for short texts that is written at once, such as the browser's localStorage. */
export interface NotePad {
  get(key: string): string | null;
  set(key: string, text: string): void;
  remove(key: string): void;
  keys(): string[];
}

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

/** A pad in memory. */
export function createMemoryNotes(): NotePad {
  const notes = new Map<string, string>();
  return {
    get: (key) => notes.get(key) ?? null,
    set: (key, text) => void notes.set(key, text),
    remove: (key) => void notes.delete(key),
    keys: () => [...notes.keys()],
  };
}
