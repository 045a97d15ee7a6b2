/**
 * One catalogue open in one window: its records, its history, and how far they are saved. One window writes; the others
 * show what it saves as it comes, and can take over. An edit is in force at once and saved in order (savingQueue.ts).
 */
import { createCatalogue } from '../core/catalogue/createCatalogue.ts';
import { applyDiff } from '../core/catalogue/applyDiff.ts';
import { EMPTY_HISTORY, stepHistory } from '../core/catalogue/history.ts';
import type { HistoryStep, ListChanges } from '../core/catalogue/edit.ts';
import type { RecordId } from '../core/catalogue/recordId.ts';
import type { LabelledEdit } from '../core/editing/labelledEdit.ts';
import { createIssue, failure, success, type Issue, type Result } from '../core/issue.ts';
import { CatalogueStorage, type FiledLists } from './catalogueStorage.ts';
import type { KeyValueStore } from './keyValueStore.ts';
import { recallSeen, rememberSeen, type LastSeen } from './lastSeen.ts';
import type { NotePad } from './notePad.ts';
import { readFurther, readStore, type Reached, type ReadStore } from './readStore.ts';
import { reasonOf, SavingQueue, type Saving } from './savingQueue.ts';
import { withListChanges, type SavedState } from './savedState.ts';
import type { OpenChannel, WriterLocks } from './windows.ts';
import { WriterRole } from './writerRole.ts';
import { titleOf, countRecords } from './catalogueFigures.ts';

/** What a session needs of the world around it. */
export interface SessionHost {
  readonly store: KeyValueStore;
  readonly locks: WriterLocks;
  readonly openChannel: OpenChannel;
  readonly notes: NotePad;
  /** ISO date and time. */
  readonly now: () => string;
  /** Does something after some milliseconds; gives the function that calls it off. */
  readonly later: (milliseconds: number, work: () => void) => () => void;
  readonly chanceId: () => string;
}

/**
 * `absent`: nothing was ever saved; `lost`: there was something, and the storage is empty; `damaged`: what could be shown to
 * be whole is shown, and cannot be edited; `refused`: nothing can be shown.
 */
export type SessionPhase = 'opening' | 'ready' | 'absent' | 'lost' | 'damaged' | 'refused';

/** What a window shows of its catalogue. */
export interface SessionState extends SavedState {
  readonly phase: SessionPhase;
  readonly role: 'writer' | 'reader';
  readonly issues: readonly Issue[];
  readonly saving: Saving;
  /** What is remembered of it, where the storage is empty. */
  readonly seen: LastSeen | null;
}

const NOTHING: SavedState = { catalogue: createCatalogue(), history: EMPTY_HISTORY, lists: new Map() };

