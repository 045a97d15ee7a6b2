/** Windows of one browser within one process: shared stores, locks, channels and notes; a clock and timers that a test moves. */
import { createMemoryStore, type KeyValueStore } from '../workspace/keyValueStore.ts';
import { createMemoryNotes, type NotePad } from '../workspace/notePad.ts';
import type { OpenChannel, WriterLocks } from '../workspace/windows.ts';
import { createMemoryChannels, createMemoryLocks } from '../workspace/memoryWindows.ts';
import type { SessionHost } from '../workspace/session.ts';
import { packState } from '../workspace/packState.ts';
import type { WorkspaceHost } from '../workspace/workspace.ts';
import { success } from '../core/issue.ts';

interface Timer {
  at: number;
  work: () => void;
}

/** One browser: what its windows share. */
export class OneBrowser {
  readonly contents = new Map<string, Map<string, unknown>>();
  readonly locks: WriterLocks = createMemoryLocks();
  readonly openChannel: OpenChannel = createMemoryChannels();
  readonly notes: NotePad = createMemoryNotes();
  /** Puts something between a window and its store, by the store's name. */
  between: (name: string, store: KeyValueStore) => KeyValueStore = (_, store) => store;
  old = new Map<string, KeyValueStore>();
  sample = '';
  #now = 0;
  #ids = 0;
  #timers: Timer[] = [];

  store(name: string): KeyValueStore {
    let values = this.contents.get(name);
    if (!values) this.contents.set(name, (values = new Map()));
    return this.between(name, createMemoryStore(values));
  }

  /** Moves the clock on, and does what was to be done by then. */
  async pass(milliseconds: number): Promise<void> {
    this.#now += milliseconds;
    const due = this.#timers.filter(({ at }) => at <= this.#now);
    this.#timers = this.#timers.filter(({ at }) => at > this.#now);
    for (const { work } of due) work();
    await settle();
  }

  #shared() {
    return {
      locks: this.locks,
      openChannel: this.openChannel,
      notes: this.notes,
      now: () => new Date(Date.UTC(2026, 10, 28) + this.#now).toISOString(),
      later: (milliseconds: number, work: () => void) => {
        const timer = { at: this.#now + milliseconds, work };
        this.#timers.push(timer);
        return () => void (this.#timers = this.#timers.filter((each) => each !== timer));
      },
      chanceId: () => `id${++this.#ids}`,
    };
  }

  sessionHost(name: string): SessionHost {
    return { ...this.#shared(), store: this.store(name) };
  }

  workspaceHost(): WorkspaceHost {
    return {
      ...this.#shared(),
      openStore: (name) => this.store(name),
      oldStores: async () => this.old,
      windowNotes: createMemoryNotes(),
      packState,
      loadSample: async () => success(this.sample),
      askToPersist: async () => true,
    };
  }
}

/** Asks again and again until nothing is thrown any more; throws what was thrown last after ten seconds. */
export async function eventually<T>(check: () => T): Promise<T> {
  for (const begun = Date.now(); ;) {
    try {
      return check();
    } catch (error) {
      if (Date.now() - begun > 10_000) throw error;
      await settle();
    }
  }
}

/** Lets everything that was begun come to its end. */
export async function settle(): Promise<void> {
  for (let i = 0; i < 20; i++) await new Promise((resolve) => setTimeout(resolve, 0));
}
