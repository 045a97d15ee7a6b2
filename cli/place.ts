/** `place`: finds the base of a system among candidates given as index files. */
import type { Command } from 'commander';
import { partOfRepository } from '../core/packages/listParts.ts';
import type { PlacedCandidate } from '../core/capture/placedCandidate.ts';
import { placeSystem, type Placement } from '../core/capture/placeSystem.ts';
import { nameOfSystem, type ReadDrop, type ReadSystem } from '../core/capture/system.ts';
import { wordAnswer } from '../core/exchange/answerText.ts';
import { formatShare } from '../core/exchange/valueText.ts';
import { InputError, printIssues, UsageError } from './failures.ts';
import { issueReport } from './inspect.ts';
import { readDrop } from './readDrop.ts';

const collect = (value: string, list: readonly string[]) => [...list, value];

export function registerPlace(program: Command): void {
  program
    .command('place')
    .argument('<path>', 'the system: a folder, archive or package database')
    .option(
      '--against <name=file[,file…]>',
      'a candidate base: its name and its index files; repeatable',
      collect,
      [],
    )
    .option('--json', 'print JSON')
    .description('Find the base of a system among candidates.')
    .action(async (path: string, options: { against: string[]; json?: boolean }) => {
      if (options.against.length === 0)
        throw new UsageError('give at least one candidate: --against NAME=FILE[,FILE…]');
      const candidates = mergeByName(await Promise.all(options.against.map(readCandidate)));
      const system = systemOf(path, await readDrop(path));
      const placement = placeSystem(system, candidates);
      process.stdout.write(
        options.json ? `${JSON.stringify(reportOf(placement), null, 2)}\n` : textOf(placement),
      );
    });
}

async function readCandidate(argument: string): Promise<PlacedCandidate> {
  const [, name, files] = /^([^=]+)=(.+)$/.exec(argument) ?? [];
  if (!name) throw new UsageError(`--against ${argument}: expected NAME=FILE[,FILE…]`);
  const drops = await Promise.all(files.split(',').filter(Boolean).map(readDrop));
  const indexes = drops.flatMap((drop) => drop.indexes);
  drops.forEach((drop, index) => {
    printIssues(drop.files.flatMap(({ issues }) => issues));
    if (drop.indexes.length === 0)
      throw new InputError(`${files.split(',')[index]}: no repository index that can be read`);
  });
  const suites = indexes.flatMap(({ release }) =>
    release ? [release.suite, release.codename].filter(Boolean) : [],
  );
  const lists = indexes.map((index) => ({
    name: indexes.length > 1 ? `${name} ${index.name}` : name,
    part: partOfRepository(index.release?.suite ?? index.name),
    packages: index.packages,
  }));
  return { name, states: [{ date: '', lists }], suites };
}

/** A name given twice is one candidate with all the files. */
function mergeByName(candidates: readonly PlacedCandidate[]): PlacedCandidate[] {
  const byName = new Map<string, PlacedCandidate>();
  for (const candidate of candidates) {
    const known = byName.get(candidate.name);
    const suites = [...(known?.suites ?? []), ...(candidate.suites ?? [])];
    byName.set(candidate.name, {
      name: candidate.name,
      states: [
        { date: '', lists: [...(known?.states ?? []), ...candidate.states].flatMap(({ lists }) => lists) },
      ],
      suites,
    });
  }
  return [...byName.values()];
}

/** The one system of a drop. A single index without any database is taken as the system itself. */
function systemOf(path: string, drop: ReadDrop): ReadSystem {
  const withPackages = drop.systems.filter(({ packages }) => packages);
  printIssues(
    [...drop.issues, ...drop.files.flatMap(({ issues }) => issues)].filter(
      ({ severity }) => severity !== 'note',
    ),
  );
  if (withPackages.length > 1) {
    const names = withPackages.map(nameOfSystem).join(', ');
    throw new InputError(
      `${path}: holds ${withPackages.length} systems (${names}); give the path of one of them`,
    );
  }
  if (withPackages.length === 1) return withPackages[0];
  if (drop.indexes.length === 1) {
    const known = drop.systems[0] ?? { root: '', identification: {}, sources: [], files: drop.files };
    return { ...known, packages: drop.indexes[0].packages };
  }
  throw new InputError(
    `${path}: no list of installed packages was found; give a dpkg status file or a folder that has one`,
  );
}

function reportOf(placement: Placement) {
  const { answer, candidates, accounts, relation, findings } = placement;
  return {
    answer: {
      base: answer.base,
      reason: wordAnswer(placement),
      code: answer.reason,
      carriedShare: answer.carriedShare,
      margin: answer.margin,
      relation,
      best: answer.best,
      rival: answer.rival,
      telling: answer.telling,
    },
    candidates: candidates.map(({ name, counts, carriedShare, score }) => ({
      name,
      ...counts,
      carriedShare,
      score,
    })),
    accounts,
    findings: findings.map(issueReport),
  };
}

function textOf(placement: Placement): string {
  const { candidates, accounts, findings } = placement;
  const rows = candidates.map(
    ({ name, counts: { installed, same, rebuilt, patched, heldBack, ahead, own } }) =>
      `  ${name}: ${formatShare(same, installed)} same; ${same} same, ${rebuilt} rebuilt, ${patched} patched, ${heldBack} held back, ${ahead} ahead, ${own} own`,
  );
  const explained = accounts.map(({ name, packages }) => `${name} ${packages}`).join(', ');
  const notes = findings.map(issueReport).map(({ text }) => text);
  return `${[wordAnswer(placement), ...rows, `Explained by: ${explained}`, ...notes].join('\n')}\n`;
}
