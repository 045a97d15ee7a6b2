/** Several writers of one store after each other, followers, and stores of other versions. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { openMemory } from '../testing/storeFaults.ts';
import { recordsOf } from '../core/catalogue/catalogue.ts';
import { CURRENT_VERSIONS } from '../core/catalogue/recordKinds.ts';
import { ITEM_SCHEMAS } from './storeSchema.ts';
import { CatalogueStorage, LostStore, STEPS_PER_CHECKPOINT } from './catalogueStorage.ts';
import { readFurther, readStore, type ReadStore } from './readStore.ts';
import type { SavedState } from './savedState.ts';

import { begun, chanceId, EMPTY, isSame, read, stepOf, work } from '../testing/savingWork.ts';

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
    expect(now.head.versions).toEqual(CURRENT_VERSIONS);
    expect([...recordsOf(now.state.catalogue, 'distribution')]).toHaveLength(3);
  });
});

describe('the items of a store', () => {
  it('are as the published schema says', async () => {
    const { store, values } = openMemory();
    const storage = await begun(store);
    const { states } = await work(storage, EMPTY, STEPS_PER_CHECKPOINT + 9);
    const copy = openMemory();
    const other = new CatalogueStorage(copy.store, chanceId);
    await other.begin(states.at(-1)!, new Map());
    const seen = new Set<string>();
    for (const [key, value] of [...values, ...copy.values]) {
      const kind = key.split('/')[0];
      seen.add(kind);
      if (kind === 'list') continue;
      const checked = ITEM_SCHEMAS[kind as keyof typeof ITEM_SCHEMAS].safeParse(
        JSON.parse((value as { body: string }).body),
      );
      expect(checked.success, `${key} ${checked.error?.message}`).toBe(true);
    }
    expect([...seen].sort()).toEqual(['edit', 'head', 'list', 'mark', 'page', 'step']);
  });
});
