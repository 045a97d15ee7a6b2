/** What a system has, ready to be held against bases. */
import { packageRow, type PackageColumns, type PackageRow } from '../formats/packageColumns.ts';
import type { Family } from '../formats/family.ts';

/** The packages of a system that are compared: installed ones, each name once per architecture. */
export interface InstalledSet {
  readonly family: Family;
  readonly packages: readonly PackageRow[];
}

/** The installed packages of a list; those removed but for their configuration are left out. */
export function createInstalledSet(list: PackageColumns): InstalledSet {
  const packages: PackageRow[] = [];
  for (let i = 0; i < list.size; i++) if (list.removed[i] === 0) packages.push(packageRow(list, i));
  return { family: list.family, packages };
}
