/** Names of values that only sound alike: whether they are to be counted as one is asked. */
import { FACT_KEYS } from '../catalogue/factSheet.ts';
import { keyOfName } from '../sameness/name.ts';
import { soundKeysOf } from '../sameness/sound.ts';
import type { Member } from './company.ts';
import { isProse } from './proseKeys.ts';

/** Names that sound alike, the most usual first, and how often each comes. */
export type Spellings = readonly { readonly name: string; readonly count: number }[];

/** Shorter names sound like too many others. */
const LEAST_LETTERS = 5;

/** Groups of names of one fact that sound alike and are not the same, the most frequent first. */
export function spellingsOf(members: Iterable<Member>): Spellings[] {
  const groups = new Map<string, Map<string, number>>();
  const keys = FACT_KEYS.filter(({ key, type }) => (type === 'text' || type === 'list') && !isProse(key));
  for (const { facts } of members)
    for (const { key } of keys)
      for (const name of facts.get(key)?.names ?? []) {
        if (keyOfName(name).replace(/[^\p{L}]/gu, '').length < LEAST_LETTERS) continue;
        for (const sound of soundKeysOf(name).slice(0, 1)) {
          const group = groups.get(`${key} ${sound}`);
          if (group) group.set(name, (group.get(name) ?? 0) + 1);
          else groups.set(`${key} ${sound}`, new Map([[name, 1]]));
        }
      }
  return [...groups.values()]
    .filter((group) => group.size > 1)
    .map((group) =>
      [...group]
        .map(([name, count]) => ({ name, count }))
        .sort((a, b) => b.count - a.count || (a.name < b.name ? -1 : 1)),
    )
    .sort((a, b) => sum(b) - sum(a));
}

const sum = (group: Spellings) => group.reduce((total, { count }) => total + count, 0);
