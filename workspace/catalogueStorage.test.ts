/** The laws of saving, tested by switching off at every write, failing every write, and damaging every single item. */
import { describe, expect, it } from 'vitest';
import { distribution, valueOf } from '../testing/catalogues.ts';
import { DAMAGES, openMemory, refusingStore, SwitchedOff, switchedOffAt } from '../testing/storeFaults.ts';
import { createCatalogue } from '../core/catalogue/createCatalogue.ts';
import { checkDiff } from '../core/catalogue/checkDiff.ts';
import { diffCatalogues, diffOfRecords, isEmptyDiff } from '../core/catalogue/diff.ts';
import { applyDiff } from '../core/catalogue/applyDiff.ts';
import { HISTORY_LIMIT } from '../core/catalogue/history.ts';
import type { HistoryStep } from '../core/catalogue/edit.ts';
import { formatCatalogueFile, parseCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { CatalogueStorage, STEPS_PER_CHECKPOINT } from './catalogueStorage.ts';
import { readStore, type ReadStore } from './readStore.ts';
import type { SavedState } from './savedState.ts';

import { after, begun, chanceId, EMPTY, isSame, read, stepOf, work } from '../testing/savingWork.ts';

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
  it('keeps the lists that an undo or a redo needs, over a checkpoint', async () => {
    const { store } = openMemory();
    const storage = await begun(store);
    let state: SavedState = EMPTY;
    const take = async (step: HistoryStep, lists = new Map<string, Uint8Array>()) => {
      state = after(state, step);
      await storage.saveStep(step, lists);
      await storage.checkpoint(state);
    };
    const [step, lists] = await stepOf(state, 3);
    const [sum] = lists.keys();
    await take(step, lists);
    await take({ type: 'undo' });
    expect(await storage.loadList(sum)).not.toBeNull();
    await take({ type: 'redo' });
    expect(await storage.loadList(sum)).not.toBeNull();
    await take({ type: 'undo' });
    const [other, none] = await stepOf(state, 0);
    await take(other, none); // the undone edit can no longer be redone: its list is an orphan now
    expect(await storage.loadList(sum)).toBeNull();
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
