import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { valueOf } from '../../testing/catalogues.ts';
import { describe, expect, it } from 'vitest';
import { createCatalogue, recordsOf, type Catalogue } from '../../core/catalogue/catalogue.ts';
import {
  withRecords,
  applyDiff,
  diffCatalogues,
  diffOfRecords,
  isEmptyDiff,
} from '../../core/catalogue/diff.ts';
import { EMPTY_HISTORY, stepHistory, type History, type HistoryStep } from '../../core/catalogue/history.ts';
import { distribution } from '../../testing/catalogues.ts';
import { CatalogueStorage, STEPS_PER_CHECKPOINT } from './catalogueStorage.ts';
import { createBrowserStore, createMemoryStore, type KeyValueStore } from './keyValueStore.ts';

interface State {
  catalogue: Catalogue;
  history: History;
}
const START: State = { catalogue: createCatalogue(), history: EMPTY_HISTORY };

/** One analyst at work: takes steps and saves them, as the catalogue store does. */
async function work(storage: CatalogueStorage, from: State, count: number, offset = 0): Promise<State> {
  let { catalogue, history } = from;
  for (let n = 0; n < count; n++) {
    const diff = diffOfRecords(catalogue, [distribution(`d${offset + n}`)]);
    const step: HistoryStep =
      n % 7 === 6 ? { type: 'undo' } : { type: 'do', edit: { label: `add ${n}`, at: '', diff } };
    const taken = stepHistory(history, step)!;
    catalogue = valueOf(applyDiff(catalogue, taken.diff));
    history = taken.history;
    await storage.saveStep(step, { catalogue, history });
  }
  return { catalogue, history };
}
async function expectLoaded(store: KeyValueStore, expected: State): Promise<void> {
  const loaded = await new CatalogueStorage(store).load();
  expect(loaded!.issues).toEqual([]);
  expect(isEmptyDiff(diffCatalogues(loaded!.catalogue, expected.catalogue))).toBe(true);
  expect(loaded!.catalogue.records.distribution.size).toBe(expected.catalogue.records.distribution.size);
  expect(loaded!.history).toEqual(expected.history);
}

let databases = 0;
const BACKENDS: [string, () => KeyValueStore][] = [
  ['memory', createMemoryStore],
  ['the browser', () => createBrowserStore(`test${databases++}`)],
];

describe.each(BACKENDS)('saving in %s', (_name, createStore) => {
  it('has nothing before anything was saved', async () => {
    expect(await new CatalogueStorage(createStore()).load()).toBeNull();
  });
  it.each([0, 1, STEPS_PER_CHECKPOINT - 1, STEPS_PER_CHECKPOINT, STEPS_PER_CHECKPOINT * 2 + 3])(
    'gives back what %i steps led to, with the history',
    async (count) => {
      const store = createStore();
      const storage = new CatalogueStorage(store);
      await storage.replace(START);
      await expectLoaded(store, await work(storage, START, count));
    },
  );
  it('goes on after loading', async () => {
    const store = createStore();
    const first = new CatalogueStorage(store);
    await first.replace(START);
    const state = await work(first, START, 60);
    const second = new CatalogueStorage(store);
    await second.load();
    await expectLoaded(store, await work(second, state, 60, 1000));
  });
  it('replaces a catalogue by another, and keeps no page or step of the old one', async () => {
    const store = createStore();
    const storage = new CatalogueStorage(store);
    await storage.replace(START);
    await work(storage, START, 70);
    const other = {
      catalogue: withRecords(createCatalogue(), [distribution('only')]),
      history: EMPTY_HISTORY,
    };
    await storage.replace(other);
    await expectLoaded(store, other);
    expect(
      (await store.keys()).filter((key) => key.startsWith('page/') || key.startsWith('journal/')),
    ).toHaveLength(1);
  });
  it('keeps package lists by snapshot', async () => {
    const storage = new CatalogueStorage(createStore());
    await storage.savePackages(
      new Map([
        ['snapshot:x', new Uint8Array([1, 2, 3])],
        ['snapshot:z', new Uint8Array([4])],
      ]),
    );
    expect(await storage.loadPackages('snapshot:x')).toEqual(new Uint8Array([1, 2, 3]));
    expect(await storage.loadPackages('snapshot:z')).toEqual(new Uint8Array([4]));
    expect(await storage.loadPackages('snapshot:y')).toBeNull();
  });
});

/** A store that fails at the n-th write, and from then on: the machine was switched off there. */
function failingStore(inner: KeyValueStore, writes: number): KeyValueStore {
  let left = writes;
  const spend = () => {
    if (left-- <= 0) throw new Error('switched off');
  };
  return {
    get: (key) => inner.get(key),
    keys: () => inner.keys(),
    set: async (key, value) => (spend(), inner.set(key, value)),
    setMany: async (values) => (spend(), inner.setMany(values)),
    remove: async (key) => (spend(), inner.remove(key)),
  };
}

describe('a machine switched off at any write', () => {
  it('loses at most the step that was being saved', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 3, max: 260 }), async (writes) => {
        const store = createMemoryStore();
        const storage = new CatalogueStorage(failingStore(store, writes));
        await storage.replace(START);
        let state = START;
        let before = START;
        try {
          for (let n = 0; n < 120; n++) {
            before = state;
            state = await work(storage, state, 1, n);
          }
        } catch {
          // The step may be saved (the failure came in the checkpoint after it) or not; nothing before it is lost.
        }
        const { catalogue } = (await new CatalogueStorage(store).load())!;
        const size = catalogue.records.distribution.size;
        expect(size).toBeGreaterThanOrEqual(before.catalogue.records.distribution.size);
        expect(size).toBeLessThanOrEqual(before.catalogue.records.distribution.size + 1);
        for (const { id } of recordsOf(before.catalogue, 'distribution'))
          expect(catalogue.records.distribution.has(id)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

describe('saved data that cannot be read', () => {
  it('of a newer program is refused and left as it is', async () => {
    const store = createMemoryStore();
    await new CatalogueStorage(store).replace(START);
    const head = (await store.get('head')) as { versions: Record<string, number> };
    await store.set('head', { ...head, versions: { ...head.versions, release: 99 } });
    const loaded = await new CatalogueStorage(store).load();
    expect(loaded!.issues).toMatchObject([{ code: 'schema.newer', severity: 'error' }]);
    expect(await store.get('head')).toMatchObject({ versions: { release: 99 } });
  });
  it('of an older program is written again at once, so that journal and head agree', async () => {
    const store = createMemoryStore();
    const storage = new CatalogueStorage(store);
    await storage.replace(START);
    const state = await work(storage, START, 5);
    const head = (await store.get('head')) as { versions: Record<string, number>; journal: number };
    const { reading: _gone, ...older } = head.versions; // a program that did not have readings yet
    await store.set('head', { ...head, versions: older });
    await expectLoaded(store, state);
    const after = (await store.get('head')) as { versions: Record<string, number>; journal: number };
    expect(after).toMatchObject({ versions: head.versions, journal: 5 });
    await expectLoaded(store, state);
  });
  it('in part is counted, and the rest is loaded', async () => {
    const store = createMemoryStore();
    const storage = new CatalogueStorage(store);
    await storage.replace(START);
    await work(storage, START, STEPS_PER_CHECKPOINT);
    const [page] = (await store.keys()).filter((key) => key.startsWith('page/'));
    await store.remove(page);
    const loaded = await new CatalogueStorage(store).load();
    expect(loaded!.issues).toMatchObject([{ code: 'storage.lost', params: { count: 1 } }]);
    expect(loaded!.catalogue.records.distribution.size).toBeGreaterThan(0);
  });
});
