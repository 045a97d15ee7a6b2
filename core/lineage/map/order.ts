/**
 * The second stage of the layout: the order of plates and lanes within each column. Families stay together; within
 * them the order by tree and name is taken first, then what crosses is moved for as long as crossings become fewer.
 *
 * Crossings between two neighbouring columns are counted as inversions (Barth, Jünger, Mutzel: "Simple and efficient
 * bilayer cross counting", 2002); the moves are sweeps by barycentre and exchanges of neighbours (Sugiyama, Tagawa,
 * Toda 1981; Gansner, Koutsofios, North, Vo: "A technique for drawing directed graphs", 1993, section 3).
 */
import type { Columns, Item } from './columns.ts';
import type { MapShape } from './shape.ts';
import { createTree, type Tree } from './tree.ts';

/** Keys of items (plates and lanes) in each column, from top to bottom. */
export type ColumnOrder = readonly (readonly string[])[];

/** At most this many sweeps; fewer when nothing becomes better. */
const SWEEPS = 24;
/** Sweeps without gain after which it is left as it is. */
const PATIENCE = 6;
/** Orders to begin with for a family of up to `items` lines and plates, in all; larger ones get fewer. */
const STARTS = { most: 12, fewest: 2, items: 700 } as const;
/**
 * Orders each column. With the order of a layout before, what both have keeps its order, and only what is new is
 * placed where it crosses least: a plate does not move because a leaf was added elsewhere.
 *
 * Without one, every family is ordered by itself, from several beginnings; then all of them together.
 */
export function orderColumns(shape: MapShape, graph: Columns, before?: ColumnOrder): number[][] {
  const tree = createTree(shape, graph);
  if (before) {
    const order = new Order(graph.items, tree.order(byName));
    order.keep(rankBefore(graph, before));
    return order.columns;
  }
  const columns: number[][] = graph.columns.map(() => []);
  for (const family of tree.families) {
    const ordered = orderFamily(graph, tree, family);
    ordered.forEach((column, c) => columns[c].push(...column));
  }
  return improve(new Order(graph.items, columns)).columns;
}

/** The order of one family, without its bands to others, from the beginning that ends with the fewest crossings. */
function orderFamily(graph: Columns, tree: Tree, family: number): number[][] {
  const start = tree.orderOf(family, byName);
  const members = start.flat();
  const local = new Map(members.map((item, i) => [item, i]));
  const localOf = (others: readonly number[]) => others.flatMap((other) => local.get(other) ?? []);
  const items = members.map((member): Item => {
    const item = graph.items[member];
    return { ...item, left: localOf(item.left), right: localOf(item.right) };
  });
  const improved = (order: readonly (readonly number[])[]) =>
    improve(
      new Order(
        items,
        order.map((column) => localOf(column)),
      ),
    );
  let best = improved(start);
  const starts = Math.max(STARTS.fewest, Math.min(STARTS.most, Math.round(STARTS.items / members.length)));
  const random = createDraw(members.length);
  for (let i = 1; i < starts && best.crossings > 0; i++) {
    const shuffled = (children: readonly number[]) =>
      i === 1 ? children.toReversed() : shuffle(children, random);
    const other = improved(tree.orderOf(family, shuffled));
    if (other.crossings < best.crossings) best = other;
  }
  return best.columns.map((column) => column.map((item) => members[item]));
}

/** Sweeps and exchanges until nothing becomes better; gives the best order on the way. */
function improve(order: Order): { columns: number[][]; crossings: number } {
  order.exchangeAll();
  let best = { columns: order.copy(), crossings: order.crossings() };
  for (let sweep = 0, stale = 0; sweep < SWEEPS && best.crossings > 0 && stale < PATIENCE; sweep++) {
    order.sweep(sweep % 2 === 0);
    order.exchangeAll();
    const crossings = order.crossings();
    stale++;
    if (crossings < best.crossings) {
      best = { columns: order.copy(), crossings };
      stale = 0;
    }
  }
  return best;
}

const byName = (children: readonly number[]) => children;

