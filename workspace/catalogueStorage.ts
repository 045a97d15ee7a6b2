/**
 * Writes one catalogue into a store so that kills and failed writes lose nothing that was acknowledged (storeLayout.ts says
 * what lies where, readStore.ts reads it). An acknowledged step is one item; the package lists that it names are written
 * before it. After each write the mark is read back: a store that was emptied, or that another writer has claimed, is
 * noticed before anything is called saved.
 */
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import { createCatalogue } from '../core/catalogue/createCatalogue.ts';
import type { Edit, HistoryStep } from '../core/catalogue/edit.ts';
import { CURRENT_VERSIONS, KIND_NAMES, type KindName } from '../core/catalogue/recordKinds.ts';
import type { RecordId } from '../core/catalogue/recordId.ts';
import type { Issue } from '../core/issue.ts';
import type { KeyValueStore } from './keyValueStore.ts';
import { readStore, type KnownSaved, type Reached, type ReadStore } from './readStore.ts';
import { checksumOf, openItem, sealItem } from './sealedItem.ts';
import type { EditItem, Head, PageEntry, StepItem } from './storeLayout.ts';
import { STORE_FORMAT, type Mark } from './mark.ts';
import type { SavedState } from './savedState.ts';
import { HEADS, listKey, MARK, parseStepKey, stepKey } from './storeKeys.ts';

/** A checkpoint is due after this many steps … */
export const STEPS_PER_CHECKPOINT = 50;

/** … or when a step alone has a text of more than this many UTF-16 units. */
const LARGE_STEP = 2_000_000;

/** Why a write is not acknowledged: the store was emptied under it, or another window writes now. */
export class LostStore extends Error {
  constructor(readonly reason: 'emptied' | 'takenOver') {
    super(`workspace: the store was ${reason === 'emptied' ? 'emptied' : 'taken over'}`);
  }
}

/** Saves into one store, as its one writer. Calls are to be made one after another. */
export class CatalogueStorage {
  #mark: Mark | null = null;
  #reached: Reached = { step: 0, sum: '', greatest: 0 };
  #paged: Catalogue = createCatalogue();
  #pages: Readonly<Record<string, PageEntry>> = {};
  #editKeys = new Map<Edit, string>();
  #checkpointStep = 0;
  #generation = 0;
  #isDue = false;

  constructor(
    readonly store: KeyValueStore,
    private readonly chanceId: () => string,
  ) {}

