/** Why readings differ, in words. */
import type { Circumstance } from '../weighing/disagreement.ts';
import { listOf } from './valueText.ts';

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
  return listOf(circumstances.map((each) => WORDS[each]));
}
