/** Candidate bases as the command line names them: `NAME[@DATE]=FILE[,FILE…]`, a name given again for each state. */
import type { PlacedCandidate } from '../core/capture/placedCandidate.ts';
import { lossesOf, type Loss } from '../core/catalogue/loss.ts';
import { firstDayOf } from '../core/catalogue/days.ts';
import { partOfRepository } from '../core/packages/listParts.ts';
import type { CandidateState } from '../core/packages/candidate.ts';
import { InputError, printIssues, UsageError } from './failures.ts';
import { readDrop } from './readDrop.ts';

/** For options that may be given several times. */
export const collect = (value: string, list: readonly string[]) => [...list, value];

/** Reads all candidates. A name and date given twice is one state with all the files. */
export async function readCandidates(given: readonly string[]): Promise<PlacedCandidate[]> {
  const read = await Promise.all(given.map(readState));
  const byName = new Map<
    string,
    { suites: string[]; makers: string[]; losses: Loss[]; states: Map<string, CandidateState> }
  >();
  for (const { name, date, suites, makers, lists, losses } of read) {
    const known = byName.get(name) ?? {
      suites: [],
      makers: [],
      losses: [],
      states: new Map<string, CandidateState>(),
    };
    byName.set(name, known);
    known.suites.push(...suites);
    known.makers.push(...makers);
    known.losses.push(...losses);
    known.states.set(date, { date, lists: [...(known.states.get(date)?.lists ?? []), ...lists] });
  }
  return [...byName].map(([name, { suites, makers, losses, states }]) => ({
    name,
    suites,
    makers: [...new Set(makers)],
    losses,
    states: [...states.values()].sort((a, b) => (a.date < b.date ? -1 : 1)),
  }));
}

async function readState(given: string) {
  const [, name, date = '', files] = /^([^=@]+)(?:@([^=]*))?=(.+)$/.exec(given) ?? [];
  if (!name) throw new UsageError(`--against ${given}: expected NAME[@DATE]=FILE[,FILE…]`);
  if (date && !isDay(date))
    throw new UsageError(`--against ${given}: "${date}" is no date such as 2026-11-20`);
  const drops = await Promise.all(files.split(',').filter(Boolean).map(readDrop));
  const indexes = drops.flatMap((drop) => drop.indexes);
  drops.forEach((drop, index) => {
    printIssues(drop.files.flatMap(({ issues }) => issues));
    if (drop.indexes.length === 0)
      throw new InputError(`${files.split(',')[index]}: no repository index that can be read`);
  });
  const lists = indexes.map((index) => ({
    name: indexes.length > 1 ? `${name} ${index.name}` : name,
    part: partOfRepository(index.release?.suite ?? index.name),
    packages: index.packages,
  }));
  const suites = indexes.flatMap(({ release, identity }) =>
    [identity.suite, release?.suite ?? '', release?.codename ?? ''].filter(Boolean),
  );
  const makers = indexes.map(({ identity }) => identity.origin).filter(Boolean);
  return { name, date, suites, makers, lists, losses: lossesOf(indexes.flatMap((index) => index.losses)) };
}

/** True for a calendar day. */
export function isDay(text: string): boolean {
  return /^\d{4}-\d\d-\d\d$/.test(text) && !Number.isNaN(firstDayOf(text));
}
