/** What every place for saved data must do: one suite for all backends. */
import { describe, expect, it } from 'vitest';
import type { KeyValueStore } from '../workspace/keyValueStore.ts';

/** Runs the suite on stores that are new and empty at each call. */
export function keyValueStoreSuite(name: string, createStore: () => KeyValueStore): void {
  describe(`a store of values in ${name}`, () => {
    it('gives back what was put, null for the rest, and lists its keys', async () => {
      const store = createStore();
      expect(await store.get('a')).toBeNull();
      expect(await store.keys()).toEqual([]);
      await store.set('a/1', { text: 'ä', list: [1, null], bytes: new Uint8Array([1, 2]) });
      await store.set('b', 'x');
      expect(await store.get('a/1')).toEqual({ text: 'ä', list: [1, null], bytes: new Uint8Array([1, 2]) });
      expect((await store.keys()).sort()).toEqual(['a/1', 'b']);
    });
    it('replaces a value whole, and removes one', async () => {
      const store = createStore();
      await store.set('a', { long: 'x'.repeat(100_000) });
      await store.set('a', { short: true });
      expect(await store.get('a')).toEqual({ short: true });
      await store.remove('a');
      await store.remove('never there');
      expect(await store.get('a')).toBeNull();
    });
    it('keeps a copy: what is changed outside afterwards does not change it', async () => {
      const store = createStore();
      const value = { list: [1] };
      await store.set('a', value);
      value.list.push(2);
      const found = (await store.get('a')) as typeof value;
      expect(found).toEqual({ list: [1] });
      found.list.push(3);
      expect(await store.get('a')).toEqual({ list: [1] });
    });
    it('takes many at once', async () => {
      const store = createStore();
      await Promise.all(Array.from({ length: 200 }, (_, n) => store.set(`k${n}`, n)));
      expect(await store.keys()).toHaveLength(200);
      const found = await Promise.all(Array.from({ length: 200 }, (_, n) => store.get(`k${n}`)));
      expect(found).toEqual(Array.from({ length: 200 }, (_, n) => n));
    });
    it('is empty once it was destroyed, and takes new values', async () => {
      const store = createStore();
      await store.set('a', 1);
      await store.destroy();
      expect(await store.keys()).toEqual([]);
      await store.set('b', 2);
      expect(await store.keys()).toEqual(['b']);
    });
  });
}
