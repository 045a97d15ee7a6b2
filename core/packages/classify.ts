/**
 * The class of an installed package next to what a base offers under its name: same, rebuilt, patched, held
 * back, ahead or own. Every package gets exactly one, with the rule that decided it.
 */
import type { PackageRow } from '../formats/packageColumns.ts';
import type { Family } from '../formats/family.ts';
import { endingBeyond, learnMarks, revisionMarks, type LearnedMarks } from './marks.ts';
import { withoutRebuild, withoutTag } from './withoutMarks.ts';
import { revisionOf, upstreamOf } from './versionParts.ts';
import type { Offer, OfferTable } from './offers.ts';
import type { InstalledSet } from './installedSet.ts';
import { VERSION_ORDERS } from './versionOrder.ts';
import type { PackageClass } from './packageClass.ts';

/** The rules, in the order in which they are tried; the class that each gives. */
export const CLASS_RULES = {
  equalVersion: 'same',
  equalSource: 'rebuilt', // the index names the same source in the same version
  rebuildEnding: 'rebuilt', // only an ending differs that was learned to mean "built again"
  subrelease: 'rebuilt', // alpm: the same pkgrel with another number behind its dot (PKGBUILD(5), "pkgrel")
  distributionTag: 'rebuilt', // rpm: the same release with another distribution's tag
  continuedVersion: 'patched', // an offered version, continued by a mark that the base does not use
  ownRevision: 'patched', // the same upstream version, with a mark that the base does not use
  olderVersion: 'heldBack',
  newerVersion: 'ahead',
  unknownName: 'own',
} as const satisfies Record<string, PackageClass>;

/** Why it was given that class. */
export type ClassRule = keyof typeof CLASS_RULES;

/** The rules under which the version itself shows that the package came from the base. */
const DERIVED: ReadonlySet<ClassRule> = new Set([
  'equalVersion',
  'equalSource',
  'rebuildEnding',
  'subrelease',
  'distributionTag',
  'continuedVersion',
]);

/** A class, the rule that gave it, and the offer it was held against (place in the list of offers). */
export interface Classified {
  readonly class: PackageClass;
  readonly rule: ClassRule;
  /** True if the version itself shows that the package came from the base: equal, rebuilt or built upon. */
  readonly derived: boolean;
  readonly offer?: Offer;
}

/** The class of every package of a system next to the offers of one candidate. */
export function classifyPackages(system: InstalledSet, offers: OfferTable): Classified[] {
  const marks = learnMarks(system, offers);
  return system.packages.map((row, index) => classify(system.family, row, offers[index], marks));
}

function classify(
  family: Family,
  row: PackageRow,
  offers: readonly Offer[] | undefined,
  marks: LearnedMarks,
): Classified {
  if (!offers) return UNKNOWN;
  for (const offer of offers) if (offer.version === row.version) return by('equalVersion', offer);
  for (const [rule, holds] of RULES) {
    const offer = offers.find((each) => holds(row, each, marks, family));
    if (offer) return by(rule, offer);
  }
  const compare = VERSION_ORDERS[family];
  const newest = offers.reduce((best, offer) => (compare(offer.version, best.version) > 0 ? offer : best));
  return by(compare(row.version, newest.version) < 0 ? 'olderVersion' : 'newerVersion', newest);
}

function by(rule: ClassRule, offer: Offer): Classified {
  return { class: CLASS_RULES[rule], rule, derived: DERIVED.has(rule), offer };
}

const UNKNOWN: Classified = { class: 'own', rule: 'unknownName', derived: false };

type Rule = (row: PackageRow, offer: Offer, marks: LearnedMarks, family: Family) => boolean;

const hasOwnMark = (version: string, marks: LearnedMarks) =>
  revisionMarks(version).some((mark) => !marks.base.has(mark));

/** All but the first, which asks for equal versions, and the last ones, which ask for the order. */
const RULES: readonly (readonly [ClassRule, Rule])[] = [
  ['equalSource', (row, offer) => row.source === offer.source && row.sourceVersion === offer.sourceVersion],
  [
    'rebuildEnding',
    (row, offer, marks) => withoutRebuild(row.version, marks) === withoutRebuild(offer.version, marks),
  ],
  [
    'subrelease',
    (row, offer, _marks, family) =>
      family === 'alpm' && withoutSubrelease(row.version) === withoutSubrelease(offer.version),
  ],
  [
    'distributionTag',
    (row, offer, marks) =>
      marks.tags.size > 0 && withoutTag(row.version, marks) === withoutTag(offer.version, marks),
  ],
  [
    'continuedVersion',
    (row, offer, marks) => endingBeyond(row.version, offer.version) !== '' && hasOwnMark(row.version, marks),
  ],
  [
    'ownRevision',
    (row, offer, marks) =>
      upstreamOf(row.version) === upstreamOf(offer.version) && hasOwnMark(row.version, marks),
  ],
];

/** An alpm version without what stands behind the dot of its pkgrel: `2.0-1.2` → `2.0-1`. */
function withoutSubrelease(version: string): string {
  const revision = revisionOf(version);
  return /^\d+\.\d+$/.test(revision) ? version.slice(0, version.lastIndexOf('.')) : version;
}
