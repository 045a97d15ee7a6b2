/**
 * Steps on their way to the store, one after another in the order in which they were taken. What fails is tried again until
 * it is written; what is not acknowledged is never called saved.
 */
import type { HistoryStep } from '../core/catalogue/edit.ts';
import { LostStore, type CatalogueStorage } from './catalogueStorage.ts';
import type { SavedState } from './savedState.ts';

/** How far the edits of this window are saved. */
export interface Saving {
  /**
   * `failed`: tried again by itself; `emptied`: the storage was cleared under the open page; `takenOver`: another window
   * writes now, and what is unsaved is here only.
   */
  readonly state: 'saved' | 'saving' | 'failed' | 'emptied' | 'takenOver';
  readonly unsaved: number;
  /** ISO date and time of the last acknowledged step; empty before there was one. */
  readonly at: string;
  readonly reason: string;
}

/** A step with the state that it leads to, and the lists that are saved before it, by checksum. */
interface UnsavedStep {
  readonly step: HistoryStep;
  readonly after: SavedState;
  readonly bytes: ReadonlyMap<string, Uint8Array>;
}

interface QueueHost {
  readonly now: () => string;
  /** Does something after some milliseconds; gives the function that calls it off. */
  readonly later: (milliseconds: number, work: () => void) => () => void;
  /** Told after every change of `saving`. */
  readonly onSaving: (saving: Saving) => void;
  /** Told of each state that is acknowledged, and after a checkpoint of it. */
  readonly onSaved: (state: SavedState) => void;
}

/** Milliseconds until a failed write is tried again, the last one over and over. */
const RETRIES = [1000, 2000, 5000, 10_000, 30_000] as const;

/** The steps of one session that are not saved yet. */
export class SavingQueue {
  readonly #steps: UnsavedStep[] = [];
  #saving: Saving = { state: 'saved', unsaved: 0, at: '', reason: '' };
  #saved: SavedState | null = null;
  #failedCheckpoint: SavedState | null = null;
  #draining: Promise<void> | null = null;
  #callOffRetry: (() => void) | null = null;
  #failures = 0;
  #mayWrite = false;
  /** One while all of a catalogue is being written. */
  #beginning = 0;

  constructor(
    private readonly storage: CatalogueStorage,
    private readonly host: QueueHost,
  ) {}

  get saving(): Saving {
    return this.#saving;
  }

  #tell(change: Partial<Saving>): void {
    this.#saving = { ...this.#saving, ...change, unsaved: this.#steps.length + this.#beginning };
    this.host.onSaving(this.#saving);
  }

  /** From now on steps are written; `saved` is what the store holds. */
  start(saved: SavedState): void {
    this.#mayWrite = true;
    this.#saved = saved;
    this.forget();
    if (this.#isCheckpointDue) void this.drain();
  }

  /** All of a catalogue is being written: what is unsaved is forgotten, and steps that come meanwhile wait. */
  hold(): void {
    this.#mayWrite = false;
    this.#steps.length = 0;
    this.#beginning = 1;
    this.#tell({ state: 'saving', reason: '' });
  }

  /** All of it is written: the steps that waited are next. */
  begun(saved: SavedState): void {
    this.#mayWrite = true;
    this.#beginning = 0;
    this.#saved = saved;
    this.#failures = 0;
    this.#tell({ state: this.#steps.length ? 'saving' : 'saved', at: this.host.now(), reason: '' });
    if (this.#steps.length > 0 || this.#isCheckpointDue) void this.drain();
  }

  /** It could not be written: the steps that waited went with it. */
  letGo(): void {
    this.#beginning = 0;
    this.forget();
  }

  /** From now on nothing is written: another window does. Resolves with how many steps are here only. */
  async stop(): Promise<number> {
    this.#mayWrite = false;
    this.#callOffRetry?.();
    // A write that hangs may never end: what it was to save is told as unsaved until it does.
    if (this.#steps.length > 0) this.#tell({ state: 'takenOver' });
    await this.settled();
    if (this.#steps.length > 0) this.#tell({ state: 'takenOver' });
    return this.#steps.length;
  }

  /** Forgets what is not saved. */
  forget(): void {
    this.#steps.length = 0;
    this.#failures = 0;
    this.#tell({ state: 'saved', reason: '' });
  }

  push(step: UnsavedStep): void {
    this.#steps.push(step);
    const { state } = this.#saving;
    this.#tell({ state: state === 'saved' ? 'saving' : state });
    if (state !== 'emptied') void this.drain();
  }

  /** Writes what is not written yet, now. Resolves when all is, or a write has failed. */
  drain(): Promise<void> {
    this.#callOffRetry?.();
    this.#callOffRetry = null;
    return (this.#draining ??= this.#writeAll().finally(() => (this.#draining = null)));
  }

  /** Resolves when nothing is being written any more. */
  async settled(): Promise<void> {
    while (this.#draining) await this.#draining;
  }

  async #writeAll(): Promise<void> {
    try {
      while (this.#mayWrite && (this.#steps.length > 0 || this.#isCheckpointDue)) {
        const [next] = this.#steps;
        if (next) await this.#write(next);
        else await this.#checkpoint();
      }
    } catch (error) {
      this.#fail(error);
    }
  }

  async #write(next: UnsavedStep): Promise<void> {
    await this.storage.saveStep(next.step, next.bytes);
    this.#steps.shift();
    this.#saved = next.after;
    this.#failures = 0;
    this.#tell({ state: this.#steps.length ? 'saving' : 'saved', at: this.host.now(), reason: '' });
    this.host.onSaved(next.after);
  }

  /** A checkpoint that failed waits for the next step: what was acknowledged is there without it. */
  get #isCheckpointDue(): boolean {
    return this.storage.isCheckpointDue && this.#saved !== null && this.#failedCheckpoint !== this.#saved;
  }

  async #checkpoint(): Promise<void> {
    const saved = this.#saved!;
    try {
      await this.storage.checkpoint(saved);
      this.host.onSaved(saved);
    } catch (error) {
      if (error instanceof LostStore) throw error;
      this.#failedCheckpoint = saved;
    }
  }

  #fail(error: unknown): void {
    const reason = reasonOf(error);
    if (error instanceof LostStore) return this.#tell({ state: error.reason, reason });
    if (!this.#mayWrite) return;
    this.#tell({ state: 'failed', reason });
    const wait = RETRIES[Math.min(this.#failures, RETRIES.length - 1)];
    this.#failures++;
    this.#callOffRetry = this.host.later(wait, () => void this.drain());
  }
}

/** What an error says of itself. */
export function reasonOf(error: unknown): string {
  return error instanceof Error ? error.message || error.name : String(error);
}
