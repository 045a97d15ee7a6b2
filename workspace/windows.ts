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