/** Numbers from 0 up to 1, the same for the same seed (a linear congruential generator: Knuth, TAOCP 2, 3.2.1). */
function createDraw(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

function shuffle(list: readonly number[], random: () => number): number[] {
  const shuffled = list.slice();
  for (let i = shuffled.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [shuffled[i], shuffled[j]] = [shuffled[j], shuffled[i]];
  }
  return shuffled;
}

/** Where items stood before: their place within their column, from 0 to 1. */
function rankBefore(graph: Columns, before: ColumnOrder): Map<number, number> {
  const ranks = new Map<number, number>();
  before.forEach((keys, column) =>
    keys.forEach((key, place) => {
      const index = graph.indexOf.get(key);
      if (index !== undefined && graph.items[index].column === column) ranks.set(index, place);
    }),
  );
  return ranks;
}

/** The items of each family one after another, in the order that they have. */
function familiesTogether(column: readonly number[], items: readonly Item[]): number[] {
  return column.toSorted((a, b) => items[a].family - items[b].family); // sorting is stable
}

/** The columns as they are being ordered. */
class Order {
  /** The place of each item in its column. */
  private readonly places: Int32Array;
  private readonly middles: Float64Array;

  constructor(
    private readonly items: readonly Item[],
    readonly columns: number[][],
  ) {
    this.places = new Int32Array(items.length);
    this.middles = new Float64Array(items.length);
    columns.forEach((_, column) => this.number(column));
  }

  copy(): number[][] {
    return this.columns.map((column) => column.slice());
  }

  /** All crossings between neighbouring columns. */
  crossings(): number {
    return this.columns.reduce(
      (sum, column, c) => sum + (c > 0 ? countCrossings(this.items, column, this.places) : 0),
      0,
    );
  }

  /** Orders every column by the middle of what its items are joined to: on the left, or on the right. */
  sweep(toRight: boolean): void {
    const { items, middles } = this;
    const count = this.columns.length;
    for (let step = 1; step < count; step++) {
      const c = toRight ? step : count - 1 - step;
      const column = this.columns[c];
      const movable: number[] = [];
      for (const item of column) {
        const joined = toRight ? items[item].left : items[item].right;
        if (joined.length === 0) continue;
        middles[item] = this.middleOf(joined);
        movable.push(item);
      }
      movable.sort((a, b) => items[a].family - items[b].family || middles[a] - middles[b]);
      let next = 0; // what is joined to nothing keeps its place
      for (let place = 0; place < column.length; place++) {
        const { left, right } = items[column[place]];
        if ((toRight ? left : right).length > 0) column[place] = movable[next++];
      }
      if (movable.length < column.length) this.columns[c] = familiesTogether(column, items);
      this.number(c);
    }
  }

  /** Exchanges neighbours for as long as that makes crossings fewer. */
  exchangeAll(): void {
    for (let round = 0, improved = true; improved && round < 40; round++) {
      improved = false;
      for (let column = 0; column < this.columns.length; column++)
        if (this.exchangeIn(column)) improved = true;
    }
  }

  /** What stood there before keeps its order; each new item is put where it crosses least, near its own. */
  keep(known: ReadonlyMap<number, number>): void {
    this.columns.forEach((column, c) => {
      const old = column.filter((item) => known.has(item)).sort((a, b) => known.get(a)! - known.get(b)!);
      this.columns[c] = familiesTogether(old, this.items);
      this.number(c);
    });
    const fresh = this.items.flatMap((_, item) => (known.has(item) ? [] : [item]));
    for (const item of fresh) this.insert(item);
  }

  /** Puts an item into its column, among its family, where it crosses least; of equal places behind its siblings. */
  private insert(item: number): void {
    const { items } = this;
    const { column, family, left, right } = items[item];
    const list = this.columns[column];
    const isPlaced = (other: number) => this.columns[items[other].column][this.places[other]] === other;
    const joined = [...left, ...right].filter(isPlaced);
    const siblings = new Set(left.filter(isPlaced).flatMap((base) => items[base].right));
    const start = countWhile(list, (other) => items[other].family < family);
    const end = countWhile(list, (other) => items[other].family <= family);
    const lastSibling = list.findLastIndex((other) => siblings.has(other));
    const wanted = lastSibling < 0 ? end : lastSibling + 1;
    let best = start;
    let fewest = Infinity;
    // Moving down past an item changes only what the two of them cross.
    for (let at = start, crossings = 0; at <= end; at++) {
      const isNearer = Math.abs(at - wanted) < Math.abs(best - wanted);
      if (crossings < fewest || (crossings === fewest && isNearer)) [best, fewest] = [at, crossings];
      if (at < end) crossings += this.gain(list[at], item, joined);
    }
    list.splice(best, 0, item);
    this.number(column);
  }

  /** How many more crossings there are when `upper` stands above `item` than the other way round. */
  private gain(upper: number, item: number, joined: readonly number[]): number {
    const { items } = this;
    let more = 0;
    for (const other of joined) {
      const onLeft = items[other].column < items[item].column;
      for (const theirs of onLeft ? items[upper].left : items[upper].right)
        more += Math.sign(this.places[theirs] - this.places[other]);
    }
    return more;
  }

  private exchangeIn(column: number): boolean {
    const { items } = this;
    const list = this.columns[column];
    let improved = false;
    for (let place = 1; place < list.length; place++) {
      const [upper, lower] = [list[place - 1], list[place]];
      if (items[upper].family !== items[lower].family) continue;
      const more =
        pairCrossings(items[upper].left, items[lower].left, this.places) +
        pairCrossings(items[upper].right, items[lower].right, this.places);
      if (more <= 0) continue;
      list[place - 1] = lower;
      list[place] = upper;
      this.places[lower] = place - 1;
      this.places[upper] = place;
      improved = true;
    }
    return improved;
  }

  private middleOf(joined: readonly number[]): number {
    let sum = 0;
    for (const item of joined) sum += this.places[item];
    return sum / joined.length;
  }

  private number(column: number): void {
    this.columns[column].forEach((item, place) => (this.places[item] = place));
  }
}

function countWhile(list: readonly number[], holds: (item: number) => boolean): number {
  const first = list.findIndex((item) => !holds(item));
  return first < 0 ? list.length : first;
}

/** Crossings of two items' lines with the first above, less those with the second above. */
function pairCrossings(upper: readonly number[], lower: readonly number[], places: Int32Array): number {
  let more = 0;
  for (const a of upper) for (const b of lower) more += Math.sign(places[a] - places[b]);
  return more;
}

/** Crossings of the lines that end in a column, coming from the one before it: inversions, counted with a sum tree. */
function countCrossings(items: readonly Item[], column: readonly number[], places: Int32Array): number {
  const ends: number[] = [];
  for (const item of column)
    ends.push(...items[item].left.map((other) => places[other]).sort((a, b) => a - b));
  const size = ends.reduce((most, place) => Math.max(most, place + 1), 0);
  const tree = new Int32Array(size + 1);
  let crossings = 0;
  ends.forEach((place, count) => {
    let notAbove = 0;
    for (let at = place + 1; at > 0; at -= at & -at) notAbove += tree[at];
    crossings += count - notAbove;
    for (let at = place + 1; at <= size; at += at & -at) tree[at]++;
  });
  return crossings;
}
