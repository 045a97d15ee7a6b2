/**
 * Phrases in a small notation, and where they stand in a line: `looks|seems like`, `can not tell|see|find [out]`. Words are parted by spaces,
 * alternatives by a bar; what stands in brackets may be missing; `*` is one word whatever it is, `[*]` one or none.
 */
import { stemOf, type Token } from './tokens.ts';
import { ABBREVIATIONS } from './lexicon/abbreviations.ts';

interface Step {
  /** As written, small; and their stems. */
  readonly words: ReadonlySet<string>;
  readonly stems: ReadonlySet<string>;
  readonly isOptional: boolean;
  readonly isAny: boolean;
}

/** One phrase. */
export interface Phrase {
  readonly steps: readonly Step[];
  readonly text: string;
}

/** Reads one phrase of the notation. */
export function phraseOf(text: string): Phrase {
  const steps = text
    .trim()
    .split(/\s+/)
    .map((part): Step => {
      const isOptional = part.startsWith('[');
      const words = (isOptional ? part.slice(1, -1) : part)
        .split('|')
        .map((word) => (Object.hasOwn(ABBREVIATIONS, word) ? ABBREVIATIONS[word] : word));
      return {
        words: new Set(words),
        stems: new Set(words.map(stemOf)),
        isOptional,
        isAny: part === '*' || part === '[*]',
      };
    });
  return { steps, text };
}

/** Reads a list, parted by commas or lines. */
export const phrasesOf = (text: string): Phrase[] =>
  text
    .split(/[,\n]/)
    .map((each) => each.trim())
    .filter(Boolean)
    .map(phraseOf);

/** True where a token is one of the words of a step; a word of four letters and more also with another ending. */
const fits = (step: Step, token: Token | undefined) =>
  token !== undefined &&
  (step.isAny
    ? token.kind !== 'sign'
    : step.words.has(token.low) || (token.low.length > 3 && step.stems.has(token.stem)));

/** How many tokens a phrase takes from a place on; 0 where it does not stand there. */
export function lengthAt(tokens: readonly Token[], at: number, { steps }: Phrase, from = 0): number {
  let i = at;
  for (let s = from; s < steps.length; s++) {
    const step = steps[s];
    if (fits(step, tokens[i])) {
      // What may be missing is left out where the rest fits better so.
      if (step.isOptional) {
        const rest = lengthAt(tokens, i + 1, { steps } as Phrase, s + 1);
        if (rest > 0 || s + 1 === steps.length) return i + 1 - at + rest;
        continue;
      }
      i += 1;
    } else if (!step.isOptional) return 0;
  }
  return i - at;
}

/** The longest of some phrases that stands at a place. */
export function longestAt(tokens: readonly Token[], at: number, phrases: readonly Phrase[]): number {
  return phrases.reduce((most, phrase) => Math.max(most, lengthAt(tokens, at, phrase)), 0);
}
