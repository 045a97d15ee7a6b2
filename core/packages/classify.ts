/**
 * The class of an installed package next to what a base offers under its name: same, rebuilt, patched, held
 * back, ahead or own. Every package gets exactly one.
 */
import type { Family, PackageRow } from '../formats/packageColumns.ts';
import { parseDebVersion } from './debVersion.ts';
import type { InstalledSet, Offer, OfferTable } from './offers.ts';
import { VERSION_ORDERS } from './versionOrder.ts';

/** The classes, in the order in which they are tried. */
export const PACKAGE_CLASSES = ['same', 'rebuilt', 'patched', 'heldBack', 'ahead', 'own'] as const;
export type PackageClass = (typeof PACKAGE_CLASSES)[number];

/** A class, and whether the version itself shows that it came from the base (equal, rebuilt or built upon). */
export interface Classified {
  readonly class: PackageClass;
  readonly derived: boolean;
}

/** How many packages are in each class; they add up to `installed`. */
export type ClassCounts = Readonly<Record<PackageClass, number>> & { readonly installed: number };

/** A suffix that only says "built again": binary rebuilds (`+b2`) and the usual build counters. */
const REBUILD_SUFFIX = /^\+?(?:b|build|rebuild)\d+$/;

/** The class of every package of a system next to the offers of one candidate. */
export function classifyPackages(system: InstalledSet, offers: OfferTable): Classified[] {
  const baseTags = new Set<string>();
  for (const list of offers)
    for (const offer of list ?? [])
      for (const tag of revisionTags(system.family, offer.version)) baseTags.add(tag);
  return system.packages.map((row, index) => classify(system.family, row, offers[index], baseTags));
}

/** Counts the classes. */
export function countClasses(classified: readonly Classified[]): ClassCounts {
  const counts = {
    installed: classified.length,
    same: 0,
    rebuilt: 0,
    patched: 0,
    heldBack: 0,
    ahead: 0,
    own: 0,
  };
  for (const entry of classified) counts[entry.class]++;
  return counts;
}

function classify(
  family: Family,
  row: PackageRow,
  offers: readonly Offer[] | undefined,
  baseTags: ReadonlySet<string>,
): Classified {
  if (!offers) return { class: 'own', derived: false };
  if (offers.some((offer) => offer.version === row.version)) return { class: 'same', derived: true };
  const rebuilt = offers.some(
    (offer) =>
      (row.source === offer.source && row.sourceVersion === offer.sourceVersion) ||
      isRebuildOf(row.version, offer.version),
  );
  if (rebuilt) return { class: 'rebuilt', derived: true };
  const mark = patchMark(family, row.version, offers, baseTags);
  if (mark) return { class: 'patched', derived: mark === 'extends' };
  const compare = VERSION_ORDERS[family];
  const older = offers.some((offer) => compare(row.version, offer.version) < 0);
  return { class: older ? 'heldBack' : 'ahead', derived: false };
}

/** True if two versions differ by a rebuild suffix only. */
function isRebuildOf(installed: string, offered: string): boolean {
  const strip = (version: string) => version.replace(/\+?(?:b|build|rebuild)\d+$/, '');
  if (installed.startsWith(offered)) return REBUILD_SUFFIX.test(installed.slice(offered.length));
  const stem = strip(installed);
  return stem === strip(offered) && stem !== installed && stem.length > 0;
}

/**
 * Whether a version is the base's upstream version with a revision of the derivative's own: `extends` when it
 * continues an offered version (`2.1-3fen1` on `2.1-3`), `own` when it bears a mark unknown in the base.
 */
function patchMark(
  family: Family,
  version: string,
  offers: readonly Offer[],
  baseTags: ReadonlySet<string>,
): 'extends' | 'own' | null {
  const stem = upstreamOf(version);
  const related = offers.filter((offer) => upstreamOf(offer.version) === stem);
  if (related.length === 0) return null;
  if (!revisionTags(family, version).some((tag) => !baseTags.has(tag))) return null;
  const continues = related.some(
    (offer) => version.startsWith(offer.version) && !/^\d/.test(version.slice(offer.version.length)),
  );
  return continues ? 'extends' : 'own';
}

/** Epoch and upstream version, without what follows the last hyphen or, lacking one, the first `+` or `~`. */
function upstreamOf(version: string): string {
  const { epoch, upstream, revision } = parseDebVersion(version);
  return `${epoch}:${revision ? upstream : upstream.replace(/(?<=.)[+~].*$/, '')}`;
}

/** The runs of letters in a version's revision (or its `+`/`~` suffix): the marks of whoever packaged it. */
export function revisionTags(_family: Family, version: string): string[] {
  const { upstream, revision } = parseDebVersion(version);
  const suffix = revision || (/(?<=.)[+~].*$/.exec(upstream)?.[0] ?? '');
  return suffix.toLowerCase().match(/[a-z]+/g) ?? [];
}
