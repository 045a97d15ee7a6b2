/** Seeded streams of chance (mulberry32): the same seed gives the same sample, byte for byte. */
export interface Random {
  /** A number from 0 up to, but not including, 1. */
  next(): number;
  /** A whole number from 0 up to, but not including, `count`. */
  below(count: number): number;
  /** A whole number from `least` up to and including `most`. */
  between(least: number, most: number): number;
  /** True with this probability. */
  chance(probability: number): boolean;
  /** One of the list. */
  pick<T>(list: readonly T[]): T;
}

export function createRandom(seed: number): Random {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const below = (count: number) => Math.floor(next() * count);
  return {
    next,
    below,
    between: (least, most) => least + below(most - least + 1),
    chance: (probability) => next() < probability,
    pick: (list) => list[below(list.length)],
  };
}

/** The stream of one thing: what is drawn for it does not depend on what else there is. */
export function randomFor(seed: number, ...names: readonly string[]): Random {
  let hash = seed >>> 0;
  for (const character of names.join('\n')) hash = Math.imul(hash ^ character.codePointAt(0)!, 0x01000193);
  return createRandom(hash ^ (hash >>> 15));
}
