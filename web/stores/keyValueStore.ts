/** Where saved data lies: a store of values by key. Two backends pass one acceptance suite. */
import localforage from 'localforage';
import { extendPrototype } from 'localforage-setitems';

extendPrototype(localforage);

/** Values by key. Every call is atomic by itself, `setMany` too; nothing is promised across calls. */
export interface KeyValueStore {
  get(key: string): Promise<unknown>;
  set(key: string, value: unknown): Promise<void>;
  setMany(values: ReadonlyMap<string, unknown>): Promise<void>;
  remove(key: string): Promise<void>;
  keys(): Promise<string[]>;
}

/** A store in the browser's storage (IndexedDB), by localForage. */
export function createBrowserStore(name: string): KeyValueStore {
  // One database for each: stores of one database must be made anew together when one is added.
  const store = localforage.createInstance({ name: `aspen-ridge-${name}`, driver: localforage.INDEXEDDB });
  return {
    get: (key) => store.getItem(key),
    set: async (key, value) => void (await store.setItem(key, value)),
    setMany: async (values) => void (await store.setItems(Object.fromEntries(values))),
    remove: (key) => store.removeItem(key),
    keys: () => store.keys(),
  };
}

/** A store in memory, for tests and for a browser that refuses storage. Values are copied in and out. */
export function createMemoryStore(): KeyValueStore {
  const values = new Map<string, unknown>();
  return {
    get: async (key) => (values.has(key) ? structuredClone(values.get(key)) : null),
    set: async (key, value) => void values.set(key, structuredClone(value)),
    setMany: async (more) => {
      for (const [key, value] of structuredClone(more)) values.set(key, value);
    },
    remove: async (key) => void values.delete(key),
    keys: async () => [...values.keys()],
  };
}
