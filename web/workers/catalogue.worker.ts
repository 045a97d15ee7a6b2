/** Reads a catalogue file, or names and packs a state, off the main thread. One question to a worker. */
import { catalogueOfRecords } from '../../core/catalogue/wholeCatalogue.ts';
import type { AnyRecord } from '../../core/catalogue/recordKinds.ts';
import { handOnRecords, readRecordStream } from '../../core/exchange/catalogueFile.ts';
import type { Issue } from '../../core/issue.ts';
import { packState } from '../../workspace/packState.ts';
import type { CatalogueAnswer, CatalogueAsk } from './catalogueMessages.ts';
import { piecesOf } from './piecesOf.ts';

/** How many records go in one message, and between how many characters progress is told. */
const PART = 5000;
const TELL_EVERY = 2_000_000;
/** Bytes of a file whose records the page is given while they are read; a larger one may be refused for its size. */
const MOST_HANDED_ON = 128 << 20;

const sent: AnyRecord[] = [];
const post = (answer: CatalogueAnswer) => self.postMessage(answer);

async function read(file: File, most: number): Promise<void> {
  let told = 0;
  const onProgress = (characters: number) => {
    if (characters < told) told = 0;
    if (characters - told < TELL_EVERY) return;
    told = characters;
    post({ type: 'progress', characters });
  };
  const open = () => piecesOf(file);
  const options = { most, onProgress };
  if (file.size <= MOST_HANDED_ON) {
    const onText = (text: string) => post({ type: 'text', text });
    const done = await handOnRecords(open, file.name, onText, options);
    if (done)
      return post(done.ok ? { type: 'read', ...done.value, issues: done.issues } : refused(done.issues));
    post({ type: 'anew' });
  }
  const done = await readRecordStream(open, file.name, options);
  if (!done.ok) return post(refused(done.issues));
  const { records, packages } = done.value;
  for (let at = 0; at < records.length; at += PART)
    post({ type: 'records', records: records.slice(at, at + PART) });
  post({ type: 'read', packages, issues: done.issues });
}

const refused = (issues: readonly Issue[]): CatalogueAnswer => ({ type: 'refused', issues });

async function answer(ask: CatalogueAsk): Promise<void> {
  if (ask.type === 'read') return read(ask.file, ask.most);
  if (ask.type === 'pack')
    return post({ type: 'packed', packed: await packState(catalogueOfRecords(sent), ask.now) });
  for (const record of ask.records) sent.push(record);
}

self.addEventListener('message', ({ data }: MessageEvent<CatalogueAsk>) => {
  answer(data).catch((error: unknown) =>
    post({ type: 'failed', reason: error instanceof Error ? error.message : String(error) }),
  );
});
