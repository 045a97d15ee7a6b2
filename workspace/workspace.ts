/**
 * Everything a window works with, without an interface: which catalogues there are, the one that is open, what was cited
 * last, and what is computed of it. Storage, clock, locks, channel and chance are passed in (WorkspaceHost).
 */
import { ABOUT_ID, createAbout } from '../core/catalogue/about.ts';
import { findRecord, recordOf, type Catalogue } from '../core/catalogue/catalogue.ts';
import { withRecords } from '../core/catalogue/applyDiff.ts';
import { EMPTY_HISTORY } from '../core/catalogue/history.ts';
import type { RecordId } from '../core/catalogue/recordId.ts';
import { beginCatalogue } from '../core/editing/about.ts';
import type { Edited } from '../core/editing/labelledEdit.ts';
import { replaceCatalogue } from '../core/editing/replace.ts';
import {
  formatCatalogueFile,
  parseCatalogueFile,
  type CatalogueWithPackages,
} from '../core/exchange/catalogueFile.ts';
import { createIssue, failure, success, type Issue, type Result } from '../core/issue.ts';
import { referenceOf } from '../core/packages/packSeries.ts';
import { Ancestors, type MergedCatalogue } from './ancestors.ts';
import type { packState } from './packState.ts';
import { fileLists, type FiledLists } from './catalogueStorage.ts';
import { DossierViews } from './dossierViews.ts';
import type { KeyValueStore } from './keyValueStore.ts';
import type { NotePad } from './notePad.ts';
import { moveOldStore } from './oldStore.ts';
import { CatalogueSession, lockNameOf, type SessionHost, type SessionState } from './session.ts';
import { titleOf } from './catalogueFigures.ts';
import { freshTitle, isForgotten, SAMPLE_ID, Shelf, type ShelfEntry } from './shelf.ts';

/** The world around a window. */
export interface WorkspaceHost extends Omit<SessionHost, 'store'> {
  /** The store of this name: `shelf`, `ancestors`, or `catalogue-ID`. */
  readonly openStore: (name: string) => KeyValueStore;
  /** Stores that the first versions of the program left, by catalogue id. */
  readonly oldStores: () => Promise<ReadonlyMap<string, KeyValueStore>>;
  /** What this window alone remembers, until it is closed. */
  readonly windowNotes: NotePad;
  /** The text of the sample's catalogue file. */
  readonly loadSample: () => Promise<Result<string>>;
  /** Names and packs a state of a catalogue: off the main thread, where there is one. */
  readonly packState: typeof packState;
  /** Asks the browser not to evict what is stored; true if it promises that. */
  readonly askToPersist: () => Promise<boolean>;
}

/** All that a window shows. */
export interface WorkspaceState {
  readonly id: string;
  readonly session: SessionState;
  readonly shelf: readonly ShelfEntry[];
  /** Null until the browser was asked, at the first edit of one's own. */
  readonly isPersistent: boolean | null;
}

const OPEN_NOTE = 'aspen-ridge/open';
const OLD_LOCK = 'aspen-ridge';

/** The catalogues of a browser as one window works with them. */
export class Workspace {
  readonly views = new DossierViews();
  readonly #shelf: Shelf;
  /** What was handed on and read, for merging. */
  readonly ancestors: Ancestors;
  #session: CatalogueSession;
  #entries: readonly ShelfEntry[] = [];
  #isPersistent: boolean | null = null;
  #lastCited: RecordId | null = null;
  #shownTitle = '';

  constructor(
    private readonly host: WorkspaceHost,
    private readonly onChange: (state: WorkspaceState) => void,
  ) {
    this.#shelf = new Shelf(host.openStore('shelf'), host.notes, host.now);
    this.ancestors = new Ancestors(host.openStore('ancestors'), host.packState);
    this.#session = this.#createSession(SAMPLE_ID);
  }

  get state(): WorkspaceState {
    return {
      id: this.#session.id,
      session: this.#session.state,
      shelf: this.#entries,
      isPersistent: this.#isPersistent,
    };
  }

