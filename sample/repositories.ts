/**
 * The packages of the sample's deb family: what each distribution's repository holds and what its systems have
 * installed, made by the rules by which the invented projects work (copying, patching, holding back, own).
 */
import { createPackageColumns, type PackageColumns } from '../core/formats/packageColumns.ts';
import type { Random } from './random.ts';
import type { SourcePackage } from './universe.ts';

/** A binary package in a repository. */
export interface BinaryPackage {
  readonly name: string;
  readonly version: string;
  readonly architecture: string;
  readonly source: string;
  readonly sourceVersion: string;
  readonly section: string;
  readonly maintainer: string;
  readonly preinstalled: boolean;
}

/** Versions by source package: the state of a repository at one date. */
export type Versions = ReadonlyMap<
  string,
  { readonly upstream: string; readonly revision: string; readonly rebuild: number }
>;

/** A root's first state: an upstream version and a revision for every source package. */
export function createVersions(universe: readonly SourcePackage[], random: Random): Versions {
  return new Map(
    universe.map(({ name }) => {
      const upstream = `${random.below(9)}.${random.below(30)}${random.next() < 0.5 ? `.${random.below(12)}` : ''}`;
      return [
        name,
        {
          upstream,
          revision: String(1 + random.below(5)),
          rebuild: random.next() < 0.06 ? 1 + random.below(3) : 0,
        },
      ];
    }),
  );
}

/** How one repository follows from another. Shares of the source packages; what is left is carried unchanged. */
export interface Derivation {
  /** Gets the derivative's own revision, marked by `tag`. */
  readonly patched: number;
  /** Is built again without a change. */
  readonly rebuilt: number;
  /** Stays behind by a revision. */
  readonly heldBack: number;
  /** Has a newer upstream version. */
  readonly ahead: number;
  readonly tag: string;
}

/** The state of a derivative's repository. */
export function deriveVersions(base: Versions, rule: Derivation, random: Random): Versions {
  return new Map(
    [...base].map(([name, version]) => {
      const chance = random.next();
      const revision = Number.parseInt(version.revision, 10);
      const bounds = [rule.patched, rule.rebuilt, rule.heldBack, rule.ahead];
      const kind = bounds.findIndex((_, i) => chance < bounds.slice(0, i + 1).reduce((a, b) => a + b, 0));
      switch (kind) {
        case 0:
          return [
            name,
            { ...version, revision: `${version.revision}${rule.tag}${1 + random.below(4)}`, rebuild: 0 },
          ];
        case 1:
          return [name, { ...version, rebuild: version.rebuild + 1 }];
        case 2:
          return [name, { ...version, revision: revision > 1 ? String(revision - 1) : '0.9', rebuild: 0 }];
        case 3:
          return [
            name,
            { upstream: `${version.upstream}.${50 + random.below(9)}`, revision: '1', rebuild: 0 },
          ];
        default:
          return [name, version];
      }
    }),
  );
}

/** The binary packages of a repository. */
export function binaryPackages(
  universe: readonly SourcePackage[],
  versions: Versions,
  maintainer: string,
): BinaryPackage[] {
  return universe.flatMap((source) => {
    const state = versions.get(source.name);
    if (!state) return [];
    const sourceVersion = `${state.upstream}-${state.revision}`;
    const version = state.rebuild ? `${sourceVersion}+b${state.rebuild}` : sourceVersion;
    return source.binaries.map((name) => ({
      name,
      version,
      sourceVersion,
      source: source.name,
      architecture: source.section === 'fonts' || source.section === 'doc' ? 'all' : 'amd64',
      section: source.section,
      maintainer,
      preinstalled: source.preinstalled && !name.endsWith('-dev'),
    }));
  });
}

/** Packages in columns, sorted by name. */
export function columnsOf(packages: readonly BinaryPackage[]): PackageColumns {
  const sorted = [...packages].sort((a, b) => (a.name < b.name ? -1 : 1));
  return createPackageColumns(
    'deb',
    sorted.map(({ preinstalled: _, source, sourceVersion, ...rest }) => ({
      ...rest,
      source: source === rest.name && sourceVersion === rest.version ? '' : source,
      sourceVersion: sourceVersion === rest.version ? '' : sourceVersion,
    })),
  );
}
