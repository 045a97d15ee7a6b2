/** Windows within one process: locks and channels for tests and the command line. */
import type { WriterLocks, OpenChannel, WindowMessage } from './windows.ts';

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
