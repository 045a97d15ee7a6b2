/** What the readers of lists share: what a reader is, and words that say how something stands. */
import { range, type Clause } from '../clause.ts';
import { isNegation } from '../line.ts';
import type { Part } from '../meaning.ts';
import { type ElementsRead, type Item } from '../readList.ts';

export type ElementReader = (
  clause: Clause,
  isUsed: (at: number) => boolean,
  used: Map<number, Part>,
) => ElementsRead | null | undefined;

export const VERSION = /^v?\d+([.\d]*)([-+.~][\w.+-]+)*$/i;
export const all = (items: readonly Item[]) => items.flatMap(({ from, to }) => range(from, to));
export const capital = (text: string) => (text ? text[0].toUpperCase() + text.slice(1) : text);

/** Words that say how something stands, each with what is recorded. */
export function stateIn(
  clause: Clause,
  from: number,
  to: number,
  words: readonly (readonly [RegExp, string])[],
): { readonly state: string; readonly at: number } | null {
  for (let at = from; at < to; at++) {
    const isNo = isNegation(clause.tokens[at - 1] ?? clause.tokens[at]) && at > from;
    for (const [pattern, state] of words)
      if (pattern.test(clause.low(at))) return { state: isNo && state === 'works' ? 'dead' : state, at };
  }
  return null;
}

/** `slot: name` out of two stretches parted by one of some words. */
export const parted =
  (
    words: RegExp,
    strip = /^(for|the|a|an|their|its|really|actually|just|basically|which|is|are) /,
  ): ElementReader =>
  (clause) => {
    const at = clause.indexes().find((each) => each > clause.from && words.test(clause.low(each)));
    if (at === undefined) return null;
    const clean = (text: string) => text.replace(strip, '').replace(strip, '');
    const [slot, name] = [clean(clause.text(clause.from, at)), clean(clause.text(at + 1))];
    const isShort =
      slot.split(' ').length <= 4 && !/[,;:]/.test(slot) && !/^(not|all|no|nothing)\b/i.test(slot);
    const isOne = !/, .* (for|to|are|is) /.test(name);
    return slot && name && isShort && isOne
      ? { elements: [{ slot, name }], tokens: clause.indexes(), isPart: true }
      : null;
  };
