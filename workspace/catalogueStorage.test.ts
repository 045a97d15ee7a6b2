/** The laws of saving, tested by switching off at every write, failing every write, and damaging every single item. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distribution, release, valueOf } from '../testing/catalogues.ts';
import { DAMAGES, openMemory, refusingStore, SwitchedOff, switchedOffAt } from '../testing/storeFaults.ts';
import { createCatalogue, recordsOf } from '../core/catalogue/catalogue.ts';
import { checkDiff } from '../core/catalogue/checkDiff.ts';
import { applyDiff, diffCatalogues, diffOfRecords, isEmptyDiff } from '../core/catalogue/diff.ts';
import { EMPTY_HISTORY, HISTORY_LIMIT, stepHistory, type HistoryStep } from '../core/catalogue/history.ts';
import type { AnyRecord } from '../core/catalogue/recordKinds.ts';
import { createSnapshot } from '../core/catalogue/snapshot.ts';
import { formatCatalogueFile, parseCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { CatalogueStorage, fileLists, LostStore, STEPS_PER_CHECKPOINT } from './catalogueStorage.ts';
import type { KeyValueStore } from './keyValueStore.ts';
import { readFurther, readStore, type KnownSaved, type ReadStore } from './readStore.ts';
import type { SavedState } from './storeLayout.ts';

const EMPTY: SavedState = { catalogue: createCatalogue(), history: EMPTY_HISTORY, lists: new Map() };
let ids = 0;
const chanceId = () => `chance${++ids}`;

/** The n-th step of an analyst: mostly a distribution with a release, now and then an undo, a redo, a package list. */
async function stepOf(state: SavedState, n: number): Promise<[HistoryStep, Map<string, Uint8Array>]> {
  if (n % 7 === 6) return [{ type: 'undo' }, new Map()];
  if (n % 14 === 8 && state.history.position < state.history.edits.length)
    return [{ type: 'redo' }, new Map()];
  const put: AnyRecord[] = [distribution(`d${n}`), release(`d${n}`, '1')];
  const label = { code: 'text', params: { text: `step ${n}` } };
  if (n % 5 !== 3)
    return [{ type: 'do', edit: { label, at: '', diff: diffOfRecords(state.catalogue, put) } }, new Map()];
  const id = `snapshot:s${n}`;
  put.push(
    createSnapshot({
      id,
      of: `release:d${n}-1`,
      role: 'system',
      name: 'installed',
      family: 'deb',
      packages: n,
    }),
  );
  const { sums, bytes } = await fileLists([[id, new Uint8Array([n, 1, 2, 3, 4, 5, 6, 7])]]);
  const lists = { [id]: [null, sums.get(id)!] as const };
  return [
    { type: 'do', edit: { label, at: '', diff: diffOfRecords(state.catalogue, put), lists } },
    new Map(bytes),
  ];
}

function after(state: SavedState, step: HistoryStep): SavedState {
  const taken = stepHistory(state.history, step)!;
  const lists = new Map(state.lists);
  for (const [id, [, sum]] of Object.entries(taken.lists))
    if (sum === null) lists.delete(id);
    else lists.set(id, sum);
  return { catalogue: valueOf(applyDiff(state.catalogue, taken.diff)), history: taken.history, lists };
}

interface Worked {
  /** The states that were acknowledged, the first the beginning. */
  readonly states: SavedState[];
  known: KnownSaved | undefined;
}

/** Works until the count is reached or the machine is switched off. */
async function work(storage: CatalogueStorage, from: SavedState, count: number, offset = 0): Promise<Worked> {
  const worked: Worked = { states: [from], known: storage.saved };
  let state = from;
  try {
    for (let n = offset; n < offset + count; n++) {
      const [step, lists] = await stepOf(state, n);
      state = after(state, step);
      await storage.saveStep(step, lists);
      worked.states.push(state);
      worked.known = storage.saved;
      if (storage.isCheckpointDue) await storage.checkpoint(state);
    }
  } catch (error) {
    if (!(error instanceof SwitchedOff)) throw error;
  }
  return worked;
}

const isSame = (a: SavedState, b: SavedState) =>
  isEmptyDiff(diffCatalogues(a.catalogue, b.catalogue)) &&
  JSON.stringify([...a.lists].sort()) === JSON.stringify([...b.lists].sort());

async function read(store: KeyValueStore, known?: KnownSaved): Promise<ReadStore> {
  const found = await readStore(store, known);
  if (!found || !('state' in found)) throw new Error(`expected a catalogue, came ${JSON.stringify(found)}`);
  return found;
}

async function begun(store: KeyValueStore): Promise<CatalogueStorage> {
  const storage = new CatalogueStorage(store, chanceId);
  await storage.begin(EMPTY, new Map());
  return storage;
}

