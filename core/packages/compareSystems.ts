/** The packages of several systems next to each other: who has which, in which version, and in which class next to a base. */
import { compareWithBase } from './findBase.ts';
import { CLASS_RULES } from './classify.ts';
import type { Candidate } from './candidate.ts';
import type { InstalledSet } from './installedSet.ts';
import type { PackageClass } from './packageClass.ts';
import { VERSION_ORDERS } from './versionOrder.ts';

/** How systems stand to each other on one package. A list that is at hand tells all, so a name that is not in it is not there. */
export type PackageVerdict = 'same' | 'other version' | 'not in all';

/** One package over the systems. */
export interface PackageLine {
  readonly name: string;
  readonly verdict: PackageVerdict;
  /** The version in each system; null where it does not have it. Of several architectures the newest. */
  readonly versions: readonly (string | null)[];
  /** The class next to the base, where one was given. */
  readonly classes: readonly (PackageClass | null)[];
  /** The version of the base; empty where it has none, or none was given. */
  readonly base: string;
}

/** The packages of systems of one package format, by name; `base` is what their classes are told next to. */
export function compareSystems(systems: readonly InstalledSet[], base?: Candidate): PackageLine[] {
  const order = VERSION_ORDERS[systems[0].family];
  const lines = new Map<
    string,
    { versions: (string | null)[]; classes: (PackageClass | null)[]; base: string }
  >();
  systems.forEach((system, place) => {
    const classed = base ? compareWithBase(system, base, []).packages : null;
    system.packages.forEach(({ name, version }, i) => {
      let line = lines.get(name);
      if (!line)
        lines.set(
          name,
          (line = { versions: systems.map(() => null), classes: systems.map(() => null), base: '' }),
        );
      const known = line.versions[place];
      if (known !== null && order(known, version) >= 0) return;
      line.versions[place] = version;
      if (!classed) return;
      line.classes[place] = CLASS_RULES[classed[i].rule];
      line.base ||= classed[i].baseVersion;
    });
  });
  return [...lines]
    .map(([name, line]): PackageLine => ({ name, verdict: verdictOf(line.versions), ...line }))
    .sort((a, b) => (a.name < b.name ? -1 : 1));
}

function verdictOf(versions: readonly (string | null)[]): PackageVerdict {
  if (versions.includes(null)) return 'not in all';
  return new Set(versions).size === 1 ? 'same' : 'other version';
}
