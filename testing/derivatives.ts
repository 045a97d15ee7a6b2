/**
 * Simulated derivatives of known truth: systems drawn from given suites and changed as real projects change them, and
 * independent ones that share only names, or upstream versions, with them. Seeded.
 */
import {
  createPackageColumns,
  packageRow,
  type PackageColumns,
  type PackageRow,
} from '../core/formats/packageColumns.ts';
import type { Family } from '../core/formats/family.ts';
import { createInstalledSet, type InstalledSet } from '../core/packages/installedSet.ts';
import { revisionOf } from '../core/packages/versionParts.ts';
import type { Random } from '../sample/random.ts';

/** The kinds of derivative, in the order of the table. */
export const KINDS = [
  'nearly pure',
  'typical',
  'heavily changed',
  'built again',
  'mixed from two suites',
  'stale, with a misleading name',
  'independent',
  'sharing only names',
] as const;
export type Kind = (typeof KINDS)[number];

/** A suite that systems are drawn from: what it holds, what it held earlier, and what comes later upstream. */
export interface Suite {
  /** The candidate that is the right answer. */
  readonly name: string;
  readonly lists: readonly PackageColumns[];
  /** An earlier state: what is held back comes from it. */
  readonly earlier?: readonly PackageColumns[];
}

/** A simulated system. `truth` is a candidate's name, two for a mixture, none for an independent system. */
export interface Derivative {
  readonly kind: Kind;
  readonly truth: readonly string[];
  readonly installed: InstalledSet;
}

/** What a project changes, as shares of what it takes over. */
interface Changes {
  readonly patched: number;
  readonly rebuilt: number;
  readonly ahead: number;
  readonly heldBack: number;
  /** Own packages, as a share of the system. */
  readonly own: number;
}

const CHANGES: Partial<Record<Kind, Changes>> = {
  'nearly pure': { patched: 0.01, rebuilt: 0, ahead: 0.005, heldBack: 0, own: 0.02 },
  typical: { patched: 0.08, rebuilt: 0.04, ahead: 0.04, heldBack: 0.02, own: 0.08 },
  'heavily changed': { patched: 0.25, rebuilt: 0.1, ahead: 0.12, heldBack: 0.06, own: 0.2 },
  'built again': { patched: 0, rebuilt: 1, ahead: 0, heldBack: 0, own: 0.05 },
  'mixed from two suites': { patched: 0.03, rebuilt: 0, ahead: 0.01, heldBack: 0, own: 0.05 },
  'stale, with a misleading name': { patched: 0.05, rebuilt: 0.02, ahead: 0.02, heldBack: 0, own: 0.08 },
};

/** Draws a system of a kind from a suite; a mixture takes 25 to 50 of 100 from `second`. */
export function createDerivative(random: Random, kind: Kind, suite: Suite, second: Suite): Derivative {
  const family = suite.lists[0].family;
  const count = Math.min(1800, Math.floor(suite.lists[0].size * (0.08 + 0.2 * random.next())));
  const drawn = drawRows(random, suite.lists, count);
  const usual = CHANGES[kind];
  if (!usual) return independent(random, kind, family, drawn);
  const changes = varied(random, usual);
  const mixed = kind === 'mixed from two suites';
  const share = mixed ? 0.25 + 0.25 * random.next() : 0;
  const others = mixed ? newestByName(second.lists) : new Map<string, PackageRow>();
  const taken = drawn.map((row) => (random.next() < share ? (others.get(row.name) ?? row) : row));
  const rows = change(random, family, taken, changes, suite.earlier ?? []);
  return {
    kind,
    truth: mixed ? [suite.name, second.name] : [suite.name],
    installed: installedSet(family, rows),
  };
}

/** Each share between the half and one and a half times the usual; what is all stays all. */
function varied(random: Random, usual: Changes): Changes {
  const vary = (share: number) => (share === 1 ? 1 : share * (0.5 + random.next()));
  const { patched, rebuilt, ahead, heldBack, own: added } = usual;
  return {
    patched: vary(patched),
    rebuilt: vary(rebuilt),
    ahead: vary(ahead),
    heldBack: vary(heldBack),
    own: vary(added),
  };
}

function installedSet(family: Family, rows: readonly Partial<PackageRow>[]): InstalledSet {
  return createInstalledSet(createPackageColumns(family, rows));
}

const newest = new WeakMap<readonly PackageColumns[], Map<string, PackageRow>>();

