/** `place`: finds the base of a system among candidates given as index files. */
import type { Command } from 'commander';
import { placeSystem, type Placement } from '../core/capture/placeSystem.ts';
import { manifestOf } from '../core/capture/systemFiles.ts';
import { nameOfSystem, type ReadDrop, type ReadSystem } from '../core/capture/system.ts';
import { wordAnswer, wordPlaced } from '../core/wording/answerText.ts';
import { formatShare } from '../core/wording/valueText.ts';
import { InputError, printIssues, UsageError } from './failures.ts';
import { issueReport } from './inspect.ts';
import { CLASS_RULES } from '../core/packages/classify.ts';
import { createInstalledSet } from '../core/packages/installedSet.ts';
import { collect, readCandidates } from './candidates.ts';
import { readDrop, SYSTEM_OPTION } from './readDrop.ts';

export function registerPlace(program: Command): void {
  program
    .command('place')
    .argument('<path>', 'the system: a folder, archive or package database')
    .option(
      '--against <name[@date]=file[,file…]>',
      'a candidate base: its name, the date of a state, its index files; repeatable',
      collect,
      [],
    )
    .option(...SYSTEM_OPTION)
    .option('--json', 'print JSON')
    .option('--packages', 'with --json: every package with its class and its account')
    .description('Find the base of a system among candidates.')
    .action(
      async (
        path: string,
        options: { against: string[]; json?: boolean; packages?: boolean; system?: string },
      ) => {
        if (options.against.length === 0)
          throw new UsageError('give at least one candidate: --against NAME=FILE[,FILE…]');
        const candidates = await readCandidates(options.against);
        const system = systemOf(path, await readDrop(path), options.system);
        const placement = placeSystem(system, candidates);
        process.stdout.write(
          options.json
            ? `${JSON.stringify({ ...reportOf(placement), ...(options.packages && { packages: packagesOf(system, placement) }) }, null, 2)}\n`
            : textOf(placement),
        );
      },
    );
}

/** Every package in the order of the system's list. */
function packagesOf(system: ReadSystem, { packages }: Placement) {
  const rows = system.packages ? createInstalledSet(system.packages).packages : [];
  return packages.map(({ rule, baseVersion, account, by }, i) => ({
    name: rows[i].name,
    version: rows[i].version,
    class: CLASS_RULES[rule],
    rule,
    baseVersion,
    account,
    by,
  }));
}

/** The one system of a drop. A single index without any database is taken as the system itself. */
export function systemOf(path: string, drop: ReadDrop, wanted?: string): ReadSystem {
  const all = drop.systems.filter(({ packages }) => packages);
  const withPackages = wanted === undefined ? all : all.filter((each) => isCalled(each, wanted));
  printIssues(
    [...drop.issues, ...drop.files.flatMap(({ issues }) => issues)].filter(
      ({ severity }) => severity !== 'note',
    ),
  );
  if (withPackages.length > 1) {
    const names = withPackages.map(nameOfSystem).join(', ');
    throw new InputError(
      `${path}: holds ${withPackages.length} systems (${names}); give the path of one of them, or say which with --system`,
    );
  }
  if (withPackages.length === 1) return withPackages[0];
  if (drop.indexes.length === 1) {
    const [{ packages, losses }] = drop.indexes;
    const known = drop.systems[0] ?? {
      root: '',
      identification: {},
      sources: [],
      removed: new Map(),
      files: drop.files,
    };
    return { ...known, packages, losses, listLosses: losses };
  }
  throw new InputError(
    `${path}: no list of installed packages was found; give a dpkg status file or a folder that has one`,
  );
}

/** True if a system has that name, or lies in that place of its image. */
const isCalled = (system: ReadSystem, wanted: string): boolean =>
  [nameOfSystem(system), manifestOf(system).image?.place].includes(wanted);

function reportOf(placement: Placement) {
  const { answer, candidates, accounts, relation, findings, losses } = placement;
  return {
    answer: {
      base: answer.base,
      others: answer.others,
      reason: wordAnswer(placement),
      code: answer.reason,
      carriedShare: answer.carriedShare,
      margin: answer.margin,
      relation,
      best: answer.best,
      rival: answer.rival,
      telling: answer.telling,
      copied: answer.copied ?? null,
    },
    candidates: candidates.map(({ name, counts, carriedShare, score, date, agreement }) => ({
      name,
      ...counts,
      carriedShare,
      score,
      date,
      agreement,
    })),
    accounts,
    losses,
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
  const head = [wordPlaced(placement), wordAnswer(placement)].filter(Boolean).join(' ');
  return `${[head, ...rows, `Explained by: ${explained}`, ...notes].join('\n')}\n`;
}