/** An open catalogue. Create, `open`; `close` when another one is opened. */
export class CatalogueSession {
  #state: SessionState;
  readonly #storage: CatalogueStorage;
  readonly #queue: SavingQueue;
  #role: WriterRole | null = null;
  /** Bytes of lists by checksum: those that were read, and those that are not saved yet. */
  readonly #bytes = new Map<string, Uint8Array>();
  /** What a window that follows has read. */
  #followed: { state: SavedState; reached: Reached } = {
    state: NOTHING,
    reached: { step: 0, sum: '', greatest: 0 },
  };
  #following: Promise<void> = Promise.resolve();
  /** All of the catalogue, on its way into the store. */
  #beginning: Promise<unknown> = Promise.resolve();
  #isClosed = false;

  constructor(
    readonly id: string,
    private readonly host: SessionHost,
    private readonly onChange: (state: SessionState) => void,
  ) {
    this.#storage = new CatalogueStorage(host.store, host.chanceId);
    this.#queue = new SavingQueue(this.#storage, {
      now: host.now,
      later: host.later,
      onSaving: (saving) => this.#set({ saving }),
      onSaved: (state) => this.#acknowledged(state),
    });
    const { saving } = this.#queue;
    this.#state = { ...NOTHING, phase: 'opening', role: 'reader', issues: [], saving, seen: null };
  }

  get state(): SessionState {
    return this.#state;
  }

  #set(change: Partial<SessionState>): void {
    this.#state = { ...this.#state, ...change };
    if (!this.#isClosed) this.onChange(this.#state);
  }

  /** Opens it: to write where no other window does, else to follow. A store that does not answer gives phase `refused`. */
  async open(): Promise<void> {
    const { locks, openChannel, later, chanceId } = this.host;
    this.#role = new WriterRole(lockNameOf(this.id), {
      ...{ locks, openChannel, later, chanceId },
      onWriter: () => this.#beginWriting(),
      onReader: () => this.#stopWriting(),
      saveAll: async () => {
        await this.settled();
        return this.#queue.saving.unsaved;
      },
      onSaved: (isAnother) => this.#follow(isAnother),
    });
    if ((await this.#role.begin()) === 'writer') return;
    await this.#readAsReader();
    this.#role.waitForTurn();
  }

  /** Lets go of the lock and the channel. Edits that are not saved by then are in memory only. */
  close(): void {
    this.#isClosed = true;
    void this.#queue.stop();
    this.#role?.close();
  }

  /** Resolves when nothing is being written any more: all is saved, or a write has failed. */
  async settled(): Promise<void> {
    await this.#beginning;
    await this.#queue.settled();
  }

  /** Tries again to save what is not saved, now. */
  saveNow(): Promise<void> {
    return this.#queue.drain();
  }

  // Reading and roles

  get #known(): LastSeen | undefined {
    return recallSeen(this.host.notes, this.id) ?? undefined;
  }

  async #beginWriting(): Promise<void> {
    await this.#following;
    try {
      const read = await this.#storage.open(this.#known);
      if (!this.#role?.isWriter) return;
      this.#show(read, 'writer');
      if (this.#state.phase === 'ready') this.#queue.start(this.#followed.state);
    } catch (error) {
      // What cannot be written, such as a full disk, may still be read.
      await this.#readAsReader();
      const issue = createIssue('error', 'storage.cannotWrite', 'storage', { reason: reasonOf(error) });
      if (this.#state.phase !== 'refused') this.#set({ issues: [issue, ...this.#state.issues] });
    }
  }

  async #readAsReader(): Promise<void> {
    try {
      const read = await readStore(this.host.store, this.#known);
      if (!this.#role?.isWriter || this.#state.role === 'reader') this.#show(read, 'reader');
    } catch (error) {
      this.refuse([unreadable(error)]);
    }
  }

  #show(read: ReadStore | null | readonly Issue[], role: SessionState['role']): void {
    const seen = recallSeen(this.host.notes, this.id);
    if (read === null) {
      // A writer that has just begun it has not saved it yet: a window that follows waits for that.
      const phase = role === 'reader' ? 'opening' : seen ? 'lost' : 'absent';
      return this.#set({ ...NOTHING, phase, role, seen, issues: [] });
    }
    if (!('state' in read)) return this.#set({ ...NOTHING, phase: 'refused', role, issues: read });
    this.#followed = { state: read.state, reached: read.reached };
    const phase = read.damage.length > 0 ? 'damaged' : 'ready';
    this.#set({ ...read.state, phase, role, issues: read.damage, seen: null });
  }

  /** Nothing can be shown, for these reasons. */
  refuse(issues: readonly Issue[]): void {
    this.#set({ ...NOTHING, phase: 'refused', issues });
  }

  /** What is unsaved stays here, and is shown as such: then this window neither follows nor waits for its turn. */
  async #stopWriting(): Promise<boolean> {
    this.#set({ role: 'reader' });
    if ((await this.#queue.stop()) > 0) return false;
    this.#follow(true);
    return true;
  }

  /** Makes this window the one that writes. Issue `window.unsaved` when the other has edits that it could not save. */
  async takeOver(force = false): Promise<Result<null>> {
    if (!this.#role?.isWriter) return this.#role?.takeOver(force) ?? success(null);
    if (this.#state.role === 'reader') await this.#beginWriting(); // it could not write before
    return this.#state.role === 'writer' ? success(null) : failure(...this.#state.issues);
  }

  /** Forgets what this window could not save, and shows what the writer saved. */
  followAgain(): void {
    this.#queue.forget();
    this.#follow(true);
    this.#role?.waitForTurn();
  }

  /** Takes what the writer saved; reads all of it where the steps do not follow on each other. */
  #follow(anew: boolean): void {
    this.#following = this.#following.then(async () => {
      if (this.#role?.isWriter || this.#isClosed || this.#queue.saving.state === 'takenOver') return;
      try {
        const goesOn = !anew && this.#state.phase === 'ready';
        const further = goesOn ? await readFurther(this.host.store, this.#followed) : null;
        if (this.#role?.isWriter) return;
        if (!further) return await this.#readAsReader();
        this.#followed = further;
        this.#set({ ...further.state });
      } catch (error) {
        this.refuse([unreadable(error)]);
      }
    });
  }

  // Editing

  /** Why nothing can be edited here now; null when it can. */
  refusal(): Issue | null {
    const { phase, role } = this.#state;
    if (phase === 'ready' && role === 'writer') return null;
    const code = phase === 'ready' || phase === 'opening' ? 'window.readOnly' : `workspace.${phase}`;
    return createIssue('error', code, 'catalogue');
  }

  /** Takes a labelled edit; its packed lists are saved before it. Nothing happens when it is refused. */
  commit(edit: LabelledEdit<unknown>, filed?: FiledLists): Result<null> {
    const refused = this.refusal();
    if (refused) return failure(refused);
    const lists = this.#listChanges(edit, filed);
    const step: HistoryStep = {
      type: 'do',
      edit: { label: edit.label, at: this.host.now(), diff: edit.diff, ...(lists && { lists }) },
    };
    return this.#take(step, filed?.bytes ?? new Map());
  }

  undo(): Result<null> {
    return this.refusal() ? failure(this.refusal()!) : this.#take({ type: 'undo' }, new Map());
  }

  redo(): Result<null> {
    return this.refusal() ? failure(this.refusal()!) : this.#take({ type: 'redo' }, new Map());
  }

  /** The lists that come with an edit, and those that go with the snapshots that it deletes. */
  #listChanges({ diff }: LabelledEdit<unknown>, filed?: FiledLists): ListChanges | undefined {
    const changes: Record<RecordId, readonly [string | null, string | null]> = {};
    const before = (id: RecordId) => this.#state.lists.get(id) ?? null;
    for (const id of Object.keys(diff.removed)) if (before(id)) changes[id] = [before(id), null];
    for (const [id, sum] of filed?.sums ?? []) if (before(id) !== sum) changes[id] = [before(id), sum];
    return Object.keys(changes).length > 0 ? changes : undefined;
  }

  #take(step: HistoryStep, bytes: ReadonlyMap<string, Uint8Array>): Result<null> {
    const taken = stepHistory(this.#state.history, step);
    if (!taken) return success(null);
    const catalogue = applyDiff(this.#state.catalogue, taken.diff);
    if (!catalogue.ok) return catalogue;
    const lists = withListChanges(this.#state.lists, taken.lists);
    const after: SavedState = { catalogue: catalogue.value, history: taken.history, lists };
    for (const [sum, list] of bytes) this.#bytes.set(sum, list);
    this.#queue.push({ step, after, bytes });
    this.#set(after);
    return success(null);
  }

  // Saving

  #acknowledged(state: SavedState): void {
    this.#remember(state);
    this.#role?.tell({ says: 'saved', step: this.#storage.saved.step });
  }

  #remember({ catalogue }: SavedState): void {
    rememberSeen(this.host.notes, this.id, {
      ...this.#storage.saved,
      title: titleOf(catalogue),
      records: countRecords(catalogue),
      size: this.#storage.size,
      savedAt: this.host.now(),
    });
  }

  /**
   * Writes all of a catalogue into the store: one that begins, one that goes on after damage, one whose storage was emptied.
   * Lists that are given or in memory come along, those that lie in the store stay.
   */
  begin(state: SavedState, bytes: ReadonlyMap<string, Uint8Array> = new Map()): Promise<Result<null>> {
    const begun = this.#begin(state, bytes);
    this.#beginning = begun;
    return begun;
  }

  async #begin(state: SavedState, bytes: ReadonlyMap<string, Uint8Array>): Promise<Result<null>> {
    if (!this.#role?.isWriter) return failure(createIssue('error', 'window.readOnly', 'catalogue'));
    const { phase } = this.#state;
    try {
      await this.#queue.settled();
      this.#queue.hold();
      // What begins is shown at once; edits of it wait until all of it is written.
      if (phase === 'absent') this.#set({ ...state, phase: 'ready', issues: [], seen: null });
      for (const [sum, list] of bytes) this.#bytes.set(sum, list);
      const lists = new Map(this.#bytes);
      const named = new Set(state.lists.values());
      await this.#storage.begin(state, new Map([...lists].filter(([sum]) => named.has(sum))));
    } catch (error) {
      this.#queue.letGo();
      if (phase === 'absent') this.#set({ ...NOTHING, phase });
      return failure(createIssue('error', 'storage.failed', 'storage', { reason: reasonOf(error) }));
    }
    this.#remember(state);
    if (phase !== 'absent') this.#set({ ...state, phase: 'ready', issues: [], seen: null });
    this.#queue.begun(state);
    this.#role?.tell({ says: 'replaced' });
    return success(null);
  }

  /** Goes on with what could be shown to be whole after damage, or with what this page holds after its storage was emptied. */
  async goOn(): Promise<Result<null>> {
    const { catalogue, history, lists } = this.#state;
    const isEmptied = this.#state.saving.state === 'emptied';
    const there = isEmptied ? [...lists].filter(([, sum]) => this.#bytes.has(sum)) : [...lists];
    return this.begin({ catalogue, history: isEmptied ? EMPTY_HISTORY : history, lists: new Map(there) });
  }

  /** The packed list of a snapshot, or null when it is not at hand. */
  async loadList(id: RecordId): Promise<Uint8Array | null> {
    const sum = this.#state.lists.get(id);
    if (!sum) return null;
    const known = this.#bytes.get(sum) ?? (await this.#storage.loadList(sum));
    if (known) this.#bytes.set(sum, known);
    return known;
  }
}

/** The lock that the writer of a catalogue holds. */
export function lockNameOf(id: string): string {
  return `aspen-ridge catalogue ${id}`;
}

function unreadable(error: unknown): Issue {
  return createIssue('error', 'storage.unreadable', 'storage', { reason: reasonOf(error) });
}