/** The newest version of every name, later lists (updates, security) before earlier ones; kept for each array. */
function newestByName(lists: readonly PackageColumns[]): Map<string, PackageRow> {
  const known = newest.get(lists);
  if (known) return known;
  const rows = new Map<string, PackageRow>();
  newest.set(lists, rows);
  for (const list of lists)
    for (let i = 0; i < list.size; i++) {
      const row = packageRow(list, i);
      rows.set(row.name, row);
    }
  return rows;
}

function drawRows(random: Random, lists: readonly PackageColumns[], count: number): PackageRow[] {
  const all = [...newestByName(lists).values()];
  const drawn = new Map<string, PackageRow>();
  while (drawn.size < Math.min(count, all.length)) {
    const row = all[random.below(all.length)];
    drawn.set(row.name, row);
  }
  return [...drawn.values()];
}

function change(
  random: Random,
  family: Family,
  rows: readonly PackageRow[],
  changes: Changes,
  earlier: readonly PackageColumns[],
): Partial<PackageRow>[] {
  const before = newestByName(earlier);
  const mark = ['der', 'mx', 'qv', 'zz'][random.below(4)];
  const changed = rows.map((row): Partial<PackageRow> => {
    let kind = random.next();
    const is = (share: number) => (kind -= share) < 0;
    if (is(changes.patched)) return own(row, patchedVersion(random, family, row.version, mark));
    if (is(changes.rebuilt)) return own(row, rebuiltVersion(family, row.version, mark));
    if (is(changes.ahead)) return own(row, `${aheadOf(row.version)}-1`);
    if (is(changes.heldBack)) return before.get(row.name) ?? row;
    return row;
  });
  const additions = Array.from({ length: Math.round(rows.length * changes.own) }, (_, i) => ({
    name: `${mark}-tool-${i}`,
    version: `${1 + random.below(4)}.${random.below(20)}-1${family === 'deb' ? `${mark}1` : ''}`,
    architecture: 'amd64',
  }));
  return [...changed, ...additions];
}

/** Another build has its own source version. */
const own = (row: PackageRow, version: string): Partial<PackageRow> => ({
  ...row,
  version,
  sourceVersion: '',
});

function patchedVersion(random: Random, family: Family, version: string, mark: string): string {
  if (family !== 'deb') return `${version}.${mark}${1 + random.below(3)}`;
  const upstream = version.replace(/-[^-]*$/, '');
  return random.next() < 0.3
    ? `${upstream}-0${mark}${1 + random.below(3)}`
    : `${version}${mark}${1 + random.below(3)}`;
}

function rebuiltVersion(family: Family, version: string, mark: string): string {
  if (family === 'deb') return `${version}+${mark}1`;
  if (family === 'alpm') return `${version}.1`;
  return `${version.replace(/\.[a-z]+\d*$/, '')}.${mark}7`;
}

function aheadOf(version: string): string {
  const upstream = version.replace(/-[^-]*$/, '');
  return upstream.replace(/\d+(?=\D*$)/, (digits) => String(Number(digits.slice(0, 9)) + 1));
}

/**
 * A project of its own. Sharing only names: other upstream versions. Independent: of the names it shares, half are
 * of the same upstream version, by chance in the same first revision more often than not.
 */
function independent(random: Random, kind: Kind, family: Family, rows: readonly PackageRow[]): Derivative {
  const sharesUpstream = kind === 'independent' ? 0.3 + 0.4 * random.next() : 0;
  const made = rows.map((row): Partial<PackageRow> => {
    const upstream = row.version.replace(/-[^-]*$/, '');
    const roll = random.next();
    const revision = roll < 0.65 ? 1 : roll < 0.87 ? 2 : 3;
    const shares = random.next() < sharesUpstream;
    const version = shares
      ? upstream
      : random.next() < 0.5
        ? aheadOf(row.version)
        : `${random.below(3)}.${random.below(30)}.${random.below(9)}`;
    const name = random.next() < 0.15 ? `${row.name}-x` : row.name;
    return {
      ...row,
      name,
      version: `${version}-${revision}${tagLike(family, row.version)}`,
      source: '',
      sourceVersion: '',
    };
  });
  return { kind, truth: [], installed: installedSet(family, made) };
}

/** rpm releases end in a tag of whoever built them. */
function tagLike(family: Family, version: string): string {
  return family === 'rpm' && /\.[a-z]+\d*$/.test(revisionOf(version)) ? '.ind3' : '';
}
