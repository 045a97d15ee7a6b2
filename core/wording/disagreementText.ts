/** Why readings differ, in words. */
import type { Circumstance } from '../layers/disagreement.ts';

const WORDS: Readonly<Record<Circumstance, string>> = {
  edition: 'another edition',
  medium: 'live or installed',
  machine: 'another machine',
  tool: 'another tool',
  moment: 'another moment or load',
  date: 'another date',
};

/** `another machine and another tool`; what is not explained is a contradiction. */
export function wordCircumstances(circumstances: readonly Circumstance[]): string {
  return circumstances.map((each) => WORDS[each]).join(' and ');
}
