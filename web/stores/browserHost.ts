/** The browser as the workspace sees it: databases, locks between windows, channel, notes, clock and chance. */
import { z } from '../../core/schemaChecks.ts';
import { createIssue, failure, success, type Result } from '../../core/issue.ts';
import type { KeyValueStore } from '../../workspace/keyValueStore.ts';
import { createMemoryNotes, type NotePad } from '../../workspace/notePad.ts';
import type { OpenChannel, WindowMessage, WriterLocks } from '../../workspace/windows.ts';
import type { WorkspaceHost } from '../../workspace/workspace.ts';
import { packStateInWorker } from '../workers/catalogueClient.ts';
import { createBrowserStore } from './browserStore.ts';

/** Names of the databases of the first versions of the program, which were catalogue ids too. */
const OLD_STORES = ['sample', 'own'];

/**
 * Everything that a workspace needs of this browser and this window. `onSampleWait` is told how far the server is with making the
 * sample, 0 to 1, and null when it is there.
 */
export function createBrowserHost(onSampleWait: (share: number | null) => void): WorkspaceHost {
  return {
    openStore: createBrowserStore,
    oldStores: findOldStores,
    locks: createBrowserLocks(),
    openChannel: openBroadcast,
    notes: notesOf(() => window.localStorage),
    windowNotes: notesOf(() => window.sessionStorage),
    now: () => new Date().toISOString(),
    later: (milliseconds, work) => {
      const timer = window.setTimeout(work, milliseconds);
      return () => window.clearTimeout(timer);
    },
    chanceId: () => crypto.randomUUID().slice(0, 13).replace('-', ''),
    loadSample: () => loadSample(onSampleWait),
    packState: packStateInWorker,
    askToPersist: async () => (await navigator.storage?.persist?.()) ?? false,
  };
}

/** The server makes the sample at its first start: until that is done it says how far it is. */
async function loadSample(onWait: (share: number | null) => void): Promise<Result<string>> {
  try {
    for (;;) {
      const response = await fetch('/sample/catalogue.json');
      if (response.status === 200) return success(await response.text());
      const said = response.status === 202 ? sampleStateSchema.safeParse(await response.json()) : null;
      if (said?.data?.state !== 'making') {
        const reason = said?.data?.reason ?? '';
        return failure(
          createIssue('error', reason ? 'sample.failed' : 'sample.absent', 'sample', { reason }),
        );
      }
      onWait(said.data.share ?? 0);
      await new Promise((resolve) => setTimeout(resolve, 500));
    }
  } catch {
    return failure(createIssue('error', 'sample.unreachable', 'sample'));
  } finally {
    onWait(null);
  }
}

const sampleStateSchema = z.object({
  state: z.string(),
  share: z.number().optional(),
  reason: z.string().optional(),
});

async function findOldStores(): Promise<Map<string, KeyValueStore>> {
  const names = new Set((await indexedDB.databases()).map(({ name }) => name));
  const found = OLD_STORES.filter((id) => names.has(`aspen-ridge-${id}`));
  return new Map(found.map((id) => [id, createBrowserStore(id)]));
}

/** Locks of the Web Locks API: they are let go when the window is closed or dies. */
function createBrowserLocks(): WriterLocks {
  return {
    hold: (name, wish, onStolen, signal) =>
      new Promise((resolve, reject) => {
        let isHeld = false;
        const options: LockOptions =
          wish === 'ifFree' ? { ifAvailable: true } : wish === 'steal' ? { steal: true } : { signal };
        const ended = navigator.locks.request(name, options, (lock) => {
          if (!lock) return resolve(null);
          isHeld = true;
          return new Promise<void>((letGo) => resolve(letGo));
        });
        ended.catch((error: unknown) => {
          if (isHeld) onStolen();
          else if (error instanceof DOMException && error.name === 'AbortError') resolve(null);
          else reject(error as Error);
        });
      }),
  };
}

const openBroadcast: OpenChannel = (name, onMessage) => {
  const channel = new BroadcastChannel(name);
  channel.addEventListener('message', ({ data }: MessageEvent<WindowMessage>) => onMessage(data));
  return { post: (message) => channel.postMessage(message), close: () => channel.close() };
};

/** Notes in a storage of the browser; in memory where it forbids this site to store anything. */
export function notesOf(open: () => Storage): NotePad {
  try {
    const storage = open();
    return {
      get: (key) => storage.getItem(key),
      set: (key, text) => storage.setItem(key, text),
      remove: (key) => storage.removeItem(key),
      keys: () => Array.from({ length: storage.length }, (_, i) => storage.key(i)!),
    };
  } catch {
    return createMemoryNotes(); // the databases tell that nothing can be stored
  }
}
