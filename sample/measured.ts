/** The package side of the sample: repositories and installed systems, their snapshots, and what they measure. */
import type { RecordId } from '../core/catalogue/recordKind.ts';
import { createRecordId } from '../core/catalogue/recordKind.ts';
import type { AnyRecord } from '../core/catalogue/recordKinds.ts';
import { findBase } from '../core/packages/findBase.ts';
import { createInstalledSet } from '../core/packages/offers.ts';
import { packColumns } from '../core/packages/packSnapshot.ts';
import { createRandom } from './random.ts';
import {
  binaryPackages,
  columnsOf,
  createVersions,
  deriveVersions,
  type BinaryPackage,
  type Derivation,
} from './repositories.ts';
import { createUniverse } from './universe.ts';

const SOURCE_PACKAGES = 1200;

/** How each repository follows from the one below it. `own` counts packages that the base does not have. */
const REPOSITORIES: readonly { name: string; base: string; own: number; rule: Derivation }[] = [
  {
    name: 'Fenwick 31',
    base: 'Larkspur 7',
    own: 40,
    rule: { patched: 0.16, rebuilt: 0.05, heldBack: 0.02, ahead: 0.06, tag: 'fen' },
  },
  {
    name: 'Tidewater 7.1',
    base: 'Fenwick 31',
    own: 70,
    rule: { patched: 0.05, rebuilt: 0.01, heldBack: 0.04, ahead: 0.01, tag: 'tw' },
  },
  {
    name: 'Penhallow 5',
    base: 'Tidewater 7.1',
    own: 24,
    rule: { patched: 0.01, rebuilt: 0, heldBack: 0.01, ahead: 0, tag: 'pen' },
  },
  {
    name: 'Varnley 6',
    base: 'Larkspur 7',
    own: 55,
    rule: { patched: 0.02, rebuilt: 0, heldBack: 0.03, ahead: 0.02, tag: 'var' },
  },
];

const MARRAM: (typeof REPOSITORIES)[number] = {
  name: 'Marram 2',
  base: 'Fenwick 31',
  own: 35,
  rule: { patched: 0.03, rebuilt: 0.02, heldBack: 0.05, ahead: 0.01, tag: 'mar' },
};

/** Repositories kept as candidates for placing, and the suite by which systems name each. */
const KEPT = [
  { release: 'Larkspur 7', suite: 'brindle' },
  { release: 'Fenwick 31', suite: 'saltmarsh' },
  { release: 'Tidewater 7.1', suite: 'kelp' },
];

/** The repositories of all releases, by the name of the release. */
function createRepositories(seed: number, rules: typeof REPOSITORIES): Map<string, BinaryPackage[]> {
  const random = createRandom(seed);
  const universe = createUniverse(SOURCE_PACKAGES, random);
  const versions = new Map([['Larkspur 7', createVersions(universe, random)]]);
  const lists = new Map([
    ['Larkspur 7', binaryPackages(universe, versions.get('Larkspur 7')!, maintainerOf('Larkspur'))],
  ]);
  for (const { name, base, own, rule } of rules) {
    versions.set(name, deriveVersions(versions.get(base)!, rule, random));
    const carried = binaryPackages(universe, versions.get(name)!, maintainerOf(name));
    const names = new Set(carried.map((entry) => entry.name));
    const inherited = lists.get(base)!.filter((entry) => !names.has(entry.name));
    lists.set(name, [...carried, ...inherited, ...ownPackages(name, own)]);
  }
  return lists;
}

/** What a newly installed system of a release has. `Marram 2` is in no catalogue: it is there to be read. */
export function installedPackages(seed: number, release: string): BinaryPackage[] {
  return createRepositories(seed, [...REPOSITORIES, MARRAM])
    .get(release)!
    .filter(({ preinstalled }) => preinstalled);
}

/** Snapshots, comparisons and the packed package lists. */
export function createPackages(
  seed: number,
  idOf: (name: string) => RecordId,
  sourceId: (key: string) => RecordId,
): { records: AnyRecord[]; packed: Map<RecordId, Uint8Array> } {
  const lists = createRepositories(seed, REPOSITORIES);
  const records = REPOSITORIES.map(({ name, base }) => comparisonOf(name, base, lists, idOf, sourceId));
  const packed = new Map<RecordId, Uint8Array>();
  for (const { release, suite } of KEPT) {
    const columns = columnsOf(lists.get(release)!);
    const id = createRecordId('snapshot', `${release}-main`);
    packed.set(id, packColumns(columns));
    records.push({
      id,
      kind: 'snapshot',
      of: idOf(release),
      role: 'repository',
      name: suite,
      family: 'deb',
      date: '2026-11-20',
      origin: `${hostOf(release)}/dists/${suite}`,
      packages: columns.size,
      signature: 'unchecked',
    });
  }
  return { records, packed };
}

function maintainerOf(name: string): string {
  return `${name} packagers <packages@${hostOf(name)}>`;
}

function hostOf(name: string): string {
  return `${name.split(' ')[0].toLowerCase()}.example`;
}

function ownPackages(release: string, count: number): BinaryPackage[] {
  const prefix = release.split(' ')[0].toLowerCase();
  return Array.from({ length: count }, (_, i) => {
    const name = `${prefix}-${['settings', 'artwork', 'tools', 'notes', 'layouts'][i % 5]}-${1 + Math.floor(i / 5)}`;
    return {
      name,
      version: `1.${i}`,
      sourceVersion: `1.${i}`,
      source: name,
      architecture: 'all',
      section: 'admin',
      maintainer: maintainerOf(release),
      preinstalled: true,
    };
  });
}

/** What an installed system of a release has, held against its base's repository. */
function comparisonOf(
  name: string,
  base: string,
  lists: ReadonlyMap<string, readonly BinaryPackage[]>,
  idOf: (name: string) => RecordId,
  sourceId: (key: string) => RecordId,
): AnyRecord {
  const installed = lists.get(name)!.filter(({ preinstalled }) => preinstalled);
  const against = columnsOf(lists.get(base)!);
  const { candidates, accounts } = findBase(createInstalledSet(columnsOf(installed)), [
    { name: base, lists: [against] },
  ]);
  return {
    id: createRecordId('comparison', `${name}-on-${base}`),
    kind: 'comparison',
    derivative: idOf(name),
    base: idOf(base),
    source: sourceId(`${name.split(' ')[0].toLowerCase()}-capture`),
    date: '2026-11-20',
    against: [base],
    counts: { ...candidates[0].counts },
    accounts: accounts.map((account) => ({ ...account })),
  };
}
