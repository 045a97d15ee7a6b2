/**
 * Reads a store: gives what can be shown to be whole, and says exactly what is missing. Nothing is written. A step that
 * cannot be read ends the reading: what follows rests on it, and applying it would make a mixture.
 */
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import { createCatalogue } from '../core/catalogue/createCatalogue.ts';
import { applyDiff } from '../core/catalogue/applyDiff.ts';
import { CatalogueBuilder, catalogueOfRecords } from '../core/catalogue/wholeCatalogue.ts';
import { stepHistory } from '../core/catalogue/history.ts';
import type { Edit, History, HistoryStep } from '../core/catalogue/edit.ts';
import { allRecords } from '../core/catalogue/allRecords.ts';
import { mendReferences } from '../core/catalogue/mendReferences.ts';
import {
  checkVersions,
  isIssue,
  migrateDiff,
  migrateRecord,
  type Versions,
} from '../core/catalogue/migrate.ts';
import {
  CURRENT_VERSIONS,
  KIND_NAMES,
  type AnyRecord,
  type KindName,
} from '../core/catalogue/recordKinds.ts';
import { createIssue, type Issue } from '../core/issue.ts';
import type { KeyValueStore } from './keyValueStore.ts';
import { openItem } from './sealedItem.ts';
import type { EditItem, Head, StepItem } from './storeLayout.ts';
import { STORE_FORMAT, type Mark } from './mark.ts';
import { withListChanges, type SavedState } from './savedState.ts';
import { HEADS, listKey, MARK, parseStepKey } from './storeKeys.ts';

/** Where the reading ended: the last step, and what its successor must name. */
export interface Reached {
  readonly step: number;
  readonly sum: string;
  /** The greatest number that any step in the store has: new ones come after it. */
  readonly greatest: number;
}

/** What a store holds, as far as it can be shown to be whole. */
export interface ReadStore {
  readonly state: SavedState;
  readonly reached: Reached;
  readonly mark: Mark | null;
  readonly head: Head;
  /** The catalogue that the head's pages hold, as far as they are whole: what the next checkpoint compares with. */
  readonly paged: Catalogue;
  /** Keys of the items that hold the edits of the history. */
  readonly editKeys: ReadonlyMap<Edit, string>;
  /** What is missing or cannot be read; empty when all of it is here. */
  readonly damage: readonly Issue[];
}

/** How far the store is known to have been saved, from a place apart. */
export interface KnownSaved {
  /** The store that it was said of (Mark). */
  readonly store: string;
  readonly step: number;
}

/**
 * The store's contents; null when it holds none; issues when it is of a newer program. Items that a writer replaces while
 * they are read are read again.
 */
export async function readStore(
  store: KeyValueStore,
  known?: KnownSaved,
): Promise<ReadStore | null | readonly Issue[]> {
  for (let attempt = 0; ; attempt++) {
    const before = await readHead(store);
    if (!before) return known ? readWithoutHead(store, known) : null;
    const mark = (await openItem<Mark>(await store.get(MARK)))?.value ?? null;
    const newer =
      mark && mark.format > STORE_FORMAT
        ? [createIssue('error', 'storage.newer', 'storage', { format: mark.format, known: STORE_FORMAT })]
        : checkVersions(before.versions, 'The saved catalogue');
    if (newer.length > 0) return newer;
    const read = await readWith(store, before, mark, known);
    if (read.damage.length === 0 || attempt === 3) return read;
    const after = await readHead(store);
    if (after && after.step === before.step) return read;
  }
}

/** The newer of the two heads that is whole; one of them may be older, or missing, after a kill. */
async function readHead(store: KeyValueStore): Promise<Head | null> {
  const heads = await Promise.all(HEADS.map(async (key) => openItem<Head>(await store.get(key))));
  return heads.reduce<Head | null>(
    (best, item) => (item && (!best || item.value.step > best.step) ? item.value : best),
    null,
  );
}

/**
 * Pages without a head to say which are in force, of a catalogue that is known to have been whole once: the newest of each,
 * as far as they fit together. Null when there are none.
 */
