/**
 * What a catalogue learns of how its analyst speaks. Where a reading was picked, the words that it left unused speak of its fact from then on; so do the
 * words of a note that was sorted by saying it otherwise. They are records of the catalogue, listed beside the field, and can be deleted there.
 */
import { findRecord, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { diffOfRemoval } from '../catalogue/removal.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { createWord, type Word } from '../catalogue/word.ts';
import { createEdit, type Edited } from '../editing/labelledEdit.ts';
import { createIssue, failure } from '../issue.ts';
import { cuedFact } from './factCues.ts';
import { isNegation } from './line.ts';
import { FILLERS } from './lexicon/common.ts';
import { stemOf, tokensOf, type Token } from './tokens.ts';
import type { MarkedWord } from './understand.ts';

/** A line teaches few words, or none: of many it is not clear which speaks of the fact. */
const MOST_WORDS = 2;

/** The fact that a line's records are of, where they are of one. */
function factOf(
  catalogue: Catalogue,
  records: readonly RecordId[],
): { readonly key: string; readonly value: string } | null {
  const [record, ...more] = records.map((id) => findRecord(catalogue, id));
  return record?.kind === 'reading' && more.length === 0
    ? { key: record.key, value: JSON.stringify(record.value ?? '').toLowerCase() }
    : null;
}

/** What a picked reading of a line teaches: the words that it did not use. */
export function taughtByPick(
  catalogue: Catalogue,
  text: string,
  words: readonly MarkedWord[],
  records: readonly RecordId[],
): Word[] {
  const unused = new Set(words.filter(({ part }) => !part || part === 'remark').map(({ start }) => start));
  return taught(
    catalogue,
    tokensOf(text).filter(({ start }) => unused.has(start)),
    records,
  );
}

/** What a note teaches that was sorted by other words: those that the other words do without. */
export function taughtBySorting(
  catalogue: Catalogue,
  note: string,
  typed: string,
  records: readonly RecordId[],
): Word[] {
  const said = new Set(tokensOf(typed).map(({ stem }) => stem));
  return taught(
    catalogue,
    tokensOf(note).filter(({ stem }) => !said.has(stem)),
    records,
  );
}

function taught(catalogue: Catalogue, tokens: readonly Token[], records: readonly RecordId[]): Word[] {
  const fact = factOf(catalogue, records);
  const spoken = fact && cuedFact(fact.key)?.spoken;
  if (!fact || !spoken) return [];
  const isWord = (token: Token) =>
    token.kind === 'word' &&
    token.low.length > 2 &&
    token.quote === 0 &&
    !FILLERS.has(token.low) &&
    !isNegation(token) &&
    !spoken.has(token.stem) &&
    !/^\p{Lu}/u.test(token.text) &&
    !fact.value.includes(token.low);
  const found = [...new Map(tokens.filter(isWord).map((token) => [token.stem, token])).values()];
  if (found.length > MOST_WORDS) return [];
  const known = [...recordsOf(catalogue, 'word')];
  return found
    .filter(({ stem }) => !known.some((word) => word.key === fact.key && stemOf(word.text) === stem))
    .map(({ low, stem }) => {
      // A word speaks of one fact: what it was taught last.
      const before = known.find((word) => stemOf(word.text) === stem);
      const id = before?.id ?? createFreshId('word', low, (each) => Boolean(findRecord(catalogue, each)));
      return createWord({ id, entered: before?.entered, text: low, key: fact.key });
    });
}

/** Stem → the facts that it was taught to speak of. */
export function learntWords(catalogue: Catalogue): ReadonlyMap<string, string> {
  return new Map([...recordsOf(catalogue, 'word')].map(({ text, key }) => [stemOf(text), key]));
}

/** The learnt words of a catalogue with what each speaks of, in the order of the alphabet. */
export function listLearnt(
  catalogue: Catalogue,
): { readonly id: RecordId; readonly text: string; readonly label: string }[] {
  return [...recordsOf(catalogue, 'word')]
    .map(({ id, text, key }) => ({ id, text, label: findFactKey(key)?.label ?? key }))
    .sort((a, b) => (a.text < b.text ? -1 : 1));
}

/** Deletes a learnt word: what it was taken for stays recorded. Issue `diff.stale`. */
export function deleteWord(catalogue: Catalogue, id: RecordId): Edited {
  const word = findRecord(catalogue, id);
  if (word?.kind !== 'word') return failure(createIssue('error', 'diff.stale', id));
  const label = { code: 'word.delete', params: { text: word.text } } as const;
  return createEdit(catalogue, label, diffOfRemoval(catalogue, [id]), undefined);
}
