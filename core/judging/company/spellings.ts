/** Names of values that differ in case or spelling only: proposed to be counted as one, which the analyst decides. */
import { FACT_KEYS } from '../../catalogue/factSheet.ts';
import { foldText } from '../../catalogue/foldText.ts';
import type { Member } from './company.ts';
import { isProse } from './proseKeys.ts';

/** Names that are spelt alike, the most usual first, and how often each comes. */
export type Spellings = readonly { readonly name: string; readonly count: number }[];

/** Groups of names that are the same letter by letter but for case, accents and punctuation, the most frequent first. */
export function spellingsOf(members: Iterable<Member>): Spellings[] {
  const groups = new Map<string, Map<string, number>>();
  const keys = FACT_KEYS.filter(({ key, type }) => (type === 'text' || type === 'list') && !isProse(key));
  for (const { facts } of members)
    for (const { key } of keys)
      for (const name of facts.get(key)?.names ?? []) {
        const folded = foldText(name);
        if (!folded) continue;
        const group = groups.get(folded);
        if (group) group.set(name, (group.get(name) ?? 0) + 1);
        else groups.set(folded, new Map([[name, 1]]));
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
