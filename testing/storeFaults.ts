/** Stores that fail on purpose: for laws about kills, failed writes and damage. */
import { createMemoryStore, type KeyValueStore } from '../workspace/keyValueStore.ts';

/** Thrown by a store whose machine was switched off: nothing after it is written. */
export class SwitchedOff extends Error {
  constructor() {
    super('switched off');
  }
}

/** A memory store and its bare contents. */
export function openMemory(values = new Map<string, unknown>()): {
  values: Map<string, unknown>;
  store: KeyValueStore;
} {
  return { values, store: createMemoryStore(values) };
}

/** A store that is switched off right before its n-th write (set or remove), counted from 0. */
export function switchedOffAt(store: KeyValueStore, n: number): KeyValueStore {
  let writes = 0;
  const spend = () => {
    if (writes++ >= n) throw new SwitchedOff();
  };
  return {
    ...store,
    set: async (key, value) => {
      spend();
      await store.set(key, value);
    },
    remove: async (key) => {
      spend();
      await store.remove(key);
    },
  };
}

/** A store whose writes fail while `isFull` says so, as when a quota is used up. */
export function refusingStore(store: KeyValueStore, isFull: (key: string) => boolean): KeyValueStore {
  return {
    ...store,
    set: async (key, value) => {
      if (isFull(key)) throw new Error('QuotaExceededError');
      await store.set(key, value);
    },
  };
}

/** Ways in which a stored value can be other than it was written. */
export const DAMAGES: Readonly<Record<string, (value: unknown) => unknown>> = {
  changed: (value) => {
    if (value instanceof Uint8Array)
      return value.map((byte, i) => (i === value.length >> 1 ? byte ^ 1 : byte));
    const item = value as { sum: string; body: string };
    const at = item.body.length >> 1;
    const other = item.body[at] === 'a' ? 'b' : 'a';
    return { ...item, body: item.body.slice(0, at) + other + item.body.slice(at + 1) };
  },
  cut: (value) =>
    value instanceof Uint8Array
      ? value.slice(0, value.length >> 1)
      : { ...(value as object), body: (value as { body: string }).body.slice(0, 20) },
  'another thing': () => 'nonsense',
};
