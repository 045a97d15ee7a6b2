/** Places simulated derivatives and counts right, wrong and abstained answers by kind: for the test and the bench. */
import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { PackageColumns } from '../core/formats/packageColumns.ts';
import { parseDebPackages } from '../core/formats/debPackages.ts';
import { createPackageColumns, packageRow } from '../core/formats/packageColumns.ts';
import { findBase, type BaseAnswer, type RankedCandidate } from '../core/packages/findBase.ts';
import type { Candidate } from '../core/packages/candidate.ts';
import { dayOf } from '../sample/day.ts';
import { createRandom, type Random } from '../sample/random.ts';
import { columnsOn } from '../sample/snapshots.ts';
import { sampleWorld } from './builtSample.ts';
import { createDerivative, KINDS, type Derivative, type Kind, type Suite } from './derivatives.ts';

/** Candidates of one family, and the suites to draw from. */
interface Field {
  readonly name: string;
  readonly candidates: readonly Candidate[];
  readonly suites: readonly Suite[];
  /** An old suite for the stale ones. */
  readonly stale: Suite;
}

export type Verdict = 'right' | 'wrong' | 'abstained';
export type Tally = Record<Kind, Record<Verdict, number>>;

/** What a count of equal versions alone would answer: the candidate with most, if it leads by ten points. */
const NAIVE = { least: 0.3, lead: 0.1 } as const;

export interface Trial {
  readonly tally: Tally;
  /** The same for a count of equal versions, as a measure of how hard the trial is. */
  readonly naive: Tally;
  /** One line for each answer that is not right. */
  readonly misses: readonly string[];
  readonly fields: readonly string[];
}

/** Runs the trial with `rounds` systems of each kind in each field. */
export function runPlacingTrial(rounds: number): Trial {
  const fields = [...sampleFields(), ...realFields()];
  const random = createRandom(4711);
  const tally = emptyTally();
  const naive = emptyTally();
  const misses: string[] = [];
  for (const field of fields)
    for (const kind of KINDS)
      for (let round = 0; round < rounds; round++) {
        const derivative = drawFrom(random, field, kind, round);
        const { answer, candidates } = findBase(derivative.installed, field.candidates);
        naive[kind][judgeNaive(derivative, candidates)]++;
        const verdict = judge(derivative, answer);
        tally[kind][verdict]++;
        if (verdict !== 'right')
          misses.push(
            `${field.name}, ${kind}: ${verdict}; true ${derivative.truth.join(' and ') || 'none'}, answer ${answer.base ?? 'none'} (${answer.reason}; ${answer.best}, ${answer.rival}, ${answer.telling.best}:${answer.telling.rival})`,
          );
      }
  return { tally, naive, misses, fields: fields.map(({ name }) => name) };
}

function emptyTally(): Tally {
  return Object.fromEntries(KINDS.map((kind) => [kind, { right: 0, wrong: 0, abstained: 0 }])) as Tally;
}

function judgeNaive({ truth }: Derivative, candidates: readonly RankedCandidate[]): Verdict {
  const [first, second] = candidates.toSorted((a, b) => b.carriedShare - a.carriedShare);
  const leads = first.carriedShare - (second?.carriedShare ?? 0) >= NAIVE.lead;
  const base = first.carriedShare >= NAIVE.least && leads ? first.name : null;
  if (truth.length === 1) return base === truth[0] ? 'right' : base ? 'wrong' : 'abstained';
  return base ? 'wrong' : truth.length === 0 ? 'right' : 'abstained';
}

function drawFrom(random: Random, { suites, stale }: Field, kind: Kind, round: number): Derivative {
  const suite = kind === 'stale, with a misleading name' ? stale : suites[round % suites.length];
  return createDerivative(random, kind, suite, suites[(round + 1) % suites.length]);
}

/** Of a mixture both bases must be named, and no other. Calling a system mixed that is none is no answer to its base. */
function judge({ truth }: Derivative, { base, others, reason }: BaseAnswer): Verdict {
  const named = base ? [base, ...others] : [];
  if (truth.length === 0) return named.length > 0 ? 'wrong' : 'right';
  if (truth.length === 1 && reason === 'mixed') return 'abstained';
  if (named.length === 0) return 'abstained';
  return named.toSorted().join('\n') === truth.toSorted().join('\n') ? 'right' : 'wrong';
}

