/** Whole catalogues, read and packed in a worker of their own, which ends with the answer. */
import { recordsInParts } from '../../core/catalogue/allRecords.ts';
import type { Catalogue } from '../../core/catalogue/catalogue.ts';
import type { CatalogueWithPackages } from '../../core/exchange/catalogueFile.ts';
import { createIssue, failure, type Result } from '../../core/issue.ts';
import type { PackedState } from '../../workspace/packState.ts';
import { ArrivingCatalogue } from './arrivingCatalogue.ts';
import type { CatalogueAnswer, CatalogueAsk } from './catalogueMessages.ts';

/** How many records a window works with: three times the size that is promised to be fast. */
const MOST_RECORDS = 700_000;

/** Asks and hears answers until one is the last; then the worker is ended. Rejects when it ends before. */
function converse<T>(
  begin: (post: (ask: CatalogueAsk) => void) => Promise<void> | void,
  hear: (answer: CatalogueAnswer) => T | undefined,
  signal?: AbortSignal,
): Promise<T> {
  const worker = new Worker(new URL('./catalogue.worker.ts', import.meta.url), { type: 'module' });
  return new Promise<T>((resolve, reject) => {
    signal?.addEventListener('abort', () => reject(new DOMException('stopped', 'AbortError')));
    worker.addEventListener('error', ({ message }) => reject(new Error(message || 'the worker ended')));
    worker.addEventListener('message', ({ data }: MessageEvent<CatalogueAnswer>) => {
      if (data.type === 'failed') return reject(new Error(data.reason));
      const last = hear(data);
      if (last !== undefined) resolve(last);
    });
    Promise.resolve(begin((ask) => worker.postMessage(ask))).catch(reject);
  }).finally(() => worker.terminate());
}

/**
 * Reads a catalogue file as a stream; `onProgress` is told the share that is read, `signal` stops it (issue `export.stopped`). Nothing
 * changes by it.
 */
export async function readCatalogueFile(
  file: File,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<Result<CatalogueWithPackages>> {
  const arriving = new ArrivingCatalogue();
  try {
    return await converse<Result<CatalogueWithPackages>>(
      (post) => post({ type: 'read', file, most: MOST_RECORDS }),
      (answer) => {
        if (answer.type === 'progress') onProgress(answer.characters / file.size);
        return arriving.hear(answer);
      },
      signal,
    );
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error);
    const code = signal.aborted ? 'export.stopped' : 'export.unread';
    return failure(createIssue('error', code, file.name, { reason }));
  }
}

/** Names and packs a state. Between two parts of its records the page answers. */
export function packStateInWorker(catalogue: Catalogue, now: string): Promise<PackedState> {
  return converse(
    async (post) => {
      for (const records of recordsInParts(catalogue)) {
        post({ type: 'records', records });
        await new Promise((resolve) => setTimeout(resolve, 0));
      }
      post({ type: 'pack', now });
    },
    (answer) => (answer.type === 'packed' ? answer.packed : undefined),
  );
}
