/**
 * Families side by side: where one below the other would make a map that is all height, they stand in several stacks.
 * Families that bands join stay in one stack, so that no band leaves its own; but for so many that not even their marks
 * could be told apart: those are parted where the fewest bands pass, which run around the stacks then.
 */
import type { Grid } from './columns.ts';
import { DETAILS, detailThatFits, LARGEST_SCALE } from './detail.ts';
import type { MapShape } from './shape.ts';

/** The stack of each family (same index), from 0 at the left. */
export interface Stacks {
  readonly of: readonly number[];
  /** True where families that bands join may stand in different ones. */
  readonly areParted: boolean;
}

/** What the whole map is to be seen in, in pixels. */
export interface Frame {
  readonly width: number;
  readonly height: number;
}

/** Between two stacks, in columns' gaps. */
export const STACK_GAP = 1.6;
/** At most so many stacks; parts of a stack are tried too, since families are not equally high. */
const MOST = 24;
const STEP = 0.25;
/** What a lane, and the space above a family, take of a row. */
const LANE = 0.6;
const FAMILY = 0.35;
/** How much larger the map must become for one more stack, and for being parted, and below which scale of marks that is tried. */
const GAIN = 1.05;
const GAIN_OF_PARTING = 1.2;
const PARTED_BELOW = 0.6;
/** What each part of all bands that is cut takes of the worth of a scale: a hundredth, three hundredths. */
const LOSS = 3;

/** Puts families into as many stacks as let the map be seen largest in the frame. */
export function stackFamilies(shape: MapShape, grid: Grid, frame: Frame): Stacks {
  const best = largestOf({ shape, grid, frame, units: unitsOf(shape, grid, false) });
  if (best.detail === DETAILS.length - 1 && best.scale < PARTED_BELOW) {
    const parted = largestOf({ shape, grid, frame, units: unitsOf(shape, grid, true) });
    if (isLarger(parted, best, GAIN_OF_PARTING)) return { of: parted.stacks, areParted: true };
  }
  return { of: best.stacks, areParted: false };
}

/** The stacks of before; new families join what bands join them to, or else the lowest stack. */
export function keepStacks(
  shape: MapShape,
  grid: Grid,
  { families, stacks }: { readonly families: readonly string[]; readonly stacks: Stacks },
): Stacks {
  const { areParted } = stacks;
  const before = new Map(families.map((family, i) => [family, stacks.of[i]]));
  const stackBefore = (family: number) => before.get(grid.families[family]);
  const firstKnown = (some: readonly number[]) => some.map(stackBefore).find((stack) => stack !== undefined);
  const of = grid.families.map(() => 0);
  const heights: number[] = [0];
  const put = (unit: Unit, stack: number) => {
    for (const family of unit.families) of[family] = stack;
    heights[stack] = (heights[stack] ?? 0) + unit.rows;
  };
  const added: Unit[] = [];
  for (const unit of unitsOf(shape, grid, areParted)) {
    const known = firstKnown(unit.families);
    if (known === undefined) added.push(unit);
    else put(unit, known);
  }
  for (const unit of added) {
    const lowest = heights.reduce((best, rows, i) => ((rows ?? Infinity) < heights[best] ? i : best), 0);
    put(unit, firstKnown(unit.joined) ?? lowest);
  }
  return { of, areParted };
}

/** Families that stand in one stack, with about the room that they take. */
interface Unit {
  readonly families: readonly number[];
  /** Families that bands join to its first one. */
  readonly joined: readonly number[];
  readonly columns: number;
  readonly rows: number;
  /** How many bands lead past its upper edge, and would be cut there. */
  readonly passing: number;
}

