/** Which package lists the sample's catalogue keeps, as columns: repositories at some dates, and captured systems. */
import {
  createPackageColumns,
  type PackageColumns,
  type PackageRow,
} from '../core/formats/packageColumns.ts';
import { listingOf, type InstalledPackage } from './captures/installedPackages.ts';
import { packagerOf, isPlain, rpmIdentity } from './repositories/packageFields.ts';
import { servedDay, type Repository, type RepositoryPackage, type World } from './world/repository.ts';

/** How many states of a repository are kept in the catalogue: the one served, and the ones before it. */
const KEPT: Readonly<Record<string, number>> = {
  'larkspur-agate': 1,
  'larkspur-brindle': 1,
  'larkspur-brindle-security': 1,
  'larkspur-next': 5,
  'fenwick-glasswort': 1,
  'fenwick-saltmarsh': 1,
  'fenwick-saltmarsh-updates': 1,
  'fenwick-saltmarsh-security': 1,
  'tidewater-kelp': 1,
  'copperline-first': 4,
  'copperline-further': 1,
  'quickthorn-tested': 4,
  'quickthorn-more': 1,
  'graywether-19': 1,
  'graywether-21': 1,
  'graywether-21-updates': 1,
};

/** The days of a repository whose lists the catalogue keeps, oldest first. */
export function keptDays(repository: Repository): number[] {
  const kept = KEPT[repository.id] ?? 0;
  return kept ? repository.days.slice(-kept) : [];
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
