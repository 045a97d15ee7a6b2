/** Merges a catalogue file into the open catalogue, off the main thread. */
import type { AnyRecord } from '../../core/catalogue/recordKinds.ts';
import { MergeWork } from '../../workspace/mergeWork.ts';
import { piecesOf } from './piecesOf.ts';
import type { MergeAnswers, MergeAsk, MergeMessage, MergeReply } from './mergeMessages.ts';

const waiting: AnyRecord[] = [];
let work: MergeWork | null = null;

async function answer(ask: MergeAsk): Promise<MergeAnswers[keyof MergeAnswers]> {
  if (ask.type === 'records') {
    for (const record of ask.records) waiting.push(record);
    return null;
  }
  work ??= new MergeWork(waiting);
  switch (ask.type) {
    case 'read':
      return work.read(() => piecesOf(ask.file), ask.file.name, ask.known);
    case 'begin':
      return work.begin(ask.ancestor);
    case 'merge':
      return work.merge(ask.decisions);
    case 'finish':
      return work.finish(ask.lists, ask.now);
  }
}

self.addEventListener('message', ({ data }: MessageEvent<MergeMessage>) => {
  const post = (reply: MergeReply) => self.postMessage(reply);
  answer(data).then(
    (given) => post({ number: data.number, answer: given }),
    (error: unknown) =>
      post({ number: data.number, reason: error instanceof Error ? error.message : String(error) }),
  );
});
