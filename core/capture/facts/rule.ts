/** What a rule gives that reads facts off a system's files. */
import type { FactValue } from '../../catalogue/factValue.ts';
import type { ReadSystem } from '../system.ts';

/** A value found, with the file it was read from and where in it. */
export interface FoundFact {
  readonly key: string;
  readonly value: FactValue;
  readonly place: string;
  readonly certainty: 'sure' | 'likely';
}

/** A rule: everything that one kind of file shows. Gives nothing where the files are not at hand. */
export type FactRule = (system: ReadSystem) => readonly FoundFact[];

/** A fact found, or nothing when there is no value or an empty one. */
export function found(
  key: string,
  value: FactValue | null | undefined,
  place: string,
  certainty: FoundFact['certainty'] = 'sure',
): FoundFact[] {
  const isEmpty =
    value === undefined || value === null || value === '' || (Array.isArray(value) && value.length === 0);
  return isEmpty ? [] : [{ key, value, place, certainty }];
}
