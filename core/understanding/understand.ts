/**
 * A line of notes, as people write them, understood: its words are covered by what they may mean, and what fits best by a margin is recorded;
 * where two readings are near each other they are asked about, and what says nothing that is known stays a note. Nothing is refused.
 */
import type { Element, FactValue } from '../catalogue/factValue.ts';
import type { Edited } from '../editing/labelledEdit.ts';
import {
  LineDesk,
  unlessRefused,
  type LineContext,
  type VisitTurn,
  type WrittenLine,
} from '../editing/lines/lineDesk.ts';
import { nameOf } from '../lineage/names.ts';
import { coversOf, type Cover } from './cover.ts';
import { corrected } from './corrections.ts';
import { cuedFact } from './factCues.ts';
import { isNegation, readLine, type Line } from './line.ts';
import type { Meaning, Part } from './meaning.ts';
import { sceneOf, type Scene } from './scene.ts';
import { tokensOf } from './tokens.ts';
import { writeMeaning } from './writeMeanings.ts';

/** One way to understand a line. */
export interface Choice {
  readonly meanings: readonly Meaning[];
  readonly parts: readonly MarkedWord[];
  readonly score: number;
  readonly loss: number;
}

/** A word of the line, and the part it plays; none for one that nothing uses. */
export interface MarkedWord {
  readonly start: number;
  readonly end: number;
  readonly part?: Part;
}

/** What became of a line. */
export interface Understood {
  readonly outcome: 'recorded' | 'ask' | 'note';
  /** The likeliest first; one where it is clear, two or three where it is asked. */
  readonly choices: readonly Choice[];
  readonly evidence?: Evidence;
}

/** Who is looked at, where a source is said too. */
export type OpenTurn = VisitTurn & { readonly subject: string };

const LONGEST = 2000;
/** What a cover has to reach to be offered at all, and how sure it has to be to be taken without asking. */
export interface Levels {
  readonly note: number;
  readonly sure: number;
}

const LEVELS: Levels = { note: 0.1, sure: 1.4 };
const MOST_CHOICES = 3;
/** Readings that are no further apart fit equally well. */
const EQUAL = 0.12;

/** Reads a line. */
export function understand(
  context: LineContext & { readonly turn: OpenTurn },
  text: string,
  levels: Levels = LEVELS,
): Understood {
  const said = text.trim();
  if (!said || said.length > LONGEST) return { outcome: 'note', choices: [] };
  const scene = sceneOf(context.catalogue, context.turn, context.today);
  const line = readLine(scene, said);
  const special = corrected(scene, line);
  const covers = special ?? coversWithReason(scene, line);
  return judged(
    line,
    covers.filter(({ meanings }) => meanings.length > 0),
    levels,
  );
}

/** What stands behind “so that” is what is said, where nothing stands before it. */
function coversWithReason(scene: Scene, line: Line): Cover[] {
  const covers = coversOf(scene, line);
  if (!line.reason || (covers[0]?.meanings.length ?? 0) > 0) return covers;
  const { reason: _reason, ...whole } = line;
  return coversOf(scene, whole);
}

function judged(line: Line, covers: readonly Cover[], levels: Levels): Understood {
  const distinct = new Map<string, Cover>();
  for (const cover of covers) {
    const key = keyOf(cover);
    if (!distinct.has(key)) distinct.set(key, cover);
  }
  const [first, ...others] = [...distinct.values()];
  if (!first) return { outcome: 'note', choices: [] };
  const evidence = evidenceOf(line, first, others);
  const choices = variedOf([first, ...others])
    .slice(0, MOST_CHOICES)
    .map((cover) => choiceOf(line, cover));
  if (first.score < levels.note) return { outcome: 'note', choices, evidence };
  // Two that fit as well as each other are always asked about.
  const isSure =
    surenessOf(evidence) >= levels.sure && (evidence.margin > EQUAL || levels.sure === -Infinity);
  return { outcome: isSure ? 'recorded' : 'ask', choices: isSure ? choices.slice(0, 1) : choices, evidence };
}

