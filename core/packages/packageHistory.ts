/** The versions of one package in every state of some candidates. */
import type { Candidate } from './candidate.ts';
import { versionsIn } from './packageStanding.ts';

/** The versions of one package in one state of a base. */
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