/** The units in the order of families: all that bands join, or every family by itself. */
function unitsOf({ nodes, bands }: MapShape, grid: Grid, areParted: boolean): Unit[] {
  const { families, familyOf, columnOf } = grid;
  const leader = families.map((_, family) => family);
  const leaderOf = (family: number): number => {
    while (leader[family] !== family) family = leader[family] = leader[leader[family]];
    return family;
  };
  const counts = families.map((): number[] => []);
  const joined = families.map((): number[] => []);
  const add = (family: number, column: number, rows: number) => {
    counts[family][column] = (counts[family][column] ?? 0) + rows;
  };
  for (const { id } of nodes) add(familyOf.get(id)!, columnOf.get(id)!, 1);
  const passing = new Int32Array(families.length + 1);
  for (const { from, to } of bands) {
    const [start, end] = [familyOf.get(from), familyOf.get(to)];
    if (start === undefined || end === undefined) continue;
    for (let column = columnOf.get(from)! + 1; column < columnOf.get(to)!; column++) add(end, column, LANE);
    if (start !== end) {
      joined[start].push(end);
      joined[end].push(start);
    }
    const [a, b] = [leaderOf(start), leaderOf(end)];
    leader[Math.max(a, b)] = Math.min(a, b);
    passing[Math.min(start, end) + 1]++;
    passing[Math.max(start, end) + 1]--;
  }
  for (let family = 1; family < passing.length; family++) passing[family] += passing[family - 1];
  const members = new Map<number, number[]>();
  families.forEach((_, family) => {
    const unit = areParted ? family : leaderOf(family);
    const known = members.get(unit);
    if (known) known.push(family);
    else members.set(unit, [family]);
  });
  return [...members].map(([first, own]): Unit => ({
    families: own,
    joined: joined[first],
    columns: Math.max(...own.map((family) => counts[family].length)),
    rows: own.reduce((sum, family) => sum + FAMILY + Math.max(...counts[family].map((n) => n ?? 0)), 0),
    passing: passing[first],
  }));
}

/** How families are stacked, and how the whole map would be seen then. */
interface Seen {
  readonly stacks: readonly number[];
  /** Place in the table of details, and the scale at it. */
  readonly detail: number;
  readonly scale: number;
  /** The scale, less what is lost with the bands that are cut. */
  readonly worth: number;
}

function isLarger(a: Seen, b: Seen, gain: number): boolean {
  return a.detail < b.detail || (a.detail === b.detail && a.worth > b.worth * gain);
}

/** What is put into stacks. */
interface Task {
  readonly shape: MapShape;
  readonly grid: Grid;
  readonly frame: Frame;
  readonly units: readonly Unit[];
}

function largestOf(task: Task): Seen {
  let best = fill(task, 1);
  for (let count = 1 + STEP; count <= Math.min(MOST, task.units.length); count += STEP) {
    const next = fill(task, count);
    if (isLarger(next, best, GAIN)) best = next;
  }
  return best;
}

/** Units in their order; where a stack is full (of all rows ÷ count), a new one is begun. */
function fill({ shape, grid, frame, units }: Task, count: number): Seen {
  const total = units.reduce((sum, { rows }) => sum + rows, 0);
  const full = Math.max(total / count, ...units.map(({ rows }) => rows));
  const stacks = grid.families.map(() => 0);
  const sizes = [{ columns: 0, rows: 0 }];
  let cut = 0;
  for (const unit of units) {
    if (sizes[sizes.length - 1].rows + unit.rows > full) {
      sizes.push({ columns: 0, rows: 0 });
      cut += unit.passing;
    }
    const size = sizes[sizes.length - 1];
    size.rows += unit.rows;
    size.columns = Math.max(size.columns, unit.columns);
    for (const family of unit.families) stacks[family] = sizes.length - 1;
  }
  const columns = sizes.reduce((sum, size) => sum + size.columns, 0);
  const rows = Math.max(1, ...sizes.map((size) => size.rows));
  const roomAt = (detail: number) => {
    const { width, height, columnGap, rowGap } = DETAILS[detail];
    return Math.min(frame.width / (columns * (width + columnGap)), frame.height / (rows * (height + rowGap)));
  };
  const detail = detailThatFits(roomAt);
  const scale = Math.min(LARGEST_SCALE, roomAt(detail));
  return {
    stacks,
    detail,
    scale,
    worth: scale * Math.max(0, 1 - (LOSS * cut) / Math.max(1, shape.bands.length)),
  };
}