/** What tells how sure the best cover of a line is. */
export interface Evidence {
  /** How far the next one is behind, at most 1.5. */
  readonly margin: number;
  /** What its words weigh, for each record that it makes. */
  readonly each: number;
  /** What the words weigh that it does not use. */
  readonly loss: number;
  /** How many words the line has, in tens. */
  readonly length: number;
  /** How many records it makes beyond the first. */
  readonly more: number;
  /** The share of lists among its records; of names; of facts told in words; … */
  readonly lists: number;
  readonly names: number;
  readonly texts: number;
  /** … of facts that are as below, none, or not found out; … */
  readonly states: number;
  /** … of faults, plans, events, questions and claims; of judgements; of links, releases and changes. */
  readonly told: number;
  readonly opinions: number;
  readonly lineage: number;
  /** How many words name what is spoken of, for each record, up to three. */
  readonly named: number;
  /** The share of ordinary words in what is taken for names, alone or in lists. */
  readonly ordinary: number;
  /** How many numbers and noes were swallowed by something told in words, up to three. */
  readonly swallowed: number;
}

function evidenceOf({ tokens }: Line, cover: Cover, others: readonly Cover[]): Evidence {
  const { score, loss, meanings } = cover;
  // The same said in slightly other words is less of a rival than another fact.
  const behind = (next: Cover | undefined) => (next ? score - next.score : 1.5);
  const isAlike = (each: Cover) => signatureOf(each) === signatureOf(cover);
  const share = (is: (meaning: Meaning) => boolean) => meanings.filter(is).length / meanings.length;
  const isSet = (meaning: Meaning) => meaning.kind === 'fact' && meaning.state === 'set';
  const isTyped = (meaning: Meaning, type: string) =>
    isSet(meaning) && meaning.kind === 'fact' && meaning.fact.type === type;
  const inPart = (...parts: readonly Part[]) =>
    [...cover.parts].filter(([, part]) => parts.includes(part)).map(([at]) => tokens[at]);
  const values = inPart('value').filter(({ kind }) => kind !== 'sign');
  const isNamed = (meaning: Meaning) =>
    isTyped(meaning, 'text') && meaning.kind === 'fact' && cuedFact(meaning.fact.key)?.isName === true;
  return {
    margin: Math.min(
      1.5,
      behind(others.find((each) => !isAlike(each))),
      0.5 + 3 * behind(others.find(isAlike)),
    ),
    each: score / meanings.length,
    loss,
    length: tokens.length / 10,
    more: meanings.length - 1,
    lists: share((meaning) => isTyped(meaning, 'list')),
    names: share(isNamed),
    texts: share((meaning) => isTyped(meaning, 'text') && !isNamed(meaning)),
    states: share((meaning) => meaning.kind === 'fact' && !isSet(meaning)),
    told: share(({ kind }) => /^(fault|plan|event|question|claim|procedure)$/.test(kind)),
    opinions: share(({ kind }) => kind === 'assessment'),
    lineage: share(({ kind }) => /^(link|release|edition|names|change|removal)$/.test(kind)),
    named: Math.min(3, inPart('fact', 'kind').length / meanings.length),
    ordinary:
      (share((meaning) => isTyped(meaning, 'list')) + share(isNamed)) *
      (values.filter(({ kind, isOrdinary }) => kind === 'word' && isOrdinary).length /
        Math.max(1, values.length)),
    swallowed: Math.min(
      3,
      meanings
        .filter((meaning) => isTyped(meaning, 'text') && !isNamed(meaning))
        .flatMap((meaning) => tokensOf((meaning.kind === 'fact' && meaning.text) || ''))
        .filter((token) => token.kind === 'number' || isNegation(token)).length,
    ),
  };
}