describe('saving', () => {
  it('has nothing before anything was saved', async () => {
    expect(await readStore(openMemory().store)).toBeNull();
  });
  it.each([
    0,
    1,
    STEPS_PER_CHECKPOINT - 1,
    STEPS_PER_CHECKPOINT,
    STEPS_PER_CHECKPOINT * 2 + 3,
    HISTORY_LIMIT + 60,
  ])('gives back what %i steps led to, with history and lists', async (count) => {
    const { store } = openMemory();
    const { states, known } = await work(await begun(store), EMPTY, count);
    const found = await read(store, known);
    expect(found.damage).toEqual([]);
    expect(isSame(found.state, states.at(-1)!)).toBe(true);
    expect(found.state.history).toEqual(states.at(-1)!.history);
    const storage = new CatalogueStorage(store, chanceId);
    for (const sum of found.state.lists.values()) expect(await storage.loadList(sum)).not.toBeNull();
  });
  it('keeps no more than is needed', async () => {
    const { store, values } = openMemory();
    const storage = await begun(store);
    const { states } = await work(storage, EMPTY, HISTORY_LIMIT * 2);
    await storage.checkpoint(states.at(-1)!);
    const steps = [...values.keys()].filter((key) => key.startsWith('step/'));
    expect(steps.length).toBeLessThanOrEqual(HISTORY_LIMIT);
    expect([...values.keys()].filter((key) => key.startsWith('page/')).length).toBeLessThanOrEqual(64 * 3);
  });
});

describe('law (a): after a kill at any write', () => {
  it('what was acknowledged is there, and at most one step more; work goes on from it', async () => {
    for (let n = 0; ; n++) {
      const { store, values } = openMemory();
      const off = switchedOffAt(store, n);
      const storage = new CatalogueStorage(off, chanceId);
      try {
        await storage.begin(EMPTY, new Map());
      } catch {
        const found = await readStore(openMemory(values).store);
        expect(found === null || isSame((found as ReadStore).state, EMPTY)).toBe(true);
        continue;
      }
      const { states, known } = await work(storage, EMPTY, STEPS_PER_CHECKPOINT + 12);
      const found = await read(openMemory(values).store, known);
      expect(found.damage, `killed at write ${n}`).toEqual([]);
      const last = states.at(-1)!;
      const [next] = await stepOf(last, states.length - 1);
      const isExact = isSame(found.state, last);
      expect(isExact || isSame(found.state, after(last, next)), `killed at write ${n}`).toBe(true);
      const again = new CatalogueStorage(openMemory(values).store, chanceId);
      const reopened = (await again.open(known)) as ReadStore;
      const more = await work(again, reopened.state, 4, 500);
      expect(isSame((await read(openMemory(values).store)).state, more.states.at(-1)!)).toBe(true);
      if (states.length > STEPS_PER_CHECKPOINT + 12) break;
    }
  });
  it('a store that is begun anew over an old one is the old or the new, never a mixture', async () => {
    const first = openMemory();
    const before = (await work(await begun(first.store), EMPTY, 9)).states.at(-1)!;
    const next: SavedState = {
      ...EMPTY,
      catalogue: valueOf(
        applyDiff(createCatalogue(), diffOfRecords(createCatalogue(), [distribution('new')])),
      ),
    };
    for (let n = 0; ; n++) {
      const { store, values } = openMemory(new Map(structuredClone([...first.values])));
      const storage = new CatalogueStorage(switchedOffAt(store, n), chanceId);
      let isDone = false;
      try {
        await storage.open();
        await storage.begin(next, new Map());
        isDone = true;
      } catch (error) {
        expect(error).toBeInstanceOf(SwitchedOff);
      }
      const found = await read(openMemory(values).store);
      expect(found.damage).toEqual([]);
      expect([before, next].some((state) => isSame(found.state, state))).toBe(true);
      if (isDone) break;
    }
  });
});

describe('law (d): a write that fails', () => {
  it('can be made again, at any place, and nothing is missing after it', async () => {
    for (let failing = 0; failing < 90; failing++) {
      const { store } = openMemory();
      let writes = -1;
      const storage = new CatalogueStorage(
        refusingStore(store, () => writes++ === failing),
        chanceId,
      );
      let state: SavedState = EMPTY;
      writes = -1000;
      await storage.begin(EMPTY, new Map());
      writes = 0;
      for (let n = 0; n < STEPS_PER_CHECKPOINT + 3; n++) {
        const [step, lists] = await stepOf(state, n);
        state = after(state, step);
        await storage.saveStep(step, lists).catch(() => storage.saveStep(step, lists));
        if (storage.isCheckpointDue) await storage.checkpoint(state).catch(() => undefined);
      }
      const found = await read(store, storage.saved);
      expect(found.damage).toEqual([]);
      expect(isSame(found.state, state)).toBe(true);
    }
  });
});

