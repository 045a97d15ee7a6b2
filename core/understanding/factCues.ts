/** The cues of every fact, read once from the table; and what kind of value each is told by. */
import { FACT_KEYS, findFactKey, type FactKey } from '../catalogue/factSheet.ts';
import { cuesOf, type Cue } from './cues.ts';
import { CHOICE_WORDS, NO_WORDS } from './lexicon/choices.ts';
import { FILLERS } from './lexicon/common.ts';
import { CUES_OF_FACTS } from './lexicon/factWords.ts';

/** A fact with its cues. */
export interface CuedFact {
  readonly fact: FactKey;
  readonly cues: readonly Cue[];
  /** Its value is a name and nothing else. */
  readonly isName: boolean;
  /** The stems of all words that speak of it. */
  readonly spoken: ReadonlySet<string>;
}

const NAMED = new Set(
  'defaults.desktop defaults.bootLoader defaults.init defaults.displayServer defaults.loginManager defaults.drivers defaults.fileSystem tools.graphical tools.command kernel.switcher welcome.guide editions.installer themes.icons themes.widgets themes.frames themes.cursor themes.font themes.monospace identity.country'.split(
    ' ',
  ),
);

/** The stems of the words of cues. */
function wordsOfCues(cues: string): ReadonlySet<string> {
  const words = new Set<string>();
  cuesOf(cues.replace(/![^ ;]+/g, ''), (stems) => (stems.forEach((stem) => words.add(stem)), 1));
  return words;
}

const SPOKEN = countSpoken();

/** Of how many facts each word of the table speaks. */
function countSpoken(): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const [, cues] of CUES_OF_FACTS) {
    const words = new Set<string>();
    cuesOf(cues.replace(/![^ ;]+/g, ''), (stems) => (words.add(stems.join('_')), 1));
    for (const word of words) counts.set(word, (counts.get(word) ?? 0) + 1);
  }
  return counts;
}

/** What words say: the fewer facts they speak of, the more; words that stand side by side more than one; words of no weight nothing. */
export function weighWords(stems: readonly string[], lows: readonly string[]): number {
  if (lows.every((low) => FILLERS.has(low))) return stems.length > 1 ? 0.9 : 0.12;
  const spoken = SPOKEN.get(stems.join('_')) ?? 1;
  const rarity = 1 - Math.log(spoken) / Math.log(CUES_OF_FACTS.length);
  return 0.2 + rarity + 0.5 * (stems.length - 1);
}

/** Every fact that is spoken of, with its cues. */
export const CUED_FACTS: readonly CuedFact[] = CUES_OF_FACTS.flatMap(([key, cues]) => {
  const fact = findFactKey(key);
  return fact
    ? [
        {
          fact,
          cues: cuesOf(cues, weighWords),
          spoken: wordsOfCues(cues),
          isName: NAMED.has(key) || key.startsWith('defaults.application.'),
        },
      ]
    : [];
});

const BY_KEY = new Map(CUED_FACTS.map((each) => [each.fact.key, each]));

/** The cues of a fact. */
export const cuedFact = (key: string): CuedFact | undefined => BY_KEY.get(key);

/** Facts that no line of the table speaks of. */
export const uncuedFacts = (): FactKey[] => FACT_KEYS.filter(({ key }) => !BY_KEY.has(key));

const CHOICES = new Map(
  Object.entries(CHOICE_WORDS).map(([key, choices]) => [
    key,
    choices.map(([value, words]) => [value, cuesOf(words)] as const),
  ]),
);

/** The choices of a fact with the words by which each is said. */
export const choicesOf = (key: string): readonly (readonly [string, readonly Cue[]])[] =>
  CHOICES.get(key) ?? [];

const NOES = new Map(Object.entries(NO_WORDS).map(([key, words]) => [key, cuesOf(words)]));

/** Words that say no of a yes or no. */
export const noesOf = (key: string): readonly Cue[] => NOES.get(key) ?? [];
