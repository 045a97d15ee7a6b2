/** The browser's storage does what the one in memory does. */
import 'fake-indexeddb/auto';
import { expect, it } from 'vitest';
import { valueOf } from '../../testing/catalogues.ts';
import { keyValueStoreSuite } from '../../testing/keyValueStoreSuite.ts';
import { begun, EMPTY, isSame, read, work } from '../../testing/savingWork.ts';
import { createMemoryStore } from '../../workspace/keyValueStore.ts';
import { createBrowserStore } from './browserStore.ts';

const stores = { made: 0 };
keyValueStoreSuite('memory', () => createMemoryStore());
keyValueStoreSuite('the browser', () => createBrowserStore(`test-${stores.made++}`));

it('a catalogue saved in it is read again whole', async () => {
  const store = createBrowserStore('test-catalogue');
  const { states, known } = await work(await begun(store), EMPTY, 60);
  const found = await read(store, known);
  expect(found.damage).toEqual([]);
  expect(isSame(found.state, states.at(-1)!)).toBe(true);
  expect(valueOf({ ok: true, value: found.state.lists.size > 0, issues: [] })).toBe(true);
});