async function readWithoutHead(store: KeyValueStore, known: KnownSaved): Promise<ReadStore | null> {
  const newest = new Map<string, { key: string; written: readonly number[] }>();
  const keys = await store.keys();
  for (const key of keys) {
    const [, slot, written] = /^page\/(\w+\/\d+)\/([\d.]+)$/.exec(key) ?? [];
    if (!slot) continue;
    const numbers = written.split('.').map(Number);
    const best = newest.get(slot);
    if (!best || isLater(numbers, best.written)) newest.set(slot, { key, written: numbers });
  }
  if (newest.size === 0) return null;
  const damage: Issue[] = [createIssue('damage', 'storage.headMissing', 'storage')];
  const records: AnyRecord[] = [];
  for (const [slot, { key }] of newest) {
    const page = await openItem<unknown[]>(await store.get(key));
    for (const raw of page?.value ?? []) {
      const record = migrateRecord(raw, CURRENT_VERSIONS, slot);
      if (!isIssue(record)) records.push(record);
    }
  }
  const catalogue = catalogueOfRecords(mendReferences(records).records);
  const greatest = keys.reduce((most, key) => Math.max(most, parseStepKey(key)?.number ?? 0), known.step);
  const reached: Reached = { step: known.step, sum: '', greatest };
  const head: Head = {
    ...{ versions: CURRENT_VERSIONS, step: greatest, sum: '', pages: {}, lists: {}, edits: [] },
    position: 0,
  };
  const state: SavedState = { catalogue, history: { edits: [], position: 0 }, lists: new Map() };
  return { state, reached, mark: null, head, paged: createCatalogue(), editKeys: new Map(), damage };
}

function isLater(a: readonly number[], b: readonly number[]): boolean {
  const at = a.findIndex((number, i) => number !== b[i]);
  return at >= 0 && a[at] > b[at];
}

async function readWith(
  store: KeyValueStore,
  head: Head,
  mark: Mark | null,
  known: KnownSaved | undefined,
): Promise<ReadStore> {
  const damage: Issue[] = [];
  const pages = await readPages(store, head, damage);
  const history = await readEdits(store, head, damage);
  const paged = pages.catalogue;
  const keys = await store.keys();
  const present = new Set(keys);
  const start: SavedState = {
    catalogue: paged,
    history: history.history,
    lists: new Map(Object.entries(head.lists)),
  };
  const replayed = await replay(store, keys, head, start, history.editKeys, damage, pages.whole);
  const greatest = keys.reduce((most, key) => Math.max(most, parseStepKey(key)?.number ?? 0), head.step);
  const isOfThis = known && (!mark || mark.store === known.store);
  if (isOfThis && known.step > replayed.step && damage.length === 0)
    damage.push(
      createIssue('damage', 'storage.stepsMissing', 'storage', {
        from: replayed.step + 1,
        count: known.step - replayed.step,
      }),
    );
  const missing = new Set([...replayed.state.lists.values()].filter((sum) => !present.has(listKey(sum))));
  for (const [id, sum] of replayed.state.lists)
    if (missing.has(sum)) damage.push(createIssue('damage', 'storage.listMissing', id, { snapshot: id }));
  return {
    state: {
      ...replayed.state,
      lists: new Map([...replayed.state.lists].filter(([, sum]) => !missing.has(sum))),
    },
    reached: {
      step: replayed.step,
      sum: replayed.sum,
      greatest: Math.max(greatest, isOfThis ? known.step : 0),
    },
    mark,
    head,
    paged,
    editKeys: history.editKeys,
    damage,
  };
}

