/** The life of one distribution over time: standing, bases, releases with their support, and its other links. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import type { Link } from '../catalogue/link.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Release } from '../catalogue/release.ts';
import { boundsOf } from '../catalogue/when.ts';
import { chainOf } from '../lineage/chain.ts';
import { distributionOf, releasesOf } from '../lineage/releases.ts';
import { daysInForce, isLineal } from '../lineage/linksInForce.ts';
import { layerTable } from '../layers/layerTable.ts';
import { SUPPORT_END, supportOf } from '../support/support.ts';
import { lifeOf } from '../lineage/lives.ts';

/** A stretch of days; open ends are infinite. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** The life of one distribution, in days since 1970-01-01. */
export interface Timeline {
  readonly span: Stretch;
  readonly standings: readonly (Stretch & { readonly standing: string; readonly when: string })[];
  /** One row for each base (a distribution), the one it stood on first on top. */
  readonly bases: readonly {
    readonly base: RecordId;
    readonly stretches: readonly (Stretch & { readonly link: Link })[];
  }[];
  /** Oldest first; from its date to the end of its support, where that is known. */
  readonly releases: readonly (Stretch & { readonly release: Release; readonly supportEnd: string })[];
  /** Succession and borrowing, of it and from it. */
  readonly others: readonly (Stretch & { readonly link: Link })[];
}

/** The time line of a distribution up to a day. */
export function timelineOf(catalogue: Catalogue, id: RecordId, today: number): Timeline {
  const life = lifeOf(catalogue, id);
  const releases = releasesOf(catalogue, id).toReversed();
  const own = [id, ...recordsBelongingTo(catalogue, id, 'edition').map((edition) => edition.id)];
  const links = [...own, ...releases.map((release) => release.id)].flatMap((at) =>
    recordsBelongingTo(catalogue, at, 'link'),
  );
  const unique = [...new Map(links.map((link) => [link.id, link])).values()];
  const lineal = unique.filter((link) => isLineal(link) && distributionOf(catalogue, link.derivative) === id);
  const days = [
    life.begins,
    ...lineal.map((link) => daysInForce(catalogue, link).from),
    ...releases.map(({ date }) => boundsOf(date ?? '')?.first ?? Infinity),
  ].filter(Number.isFinite);
  return {
    span: { from: Math.min(today - 365, ...days), to: today },
    standings: life.standings.map(({ standing, from, when }, i) => ({
      standing,
      when,
      from,
      to: (life.standings[i + 1]?.from ?? Infinity) - 1,
    })),
    bases: basesOverTime(catalogue, lineal, releases),
    releases: releases.flatMap((release) => {
      const from = boundsOf(release.date ?? '')?.first;
      if (from === undefined) return [];
      const supportEnd = supportEndOf(catalogue, release, from);
      return [{ release, supportEnd, from, to: boundsOf(supportEnd)?.last ?? from }];
    }),
    others: unique
      .filter((link) => !isLineal(link))
      .map((link) => ({ link, ...daysInForce(catalogue, link) }))
      .sort((a, b) => a.from - b.from),
  };
}

/** A release's link holds until the next release that has one; the distribution's own fill what is left. */
function basesOverTime(
  catalogue: Catalogue,
  links: readonly Link[],
  releases: readonly Release[],
): Timeline['bases'] {
  const rows = new Map<RecordId, (Stretch & { readonly link: Link })[]>();
  const starts = releases
    .filter(({ id }) => links.some(({ derivative }) => derivative === id))
    .map(({ date }) => boundsOf(date ?? '')?.first ?? -Infinity);
  for (const link of links) {
    const { from, to } = daysInForce(catalogue, link);
    const next = link.derivative.startsWith('release:')
      ? (starts.find((day) => day > from) ?? Infinity)
      : Infinity;
    const base = distributionOf(catalogue, link.base);
    rows.set(base, [...(rows.get(base) ?? []), { link, from, to: Math.min(to, next - 1) }]);
  }
  const firstOf = (stretches: readonly Stretch[]) => Math.min(...stretches.map(({ from }) => from));
  return [...rows]
    .map(([base, stretches]) => ({
      base,
      // What is known of the whole is drawn below what is known of a release.
      stretches: stretches.sort(
        (a, b) =>
          Number(a.link.derivative.startsWith('release:')) -
            Number(b.link.derivative.startsWith('release:')) || a.from - b.from,
      ),
    }))
    .sort((a, b) => firstOf(a.stretches) - firstOf(b.stretches));
}

/** As stated of the release itself: what it rests on plays no part. */
function supportEndOf(catalogue: Catalogue, release: Release, day: number): string {
  const layers = chainOf(catalogue, release.id, day).slice(-1);
  return supportOf(catalogue, layerTable(catalogue, layers, [findFactKey(SUPPORT_END)!])).own.end;
}
