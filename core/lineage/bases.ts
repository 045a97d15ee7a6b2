/**
 * Which links tell what something rests on. Of a release (of an edition) its own links count first, then those of its
 * edition, then those of its distribution. A release is a thing of its day: a link of its edition or distribution counts for
 * it when it was in force on the day of the release, whatever came later. What has no date follows the day asked about.
 */
import { findRecord, recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Link } from '../catalogue/link.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Release } from '../catalogue/release.ts';
import { boundsOf } from '../catalogue/when.ts';
import { daysInForce, isInForce, isLineal, linksFrom } from './linksInForce.ts';
import { editionsOf, releaseOfEdition, releasesOf } from './releases.ts';

/** What one edition of a release rests on, first base first; no link where that is not known. */
export interface EditionBases {
  readonly edition: RecordId;
  readonly links: readonly Link[];
}

/** What something rests on. Where its editions rest on different bases there are no links to tell without naming one. */
export interface Bases {
  readonly links: readonly Link[];
  /** Each edition with its bases, where they differ. */
  readonly dependsOnEdition?: readonly EditionBases[];
}

/** The day that a release is a thing of: the last that its date may mean; undefined without a date. */
export function dayOfRelease({ date }: Release): number | undefined {
  const bounds = boundsOf(date ?? '');
  if (!bounds) return undefined;
  if (Number.isFinite(bounds.last)) return bounds.last;
  return Number.isFinite(bounds.first) ? bounds.first : undefined;
}

/**
 * The release of the same distribution that came before one, of an edition that both are of. By their days where both have one;
 * one without a date stands where its version puts it.
 */
export function releaseBefore(catalogue: Catalogue, id: RecordId, edition?: RecordId): Release | undefined {
  const release = recordOf(catalogue, 'release', id);
  if (!release) return undefined;
  const isOf = (each: Release, of: RecordId) => each.editions.length === 0 || each.editions.includes(of);
  const meant = edition ? [edition] : release.editions;
  return releasesOf(catalogue, release.distribution)
    .filter((each) => meant.length === 0 || meant.some((of) => isOf(each, of)))
    .filter((each) => comesBefore(each, release))
    .reduce<Release | undefined>((last, each) => (last && comesBefore(each, last) ? last : each), undefined);
}

function comesBefore(a: Release, b: Release): boolean {
  const [one, other] = [dayOfRelease(a), dayOfRelease(b)];
  if (one !== undefined && other !== undefined && one !== other) return one < other;
  return a.id !== b.id && a.version.localeCompare(b.version, 'en', { numeric: true }) < 0;
}

/** The editions that a release is a state of, by name: those that it lists, else all of its distribution. */
export function editionsOfRelease(catalogue: Catalogue, release: Release): RecordId[] {
  const all = editionsOf(catalogue, release.distribution).map(({ id }) => id);
  return release.editions.length === 0 ? all : all.filter((id) => release.editions.includes(id));
}

/** What a release, an edition or a distribution as a whole rests on; of a release, of one edition where that is named. */
export function basesOf(catalogue: Catalogue, id: RecordId, day: number, edition?: RecordId): Bases {
  const record = findRecord(catalogue, id);
  if (record?.kind === 'edition')
    return { links: firstThatHas(catalogue, [record.id, record.distribution], day) };
  if (record?.kind !== 'release') return { links: linksAt(catalogue, id, day) };
  const published = dayOfRelease(record);
  if (published === undefined) return basesOfRelease(catalogue, record, day, edition);
  // What is said of a release itself is meant for its day, also where it is dated otherwise.
  const said = inOrder(linksFrom(catalogue, id).filter(isLineal));
  const own = said.filter((link) => isInForce(catalogue, link, published));
  if (said.length > 0) return { links: own.length > 0 ? own : said };
  return basesOfRelease(catalogue, record, published, edition);
}

/** What a release rests on by the links in force on a day: its own, else those of its editions, else of its distribution. */
export function basesOfRelease(
  catalogue: Catalogue,
  release: Release,
  day: number,
  edition?: RecordId,
): Bases {
  const { id, distribution } = release;
  const editions = edition ? [edition] : editionsOfRelease(catalogue, release);
  if (editions.length === 0) return { links: firstThatHas(catalogue, [id, distribution], day) };
  const each = editions.map((of) => ({
    edition: of,
    links: firstThatHas(catalogue, [id, of, distribution], day),
  }));
  const [first, ...others] = each;
  return others.every(({ links }) => equalBases(links, first.links))
    ? { links: first.links }
    : { links: [], dependsOnEdition: each };
}

/** True if two rest on the same, in the same order. */
export function equalBases(a: readonly Link[], b: readonly Link[]): boolean {
  return a.length === b.length && a.every(({ base }, i) => base === b[i].base);
}

/** The lineal links of a record itself that are in force on a day, first base first. */
function linksAt(catalogue: Catalogue, id: RecordId, day: number): Link[] {
  return inOrder(
    linksFrom(catalogue, id).filter((link) => isLineal(link) && isInForce(catalogue, link, day)),
  );
}

const inOrder = (links: Link[]): Link[] => links.sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));

/** The lineal links of a project or its releases that ended last, of those that had begun by a day: those of one that is over. */
export function lastLinks(catalogue: Catalogue, distribution: RecordId, day: number): Link[] {
  const own = [distribution, ...releasesOf(catalogue, distribution).map(({ id }) => id)];
  const links = own
    .flatMap((at) => linksFrom(catalogue, at))
    .filter((link) => isLineal(link) && daysInForce(catalogue, link).from <= day);
  const last = Math.max(...links.map((link) => daysInForce(catalogue, link).to));
  const isOfRelease = ({ derivative }: Link) => Number(derivative.startsWith('release:'));
  return inOrder(links.filter((link) => daysInForce(catalogue, link).to === last)).sort(
    (a, b) => isOfRelease(b) - isOfRelease(a),
  );
}

/** The links in force of the first record that has any. */
function firstThatHas(catalogue: Catalogue, ids: readonly RecordId[], day: number): Link[] {
  for (const id of ids) {
    const links = linksAt(catalogue, id, day);
    if (links.length > 0) return links;
  }
  return [];
}

/** A part of a project that rests on something by itself, on one day: an edition with its current release, or the whole. */
export interface Unit {
  readonly edition?: RecordId;
  readonly release?: RecordId;
  readonly links: readonly Link[];
}

/**
 * What a project rests on, edition by edition, on the day asked about: the links in force on that day of the edition's newest
 * release that is out, else its own, else those of the project. One unit for the whole where there are no editions.
 */
export function unitsOf(
  catalogue: Catalogue,
  distribution: RecordId,
  published: readonly Release[],
  day: number,
): Unit[] {
  const unitOf = (edition?: RecordId): Unit => {
    const newest = edition ? releaseOfEdition(published, edition) : published[0];
    const levels = [newest?.id, edition, distribution].flatMap((id) => id ?? []);
    return {
      ...(edition && { edition }),
      ...(newest && { release: newest.id }),
      links: firstThatHas(catalogue, levels, day),
    };
  };
  // An edition is there once a release of it is out; one that has a base of its own is there since then.
  const there = editionsOf(catalogue, distribution)
    .map(({ id }) => unitOf(id))
    .filter(
      ({ edition, release }) =>
        published.length === 0 || release || linksAt(catalogue, edition!, day).length > 0,
    );
  return there.length > 0 ? there : [unitOf()];
}
