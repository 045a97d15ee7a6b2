/**
 * Where saved data lies: values by key. Every call is atomic by itself (an item is written whole or not at all); nothing is
 * promised across calls. All backends pass one acceptance suite (keyValueStore.test.ts).
 */
export interface KeyValueStore {
  /** The value of a key, or null. */
  get(key: string): Promise<unknown>;
  set(key: string, value: unknown): Promise<void>;
  remove(key: string): Promise<void>;
  keys(): Promise<string[]>;
  /** Removes everything, the store itself too. A later write makes it anew. */
  destroy(): Promise<void>;
}

/** A store in memory, for tests and the command line. Values are copied in and out. */
export function createMemoryStore(values: Map<string, unknown> = new Map()): KeyValueStore {
  return {
    get: async (key) => (values.has(key) ? structuredClone(values.get(key)) : null),
    set: async (key, value) => void values.set(key, structuredClone(value)),
    remove: async (key) => void values.delete(key),
    keys: async () => [...values.keys()],
    destroy: async () => values.clear(),
  };
}
