/**
 * Which of several windows writes one catalogue. The first holds a lock; the others wait for it, and can ask for it: the
 * writer then saves what it has and is relieved, and one that does not answer is relieved all the same.
 */
import { createIssue, failure, success, type Result } from '../core/issue.ts';
import type { Channel, OpenChannel, WindowMessage, WriterLocks } from './windows.ts';

interface RoleHost {
  readonly locks: WriterLocks;
  readonly openChannel: OpenChannel;
  readonly later: (milliseconds: number, work: () => void) => () => void;
  readonly chanceId: () => string;
  /** This window writes from now on; resolves when it is ready to. */
  readonly onWriter: () => Promise<void>;
  /** Another window writes from now on; false when this one is not to take its turn again by itself. */
  readonly onReader: () => Promise<boolean>;
  /** Saves what can be saved; how many edits could not be. */
  readonly saveAll: () => Promise<number>;
  /** The writer has saved a step, or put another catalogue in the place of all. */
  readonly onSaved: (isAnother: boolean) => void;
}

/** Milliseconds that a writer has to answer a window that wants to take over. */
const PATIENCE = 3000;

/** Whether this window writes a catalogue. */
export class WriterRole {
  #letGo: (() => void) | null = null;
  #waiting: AbortController | null = null;
  readonly #channel: Channel;
  #isClosed = false;
  readonly #answers = new Map<string, (unsaved: number) => void>();

  constructor(
    private readonly lockName: string,
    private readonly host: RoleHost,
  ) {
    this.#channel = host.openChannel(lockName, (message) => this.#hear(message));
  }

  get isWriter(): boolean {
    return this.#letGo !== null;
  }

  /** Becomes the writer when there is none. */
  async begin(): Promise<'writer' | 'reader'> {
    const letGo = await this.host.locks.hold(this.lockName, 'ifFree', () => this.#giveUp());
    if (!letGo) return 'reader';
    await this.#become(letGo);
    return 'writer';
  }

  async #become(letGo: () => void): Promise<void> {
    if (this.#isClosed) return letGo();
    this.#waiting = null;
    this.#letGo = letGo;
    await this.host.onWriter();
  }

  /** Waits for the present writer to go, by itself or because it died. */
  waitForTurn(): void {
    if (this.#isClosed || this.#waiting) return;
    const waiting = new AbortController();
    this.#waiting = waiting;
    const granted = this.host.locks.hold(this.lockName, 'wait', () => this.#giveUp(), waiting.signal);
    void granted.then((letGo) => {
      if (letGo && waiting.signal.aborted) letGo();
      else if (letGo) void this.#become(letGo);
    });
  }

  #giveUp(): void {
    this.#letGo = null;
    if (this.#isClosed) return;
    void this.host.onReader().then((waits) => {
      if (waits && !this.#letGo) this.waitForTurn();
    });
  }

  /** Makes this window the one that writes. Issue `window.unsaved` when the other has edits that it could not save. */
  async takeOver(force: boolean): Promise<Result<null>> {
    if (this.#letGo) return success(null);
    const unsaved = await this.#askToLetGo();
    if (unsaved && !force)
      return failure(createIssue('error', 'window.unsaved', 'window', { count: unsaved }));
    this.#waiting?.abort();
    this.#waiting = null;
    const letGo = await this.host.locks.hold(this.lockName, 'steal', () => this.#giveUp());
    if (letGo) await this.#become(letGo);
    return success(null);
  }

  /** How many edits the writer could not save; 0 when it does not answer. */
  #askToLetGo(): Promise<number> {
    const asks = this.host.chanceId();
    return new Promise((resolve) => {
      const callOff = this.host.later(PATIENCE, () => this.#answers.get(asks)?.(0));
      this.#answers.set(asks, (unsaved) => {
        callOff();
        this.#answers.delete(asks);
        resolve(unsaved);
      });
      this.#channel.post({ says: 'letGo', asks });
    });
  }

  #hear(message: WindowMessage): void {
    if (message.says === 'letsGo') this.#answers.get(message.asks)?.(message.unsaved);
    else if (message.says === 'letGo') void this.#answer(message.asks);
    else if (!this.#letGo) this.host.onSaved(message.says === 'replaced');
  }

  async #answer(asks: string): Promise<void> {
    if (!this.#letGo) return;
    this.#channel.post({ says: 'letsGo', asks, unsaved: await this.host.saveAll() });
  }

  /** Tells the other windows what was saved. */
  tell(message: WindowMessage): void {
    if (!this.#isClosed) this.#channel.post(message);
  }

  /** Lets go of lock and channel. */
  close(): void {
    this.#isClosed = true;
    this.#waiting?.abort();
    this.#channel.close();
    this.#letGo?.();
    this.#letGo = null;
  }
}
