/**
 * Which endings of version numbers mean what, learned from a system and from what a candidate offers for it:
 * an ending that says only "built again", the tag that a distribution puts on all its releases, and the marks of
 * whoever packaged something. Nothing is known beforehand but the grammar of the formats.
 */
import type { OfferTable } from './offers.ts';
import type { InstalledSet } from './installedSet.ts';
import { partsOf, upstreamOf } from './versionParts.ts';

/** Below these, what was seen is no rule. */
const ENOUGH = {
  /** Packages that must bear an ending. */
  packages: 3,
  /** Share of all packages that bear a distribution's tag. */
  tag: 0.2,
  /** An ending on this share of what is known to the base: nobody patches that many, so all was built again. */
  mass: 0.75,
  /** Share of the bearers of a rebuild ending that count 1: patches are made again, rebuilds hardly. */
  first: 0.9,
} as const;

/** Endings of versions that tell who built a package. */
export interface LearnedMarks {
  /** Runs of letters in the base's own revisions. */
  readonly base: ReadonlySet<string>;
  /** Endings that mean "built again", digits written as `#`: `+b#`. */
  readonly rebuild: ReadonlySet<string>;
  /** rpm: the tags that end the releases of the base and of the system, such as `gw21` and `fx4`. */
  readonly tags: ReadonlySet<string>;
}

/** Learns from all packages that a candidate knows. */
export function learnMarks(system: InstalledSet, offers: OfferTable): LearnedMarks {
  const base = new Set<string>();
  for (const list of offers)
    if (list) for (const { version } of list) for (const mark of revisionMarks(version)) base.add(mark);
  return {
    base,
    rebuild: new Set([...proven(system, offers), ...suspected(system, offers, base)]),
    tags: system.family === 'rpm' ? distributionTags(system, offers) : new Set(),
  };
}

/** What `version` has beyond `offered`, digits as `#`; empty when it does not continue it. */
export function endingBeyond(version: string, offered: string): string {
  if (version.length <= offered.length || !version.startsWith(offered)) return '';
  const ending = version.slice(offered.length);
  return /^\d/.test(ending) ? '' : ending.replace(/\d+/g, '#');
}

/** The runs of letters in a version's revision: the marks of whoever packaged it. */
export function revisionMarks(version: string): readonly string[] {
  const parts = partsOf(version);
  return (parts.marks ??= parts.revision.toLowerCase().match(/[a-z]+/g) ?? []);
}

/** Endings by which a version goes beyond the version of its own source: the index itself says "built again". */
function proven(system: InstalledSet, offers: OfferTable): Set<string> {
  const found = new Set<string>();
  const look = (version: string, sourceVersion: string) => {
    const ending = version === sourceVersion ? '' : endingBeyond(version, sourceVersion);
    if (ending) found.add(ending);
  };
  for (const { version, sourceVersion } of system.packages) look(version, sourceVersion);
  for (const list of offers) if (list) for (const offer of list) look(offer.version, offer.sourceVersion);
  return found;
}

/**
 * Endings that only ever continue a version of the base by a first count, while the project marks its own work in
 * another way: on packages that the base does not have, or by an ending that counts on. And one on nearly everything.
 */
function suspected(system: InstalledSet, offers: OfferTable, base: ReadonlySet<string>): Set<string> {
  const endings = new Map<string, { count: number; first: number }>();
  const making = new Map<string, number>();
  let known = 0;
  system.packages.forEach(({ version }, row) => {
    const list = offers[row];
    if (list) known++;
    if (list?.some((offer) => offer.version === version)) return;
    const ending = list?.map((offer) => endingBeyond(version, offer.version)).find(Boolean);
    if (ending) {
      const seen = endings.get(ending) ?? { count: 0, first: 0 };
      const isFirst = /\D1$/.test(version);
      endings.set(ending, { count: seen.count + 1, first: seen.first + (isFirst ? 1 : 0) });
    }
    const comesFromBase = list?.some((offer) => upstreamOf(offer.version) === upstreamOf(version));
    if (comesFromBase) return;
    for (const mark of revisionMarks(version)) making.set(mark, (making.get(mark) ?? 0) + 1);
  });
  const countsOn = [...endings.values()].some(
    ({ count, first }) => count >= ENOUGH.packages && first < ENOUGH.first * count,
  );
  const makes = countsOn || [...making].some(([mark, count]) => count >= ENOUGH.packages && !base.has(mark));
  const found = new Set<string>();
  for (const [ending, { count, first }] of endings) {
    const marks = ending.match(/[a-z]+/gi)?.map((mark) => mark.toLowerCase()) ?? [];
    const single = /^[^#]*#$/.test(ending) && marks.length === 1;
    const notItsMaking = makes && !making.has(marks[0]) && !base.has(marks[0]);
    const mass = count >= ENOUGH.mass * known;
    if (single && count >= ENOUGH.packages && (mass || (notItsMaking && first >= ENOUGH.first * count)))
      found.add(ending);
  }
  return found;
}

/** rpm: what stands behind the last dot of a release, beginning with a letter (`%{?dist}`). */
export function tagOf(version: string): string {
  return /-[^-]*\.([a-z][a-z0-9_]*)$/i.exec(version)?.[1] ?? '';
}

function distributionTags(system: InstalledSet, offers: OfferTable): Set<string> {
  const found = new Set<string>();
  const learn = (versions: readonly string[]) => {
    const counts = new Map<string, number>();
    for (const tag of versions.map(tagOf)) if (tag) counts.set(tag, (counts.get(tag) ?? 0) + 1);
    for (const [tag, count] of counts)
      if (count >= Math.max(ENOUGH.packages, ENOUGH.tag * versions.length)) found.add(tag);
  };
  learn(system.packages.map(({ version }) => version));
  learn(offers.flatMap((list) => list?.map(({ version }) => version) ?? []));
  return found;
}
