/** An analyst at work on a store, step by step, with what was acknowledged: for the laws of saving. */
import { distribution, release, valueOf } from './catalogues.ts';
import { SwitchedOff } from './storeFaults.ts';
import { createCatalogue } from '../core/catalogue/createCatalogue.ts';
import { diffCatalogues, diffOfRecords, isEmptyDiff } from '../core/catalogue/diff.ts';
import { applyDiff } from '../core/catalogue/applyDiff.ts';
import { EMPTY_HISTORY, stepHistory } from '../core/catalogue/history.ts';
import type { HistoryStep } from '../core/catalogue/edit.ts';
import type { AnyRecord } from '../core/catalogue/recordKinds.ts';
import { createSnapshot } from '../core/catalogue/snapshot.ts';
import { CatalogueStorage, fileLists } from '../workspace/catalogueStorage.ts';
import type { KeyValueStore } from '../workspace/keyValueStore.ts';
import { readStore, type KnownSaved, type ReadStore } from '../workspace/readStore.ts';
import type { SavedState } from '../workspace/savedState.ts';

export const EMPTY: SavedState = { catalogue: createCatalogue(), history: EMPTY_HISTORY, lists: new Map() };
let ids = 0;
export const chanceId = () => `chance${++ids}`;

/** The n-th step of an analyst: mostly a distribution with a release, now and then an undo, a redo, a package list. */
export async function stepOf(state: SavedState, n: number): Promise<[HistoryStep, Map<string, Uint8Array>]> {
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

export function after(state: SavedState, step: HistoryStep): SavedState {
  const taken = stepHistory(state.history, step)!;
  const lists = new Map(state.lists);
  for (const [id, [, sum]] of Object.entries(taken.lists))
    if (sum === null) lists.delete(id);
    else lists.set(id, sum);
  return { catalogue: valueOf(applyDiff(state.catalogue, taken.diff)), history: taken.history, lists };
}

export interface Worked {
  /** The states that were acknowledged, the first the beginning. */
  readonly states: SavedState[];
  known: KnownSaved | undefined;
}

/** Works until the count is reached or the machine is switched off. */
export async function work(
  storage: CatalogueStorage,
  from: SavedState,
  count: number,
  offset = 0,
): Promise<Worked> {
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

export const isSame = (a: SavedState, b: SavedState) =>
  isEmptyDiff(diffCatalogues(a.catalogue, b.catalogue)) &&
  JSON.stringify([...a.lists].sort()) === JSON.stringify([...b.lists].sort());

export async function read(store: KeyValueStore, known?: KnownSaved): Promise<ReadStore> {
  const found = await readStore(store, known);
  if (!found || !('state' in found)) throw new Error(`expected a catalogue, came ${JSON.stringify(found)}`);
  return found;
}

export async function begun(store: KeyValueStore): Promise<CatalogueStorage> {
  const storage = new CatalogueStorage(store, chanceId);
  await storage.begin(EMPTY, new Map());
  return storage;
}
