/** The versions of one package in every state of some candidates. */
import { type Candidate } from './offers.ts';

export interface PackageState {
  readonly candidate: string;
  readonly list: string;
  readonly date: string;
  readonly version: string;
}

/**
 * One line for each version that a list came to have, with the first state that has it; newest first. A list that is
 * part of several candidates stands once.
 */
export function packageHistory(candidates: readonly Candidate[], name: string): PackageState[] {
  const found = new Map<string, PackageState>();
  for (const { name: candidate, states } of candidates)
    for (const { date, lists } of states)
      for (const { name: list, packages } of lists)
        for (const version of versionsIn(packages, name)) {
          const key = `${list}\n${version}`;
          const known = found.get(key);
          if (!known || date < known.date) found.set(key, { candidate, list, date, version });
        }
  return [...found.values()].sort((a, b) => (a.date === b.date ? 0 : a.date < b.date ? 1 : -1));
}

function versionsIn(
  { table, columns, size }: Candidate['states'][number]['lists'][number]['packages'],
  name: string,
): Set<string> {
  const texts = table.texts();
  const found = new Set<string>();
  for (let row = 0; row < size; row++)
    if (texts[columns.name[row]] === name) found.add(texts[columns.version[row]]);
  return found;
}
