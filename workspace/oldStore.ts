/**
 * Stores as the first versions of the program kept them, one database for the sample and one for one's own catalogue:
 * `head`, `page/…`, `journal/N`, `packages/ID`. Read once, moved into a store of today, then marked so that a page of an old
 * version, which may still be open somewhere, refuses them.
 */
import { createCatalogue } from '../core/catalogue/createCatalogue.ts';
import { diffCatalogues, type Diff } from '../core/catalogue/diff.ts';
import { applyDiff, withRecords } from '../core/catalogue/applyDiff.ts';
import { EMPTY_HISTORY, stepHistory } from '../core/catalogue/history.ts';
import type { Edit, History } from '../core/catalogue/edit.ts';
import { mendReferences } from '../core/catalogue/mendReferences.ts';
import { isIssue, migrateDiff, migrateRecord, type Versions } from '../core/catalogue/migrate.ts';
import type { AnyRecord } from '../core/catalogue/recordKinds.ts';
import { CatalogueStorage, fileLists } from './catalogueStorage.ts';
import type { KeyValueStore } from './keyValueStore.ts';
import { readStore } from './readStore.ts';
import type { SavedState } from './savedState.ts';

interface OldEdit {
  readonly label: string;
  readonly at: string;
  readonly diff: Diff;
}

interface OldHead {
  readonly versions: Versions;
  readonly journal: number;
  readonly pages: Readonly<Record<string, string>>;
  readonly history: { readonly edits: readonly OldEdit[]; readonly position: number };
}

type OldStep = { readonly type: 'do'; readonly edit: OldEdit } | { readonly type: 'undo' | 'redo' };

/** A head that old versions refuse: a kind of record that they do not know. */
const MOVED_HEAD = { versions: { moved: 1 }, journal: 0, pages: {}, history: EMPTY_HISTORY };

/** What an old store holds, as far as it can be read; null when it holds nothing, or was moved already. */
async function readOldStore(
  old: KeyValueStore,
): Promise<{ state: Omit<SavedState, 'lists'>; packed: Map<string, Uint8Array> } | null> {
  const head = (await old.get('head')) as OldHead | null;
  if (!head || 'moved' in head.versions) return null;
  const records: AnyRecord[] = [];
  for (const key of Object.values(head.pages))
    for (const raw of ((await old.get(key)) as unknown[] | null) ?? []) {
      const record = migrateRecord(raw, head.versions, key);
      if (!isIssue(record)) records.push(record);
    }
  const replayed = await replayOld(old, head, withRecords(createCatalogue(), records));
  const packed = new Map<string, Uint8Array>();
  for (const key of await old.keys())
    if (key.startsWith('packages/'))
      packed.set(key.slice('packages/'.length), (await old.get(key)) as Uint8Array);
  return { state: replayed, packed };
}

async function replayOld(
  old: KeyValueStore,
  head: OldHead,
  start: SavedState['catalogue'],
): Promise<Omit<SavedState, 'lists'>> {
  const edits = head.history.edits.map((edit) => currentEdit(edit, head.versions));
  let history: History = edits.every((edit) => edit !== null)
    ? { edits: edits as Edit[], position: head.history.position }
    : EMPTY_HISTORY;
  let catalogue = start;
  for (let number = head.journal; ; number++) {
    const step = (await old.get(`journal/${String(number).padStart(9, '0')}`)) as OldStep | null;
    const edit = step?.type === 'do' ? currentEdit(step.edit, head.versions) : null;
    if (!step || (step.type === 'do' && !edit)) break;
    const taken = stepHistory(history, edit ? { type: 'do', edit } : { type: step.type as 'undo' });
    const after = taken && applyDiff(catalogue, taken.diff);
    if (!after?.ok) break;
    catalogue = after.value;
    history = taken!.history;
  }
  // Old versions did not check what only cites: such mentions may point into the void.
  const mended = mendReferences(Object.values(diffCatalogues(createCatalogue(), catalogue).added));
  if (mended.dropped.length + mended.freed.length === 0) return { catalogue, history };
  return { catalogue: withRecords(createCatalogue(), mended.records), history: EMPTY_HISTORY };
}

function currentEdit({ label, at, diff }: OldEdit, versions: Versions): Edit | null {
  const migrated = migrateDiff(diff, versions, 'journal');
  return isIssue(migrated) ? null : { label: { code: 'text', params: { text: label } }, at, diff: migrated };
}

/**
 * Moves an old store into a store of today; true if there was one. Nothing of the old one is removed before the new one is
 * whole, and moving again after a kill does no harm.
 */
export async function moveOldStore(
  old: KeyValueStore,
  next: KeyValueStore,
  chanceId: () => string,
): Promise<boolean> {
  const found = await readOldStore(old);
  if (!found) return false;
  if ((await readStore(next)) === null) {
    const { sums, bytes } = await fileLists(found.packed);
    const lists = new Map([...sums].filter(([id]) => found.state.catalogue.records.snapshot.has(id)));
    await new CatalogueStorage(next, chanceId).begin({ ...found.state, lists }, bytes);
  }
  await old.set('head', MOVED_HEAD);
  for (const key of await old.keys()) if (key !== 'head') await old.remove(key);
  return true;
}
