/** The side by side that was kept of some sides, what stood on its points then, and what has changed since. */
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Side, SideBySide } from '../catalogue/sideBySide.ts';
import { formatTypedValue } from '../catalogue/factSheet.ts';
import type { Outcome } from './outcome.ts';
import { isKnownOf, isTold } from './verdict.ts';
import type { Point, SideValue } from './point.ts';
import { formatSide } from './side.ts';

/** What is kept of the points: all of which something is known. */
export function seenOf(points: readonly Point[]): SideBySide['seen'] {
  return points.filter(isTold).map(({ key, fact, values, verdict }) => ({
    point: key,
    verdict: verdict.kind,
    values: values.map((value) => typedValue(fact, value)),
  }));
}

/** A value as it is typed; what nobody knows is empty. */
function typedValue(fact: Point['fact'], value: SideValue): string {
  if (value.bar === 'spoiled') return 'spoiled';
  if (!isKnownOf(value)) return '';
  if (value.absent) return value.state === 'doesNotApply' ? 'does not apply' : 'none';
  if (value.value === undefined) return value.said ?? '';
  return formatTypedValue(fact, value.value);
}

/** What is kept of the outcomes. */
export const outcomesKept = (outcomes: readonly Outcome[]): SideBySide['outcomes'] =>
  outcomes.map(({ audience, better }) => ({ audience, ...(better !== undefined && { better }) }));

/** A point that stands otherwise than when it was kept; `before` undefined: nothing was known of it then. */
export interface ChangedPoint {
  readonly point: string;
  readonly before?: SideBySide['seen'][number];
  readonly now?: SideBySide['seen'][number];
}

/** What has changed since: points with another verdict or other values, and audiences with another outcome. */
export function changedSince(
  kept: SideBySide,
  points: readonly Point[],
  outcomes: readonly Outcome[],
): { readonly points: readonly ChangedPoint[]; readonly audiences: readonly string[] } {
  const before = new Map(kept.seen.map((each) => [each.point, each]));
  const now = new Map(seenOf(points).map((each) => [each.point, each]));
  const keys = [...new Set([...before.keys(), ...now.keys()])];
  const changed = keys.flatMap((point): ChangedPoint[] => {
    const [old, own] = [before.get(point), now.get(point)];
    if (old && own && old.verdict === own.verdict && old.values.join('\n\n') === own.values.join('\n\n'))
      return [];
    return [{ point, ...(old && { before: old }), ...(own && { now: own }) }];
  });
  const was = new Map(kept.outcomes.map(({ audience, better }) => [audience, better]));
  const audiences = outcomes.filter(
    ({ audience, better }) => was.has(audience) && was.get(audience) !== better,
  );
  return { points: changed, audiences: audiences.map(({ audience }) => audience) };
}

/**
 * The side by side that was kept of some sides, in whatever order they stand, turned to the order that is asked for; the one
 * that was kept last, where there are several. Undefined where none was.
 */
export function keptSideOf(catalogue: Catalogue, sides: readonly Side[]): SideBySide | undefined {
  const asked = sides.map(formatSide);
  const found = [...recordsOf(catalogue, 'sideBySide')].filter(
    ({ subjects }) =>
      subjects.length === asked.length && subjects.every((side) => asked.includes(formatSide(side))),
  );
  found.sort((a, b) => b.entered - a.entered || (a.id < b.id ? 1 : -1));
  return found[0] && inOrderOf(found[0], asked);
}

/** A kept side by side with its columns in another order: everything that is said by place goes along. */
function inOrderOf(kept: SideBySide, asked: readonly string[]): SideBySide {
  const from = asked.map((text) => kept.subjects.findIndex((side) => formatSide(side) === text));
  if (from.every((place, i) => place === i)) return kept;
  const turned = <T>(values: readonly T[]): T[] => from.map((place) => values[place]);
  return {
    ...kept,
    subjects: turned(kept.subjects),
    own: kept.own.map((each) => ({ ...each, values: turned(each.values) })),
    mustHaves: kept.mustHaves.map((each) => ({ ...each, met: turned(each.met) })),
    seen: kept.seen.map((each) => ({ ...each, values: turned(each.values) })),
    outcomes: kept.outcomes.map((each) => ({
      ...each,
      ...(each.better !== undefined && { better: from.indexOf(each.better) }),
    })),
  };
}