describe('laws (b) and (c): after damage or loss of any single item', () => {
  /** A store after a checkpoint and some steps, with lists, undone edits, and all kinds of items. */
  async function worked() {
    const { store, values } = openMemory();
    const storage = await begun(store);
    const { states, known } = await work(storage, EMPTY, STEPS_PER_CHECKPOINT + 9);
    return { values, states, known };
  }
  const ways: [string, (values: Map<string, unknown>, key: string) => void][] = [
    ['lost', (values, key) => values.delete(key)],
    ...Object.entries(DAMAGES).map(
      ([name, damage]): [string, (v: Map<string, unknown>, key: string) => void] => [
        name,
        (values, key) => values.set(key, damage(values.get(key))),
      ],
    ),
  ];
  it.each(ways)(
    'what can be shown to be whole is shown, and what is missing is said: %s',
    async (way, spoil) => {
      const { values, states, known } = await worked();
      const last = states.at(-1)!;
      for (const key of values.keys()) {
        const spoiled = new Map(structuredClone([...values]));
        spoil(spoiled, key);
        const { store } = openMemory(spoiled);
        const found = await read(store, known);
        if (found.damage.length === 0) {
          // A list is only looked at when it is asked for: then it is not there.
          const isList = key.startsWith('list/') && way !== 'lost';
          if (isList) expect(await new CatalogueStorage(store, chanceId).loadList(key.slice(5))).toBeNull();
          expect(isSame(found.state, last), `${key} ${way}`).toBe(true);
          expect(found.state.history.position, `${key} ${way}`).toBe(last.history.position);
          continue;
        }
        // Every record that is shown is as it was at some acknowledged moment, and all of them fit together.
        const empty = createCatalogue();
        const all = diffCatalogues(empty, found.state.catalogue);
        expect(checkDiff(empty, all), key).toEqual([]);
        if (key.startsWith('step/') && found.reached.step < known!.step)
          expect(
            states.some((state) => isSame(found.state, state)),
            `${key} ${way}`,
          ).toBe(true);
        // The remains are a file that imports.
        const file = formatCatalogueFile({ catalogue: found.state.catalogue, packages: new Map() }, '');
        expect(parseCatalogueFile(file, 'remains').ok).toBe(true);
        // Going on is safe: what is edited after it is there, and nothing old comes back.
        const storage = new CatalogueStorage(store, chanceId);
        const opened = (await storage.open(known)) as ReadStore;
        await storage.begin(opened.state, new Map());
        const more = await work(storage, opened.state, 3, 700);
        const now = await read(store, storage.saved);
        expect(now.damage, `${key} ${way}, then gone on`).toEqual([]);
        expect(isSame(now.state, more.states.at(-1)!), `${key} ${way}, then gone on`).toBe(true);
      }
    },
  );
  it('says how many records a lost page held, and which steps are missing', async () => {
    const { values, known } = await worked();
    const page = [...values.keys()].find((key) => key.startsWith('page/release/'))!;
    const records = JSON.parse((values.get(page) as { body: string }).body) as unknown[];
    const without = new Map(values);
    without.delete(page);
    const found = await read(openMemory(without).store, known);
    expect(found.damage).toContainEqual(
      expect.objectContaining({
        code: 'storage.pageMissing',
        params: { count: records.length, kind: 'release' },
      }),
    );
    const last = [...values.keys()]
      .filter((key) => key.startsWith('step/'))
      .sort()
      .at(-1)!;
    const cut = new Map(values);
    cut.delete(last);
    const shorter = await read(openMemory(cut).store, known);
    expect(shorter.damage).toEqual([
      expect.objectContaining({ code: 'storage.stepsMissing', params: { from: known!.step, count: 1 } }),
    ]);
  });
  it('shows the newest pages when no head is left, of a catalogue that is known to have been there', async () => {
    const { values, known, states } = await worked();
    const spoiled = new Map(values);
    for (const key of ['head/a', 'head/b', 'mark']) spoiled.delete(key);
    const { store } = openMemory(spoiled);
    expect(await readStore(store)).toBeNull();
    const found = await read(store, known);
    expect(found.damage).toContainEqual(expect.objectContaining({ code: 'storage.headMissing' }));
    const atCheckpoint = states[STEPS_PER_CHECKPOINT];
    expect(isEmptyDiff(diffCatalogues(found.state.catalogue, atCheckpoint.catalogue))).toBe(true);
    const storage = new CatalogueStorage(store, chanceId);
    await storage.open(known);
    await storage.begin(found.state, new Map());
    expect((await read(store, storage.saved)).damage).toEqual([]);
  });
  it('stops before a damaged step, and says how many come after it', async () => {
    const { values, known, states } = await worked();
    const key = [...values.keys()]
      .filter((each) => each.startsWith('step/'))
      .sort()
      .at(-4)!;
    const spoiled = new Map(values).set(key, DAMAGES.changed(values.get(key)));
    const found = await read(openMemory(spoiled).store, known);
    expect(found.damage).toContainEqual(
      expect.objectContaining({ code: 'storage.stepDamaged', params: { step: known!.step - 3, later: 3 } }),
    );
    expect(isSame(found.state, states.at(-5)!)).toBe(true);
  });
});

