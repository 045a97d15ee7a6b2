/** Candidate bases as the command line names them: `NAME[@DATE]=FILE[,FILE…]`, a name given again for each state. */
import type { PlacedCandidate } from '../core/capture/placedCandidate.ts';
import { lossesOf } from '../core/catalogue/loss.ts';
import { firstDayOf } from '../core/catalogue/days.ts';
import { partOfRepository } from '../core/packages/listParts.ts';
import { InputError, printIssues, UsageError } from './failures.ts';
import { readDrop } from './readDrop.ts';

/** For options that may be given several times. */
export const collect = (value: string, list: readonly string[]) => [...list, value];

/** Reads all candidates. A name and date given twice is one state with all the files. */
export async function readCandidates(given: readonly string[]): Promise<PlacedCandidate[]> {
  const byName = new Map<string, ReadState[]>();
  for (const read of await Promise.all(given.map(readState)))
    byName.set(read.name, [...(byName.get(read.name) ?? []), read]);
  return [...byName].map(([name, all]) => {
    const union = (field: 'suites' | 'makers' | 'signers') => [
      ...new Set(all.flatMap((each) => each[field])),
    ];
    const dates = [...new Set(all.map(({ date }) => date))].sort();
    return {
      name,
      suites: union('suites'),
      makers: union('makers'),
      signers: union('signers'),
      losses: all.flatMap(({ losses }) => losses),
      states: dates.map((date) => ({
        date,
        lists: all.filter((each) => each.date === date).flatMap(({ lists }) => lists),
      })),
    };
  });
}

type ReadState = Awaited<ReturnType<typeof readState>>;

async function readState(given: string) {
  const [, name, date = '', files] = /^([^=@]+)(?:@([^=]*))?=(.+)$/.exec(given) ?? [];
  if (!name) throw new UsageError(`--against ${given}: expected NAME[@DATE]=FILE[,FILE…]`);
  if (date && !isDay(date))
    throw new UsageError(`--against ${given}: "${date}" is no date such as 2026-11-20`);
  const drops = await Promise.all(
    files
      .split(',')
      .filter(Boolean)
      .map((path) => readDrop(path)),
  );
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
  const signers = indexes.flatMap((index) => index.signers);
  return {
    name,
    date,
    suites,
    makers,
    signers,
    lists,
    losses: lossesOf(indexes.flatMap((index) => index.losses)),
  };
}

/** True for a calendar day. */
export function isDay(text: string): boolean {
  return /^\d{4}-\d\d-\d\d$/.test(text) && !Number.isNaN(firstDayOf(text));
}