/** The weights of the evidence, fitted to lines with known readings: `npm run understand -- FOLDER --fit` prints them. */
const WEIGHTS: Evidence & { readonly bias: number } = {
  bias: -0.21,
  margin: 1.24,
  each: 0.42,
  loss: -0.17,
  length: -1.05,
  more: -0.17,
  lists: -1.02,
  names: -0.52,
  texts: 0.28,
  states: -0.37,
  told: 0.13,
  opinions: 0.41,
  lineage: -0.21,
  named: 0.44,
  ordinary: -0.89,
  swallowed: -0.39,
};

/** How sure a cover is: the logarithm of the odds that it is right. */
export const surenessOf = (evidence: Evidence): number =>
  WEIGHTS.bias +
  (Object.keys(evidence) as (keyof Evidence)[]).reduce((sum, key) => sum + WEIGHTS[key] * evidence[key], 0);

/** Elements of one list that were read apart are one reading. */
function merged(meanings: readonly Meaning[]): Meaning[] {
  return meanings.reduce<Meaning[]>((done, meaning) => {
    const last = done.at(-1);
    const isMore =
      last?.kind === 'fact' &&
      meaning.kind === 'fact' &&
      last.fact === meaning.fact &&
      Array.isArray(last.value) &&
      Array.isArray(meaning.value) &&
      !meaning.about &&
      !meaning.edition;
    if (!isMore) return [...done, meaning];
    const value = [...(last.value as readonly Element[]), ...(meaning.value as readonly Element[])];
    return [...done.slice(0, -1), { ...last, value: value as FactValue }];
  }, []);
}

/** What kinds of records, and which facts, a cover speaks of. */
const signatureOf = ({ meanings }: Cover): string =>
  merged(meanings)
    .map(
      (meaning) =>
        `${meaning.kind} ${'fact' in meaning && meaning.fact ? meaning.fact.key : ''} ${meaning.kind === 'fact' ? meaning.state : ''}`,
    )
    .join(', ');

/** Readings of other facts before the same said in slightly other words. */
function variedOf(covers: readonly Cover[]): Cover[] {
  const seen = new Set<string>();
  const isNew = (cover: Cover) => !seen.has(signatureOf(cover)) && Boolean(seen.add(signatureOf(cover)));
  const varied = covers.filter(isNew);
  return [...varied, ...covers.filter((each) => !varied.includes(each))];
}

/** Two covers are the same reading where they record the same. */
function keyOf({ meanings }: Cover): string {
  return JSON.stringify(
    merged(meanings).map((meaning) => ({
      ...meaning,
      remark: undefined,
      ...('fact' in meaning && { fact: meaning.fact?.key }),
    })),
  );
}

function choiceOf({ tokens }: Line, { meanings, parts, score, loss }: Cover): Choice {
  const words = new Map<number, MarkedWord>();
  tokens.forEach(({ start, end, kind }, at) => {
    if (kind !== 'sign' || parts.has(at))
      words.set(start, { start, end, ...(parts.has(at) && { part: parts.get(at) }) });
  });
  return { meanings: merged(meanings), parts: [...words.values()], score, loss };
}

/** Writes one way of understanding a line. Issues of the verbs that it takes. */
export function writeChoice(
  context: LineContext & { readonly turn: OpenTurn },
  { meanings }: Pick<Choice, 'meanings'>,
): Edited<WrittenLine> {
  const { turn } = context;
  return unlessRefused(() => {
    const desk = new LineDesk(context, turn.subject, turn.edition);
    const records = meanings.flatMap((meaning) => writeMeaning(desk, meaning));
    const label = {
      code: 'visit.line',
      params: { name: nameOfMeanings(meanings), of: nameOf(desk.catalogue, turn.subject) },
    } as const;
    return desk.finish(label, { records: [...new Set(records)], turn });
  });
}

const nameOfMeanings = ([first]: readonly Meaning[]) =>
  first && 'fact' in first && first.fact ? first.fact.label : (first?.kind ?? '');