describe('two writers', () => {
  it('the earlier one is not acknowledged once the later has claimed the store, wherever that falls', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 0, max: 5 }),
        fc.integer({ min: 1, max: 4 }),
        async (own, others) => {
          const { store, values } = openMemory();
          const earlier = await begun(store);
          const { states } = await work(earlier, EMPTY, own);
          const later = new CatalogueStorage(openMemory(values).store, chanceId);
          const opened = (await later.open()) as ReadStore;
          expect(isSame(opened.state, states.at(-1)!)).toBe(true);
          const [step, lists] = await stepOf(states.at(-1)!, 90);
          await expect(earlier.saveStep(step, lists)).rejects.toThrow(LostStore);
          await expect(earlier.checkpoint(states.at(-1)!)).rejects.toThrow(LostStore);
          const more = await work(later, opened.state, others, 200);
          expect(isSame((await read(store)).state, more.states.at(-1)!)).toBe(true);
        },
      ),
      { numRuns: 30 },
    );
  });
  it('a store that was emptied is noticed at the next write', async () => {
    const { store, values } = openMemory();
    const storage = await begun(store);
    values.clear();
    const [step] = await stepOf(EMPTY, 0);
    await expect(storage.saveStep(step)).rejects.toMatchObject({ reason: 'emptied' });
  });
});

describe('following', () => {
  it('takes step by step what reading anew gives', async () => {
    const { store } = openMemory();
    const storage = await begun(store);
    let followed = await read(store);
    let state: SavedState = EMPTY;
    for (let n = 0; n < 30; n += 3) {
      const worked = await work(storage, state, 3, n);
      state = worked.states.at(-1)!;
      const further = await readFurther(store, followed);
      expect(further).not.toBeNull();
      followed = { ...followed, ...further };
      expect(isSame(followed.state, (await read(store)).state)).toBe(true);
      expect(followed.state.history).toEqual(state.history);
    }
  });
  it('says that it cannot when the store was begun anew', async () => {
    const { store } = openMemory();
    const storage = await begun(store);
    await work(storage, EMPTY, 3);
    const followed = await read(store);
    await storage.begin(EMPTY, new Map());
    await work(storage, EMPTY, 2);
    expect(await readFurther(store, followed)).toBeNull();
  });
});

describe('versions', () => {
  it('of a newer program are refused', async () => {
    const { store, values } = openMemory();
    await work(await begun(store), EMPTY, 2);
    const { sealItem } = await import('./sealedItem.ts');
    const head = JSON.parse((values.get('head/a') as { body: string }).body) as object;
    const newer = await sealItem({ ...head, step: 99, versions: { distribution: 99 } });
    values.set('head/a', newer);
    expect(await readStore(store)).toMatchObject([{ code: 'schema.newer' }]);
    values.set('mark', await sealItem({ format: 99, store: 'x', term: 1 }));
    expect(await readStore(store)).toMatchObject([{ code: 'storage.newer' }]);
  });
  it('of an older program are migrated, pages and steps, and written anew', async () => {
    const { store, values } = openMemory();
    const { states } = await work(await begun(store), EMPTY, 3);
    const { sealItem } = await import('./sealedItem.ts');
    for (const key of ['head/a', 'head/b']) {
      const head = JSON.parse((values.get(key) as { body: string }).body) as { versions: object };
      values.set(key, await sealItem({ ...head, versions: { ...head.versions, source: 1, reading: 1 } }));
    }
    const storage = new CatalogueStorage(store, chanceId);
    const found = (await storage.open()) as ReadStore;
    expect(found.damage).toEqual([]);
    expect(isSame(found.state, states.at(-1)!)).toBe(true);
    expect(storage.isCheckpointDue).toBe(true);
    await storage.checkpoint(found.state);
    const now = await read(store);
    expect(now.head.versions).toMatchObject({ source: 2, reading: 2 });
    expect([...recordsOf(now.state.catalogue, 'distribution')]).toHaveLength(3);
  });
});
