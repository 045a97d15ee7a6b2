/** Which package lists the sample's catalogue keeps, as columns: repositories on some days, and captured systems. */
import { createRecordId, type RecordId } from '../core/catalogue/recordId.ts';
import { createSnapshot, type Snapshot } from '../core/catalogue/snapshot.ts';
import {
  createPackageColumns,
  type PackageColumns,
  type PackageRow,
} from '../core/formats/packageColumns.ts';
import { packAfter, referenceOf } from '../core/packages/packSeries.ts';
import { packColumns } from '../core/packages/packSnapshot.ts';
import type { Capture } from './captures/createCapture.ts';
import { formatDay } from './day.ts';
import type { Ends } from './scenario/ends.ts';
import { listingOf, type InstalledPackage } from './captures/installedPackages.ts';
import { packagerOf, isPlain, rpmIdentity } from './repositories/packageFields.ts';
import { servedDay, type Repository, type RepositoryPackage, type World } from './world/repository.ts';

/**
 * Which states of a repository are kept in the catalogue: so many of the dated ones that its mirror serves, the last
 * among them, and those of a watch that looked at it every so many days up to the present.
 */
interface Kept {
  readonly served: number;
  readonly every?: number;
  readonly forDays?: number;
}

const KEPT: Readonly<Record<string, Kept>> = {
  'larkspur-agate': { served: 1 },
  'larkspur-brindle': { served: 1, every: 30, forDays: 360 },
  'larkspur-brindle-security': { served: 1, every: 15, forDays: 360 },
  'larkspur-next': { served: 9 },
  'fenwick-glasswort': { served: 1 },
  'fenwick-glasswort-updates': { served: 1 },
  'fenwick-glasswort-security': { served: 1 },
  'fenwick-saltmarsh': { served: 1 },
  'fenwick-saltmarsh-updates': { served: 1, every: 15, forDays: 360 },
  'fenwick-saltmarsh-security': { served: 1, every: 15, forDays: 360 },
  'tidewater-kelp': { served: 1 },
  'copperline-first': { served: 4, every: 1, forDays: 63 },
  'copperline-further': { served: 1, every: 7, forDays: 63 },
  'quickthorn-tested': { served: 4, every: 7, forDays: 63 },
  'quickthorn-more': { served: 1, every: 7, forDays: 63 },
  'graywether-19': { served: 1 },
  'graywether-21': { served: 1 },
  'graywether-21-updates': { served: 1, every: 15, forDays: 330 },
};

/** The days of a repository whose lists the catalogue keeps, oldest first. */
export function keptDays(repository: Repository): number[] {
  const kept = KEPT[repository.id];
  if (!kept) return [];
  const served = servedDay(repository);
  const days = new Set(repository.days.slice(-kept.served));
  const { every, forDays = 0 } = kept;
  if (every) for (let day = served - forDays; day <= served; day += every) days.add(day);
  return [...days].sort((a, b) => a - b);
}

/** Snapshots with their packages, packed. */
export interface KeptLists {
  readonly records: readonly Snapshot[];
  readonly packages: ReadonlyMap<RecordId, Uint8Array>;
}

/** The snapshots of a repository: each packed as its difference from the one before, where that is smaller. */
export function keptRepository(world: World, repository: Repository, ends: Ends): KeptLists {
  const { id, of, suite, family, place } = repository;
  const packages = new Map<RecordId, Uint8Array>();
  const chain: Uint8Array[] = [];
  const records = keptDays(repository).map((day): Snapshot => {
    const columns = columnsOn(world, repository, day);
    const before = [...packages.keys()].at(-1) ?? '';
    const packed = packAfter(columns, chain, before);
    if (referenceOf(packed) === null) chain.length = 0;
    chain.push(packed);
    const snapshot = createRecordId('snapshot', `${id}-${formatDay(day)}`);
    packages.set(snapshot, packed);
    return createSnapshot({
      id: snapshot,
      of: ends.idOf(of.replace(' next', '')),
      role: 'repository',
      name: suite,
      family,
      date: formatDay(day),
      origin: place,
      packages: columns.size,
      signature: 'verified',
    });
  });
  return { records, packages };
}

/** What a captured system has. */
export function keptSystem({ system, installed }: Capture, ends: Ends): KeptLists {
  const columns = columnsOfSystem(installed);
  const id = createRecordId('snapshot', `system-${system.key}`);
  const record: Snapshot = createSnapshot({
    id,
    of: ends.idOf(system.of),
    role: 'system',
    name: 'installed packages',
    family: columns.family,
    date: system.taken,
    origin: `capture ${system.key}`,
    packages: columns.size,
    signature: 'none',
  });
  return { records: [record], packages: new Map([[id, packColumns(columns)]]) };
}

/** What a repository held on a day, as columns. */
export function columnsOn(world: World, repository: Repository, day = servedDay(repository)): PackageColumns {
  return createPackageColumns(
    repository.family,
    listingOf(world, repository, day).map((entry) => rowOf(repository, entry)),
  );
}

/** What a system has, as columns. */
export function columnsOfSystem(installed: readonly InstalledPackage[]): PackageColumns {
  return createPackageColumns(
    installed[0].repository.family,
    installed.map(({ repository, entry }) => rowOf(repository, entry)),
  );
}

/** The row that the reader of the format makes of a package: source and its version only where they differ. */
export function rowOf(repository: Repository, entry: RepositoryPackage): Partial<PackageRow> {
  const { family } = repository;
  const { name, version, project } = entry;
  const sourceVersion = family === 'deb' ? version.replace(/\+b\d+$/, '') : version;
  const architectures = {
    deb: isPlain(entry) ? 'all' : repository.architecture,
    alpm: isPlain(entry) ? 'any' : repository.architecture,
    rpm: rpmIdentity(entry, repository).architecture,
  };
  return {
    name,
    version,
    architecture: architectures[family],
    source: project.name === name && sourceVersion === version ? '' : project.name,
    sourceVersion: sourceVersion === version ? '' : sourceVersion,
    section:
      family === 'alpm'
        ? ''
        : entry.role === 'development' && family === 'deb'
          ? 'libdevel'
          : project.section,
    maintainer: packagerOf(repository, entry),
    provides: entry.role === 'main' ? project.provides.join(', ') : '',
  };
}
