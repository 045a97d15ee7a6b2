/**
 * Cues: the words by which something is spoken of. A cue is a list of groups; a word of each group stands in what is said, in any order:
 * `kernel picker|switcher !desktop`. Words joined by `_` stand side by side, a group behind `!` must not stand there, a cue behind `~` is weak, and a word
 * with `=` behind it stands in that very form.
 */
import { ABBREVIATIONS } from './lexicon/abbreviations.ts';
import { stemOf, type Token } from './tokens.ts';

interface Word {
  readonly lows: readonly string[];
  readonly stems: readonly string[];
  /** In this very form. */
  readonly isExact: boolean;
  /** How much it says: a word that speaks of many facts says little of each. */
  readonly weight: number;
}

interface Group {
  readonly isNot: boolean;
  /** By the stem of their first word. */
  readonly words: ReadonlyMap<string, readonly Word[]>;
  readonly hasNumber: boolean;
}

/** One cue. */
export interface Cue {
  readonly groups: readonly Group[];
  readonly isWeak: boolean;
}

const full = (word: string) => (Object.hasOwn(ABBREVIATIONS, word) ? ABBREVIATIONS[word] : word);

/** How much some words say by themselves. */
export type Weigher = (stems: readonly string[], lows: readonly string[]) => number;

function groupOf(text: string, weigh: Weigher): Group {
  const isNot = text.startsWith('!');
  const words = new Map<string, Word[]>();
  let hasNumber = false;
  for (const each of (isNot ? text.slice(1) : text).split('|').filter(Boolean)) {
    if (each === '\\d') hasNumber = true;
    const isExact = each.endsWith('=');
    const lows = (isExact ? each.slice(0, -1) : each).split('_').map(full);
    const stems = lows.map(stemOf);
    words.set(stems[0], [
      ...(words.get(stems[0]) ?? []),
      { lows, stems, isExact, weight: weigh(stems, lows) },
    ]);
  }
  return { isNot, words, hasNumber };
}

/** Reads cues that are parted by semicolons. */
export function cuesOf(text: string, weigh: Weigher = () => 1): Cue[] {
  return text
    .split(';')
    .map((each) => each.trim())
    .filter(Boolean)
    .map((each) => ({
      isWeak: each.startsWith('~'),
      groups: each
        .replace(/^~/, '')
        .split(/\s+/)
        .map((group) => groupOf(group, weigh))
        .filter(({ words, hasNumber }) => words.size > 0 || hasNumber),
    }));
}

/** Where a cue stands in a line. */
export interface CueMatch {
  /** The tokens it takes. */
  readonly tokens: readonly number[];
  /** How much it says: more words say more. */
  readonly weight: number;
}

/** The stem that a compared word begins with, for words joined by a hyphen also that of its last part. */
function wordAt(
  tokens: readonly Token[],
  at: number,
  group: Group,
): { readonly length: number; readonly weight: number } {
  const token = tokens[at];
  if (group.hasNumber && token.kind === 'number') return { length: 1, weight: 0.3 };
  let best = { length: 0, weight: 0 };
  for (const { lows, stems, isExact, weight } of group.words.get(token.stem) ?? []) {
    const isWhole = stems.every((stem, i) => {
      const other = tokens[at + i];
      return other && (other.low.replace(/'s$/, '') === lows[i] || (!isExact && other.stem === stem));
    });
    if (isWhole && lows.length >= best.length) best = { length: lows.length, weight };
  }
  return best;
}

/**
 * Where a cue stands among tokens of a range; null where it does not. Tokens that are not `free` belong to something else. What one group takes as words
 * side by side another may need: where it does not fit from the first group on, it may from the last.
 */
export function matchCue(
  tokens: readonly Token[],
  from: number,
  to: number,
  cue: Cue,
  isFree: (at: number) => boolean,
): CueMatch | null {
  const match = matchGroups(tokens, from, to, cue, isFree);
  if (match || cue.groups.length < 2) return match;
  return matchGroups(tokens, from, to, { ...cue, groups: [...cue.groups].reverse() }, isFree);
}

function matchGroups(
  tokens: readonly Token[],
  from: number,
  to: number,
  { groups, isWeak }: Cue,
  isFree: (at: number) => boolean,
): CueMatch | null {
  const taken: number[] = [];
  let weight = 0;
  for (const group of groups) {
    let best = { at: -1, length: 0, weight: 0 };
    for (let at = from; at < to; at++) {
      if (taken.includes(at) || (!group.isNot && !isFree(at))) continue;
      const { length, weight: says } = wordAt(tokens, at, group);
      if (at + length <= to && (length > best.length || (length === best.length && says > best.weight)))
        best = { at, length, weight: says };
    }
    if (group.isNot) {
      if (best.length > 0) return null;
      continue;
    }
    if (best.length === 0) return null;
    for (let i = 0; i < best.length; i++) taken.push(best.at + i);
    weight += best.weight;
  }
  return { tokens: taken, weight: isWeak ? weight * 0.5 : weight };
}

/** The best of some cues among tokens of a range. */
export function bestCue(
  tokens: readonly Token[],
  from: number,
  to: number,
  cues: readonly Cue[],
  isFree: (at: number) => boolean = () => true,
): CueMatch | null {
  let best: CueMatch | null = null;
  for (const cue of cues) {
    const match = matchCue(tokens, from, to, cue, isFree);
    if (match && match.weight > (best?.weight ?? 0)) best = match;
  }
  return best;
}
