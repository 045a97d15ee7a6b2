/** Which words of a clause are the name of something: words that are no ordinary ones, or what stands behind `is`, `called`, `:` or before `for`. */
import { isNegation } from './line.ts';
import { Clause, range } from './clause.ts';
import { FILLERS, NO_NAME } from './lexicon/common.ts';

/** A name in a clause. */
export interface NameFound {
  readonly from: number;
  readonly to: number;
  readonly text: string;
  /** How much it is like a name: 0 for ordinary words somewhere, 1 and more for a name. */
  readonly likeness: number;
}

const MOST_WORDS = 5;
const MARKER =
  /^(is|are|called|named|:|=|->|→|through|via|now|went|to|runs|uses|gets|with|by|in|ships|be|as|on|was|has|says)$/;
const FOLLOWING =
  /^(for|as|does|handles|is|plays|opens|takes|manages|runs|shows|switches|lets|starts|serves|=|do|play|manage|handle)$/;

/** The names that a clause may hold, the likeliest first. `isUsed` tells tokens that mean something else. */
export function namesIn(clause: Clause, isUsed: (at: number) => boolean): NameFound[] {
  const found: NameFound[] = [];
  for (let at = clause.from; at < clause.to;) {
    let to = at;
    while (to < clause.to && to - at < MOST_WORDS && isNamePart(clause, to, at) && !isUsed(to)) to += 1;
    if (to > at) {
      const name = trimmed(clause, at, to, isUsed);
      if (name) found.push(name);
    }
    at = Math.max(to, at + 1);
  }
  return found.sort((a, b) => b.likeness - a.likeness);
}

function isNamePart(clause: Clause, at: number, first: number): boolean {
  const token = clause.token(at)!;
  if (token.quote > 0 && token.kind !== 'sign') return true;
  if (token.kind === 'sign') return false;
  if (isNegation(token) || NO_NAME.has(token.low)) return false;
  if (FILLERS.has(token.low) && !/^[A-Z]/.test(token.text))
    return (
      at > first &&
      token.isNoun &&
      /^(care|tool|system|set|box|centre|center|store|pack|works|out)$/.test(token.low)
    );
  return at > first || token.kind !== 'number' || /[a-z]/i.test(token.text);
}

/** Ordinary words around a word that is none do not belong to the name. */
function trimmed(
  clause: Clause,
  first: number,
  last: number,
  isUsed: (at: number) => boolean,
): NameFound | null {
  const { tokens } = clause;
  let [from, to] = [first, last];
  const isStrange = (at: number) =>
    (!tokens[at].isOrdinary && tokens[at].kind === 'word') ||
    (/^[A-Z]/.test(tokens[at].text) && tokens[at].start > 0) ||
    tokens[at].quote > 0;
  const strange = range(from, to).filter(isStrange);
  if (strange.length > 0) {
    while (from < strange[0]) from += 1;
    while (
      to - 1 > strange.at(-1)! &&
      tokens[to - 1].kind === 'word' &&
      (isVerbLike(tokens[to - 1].low) || tokens[to - 1].isPast)
    )
      to -= 1;
  }
  if (from >= to) return null;
  let marked = from - 1;
  while (marked >= clause.from && /^(a|an|the|just|simply|now|still)$/.test(tokens[marked].low)) marked -= 1;
  const isMarked = marked >= clause.from && MARKER.test(tokens[marked].low);
  const isBeside = marked >= clause.from && isUsed(marked);
  // Words that are no nouns are a name only where they are called one.
  if (
    strange.length === 0 &&
    !(isMarked || range(from, to).every((at) => tokens[at].isNoun || tokens[at].kind === 'number'))
  )
    return null;
  if (strange.length === 0 && range(from, to).some((at) => tokens[at].isPast)) return null;
  const isFollowed = to < clause.to && (FOLLOWING.test(tokens[to].low) || isUsed(to));
  const likeness =
    (strange.length > 0 ? 1 : 0) +
    (isMarked ? 0.5 : isBeside ? 0.4 : 0) +
    (isFollowed ? 0.3 : 0) +
    (from === clause.from || to === clause.to ? 0.1 : 0) -
    0.12 * (to - from - 1);
  return { from, to, text: clause.text(from, to), likeness };
}

const isVerbLike = (low: string) =>
  /^(do(es)?|plays?|opens?|runs?|starts?|uses?|cuts?|manages?|handles?|shows?|takes?|looks?|pops?|comes?|goes|makes?|lets?|switch(es)?|covers?|serves?|gets?|sits?|lists?|asks?)$/.test(
    low,
  );
