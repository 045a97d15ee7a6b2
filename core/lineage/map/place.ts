/**
 * The third stage of the layout: where in its column each plate and lane stands. Each wants to be level with what it is
 * joined to; the order and the least distances are kept by isotonic regression (pool adjacent violators: Barlow,
 * Bartholomew, Bremner, Brunk, "Statistical inference under order restrictions", 1972), which is the nearest to all
 * wishes at once.
 */
import { isotonic } from '../../isotonicRegression.ts';
import type { Columns, Item } from './columns.ts';
import type { Detail } from './detail.ts';
import { STACK_GAP, type Stacks } from './stacks.ts';

/** Rounds to the right and back. */
const ROUNDS = 10;
/** How much a lane insists on being level with its neighbours: bands that pass run straight. */
const STRAIGHT = 6;

/** Where items stand, for whoever draws them and the lines between them. */
export interface Placed {
  readonly graph: Columns;
  readonly detail: Detail;
  /** The items of each column of each stack, from top to bottom. */
  readonly stacks: readonly (readonly (readonly number[])[])[];
  /** The left edge and the middle of each item, and its stack. */
  readonly lefts: Float64Array;
  readonly middles: Float64Array;
  readonly stackOf: Int32Array;
  readonly width: number;
  readonly height: number;
}

interface PlaceOptions {
  readonly graph: Columns;
  readonly order: readonly (readonly number[])[];
  readonly stacks: Stacks;
  readonly detail: Detail;
}

/** Places every stack by itself, one beside the other. */
export function placeStacks({ graph, order, stacks, detail }: PlaceOptions): Placed {
  const { items } = graph;
  const lefts = new Float64Array(items.length);
  const middles = new Float64Array(items.length);
  const stackOf = Int32Array.from(items, ({ family }) => stacks.of[family]);
  const count = stacks.of.reduce((most, stack) => Math.max(most, stack + 1), 0);
  const byStack = Array.from({ length: count }, (_, stack) => {
    const columns = order.map((column) => column.filter((item) => stackOf[item] === stack));
    return columns.slice(0, columns.findLastIndex((column) => column.length > 0) + 1);
  });
  const pitch = detail.width + detail.columnGap;
  let left = 0;
  let height = 0;
  for (const columns of byStack) {
    const own = placeItems(graph, columns, detail);
    columns.forEach((column, c) => {
      for (const item of column) {
        lefts[item] = left + c * pitch;
        middles[item] = own[item];
        if (!items[item].isLane) height = Math.max(height, own[item] + detail.height / 2);
      }
    });
    if (columns.length > 0) left += columns.length * pitch + (STACK_GAP - 1) * detail.columnGap;
  }
  const width = Math.max(0, left - STACK_GAP * detail.columnGap);
  return { graph, detail, stacks: byStack, lefts, middles, stackOf, width, height };
}

/** The middle of every item (same index), from the top, in whole pixels but for halves of odd heights. */
function placeItems(graph: Columns, order: readonly (readonly number[])[], detail: Detail): Float64Array {
  const { items } = graph;
  const middles = new Float64Array(items.length);
  const heights = Float64Array.from(items, (item) => heightOf(item, detail));
  const offsets = order.map((column) => offsetsOf(column, items, heights, detail));
  order.forEach((column, c) => column.forEach((item, i) => (middles[item] = offsets[c][i])));
  for (let round = 0; round < ROUNDS; round++) {
    for (let c = 1; c < order.length; c++) settle(order[c], offsets[c], items, middles, 'left');
    for (let c = order.length - 2; c >= 0; c--) settle(order[c], offsets[c], items, middles, 'right');
  }
  for (let c = 0; c < order.length; c++) settle(order[c], offsets[c], items, middles, 'both');
  closeGaps(order.flat(), heights, middles, detail.rowGap + detail.familyGap);
  return middles;
}

/** Moves items up where nothing of any column stands, to the widest gap that may be there; the first to the top. */
function closeGaps(items: number[], heights: Float64Array, middles: Float64Array, widest: number): void {
  const topOf = (item: number) => middles[item] - heights[item] / 2;
  items.sort((a, b) => topOf(a) - topOf(b));
  let moved = items.length > 0 ? topOf(items[0]) : 0;
  let bottom = 0;
  for (const item of items) {
    moved += Math.max(0, topOf(item) - moved - bottom - widest);
    middles[item] -= moved;
    bottom = Math.max(bottom, middles[item] + heights[item] / 2);
  }
}

/** The height of an item: of a lane, the width of its band. */
export function heightOf({ isLane, width }: Item, detail: Detail): number {
  return isLane
    ? Math.ceil(detail.band.narrowest + width * (detail.band.widest - detail.band.narrowest))
    : detail.height;
}

/** The middles of a column's items when they stand as near as they may, from 0. */
function offsetsOf(
  column: readonly number[],
  items: readonly Item[],
  heights: Float64Array,
  detail: Detail,
): Float64Array {
  const offsets = new Float64Array(column.length);
  for (let i = 1; i < column.length; i++) {
    const [above, below] = [items[column[i - 1]], items[column[i]]];
    const lanes = above.isLane && below.isLane ? detail.rowGap / 2 : detail.rowGap;
    const gap = lanes + (above.family !== below.family ? detail.familyGap : 0);
    offsets[i] = offsets[i - 1] + (heights[column[i - 1]] + heights[column[i]]) / 2 + gap;
  }
  return offsets;
}

/** Moves a column's items as near as can be to the middles of what they are joined to on one side, or on both. */
function settle(
  column: readonly number[],
  offsets: Float64Array,
  items: readonly Item[],
  middles: Float64Array,
  side: 'left' | 'right' | 'both',
): void {
  const wishes = new Float64Array(column.length);
  const weights = new Float64Array(column.length);
  column.forEach((item, i) => {
    const { left, right, isLane } = items[item];
    const joined = side === 'left' ? left : side === 'right' ? right : [...left, ...right];
    let sum = 0;
    let weight = 0;
    for (const other of joined) {
      const pull = isLane && items[other].isLane ? STRAIGHT : 1;
      sum += pull * middles[other];
      weight += pull;
    }
    // What is joined to nothing on this side stays where it is, without insisting.
    wishes[i] = (weight > 0 ? sum / weight : middles[item]) - offsets[i];
    weights[i] = weight > 0 ? weight : 0.1;
  });
  const settled = isotonic(wishes, weights);
  column.forEach((item, i) => (middles[item] = Math.round(settled[i]) + offsets[i]));
}
