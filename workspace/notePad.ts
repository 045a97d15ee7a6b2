/** A place for short texts that is written at once. */

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