/** Suites of the sample's world, each family by itself. */
function sampleFields(): Field[] {
  const { world, repositories } = sampleWorld();
  const list = (id: string, date?: string): PackageColumns =>
    columnsOn(world, repositories.get(id)!, date ? dayOf(date) : undefined);
  const state = (date: string, ...lists: PackageColumns[]) => ({
    date,
    lists: lists.map((packages, i) => ({
      name: `${date} ${i}`,
      part: i ? ('updates' as const) : ('base' as const),
      packages,
    })),
  });
  const suite = (name: string, lists: PackageColumns[], earlier?: PackageColumns[]): Suite => ({
    name,
    lists,
    earlier,
  });
  const agate = [list('larkspur-agate')];
  const brindle = [list('larkspur-brindle'), list('larkspur-brindle-security')];
  const next = ['2024-11-20', '2025-05-20', '2025-11-20', '2026-05-20', '2026-11-20'].map((date) =>
    state(date, list('larkspur-next', date)),
  );
  const glasswort = [list('fenwick-glasswort')];
  const saltmarsh = [list('fenwick-saltmarsh'), list('fenwick-saltmarsh-updates')];
  const deb: Field = {
    name: 'sample, deb',
    candidates: [
      { name: 'agate', states: [state('2026-06-01', ...agate)] },
      { name: 'brindle', states: [state('2026-11-20', ...brindle)] },
      { name: 'next', states: next },
      { name: 'glasswort', states: [state('2023-11-02', ...glasswort)] },
      { name: 'saltmarsh', states: [state('2026-11-20', ...saltmarsh)] },
    ],
    suites: [
      suite('brindle', brindle, agate),
      suite('agate', agate),
      suite('next', [list('larkspur-next', '2026-05-20')], [list('larkspur-next', '2026-02-20')]),
      suite('saltmarsh', saltmarsh, [list('fenwick-saltmarsh')]),
      suite('glasswort', glasswort),
    ],
    stale: suite('next', [list('larkspur-next', '2024-11-02')]),
  };
  const dates = ['2025-02-20', '2025-08-20', '2026-02-20', '2026-05-20', '2026-08-20', '2026-11-20'];
  const copperline = (date: string) => [list('copperline-first', date), list('copperline-further', date)];
  const alpm: Field = {
    name: 'sample, alpm',
    candidates: [
      { name: 'copperline', states: dates.map((date) => state(date, ...copperline(date))) },
      { name: 'rowanhall', states: [state('2026-11-20', list('rowanhall-main'))] },
    ],
    suites: [
      suite('copperline', copperline('2026-11-20'), copperline('2026-10-20')),
      suite('rowanhall', [list('rowanhall-main')]),
    ],
    stale: suite('copperline', copperline('2025-02-10')),
  };
  const g19 = [list('graywether-19')];
  const g21 = [list('graywether-21'), list('graywether-21-updates')];
  const rpm: Field = {
    name: 'sample, rpm',
    candidates: [
      { name: 'graywether 19', states: [state('2023-10-03', ...g19)] },
      { name: 'graywether 21', states: [state('2026-11-20', ...g21)] },
    ],
    suites: [suite('graywether 21', g21, [list('graywether-21')]), suite('graywether 19', g19)],
    stale: suite('graywether 19', g19),
  };
  return [deb, alpm, rpm];
}

const LISTS = '/var/lib/apt/lists';

/**
 * The suites that this machine's package tool keeps. Beside a real suite stand three neighbours made from it: a
 * sister that moved on by 4 of 100 packages, the next release, and the state before the last point release.
 */
function realFields(): Field[] {
  const names = existsSync(LISTS) ? readdirSync(LISTS).filter((name) => /_Packages(\.lz4)?$/.test(name)) : [];
  const read = (name: string) => {
    const path = join(LISTS, name);
    const tool = name.endsWith('.lz4') ? ['lz4', '-dc', path] : ['cat', path];
    const bytes = execFileSync(tool[0], tool.slice(1), { maxBuffer: 1 << 30 });
    return parseDebPackages(new Uint8Array(bytes), 'index', name).packages;
  };
  const [main, ...additions] = names.map(read).sort((a, b) => b.size - a.size);
  if (!main || main.size < 5000) return [];
  const random = createRandom(99);
  const sister = movedOn(random, main, 0.04);
  const release = movedOn(random, sister, 0.75);
  const before = movedOn(random, main, 0.15);
  const candidate = (name: string, ...lists: PackageColumns[]): Candidate => ({
    name,
    states: [{ date: '', lists: lists.map((packages) => ({ name, part: 'base', packages })) }],
  });
  return [
    {
      name: 'real',
      candidates: [
        candidate('main', main, ...additions),
        candidate('sister', sister),
        candidate('release', release),
      ],
      suites: [
        { name: 'main', lists: [main, ...additions], earlier: [before] },
        { name: 'release', lists: [release], earlier: [sister] },
      ],
      // Installed before the point release: 15 of 100 packages are not what the suite has today.
      stale: { name: 'main', lists: [before] },
    },
  ];
}

/** A list in which this share of the packages has another upstream version. */
function movedOn(random: Random, list: PackageColumns, share: number): PackageColumns {
  const bySource = new Map<string, boolean>();
  const rows = Array.from({ length: list.size }, (_, i) => {
    const row = packageRow(list, i);
    if (!bySource.has(row.source)) bySource.set(row.source, random.next() < share);
    if (!bySource.get(row.source)) return row;
    const version = row.version.replace(/(\d+)(?=\D*(-[^-]*)?$)/, (digits) =>
      String(Number(digits.slice(0, 9)) + 1),
    );
    return { ...row, version, sourceVersion: '' };
  });
  return createPackageColumns(list.family, rows);
}