  /** The number of the last acknowledged step, and the store it is in: to be kept apart (KnownSaved). */
  get saved(): KnownSaved {
    return { store: this.#mark?.store ?? '', step: this.#reached.step };
  }

  /** How long the texts of all pages are together, in UTF-16 units. */
  get size(): number {
    return Object.values(this.#pages).reduce((sum, page) => sum + page.size, 0);
  }

  /**
   * Claims the store for this writer and reads it. Null when it holds nothing, issues when it is of a newer program. The
   * claim comes first: what an earlier writer got acknowledged before it is read here, what it writes after it is not
   * acknowledged there.
   */
  async open(known?: KnownSaved): Promise<ReadStore | null | readonly Issue[]> {
    const present = (await openItem<Mark>(await this.store.get(MARK)))?.value;
    if (present && present.format <= STORE_FORMAT) await this.#claim(present.store, present.term + 1);
    const read = await readStore(this.store, known);
    if (read === null || !('state' in read)) return read;
    if (!present) {
      const terms = (await this.store.keys()).map((key) => parseStepKey(key)?.term ?? 0);
      await this.#claim(this.chanceId(), Math.max(0, ...terms) + 1);
    }
    this.adopt(read);
    return read;
  }

  /** Takes over what was read, without claiming: for a window that only follows. */
  adopt(read: ReadStore): void {
    this.#reached = read.reached;
    this.#paged = read.paged;
    this.#pages = read.head.pages;
    this.#editKeys = new Map(read.editKeys);
    this.#checkpointStep = read.head.step;
    const isCurrent = KIND_NAMES.every((kind) => read.head.versions[kind] === CURRENT_VERSIONS[kind]);
    if (!isCurrent) {
      // Pages of older versions are written anew, all of them.
      this.#paged = createCatalogue();
      this.#pages = {};
      this.#isDue = true;
    }
  }

  /** Begins the store, or begins it anew after damage or loss, with all of a state and its lists. */
  async begin(state: SavedState, lists: ReadonlyMap<string, Uint8Array>): Promise<void> {
    const present = (await openItem<Mark>(await this.store.get(MARK)))?.value;
    await this.#claim(present?.store ?? this.chanceId(), (present?.term ?? 0) + 1);
    const keys = await this.store.keys();
    const numbers = keys.map((key) => parseStepKey(key)?.number ?? 0);
    const step = Math.max(this.#reached.greatest, this.#reached.step, ...numbers);
    this.#reached = { step, sum: this.chanceId(), greatest: step };
    this.#paged = createCatalogue();
    this.#pages = {};
    this.#editKeys = new Map();
    for (const [sum, bytes] of lists) await this.#putList(sum, bytes);
    await this.checkpoint(state);
  }

  /**
   * Saves one step, the lists that come with it first. Resolves when it is safe; after a failure the same call can be
   * made again. Throws LostStore when it is not to be called saved.
   */
  async saveStep(step: HistoryStep, lists: ReadonlyMap<string, Uint8Array> = new Map()): Promise<void> {
    const mark = this.#mark;
    if (!mark) throw new LostStore('takenOver');
    for (const [sum, bytes] of lists) await this.#putList(sum, bytes);
    const number = this.#reached.step + 1;
    const key = stepKey(mark.term, number);
    const item = await sealItem({
      number,
      term: mark.term,
      previous: this.#reached.sum,
      versions: CURRENT_VERSIONS,
      step,
    } satisfies StepItem);
    await this.store.set(key, item);
    await this.#confirmMark();
    this.#reached = { step: number, sum: item.sum, greatest: Math.max(number, this.#reached.greatest) };
    if (step.type === 'do') this.#editKeys.set(step.edit, key);
    if (number - this.#checkpointStep >= STEPS_PER_CHECKPOINT || item.body.length > LARGE_STEP)
      this.#isDue = true;
  }

  /** True when a checkpoint should be made soon. */
  get isCheckpointDue(): boolean {
    return this.#isDue;
  }

  /** Writes the pages that changed since the last checkpoint, then the heads, then removes what no head needs. */
  async checkpoint(state: SavedState): Promise<void> {
    await this.#confirmMark();
    this.#generation++;
    const pages: Record<string, PageEntry> = { ...this.#pages };
    for (const kind of KIND_NAMES) await this.#writePages(kind, state.catalogue, pages);
    const edits: string[] = [];
    for (const edit of state.history.edits) edits.push(await this.#keyOfEdit(edit, edits.length));
    const head: Head = {
      versions: CURRENT_VERSIONS,
      step: this.#reached.step,
      sum: this.#reached.sum,
      pages,
      lists: Object.fromEntries(state.lists),
      edits,
      position: state.history.position,
    };
    const sealed = await sealItem(head);
    await this.#confirmMark();
    for (const key of HEADS) await this.store.set(key, sealed);
    this.#paged = state.catalogue;
    this.#pages = pages;
    this.#checkpointStep = this.#reached.step;
    this.#isDue = false;
    await this.#sweep(head, state);
  }

  /** The bytes of a packed list, or null when they are missing or not what they are filed under. */
  async loadList(sum: string): Promise<Uint8Array | null> {
    const bytes = await this.store.get(listKey(sum));
    return bytes instanceof Uint8Array && (await checksumOf(bytes)) === sum ? bytes : null;
  }

  async #putList(sum: string, bytes: Uint8Array): Promise<void> {
    await this.store.set(listKey(sum), bytes);
  }

  async #claim(store: string, term: number): Promise<void> {
    const mark: Mark = { format: STORE_FORMAT, store, term };
    await this.store.set(MARK, await sealItem(mark));
    this.#mark = mark;
  }

  /** localForage brings an emptied database back to life with the next write: only its mark tells. */
  async #confirmMark(): Promise<void> {
    const present = (await openItem<Mark>(await this.store.get(MARK)))?.value;
    if (!present || present.store !== this.#mark?.store) throw new LostStore('emptied');
    if (present.term !== this.#mark.term) throw new LostStore('takenOver');
  }

  async #writePages(kind: KindName, catalogue: Catalogue, pages: Record<string, PageEntry>): Promise<void> {
    const now = catalogue.records[kind].pages;
    const before = this.#paged.records[kind].pages;
    for (let index = 0; index < now.length; index++) {
      const slot = `${kind}/${index}`;
      if (now[index] === before[index] && (slot in pages || now[index].size === 0)) continue;
      if (now[index].size === 0) {
        delete pages[slot];
        continue;
      }
      const key = `page/${slot}/${this.#mark!.term}.${this.#reached.step}.${this.#generation}`;
      const sealed = await sealItem([...now[index].values()]);
      await this.store.set(key, sealed);
      pages[slot] = { key, sum: sealed.sum, records: now[index].size, size: sealed.body.length };
    }
  }

  /** The item that holds an edit: the step that made it, or one of its own for a history that came from elsewhere. */
  async #keyOfEdit(edit: Edit, index: number): Promise<string> {
    const known = this.#editKeys.get(edit);
    if (known) return known;
    const key = `edit/${this.#mark!.term}.${this.#reached.step}.${this.#generation}/${index}`;
    await this.store.set(key, await sealItem({ versions: CURRENT_VERSIONS, edit } satisfies EditItem));
    this.#editKeys.set(edit, key);
    return key;
  }

  /** Removes what the head in force does not need. Lists that an undoable step names are needed. */
  async #sweep(head: Head, { history }: SavedState): Promise<void> {
    const lists = new Set(Object.values(head.lists));
    for (const { lists: changed = {} } of history.edits)
      for (const sums of Object.values(changed)) for (const sum of sums) if (sum) lists.add(sum);
    const needed = new Set<string>([
      MARK,
      ...HEADS,
      ...head.edits,
      ...Object.values(head.pages).map(({ key }) => key),
      ...[...lists].map(listKey),
    ]);
    const inHistory = new Set(history.edits);
    this.#editKeys = new Map([...this.#editKeys].filter(([edit]) => inHistory.has(edit)));
    const unneeded = (await this.store.keys()).filter(
      (key) => !needed.has(key) && !((parseStepKey(key)?.number ?? 0) > head.step),
    );
    if (unneeded.length === 0) return;
    await this.#confirmMark();
    for (const key of unneeded) await this.store.remove(key);
  }
}

/** Packed lists made ready for saving: the checksum of each snapshot's, and their bytes by checksum. */
export interface FiledLists {
  readonly sums: ReadonlyMap<RecordId, string>;
  readonly bytes: ReadonlyMap<string, Uint8Array>;
}

/** Files packed lists, given by snapshot id, under their checksums. */
export async function fileLists(packed: Iterable<readonly [RecordId, Uint8Array]>): Promise<FiledLists> {
  const sums = new Map<RecordId, string>();
  const bytes = new Map<string, Uint8Array>();
  for (const [id, list] of packed) {
    const sum = await checksumOf(list);
    sums.set(id, sum);
    bytes.set(sum, list);
  }
  return { sums, bytes };
}
