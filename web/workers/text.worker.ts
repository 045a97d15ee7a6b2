/** Reads the sentences of a whole text, off the main thread; a few at a time are told. */
import { createCatalogue } from '../../core/catalogue/createCatalogue.ts';
import { withRecords } from '../../core/catalogue/applyDiff.ts';
import type { LineContext } from '../../core/editing/lines/lineDesk.ts';
import { readEntry, withChoice } from '../../core/understanding/entry.ts';
import { wordChoice } from '../../core/wording/lineText.ts';
import type { ReadSentence, TextAsk, TextReply } from './textMessages.ts';

const AT_ONCE = 10;

function readSentence(context: LineContext, text: string): ReadSentence {
  const { outcome, choices } = readEntry(context, text);
  if (outcome !== 'recorded' && outcome !== 'ask') return { outcome: 'note', told: [] };
  return {
    outcome,
    told: choices.map((choice) => wordChoice(withChoice(context, choice), choice.edit).text),
  };
}

addEventListener('message', ({ data }: MessageEvent<TextAsk>) => {
  const { number, records, turn, today, author, sentences } = data;
  const context: LineContext = { catalogue: withRecords(createCatalogue(), records), turn, today, author };
  for (let at = 0; at < sentences.length; at += AT_ONCE) {
    const read = sentences.slice(at, at + AT_ONCE).map((sentence) => readSentence(context, sentence));
    postMessage({ number, read } satisfies TextReply);
  }
});
