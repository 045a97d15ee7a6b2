/** Reads a catalogue file, or names and packs a state, off the main thread. One question to a worker. */
import { catalogueOfRecords } from '../../core/catalogue/wholeCatalogue.ts';
import type { AnyRecord } from '../../core/catalogue/recordKinds.ts';
import { readRecordStream } from '../../core/exchange/catalogueFile.ts';
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
    if (characters - told < TELL_EVERY) return;
    told = characters;
    post({ type: 'progress', characters });
  };
  let part: AnyRecord[] = [];
  const handOn = () => {
    post({ type: 'records', records: part });
    part = [];
  };
  const onRecord = (record: AnyRecord) => {
    if (part.push(record) === PART) handOn();
  };
  const isHandedOn = file.size <= MOST_HANDED_ON;
  const done = await readRecordStream(() => piecesOf(file), file.name, {
    ...{ most, onProgress },
    ...(isHandedOn && { onRecord }),
  });
  if (!done.ok) return post({ type: 'refused', issues: done.issues });
  const { records, packages, areAsTold } = done.value;
  if (!isHandedOn || !areAsTold) {
    post({ type: 'anew' });
    part = [];
    records.forEach(onRecord);
  }
  handOn();
  post({ type: 'read', packages, issues: done.issues });
}

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
