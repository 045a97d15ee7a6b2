/** Why readings differ, in words. */
import type { Circumstance } from '../layers/disagreement.ts';

const WORDS: Readonly<Record<Circumstance, string>> = {
  scope: 'said of the whole project',
  edition: 'another edition',
  medium: 'live or installed',
  machine: 'another machine',
  tool: 'another tool',
  moment: 'another moment or load',
  date: 'another date',
};

/** `another machine and another tool`; what is not explained is a contradiction. */
export function wordCircumstances(circumstances: readonly Circumstance[]): string {
  const words = circumstances.map((each) => WORDS[each]);
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}
