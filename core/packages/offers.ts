/**
 * What a candidate repository offers for each package of a system. Only names that the system has are kept, so
 * that holding 1,000 installed packages against 75,000 offered ones costs one pass over the names.
 */
import { packageRow, type Family, type PackageColumns, type PackageRow } from '../formats/packageColumns.ts';

/** A base that is held against a system: a name and its package lists (main, updates, security …). */
export interface Candidate {
  readonly name: string;
  readonly lists: readonly PackageColumns[];
}

/** The packages of a system that are compared: installed ones, each name once per architecture. */
export interface InstalledSet {
  readonly family: Family;
  readonly packages: readonly PackageRow[];
}

/** One version that a candidate offers. */
export interface Offer {
  readonly version: string;
  readonly source: string;
  readonly sourceVersion: string;
}

/** Offers by package of the system (same index); undefined where the candidate lacks the name. */
export type OfferTable = readonly (readonly Offer[] | undefined)[];

/** The installed packages of a list; those removed but for their configuration are left out. */
export function createInstalledSet(list: PackageColumns): InstalledSet {
  const packages: PackageRow[] = [];
  for (let i = 0; i < list.size; i++) if (list.removed[i] === 0) packages.push(packageRow(list, i));
  return { family: list.family, packages };
}

/** Finds the offers for every package of a system. Lists of another family offer nothing. */
export function findOffers(system: InstalledSet, lists: readonly PackageColumns[]): OfferTable {
  const rows = new Map<string, number[]>();
  system.packages.forEach(({ name }, index) => {
    const known = rows.get(name);
    if (known) known.push(index);
    else rows.set(name, [index]);
  });
  const table: (Offer[] | undefined)[] = new Array(system.packages.length).fill(undefined);
  for (const list of lists) {
    if (list.family !== system.family) continue;
    const texts = list.table.texts();
    const { name, version, source, sourceVersion } = list.columns;
    for (let i = 0; i < list.size; i++) {
      const wanted = rows.get(texts[name[i]]);
      if (!wanted || list.removed[i] === 1) continue;
      const offer: Offer = {
        version: texts[version[i]],
        source: texts[source[i]] || texts[name[i]],
        sourceVersion: texts[sourceVersion[i]] || texts[version[i]],
      };
      for (const index of wanted) {
        const offers = (table[index] ??= []);
        if (
          !offers.some(
            (known) => known.version === offer.version && known.sourceVersion === offer.sourceVersion,
          )
        ) {
          offers.push(offer);
        }
      }
    }
  }
  return table;
}