  get session(): CatalogueSession {
    return this.#session;
  }

  get catalogue(): Catalogue {
    return this.#session.state.catalogue;
  }

  /** The source cited last, while the catalogue holds it. */
  get lastCited(): RecordId | null {
    return this.#lastCited && findRecord(this.catalogue, this.#lastCited) ? this.#lastCited : null;
  }

  #createSession(id: string): CatalogueSession {
    const host: SessionHost = { ...this.host, store: this.host.openStore(`catalogue-${id}`) };
    const session: CatalogueSession = new CatalogueSession(id, host, (state) => {
      if (session === this.#session) this.#changed(state);
    });
    return session;
  }

  #changed({ catalogue, phase, role, saving }: SessionState): void {
    this.onChange(this.state);
    const title = titleOf(catalogue);
    if (phase !== 'ready' || role !== 'writer' || saving.unsaved > 0 || title === this.#shownTitle) return;
    this.#shownTitle = title;
    void this.#renameOnShelf(this.#session.id, title);
  }

  async #renameOnShelf(id: string, title: string): Promise<void> {
    try {
      await this.#shelf.put(id, title);
      await this.refreshShelf();
    } catch {
      // The shelf shows an older title; what is remembered apart has the new one.
      this.#entries = this.#entries.map((each) => (each.id === id ? { ...each, title } : each));
      this.onChange(this.state);
    }
  }

  /** Reads the shelf again: another window may have changed it. */
  async refreshShelf(): Promise<void> {
    this.#entries = await this.#shelf.list();
    this.onChange(this.state);
  }

  /** Opens what this window, or else any window, had open last; at the first start, the sample. */
  async start(): Promise<void> {
    let asked: string | null = this.host.windowNotes.get(OPEN_NOTE);
    try {
      await this.#moveOldStores();
      asked ??= await this.#shelf.lastOpened();
      this.#entries = await this.#shelf.list();
      await this.#removeForgotten();
    } catch {
      // A storage that does not answer is told by the session, which asks it again.
    }
    const known = this.#entries.find(({ id, deletedAt }) => id === asked && !deletedAt);
    await this.#openSession(known ? known.id : SAMPLE_ID);
  }

  /** While a page of an old version is open it may write its stores: they are moved when it lets go. */
  async #moveOldStores(): Promise<void> {
    const old = await this.host.oldStores();
    if (old.size === 0) return;
    const { locks } = this.host;
    let letGo = await locks.hold(OLD_LOCK, 'ifFree', () => undefined);
    if (!letGo) {
      this.#session.refuse([createIssue('error', 'storage.oldWindow', 'window')]);
      letGo = await locks.hold(OLD_LOCK, 'wait', () => undefined);
    }
    try {
      for (const [id, store] of old) {
        const moved = await moveOldStore(store, this.host.openStore(`catalogue-${id}`), this.host.chanceId);
        if (moved) await this.#shelf.put(id, '');
      }
    } finally {
      letGo?.();
    }
  }

  async #removeForgotten(): Promise<void> {
    for (const entry of this.#entries.filter((each) => isForgotten(each, this.host.now())))
      await this.purge(entry.id);
  }

  async #openSession(id: string, begin = () => this.#beginAbsent(id)): Promise<void> {
    this.#session.close();
    this.#session = this.#createSession(id);
    this.#lastCited = null;
    this.#shownTitle = '';
    this.host.windowNotes.set(OPEN_NOTE, id);
    this.onChange(this.state);
    await this.#session.open();
    if (this.#session.id !== id) return; // another one was opened meanwhile
    if (this.#session.state.phase === 'absent') {
      const begun = await begin();
      if (!begun.ok) this.#session.refuse(begun.issues);
    }
    try {
      await this.#shelf.rememberOpened(id);
      await this.refreshShelf();
    } catch {
      this.onChange(this.state); // the session has told that storage does not answer
    }
  }

  async #beginAbsent(id: string): Promise<Result<null>> {
    return id === SAMPLE_ID ? this.#beginSample() : this.beginEmpty();
  }

  async #beginSample(): Promise<Result<null>> {
    const session = this.#session;
    const read = await this.#readSample();
    if (session !== this.#session) return success(null);
    if (!read.ok) return read;
    const { sums, bytes } = await fileLists(read.value.packages);
    return session.begin({ catalogue: read.value.catalogue, history: EMPTY_HISTORY, lists: sums }, bytes);
  }

  async #readSample(): Promise<Result<CatalogueWithPackages>> {
    const text = await this.host.loadSample();
    return text.ok ? parseCatalogueFile(text.value, 'sample') : text;
  }

  /** Begins the open catalogue with nothing in it: a new one, or one whose storage was lost. */
  async beginEmpty(): Promise<Result<null>> {
    const title = this.#entries.find(({ id }) => id === this.#session.id)?.title || 'My catalogue';
    return this.#session.begin({
      catalogue: beginCatalogue(title),
      history: EMPTY_HISTORY,
      lists: new Map(),
    });
  }

  /** Opens another catalogue. Issue `window.leaveUnsaved` when edits of this one could not be saved. */
  async open(id: string, force = false): Promise<Result<null>> {
    const refused = await this.#refusalToLeave(force);
    if (refused) return failure(refused);
    await this.#openSession(id);
    return success(null);
  }

  async #refusalToLeave(force: boolean): Promise<Issue | null> {
    await this.#session.settled();
    const { unsaved } = this.#session.state.saving;
    return unsaved > 0 && !force
      ? createIssue('error', 'window.leaveUnsaved', 'window', { count: unsaved })
      : null;
  }

  /** Begins another catalogue and opens it. */
  async create(title: string): Promise<Result<null>> {
    return this.#createBeside(title, {
      catalogue: beginCatalogue(freshTitle(title, this.#entries)),
      packages: new Map(),
    });
  }

  /** Opens a catalogue that was read from a file, beside those that are there. */
  async openBeside(read: CatalogueWithPackages): Promise<Result<null>> {
    return this.#createBeside(titleOf(read.catalogue) || 'Catalogue', read);
  }

  /** A copy of the open catalogue under another title, opened. */
  async duplicate(): Promise<Result<null>> {
    const { catalogue } = this;
    const { lists } = await this.allLists();
    const title = titleOf(catalogue) || 'Catalogue';
    return this.#createBeside(`${title}, copy`, { catalogue, packages: lists });
  }

  async #createBeside(title: string, { catalogue, packages }: CatalogueWithPackages): Promise<Result<null>> {
    const name = freshTitle(title, this.#entries);
    const known = recordOf(catalogue, 'about', ABOUT_ID) ?? createAbout({ id: ABOUT_ID, title: name });
    const { sums, bytes } = await fileLists(packages);
    const refused = await this.#refusalToLeave(false);
    if (refused) return failure(refused);
    const id = `c${this.host.chanceId()}`;
    let begun: Result<null> = success(null);
    await this.#openSession(id, async () => {
      begun = await this.#session.begin(
        {
          catalogue: withRecords(catalogue, [{ ...known, title: name, sample: false }]),
          history: EMPTY_HISTORY,
          lists: sums,
        },
        bytes,
      );
      return begun;
    });
    // For a later merge: what came in is named by what is kept, and in the head when it goes out again.
    if (begun.ok)
      this.ancestors.comesIn(catalogue, this.host.now()).catch(() => {
        // Without it the next merge has no ancestor; nothing else needs it.
      });
    return begun;
  }

  /** Puts a catalogue that was read in place of the open one: one step, which undo takes back. */
  async replaceBy({ catalogue, packages }: CatalogueWithPackages): Promise<Result<null>> {
    const filed = await fileLists(packages);
    return this.#session.commit(replaceCatalogue(this.catalogue, catalogue), filed);
  }

  /** Puts the sample as it was made in place of the open one. */
  async restoreSample(): Promise<Result<null>> {
    const read = await this.#readSample();
    if (!read.ok) return read;
    if (this.#session.state.phase !== 'ready') return this.#beginSample();
    return this.replaceBy(read.value);
  }

  /** Deletes a catalogue so that it can be brought back; another one is opened when it was the open one. */
  async remove(id: string): Promise<Result<null>> {
    const entry = this.#entries.find((each) => each.id === id);
    if (!entry) return success(null);
    if (id === this.#session.id) {
      if (this.#session.state.role === 'reader')
        return failure(createIssue('error', 'window.openElsewhere', entry.title));
      const left = await this.open(SAMPLE_ID);
      if (!left.ok) return left;
    }
    const letGo = await this.host.locks.hold(lockNameOf(id), 'ifFree', () => undefined);
    if (!letGo) return failure(createIssue('error', 'window.openElsewhere', entry.title));
    try {
      await this.#shelf.remove(entry);
    } finally {
      letGo();
    }
    await this.refreshShelf();
    return success(null);
  }

  /** Brings a deleted catalogue back. */
  async restore(id: string): Promise<void> {
    const entry = this.#entries.find((each) => each.id === id);
    await this.#shelf.put(id, entry?.title ?? '');
    await this.refreshShelf();
  }

  /** Removes a deleted catalogue for good. */
  async purge(id: string): Promise<void> {
    await this.host.openStore(`catalogue-${id}`).destroy();
    await this.#shelf.forget(id);
    await this.refreshShelf();
  }

  /** Takes what a verb gave: an edit is made, with its packed lists; else the issues are handed on. */
  commit<Made>(edited: Edited<Made>, filed?: FiledLists): Result<Made> {
    if (!edited.ok) return edited;
    const done = this.#session.commit(edited.value, filed);
    if (!done.ok) return done;
    if (this.#session.id !== SAMPLE_ID && this.#isPersistent === null) void this.#askToPersist();
    return success(edited.value.made, edited.issues);
  }

  async #askToPersist(): Promise<void> {
    this.#isPersistent = false;
    this.#isPersistent = await this.host.askToPersist();
    this.onChange(this.state);
  }

  /** Remembers what an edit cited, to be offered again. */
  rememberCited(id: RecordId | undefined): void {
    if (id) this.#lastCited = id;
  }

  /** Packed lists of snapshots with all that they rest on, by snapshot id; those that are not at hand are left out. */
  async loadChains(ids: Iterable<RecordId>): Promise<Map<RecordId, Uint8Array>> {
    const found = new Map<RecordId, Uint8Array>();
    for (const id of ids) {
      for (let at: string | null = id; at !== null && !found.has(at);) {
        const packed = await this.#session.loadList(at);
        if (!packed) break;
        found.set(at, packed);
        at = referenceOf(packed);
      }
    }
    return found;
  }

  /** The lists of all snapshots; those that cannot be read are named. */
  async allLists(): Promise<{ lists: Map<RecordId, Uint8Array>; issues: Issue[] }> {
    const lists = new Map<RecordId, Uint8Array>();
    const issues: Issue[] = [];
    for (const id of this.#session.state.lists.keys()) {
      const packed = await this.#session.loadList(id).catch(() => null);
      if (packed) lists.set(id, packed);
      else issues.push(createIssue('damage', 'storage.listMissing', id, { snapshot: id }));
    }
    return { lists, issues };
  }

  /** The open catalogue with its package lists as the text of one file. Works whatever the storage does. */
  async exportFile(): Promise<Result<string>> {
    const { lists, issues } = await this.allLists();
    const now = this.host.now();
    const catalogue = await this.ancestors.goesOut(this.catalogue, this.#session.id, now);
    return success(formatCatalogueFile({ catalogue, packages: lists }, now), issues);
  }

  /** Takes a merge that was computed for the catalogue as it is: one step, which undo takes back. */
  async takeMerge({ title, counts, diff, lists, state }: MergedCatalogue): Promise<Result<null>> {
    const label = { code: 'catalogue.merge', params: { title, ...counts } };
    const done = this.#session.commit({ label, diff, made: undefined }, await fileLists(lists));
    if (done.ok) await this.ancestors.keep(state);
    return done;
  }
}
