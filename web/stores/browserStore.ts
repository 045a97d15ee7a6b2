/** A store of values in the browser (IndexedDB), by localForage. */
import localforage from 'localforage';
import type { KeyValueStore } from '../../workspace/keyValueStore.ts';

/** The store of a name. Nothing is written, and nothing made, before it is first used. */
export function createBrowserStore(name: string): KeyValueStore {
  // One database for each: stores of one database must be made anew together when one is added.
  const options = { name: `aspen-ridge-${name}`, driver: localforage.INDEXEDDB };
  const store = localforage.createInstance(options);
  return {
    get: (key) => store.getItem(key),
    set: async (key, value) => void (await store.setItem(key, value)),
    remove: (key) => store.removeItem(key),
    keys: () => store.keys(),
    destroy: () => localforage.dropInstance({ name: options.name }),
  };
}
