/**
 * How a word that is being typed may go on: what the fact can be, the names of records, words and values of the dossier and its bases,
 * words of the trade. The first is shown in the field and taken by one key.
 */
import { recordsOf, type Catalogue } from '../../catalogue/catalogue.ts';
import { elementsOfValue } from '../../catalogue/factValue.ts';
import { recordsBelongingTo } from '../../catalogue/pointers.ts';
import type { Reading } from '../../catalogue/reading.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import { firstDayOf } from '../../catalogue/days.ts';
import { chainOf } from '../../lineage/chain.ts';
import { distributionOf, editionsOf, releasesOf } from '../../lineage/releases.ts';
import type { LineContext } from './lineDesk.ts';
import { namesFrom, splitLine } from './lineNames.ts';
import { USUAL_CONDITIONS, usualOf, VOCABULARY } from './vocabulary.ts';

/** A way in which the end of a text may go on. */
export interface WordCompletion {
  /** The text with the word completed. */
  readonly text: string;
  /** What is added behind the letters that are typed. */
  readonly added: string;
}

/** What begins a phrase: the beginning of the text, or what stands behind a space, a bracket or a quotation mark. */
const PHRASE_STARTS = /(?:^|[\s([{“"'=|])(?=\S)/g;

/** How a text may go on, the best first; none where its last word is whole, or no letter of one is typed. */
export function completeWord(context: LineContext, text: string, limit = 4): WordCompletion[] {
  if (!/[\p{L}\p{N}-]$/u.test(text)) return [];
  const found = new Map<string, WordCompletion>();
  const phrases = phrasesFor(context, text);
  // The longest beginning first: `process v` is `process viewer`, before `v` is `video`.
  const starts = [...text.matchAll(PHRASE_STARTS)].map((match) => match.index + match[0].length).slice(-3);
  for (const start of starts) {
    const begun = text.slice(start);
    const small = begun.toLowerCase();
    for (const phrase of phrases) {
      if (phrase.length <= begun.length || !phrase.toLowerCase().startsWith(small)) continue;
      const added = phrase.slice(begun.length);
      // Where the case differs, the phrase is written as it is known.
      const whole = `${text.slice(0, start)}${phrase.startsWith(begun) ? begun + added : phrase}`;
      if (!found.has(whole)) found.set(whole, { text: whole, added });
      if (found.size >= limit) return [...found.values()];
    }
  }
  return [...found.values()];
}

/** The phrases that a text may go on with, the nearest first. */
function phrasesFor(context: LineContext, text: string): readonly string[] {
  const named = splitLine(text);
  const fact = named && named.rest !== '' ? named.name.fact : undefined;
  // While a name is typed, names go on; behind it all that can be said.
  if (context.turn.source && (!named || named.rest === '')) return namesFrom(text);
  return [
    ...(/ @ [^#]*$/.test(text) || named?.name.word === 'from' || !context.turn.source
      ? USUAL_CONDITIONS
      : []),
    ...(fact?.choices ?? []),
    ...(named && named.rest !== '' ? usualOf(named.name.id) : []),
    ...(fact?.settings ?? []),
    ...(fact ? valuesBelow(context, fact.key) : []),
    ...namesIn(context.catalogue, context.turn.subject),
    ...wordsOfDossier(context),
    ...VOCABULARY,
  ];
}

const names = new WeakMap<Catalogue, readonly string[]>();

/** Names of distributions and of the editions and releases of what is looked at. */
function namesIn(catalogue: Catalogue, subject: RecordId | null): readonly string[] {
  let all = names.get(catalogue);
  if (!all)
    names.set(catalogue, (all = [...recordsOf(catalogue, 'distribution')].map(({ name }) => name).sort()));
  if (!subject) return all;
  const distribution = distributionOf(catalogue, subject);
  return [
    ...releasesOf(catalogue, distribution).map(({ version }) => version),
    ...editionsOf(catalogue, distribution).map(({ name }) => name),
    ...all,
  ];
}

/** What the bases have for a fact. */
function valuesBelow({ catalogue, turn, today }: LineContext, key: string): string[] {
  if (!turn.subject) return [];
  const chain = chainOf(catalogue, turn.subject, firstDayOf(today), turn.edition).slice(0, -1);
  return chain
    .toReversed()
    .flatMap(({ id }) => recordsBelongingTo(catalogue, id, 'reading'))
    .filter((reading) => reading.key === key)
    .flatMap(phrasesOf);
}

const dossiers = new WeakMap<Catalogue, Map<RecordId, readonly string[]>>();

/** Words of six letters and more, and names of elements, that the dossier of a distribution has already; the latest first. */
function wordsOfDossier({ catalogue, turn }: LineContext): readonly string[] {
  if (!turn.subject) return [];
  let known = dossiers.get(catalogue);
  if (!known) dossiers.set(catalogue, (known = new Map()));
  let words = known.get(turn.subject);
  if (!words) known.set(turn.subject, (words = collectWords(catalogue, turn.subject)));
  return words;
}

function collectWords(catalogue: Catalogue, subject: RecordId): string[] {
  const distribution = distributionOf(catalogue, subject);
  const owners = [...new Set([subject, distribution])];
  const readings = owners
    .flatMap((id) => recordsBelongingTo(catalogue, id, 'reading'))
    .sort((a, b) => b.entered - a.entered)
    .slice(0, 400);
  const sources = owners
    .flatMap((id) => recordsBelongingTo(catalogue, id, 'reading'))
    .flatMap(({ source }) => source ?? []);
  const titles = [...new Set(sources)].flatMap((id) => catalogue.records.source.get(id)?.title ?? []);
  return [...new Set([...titles, ...readings.flatMap(phrasesOf), ...readings.flatMap(wordsOf)])];
}

/** The value of a reading, or the names of its elements. */
function phrasesOf({ value }: Reading): string[] {
  const names = typeof value === 'string' ? [value] : elementsOfValue(value).map(({ name }) => name);
  return names.filter((each) => each.length > 3 && each.length < 60);
}

function wordsOf({ value, said = '', conditions }: Reading): string[] {
  const text = [
    typeof value === 'string' ? value : '',
    said,
    conditions?.tool ?? '',
    conditions?.openPrograms ?? '',
  ].join(' ');
  const around = [conditions?.tool, conditions?.openPrograms].flatMap((each) => each ?? []);
  return [...around, ...(text.match(/\p{L}{6,}/gu) ?? [])];
}
