/**
 * In which order families stand on the map. Families that bands join stand together, the largest such group first,
 * and within it so that the bands between families pass over as little of the others as can be found by moving one
 * family at a time (a minimum linear arrangement, weighted by what lies between).
 */
import type { MapShape } from './shape.ts';

/** Rounds of moving every family; fewer when nothing becomes better, and where there are very many. */
const ROUNDS = 12;
const MANY = 60;

/** Families from first to last. With an order of before, those keep it, and new ones follow. */
export function familyOrder(shape: MapShape, before: readonly string[] = []): string[] {
  const sizes = new Map<string, number>();
  const familyOf = new Map<string, string>();
  for (const { id, family } of shape.nodes) {
    sizes.set(family, (sizes.get(family) ?? 0) + 1);
    familyOf.set(id, family);
  }
  const joined = new Map<string, string[]>([...sizes.keys()].map((family) => [family, []]));
  for (const { from, to } of shape.bands) {
    const [a, b] = [familyOf.get(from), familyOf.get(to)];
    if (a === undefined || b === undefined || a === b) continue;
    joined.get(a)!.push(b);
    joined.get(b)!.push(a);
  }
  const bySize = [...sizes].sort(([, a], [, b]) => b - a).map(([family]) => family);
  const groups = groupsOf(bySize, joined).map((group) => arrange(group, joined, sizes));
  const sizeOf = (group: readonly string[]) => group.reduce((sum, family) => sum + sizes.get(family)!, 0);
  groups.sort((a, b) => sizeOf(b) - sizeOf(a));
  const order = groups.flat();
  const known = before.filter((family) => sizes.has(family));
  return [...known, ...order.filter((family) => !known.includes(family))];
}

/** Families that bands join, over any number of steps, in the order in which they are reached from the largest. */
function groupsOf(bySize: readonly string[], joined: ReadonlyMap<string, readonly string[]>): string[][] {
  const seen = new Set<string>();
  return bySize.flatMap((start) => {
    if (seen.has(start)) return [];
    const group: string[] = [];
    const visit = (family: string) => {
      if (seen.has(family)) return;
      seen.add(family);
      group.push(family);
      joined.get(family)!.forEach(visit);
    };
    visit(start);
    return [group];
  });
}

function arrange(
  group: readonly string[],
  joined: ReadonlyMap<string, readonly string[]>,
  sizes: ReadonlyMap<string, number>,
): readonly string[] {
  if (group.length < 3) return group;
  const indexOf = new Map(group.map((family, i) => [family, i]));
  const size = Float64Array.from(group, (family) => sizes.get(family)!);
  const pairs = group.flatMap((family, i) =>
    joined.get(family)!.map((other) => [i, indexOf.get(other)!] as const),
  );
  const middles = new Float64Array(group.length);
  /** What all bands between families pass over: the plates of those between, and half of those at the ends. */
  const lengthOf = (order: readonly number[]): number => {
    let top = 0;
    for (const family of order) {
      middles[family] = top + size[family] / 2;
      top += size[family];
    }
    let sum = 0;
    for (const [a, b] of pairs) sum += Math.abs(middles[a] - middles[b]);
    return sum;
  };
  let order = group.map((_, i) => i);
  let least = lengthOf(order);
  const rounds = Math.ceil(ROUNDS * Math.min(1, (MANY / group.length) ** 2));
  for (let round = 0, improved = true; improved && round < rounds; round++) {
    improved = false;
    for (let family = 0; family < group.length; family++) {
      const tried = order.filter((other) => other !== family);
      tried.unshift(family);
      for (let place = 0; place < tried.length; place++) {
        if (place > 0) [tried[place - 1], tried[place]] = [tried[place], tried[place - 1]];
        const length = lengthOf(tried);
        if (length < least) [order, least, improved] = [tried.slice(), length, true];
      }
    }
  }
  return order.map((family) => group[family]);
}