async function readPages(
  store: KeyValueStore,
  head: Head,
  damage: Issue[],
): Promise<{ catalogue: Catalogue; whole: boolean }> {
  const isCurrent = isOfNow(head.versions);
  const missing = new Map<string, number>();
  const opening = Object.entries(head.pages).map(async ([slot, entry]) => {
    const [kind, index] = slot.split('/');
    const page = await openItem<AnyRecord[]>(await store.get(entry.key));
    const isWhole = page?.sum === entry.sum;
    if (!isWhole) missing.set(kind, (missing.get(kind) ?? 0) + entry.records);
    return { kind: kind as KindName, index: Number(index), records: isWhole ? page.value : [] };
  });
  void Promise.allSettled(opening); // one that fails before its turn is not overlooked: it fails then
  // Each is put in while it is still at hand and the next ones are being read.
  const builder = new CatalogueBuilder();
  const pages: Awaited<(typeof opening)[number]>[] = [];
  for (const each of opening) {
    const page = await each;
    pages.push(page);
    if (isCurrent && missing.size === 0) builder.addPage(page.kind, page.index, page.records);
  }
  // What this program wrote and the checksums vouch for was valid when it was written.
  if (isCurrent && missing.size === 0) return { catalogue: builder.finish(), whole: true };
  for (const [kind, count] of missing)
    damage.push(createIssue('damage', 'storage.pageMissing', 'storage', { count, kind }));
  const records: AnyRecord[] = [];
  for (const raw of pages.flatMap((page) => page.records)) {
    const record = isCurrent ? raw : migrateRecord(raw, head.versions, raw.id);
    if (isIssue(record)) damage.push(record);
    else records.push(record);
  }
  const mended = mendReferences(records);
  if (mended.dropped.length > 0)
    damage.push(createIssue('damage', 'storage.dropped', 'storage', { count: mended.dropped.length }));
  const whole = missing.size === 0 && mended.dropped.length === 0;
  return { catalogue: catalogueOfRecords(mended.records), whole };
}

/** True for data that no kind has to be migrated in. */
function isOfNow(versions: Versions): boolean {
  return KIND_NAMES.every((kind) => (versions[kind] ?? CURRENT_VERSIONS[kind]) === CURRENT_VERSIONS[kind]);
}

/** The edits of the head's history. When one cannot be read, those before it can no longer be undone. */
async function readEdits(
  store: KeyValueStore,
  head: Head,
  damage: Issue[],
): Promise<{ history: History; editKeys: Map<Edit, string> }> {
  const edits = await Promise.all(head.edits.map(async (key) => readEdit(await store.get(key))));
  const lost = edits.lastIndexOf(null);
  if (lost >= 0) damage.push(createIssue('damage', 'storage.historyMissing', 'storage', { count: lost + 1 }));
  // An edit that was undone and cannot be read takes those after it along: they can only be redone in order.
  const firstLost = edits.indexOf(null, head.position);
  const end = firstLost < 0 ? edits.length : firstLost;
  const begin = edits.slice(0, head.position).lastIndexOf(null) + 1;
  const kept = edits.slice(begin, end) as Edit[];
  const keys = head.edits.slice(begin, end);
  return {
    history: { edits: kept, position: head.position - begin },
    editKeys: new Map(kept.map((edit, i) => [edit, keys[i]])),
  };
}

async function readEdit(raw: unknown): Promise<Edit | null> {
  const item = await openItem<StepItem | EditItem>(raw);
  if (!item) return null;
  const { versions } = item.value;
  const edit = 'edit' in item.value ? item.value.edit : editOf(item.value.step);
  return edit && migrateEdit(edit, versions);
}

const editOf = (step: HistoryStep): Edit | null => (step.type === 'do' ? step.edit : null);

function migrateEdit(edit: Edit, versions: Versions): Edit | null {
  if (isOfNow(versions)) return edit;
  const diff = migrateDiff(edit.diff, versions, 'journal');
  return isIssue(diff) ? null : { ...edit, diff };
}

interface Replayed {
  readonly state: SavedState;
  readonly step: number;
  readonly sum: string;
}

