/**
 * Families side by side: where one below the other would make a map that is all height, they stand in several stacks.
 * Families that bands join stay in one stack, so no band ever leaves its own.
 */
import type { Columns } from './columns.ts';
import { DETAILS } from './detail.ts';

/** The stack of each family (same index), from 0 at the left. */
export type Stacks = readonly number[];

/** Between two stacks, in columns' gaps. */
export const STACK_GAP = 1.6;
const MOST = 24;
/** The detail whose sizes decide. */
const MEASURE = DETAILS[2];

/**
 * Puts families into as many stacks as let the map be seen largest in a frame of this shape (width ÷ height). With the
 * stacks of before (by family name) those are kept, and new families join the lowest stack.
 */
export function stackFamilies(graph: Columns, aspect: number, before?: ReadonlyMap<string, number>): Stacks {
  const groups = groupsOf(graph);
  if (before) return keptStacks(graph, groups, before);
  let best: Stacks = graph.families.map(() => 0);
  let largest = 0;
  for (let count = 1; count <= Math.min(MOST, groups.length); count++) {
    const { stacks, width, height } = fill(graph, groups, count);
    const scale = Math.min(aspect / width, 1 / height);
    if (scale > largest * 1.05) [best, largest] = [stacks, scale];
  }
  return best;
}

interface Group {
  readonly families: readonly number[];
  readonly width: number;
  readonly height: number;
}

/** Families that bands join, over any number of steps, with about the room that they take; by their first family. */
function groupsOf({ families, items }: Columns): Group[] {
  const leader = families.map((_, family) => family);
  const leaderOf = (family: number): number => {
    while (leader[family] !== family) family = leader[family] = leader[leader[family]];
    return family;
  };
  const counts = families.map((): number[] => []);
  for (const { family, column, isLane, left } of items) {
    counts[family][column] = (counts[family][column] ?? 0) + (isLane ? 0.6 : 1);
    for (const other of left) {
      const [a, b] = [leaderOf(family), leaderOf(items[other].family)];
      leader[Math.max(a, b)] = Math.min(a, b);
    }
  }
  const members = new Map<number, number[]>();
  families.forEach((_, family) => {
    const first = leaderOf(family);
    members.set(first, [...(members.get(first) ?? []), family]);
  });
  return [...members.values()].map((group): Group => {
    const rows = group.reduce((sum, family) => sum + Math.max(...counts[family].map((n) => n ?? 0)), 0);
    const columns = Math.max(...group.map((family) => counts[family].length));
    return {
      families: group,
      width: columns * (MEASURE.width + MEASURE.columnGap),
      height: rows * (MEASURE.height + MEASURE.rowGap) + group.length * MEASURE.familyGap,
    };
  });
}

/** Groups in their order, a new stack begun where the one at hand is full. */
function fill({ families }: Columns, groups: readonly Group[], count: number) {
  const total = groups.reduce((sum, { height }) => sum + height, 0);
  const full = Math.max(total / count, ...groups.map(({ height }) => height));
  const stacks = families.map(() => 0);
  const sizes: { width: number; height: number }[] = [{ width: 0, height: 0 }];
  for (const group of groups) {
    const at = sizes[sizes.length - 1];
    if (at.height > 0 && at.height + group.height > full * 1.04) sizes.push({ width: 0, height: 0 });
    const stack = sizes[sizes.length - 1];
    stack.height += group.height;
    stack.width = Math.max(stack.width, group.width);
    for (const family of group.families) stacks[family] = sizes.length - 1;
  }
  const width = sizes.reduce((sum, stack) => sum + stack.width, 0);
  return { stacks, width, height: Math.max(1, ...sizes.map(({ height }) => height)) };
}

function keptStacks(
  { families }: Columns,
  groups: readonly Group[],
  before: ReadonlyMap<string, number>,
): Stacks {
  const stacks = families.map(() => 0);
  const heights: number[] = [0];
  const pending: Group[] = [];
  const put = (group: Group, stack: number) => {
    for (const family of group.families) stacks[family] = stack;
    heights[stack] = (heights[stack] ?? 0) + group.height;
  };
  for (const group of groups) {
    const known = group.families.find((family) => before.has(families[family]));
    if (known === undefined) pending.push(group);
    else put(group, before.get(families[known])!);
  }
  for (const group of pending) {
    const lowest = heights.reduce((best, height, i) => ((height ?? Infinity) < heights[best] ? i : best), 0);
    put(group, lowest);
  }
  return stacks;
}
