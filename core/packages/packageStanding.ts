/** How one package of a system stands to a base: its class there, or that the system does not have it. */
import type { PackageColumns } from '../formats/packageColumns.ts';
import type { PackageClass } from './packageClass.ts';
import { holdAgainst } from './holdAgainst.ts';
import { OfferFinder } from './offers.ts';
import { createInstalledSet } from './installedSet.ts';
import type { Candidate } from './candidate.ts';

/** How one package of one system stands to a base. */
export interface PackageStanding {
  readonly class: PackageClass | 'absent';
  /** The installed version; empty where it is absent. */
  readonly version: string;
}

/** The whole system is held against the base: what an ending of a version means is learned from all packages. */
export function standingOfPackage(system: PackageColumns, base: Candidate, name: string): PackageStanding {
  const installed = createInstalledSet(system);
  const row = installed.packages.findIndex((each) => each.name === name);
  if (row < 0) return { class: 'absent', version: '' };
  const held = holdAgainst(new OfferFinder(installed), base);
  return { class: held.classified[row].class, version: installed.packages[row].version };
}

/** The versions that a list has of a package, in no order. */
export function versionsIn({ table, columns, size, removed }: PackageColumns, name: string): string[] {
  const texts = table.texts();
  const found = new Set<string>();
  for (let row = 0; row < size; row++)
    if (removed[row] === 0 && texts[columns.name[row]] === name) found.add(texts[columns.version[row]]);
  return [...found];
}
