/** What can be said of a system, by area, with an example in words of each: what stands beside the field, and can be searched. */
import { AREAS } from '../catalogue/areas.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import { cuedFact } from './factCues.ts';
import { FILLERS } from './lexicon/common.ts';
import { EXAMPLE_LINES } from './lexicon/examples.ts';
import { stemOf, tokensOf } from './tokens.ts';

/** Something that can be said. */
export interface Sayable {
  /** The key of a fact, or a kind of record. */
  readonly what: string;
  readonly label: string;
  readonly help: string;
  readonly example: string;
  /** The stems of words by which it is found, with how much each counts. */
  readonly words: ReadonlyMap<string, number>;
}

/** What can be said of one area. */
export interface SayableArea {
  readonly label: string;
  readonly entries: readonly Sayable[];
}

/** Kinds of records beside the facts: what they are called, and what each is for. */
const KINDS: Readonly<Record<string, readonly [label: string, help: string]>> = {
  fault: ['Fault', 'What goes wrong: how often, on which machine, and whether the base has it too.'],
  question: ['Open question', 'What is still to be found out.'],
  plan: ['Plan', 'What is announced or expected, by whom, and for when.'],
  event: ['Event', 'Something that happened to the project, with its date.'],
  claim: ['Claim', 'What the project or somebody else says, and whether it holds.'],
  procedure: ['Steps', 'What has to be done, in order.'],
  link: ['Base', 'What a system is built on, forked from, or borrows from.'],
  release: ['Release', 'A version with its date, code name or stage.'],
  edition: ['Edition', 'An edition, and who is responsible for it.'],
  change: ['Change', 'What is kept, replaced, added or dropped since another release.'],
  assessment: [
    'Assessment',
    'What speaks for it or against it, whom it suits, a score, what to try instead.',
  ],
};

const QUESTION_WORDS = new Set([
  'what',
  'could',
  'can',
  'say',
  'tell',
  'about',
  'record',
  'note',
  'how',
  'do',
  'should',
]);
const stemsOf = (text: string): string[] =>
  tokensOf(text)
    .filter(({ kind, low }) => kind === 'word' && !FILLERS.has(low) && !QUESTION_WORDS.has(low))
    .map(({ stem }) => stem);

function sayable(what: string, area: string): Sayable {
  const fact = findFactKey(what);
  const [label, help] = fact ? [fact.label, fact.help] : KINDS[what];
  const example = EXAMPLE_LINES.get(what)!;
  const words = new Map<string, number>();
  const put = (stems: Iterable<string>, weight: number) => {
    for (const stem of stems) words.set(stem, Math.max(words.get(stem) ?? 0, weight));
  };
  put(cuedFact(what)?.spoken ?? [], 1);
  put(stemsOf(`${help} ${example}`), 1);
  put(stemsOf(area), 1.5);
  put(stemsOf(label), 3);
  return { what, label, help, example, words };
}

/** Everything that can be said, in the order of the fact sheet. */
export const SAYABLE: readonly SayableArea[] = [
  ...AREAS.map(({ id, label }) => ({
    label,
    entries: [...EXAMPLE_LINES.keys()]
      .filter((what) => findFactKey(what)?.area === id)
      .map((what) => sayable(what, label)),
  })),
  { label: 'Beyond facts', entries: Object.keys(KINDS).map((what) => sayable(what, '')) },
].filter(({ entries }) => entries.length > 0);

const MOST_FOUND = 12;

/** What fits words, also in a question: `what could I say about the kernel?`. All of it, by area, where nothing is asked. */
export function findSayable(query: string): readonly SayableArea[] {
  const stems = [...new Set(stemsOf(query).map(stemOf))];
  if (stems.length === 0) return SAYABLE;
  const weigh = ({ words, label, example }: Sayable) =>
    stems.reduce((sum, stem) => sum + (words.get(stem) ?? 0), 0) +
    (query.trim().length > 2 && `${label} ${example}`.toLowerCase().includes(query.trim().toLowerCase())
      ? 2
      : 0);
  const found = SAYABLE.flatMap(({ entries }) => entries)
    .map((entry) => ({ entry, weight: weigh(entry) }))
    .filter(({ weight }) => weight > 0)
    .sort((a, b) => b.weight - a.weight)
    .slice(0, MOST_FOUND)
    .map(({ entry }) => entry);
  return found.length > 0 ? [{ label: 'Found', entries: found }] : [];
}