/** Takes the steps after a head, each named by its successor's checksum, as far as they can be read. */
async function replay(
  store: KeyValueStore,
  keys: readonly string[],
  head: Head,
  start: SavedState,
  editKeys: Map<Edit, string>,
  damage: Issue[],
  isExact: boolean,
): Promise<Replayed> {
  const byNumber = stepsAfter(keys, head.step);
  const greatest = Math.max(head.step, ...byNumber.keys());
  let { step, sum, state }: Replayed = { step: head.step, sum: head.sum, state: start };
  for (let number = head.step + 1; number <= greatest; number++) {
    const found = await readStep(store, byNumber.get(number) ?? [], sum);
    const next = found && takeStep(state, found.item, isExact);
    if (!next) {
      damage.push(
        createIssue('damage', 'storage.stepDamaged', 'storage', { step: number, later: greatest - number }),
      );
      break;
    }
    const edit = editOf(found.item.step);
    if (edit) editKeys.set(next.history.edits[next.history.position - 1], found.key);
    state = next;
    sum = found.sum;
    step = number;
  }
  return { state, step, sum };
}

interface StepPlace {
  readonly key: string;
  readonly term: number;
}

/** The steps behind a number, by theirs: several writers may have written one of the same. */
function stepsAfter(keys: readonly string[], step: number): Map<number, StepPlace[]> {
  const byNumber = new Map<number, StepPlace[]>();
  for (const key of keys) {
    const place = parseStepKey(key);
    if (place && place.number > step)
      byNumber.set(place.number, [...(byNumber.get(place.number) ?? []), { key, term: place.term }]);
  }
  return byNumber;
}

/** The step of a number that follows on what is known: of several, that of the latest writer. */
async function readStep(
  store: KeyValueStore,
  candidates: readonly StepPlace[],
  previous: string,
): Promise<{ key: string; sum: string; item: StepItem } | null> {
  for (const { key } of [...candidates].sort((a, b) => b.term - a.term)) {
    const item = await openItem<StepItem>(await store.get(key));
    if (item?.value.previous === previous) return { key, sum: item.sum, item: item.value };
  }
  return null;
}

/**
 * The state after a stored step; null when it cannot be taken. `isExact` is false where records are missing already: then
 * what the step says of a record holds whatever was there before.
 */
function takeStep(state: SavedState, item: StepItem, isExact = true): SavedState | null {
  if (checkVersions(item.versions, 'journal').length > 0) return null;
  const edit = editOf(item.step);
  const migrated = edit && migrateEdit(edit, item.versions);
  if (edit && !migrated) return null;
  const taken = stepHistory(state.history, migrated ? { type: 'do', edit: migrated } : item.step);
  if (!taken) return null;
  const exact = applyDiff(state.catalogue, taken.diff);
  if (!exact.ok && isExact) return null;
  const lists = withListChanges(state.lists, taken.lists);
  if (exact.ok) return { catalogue: exact.value, history: taken.history, lists };
  const { added, changed, removed } = taken.diff;
  const put = [...Object.values(added), ...Object.values(changed).map(([, after]) => after)];
  const gone = new Set(Object.keys(removed));
  const all = [...allRecords(state.catalogue)];
  const putIds = new Set(put.map(({ id }) => id));
  const kept = all.filter(({ id }) => !gone.has(id) && !putIds.has(id));
  const mended = mendReferences([...kept, ...put]);
  return { catalogue: catalogueOfRecords(mended.records), history: taken.history, lists };
}

/** What a window that follows has: a state, and where its reading ended. */
type Followed = Pick<ReadStore, 'state' | 'reached'>;

/** The steps that came since, taken one by one; null when they do not follow on what is known, so all is to be read anew. */
export async function readFurther(
  store: KeyValueStore,
  { state, reached }: Followed,
): Promise<Followed | null> {
  const byNumber = stepsAfter(await store.keys(), reached.step);
  if (!byNumber.has(reached.step + 1)) return null;
  let [now, { step, sum, greatest }] = [state, reached];
  for (let found; byNumber.has(step + 1); step++, sum = found.sum) {
    found = await readStep(store, byNumber.get(step + 1)!, sum);
    const next = found && takeStep(now, found.item);
    if (!found || !next) return null;
    now = next;
    greatest = Math.max(greatest, step + 1);
  }
  return { state: now, reached: { step, sum, greatest } };
}
