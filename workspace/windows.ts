/**
 * What windows of one browser need of each other: a lock that one of them holds to write, and a channel on which they tell
 * what was saved. Passed in, so that three windows can be tested in one process.
 */

/** How a lock is asked for: only if it is free, waiting for it, or taken from whoever holds it. */
type LockWish = 'ifFree' | 'wait' | 'steal';

/** Locks that windows share. */
export interface WriterLocks {
  /**
   * Resolves with the function that lets go, once the lock is held; with null when it is not free, or the wish was
   * withdrawn by the signal. `onStolen` is called when another window takes it.
   */
  hold(
    name: string,
    wish: LockWish,
    onStolen: () => void,
    signal?: AbortSignal,
  ): Promise<(() => void) | null>;
}

/** What windows say to each other about one catalogue. */
export type WindowMessage =
  /** The writer has saved up to this step. */
  | { readonly says: 'saved'; readonly step: number }
  /** All of it is another one: read again. */
  | { readonly says: 'replaced' }
  /** A window asks the writer to let go … */
  | { readonly says: 'letGo'; readonly asks: string }
  /** … which it does, or tells how many edits it could not save. */
  | { readonly says: 'letsGo'; readonly asks: string; readonly unsaved: number };

/** A way to tell the other windows something. */
export interface Channel {
  post(message: WindowMessage): void;
  close(): void;
}

/** Opens a channel of a name; what others post is heard. */
export type OpenChannel = (name: string, onMessage: (message: WindowMessage) => void) => Channel;

interface Holder {
  readonly name: string;
  readonly onStolen: () => void;
}

/** Locks within one process, first come first served. */
export function createMemoryLocks(): WriterLocks {
  const held = new Map<string, Holder>();
  const waiting = new Map<string, (() => void)[]>();
  const take = (name: string, onStolen: () => void): (() => void) => {
    const holder: Holder = { name, onStolen };
    held.set(name, holder);
    return () => {
      if (held.get(name) !== holder) return;
      held.delete(name);
      waiting.get(name)?.shift()?.();
    };
  };
  return {
    hold: async (name, wish, onStolen, signal) => {
      if (wish === 'steal') {
        const before = held.get(name);
        const letGo = take(name, onStolen);
        before?.onStolen();
        return letGo;
      }
      if (!held.has(name)) return take(name, onStolen);
      if (wish === 'ifFree') return null;
      return new Promise((resolve) => {
        const queue = waiting.get(name) ?? [];
        const granted = () => resolve(take(name, onStolen));
        waiting.set(name, [...queue, granted]);
        signal?.addEventListener('abort', () => {
          waiting.set(
            name,
            (waiting.get(name) ?? []).filter((each) => each !== granted),
          );
          resolve(null);
        });
      });
    },
  };
}

/** Channels within one process: what one posts, all others of that name get, a moment later. */
export function createMemoryChannels(): OpenChannel {
  const open = new Map<string, Set<(message: WindowMessage) => void>>();
  return (name, onMessage) => {
    const listeners = open.get(name) ?? new Set();
    open.set(name, listeners);
    listeners.add(onMessage);
    return {
      post: (message) => {
        for (const each of listeners)
          if (each !== onMessage) queueMicrotask(() => listeners.has(each) && each(message));
      },
      close: () => void listeners.delete(onMessage),
    };
  };
}
