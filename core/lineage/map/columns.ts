/**
 * The first stage of the layout: every plate gets a column, one right of the last of its bases, and a band that passes
 * over columns gets a lane in each of them. After it, every line leads from one column to the next.
 */
import { familyOrder } from './families.ts';
import type { MapShape } from './shape.ts';

/** The family and the column of each plate. */
export interface Grid {
  /** Families from first to last. */
  readonly families: readonly string[];
  /** The place of a plate's family among them, by its id. */
  readonly familyOf: ReadonlyMap<string, number>;
  readonly columnOf: ReadonlyMap<string, number>;
}

/** Gives families their order (those of before keep it) and plates their columns. */
export function gridOf(shape: MapShape, familiesBefore?: readonly string[]): Grid {
  const families = familyOrder(shape, familiesBefore);
  const places = new Map(families.map((family, place) => [family, place]));
  const familyOf = new Map(shape.nodes.map(({ id, family }) => [id, places.get(family)!]));
  return { families, familyOf, columnOf: columnsOf(shape) };
}

/** A plate, or a lane through which a band passes a column. Items are known by their index. */
export interface Item {
  /** The id of the plate, or `key@column` of the lane. */
  readonly key: string;
  readonly column: number;
  /** The place of its family in the order of families. */
  readonly family: number;
  readonly isLane: boolean;
  /** Width of the band in a lane, 0 to 1. */
  readonly width: number;
  /** Items in the column before and the one after that it is joined to. */
  readonly left: number[];
  readonly right: number[];
}

/** Which column each plate stands in. */
export interface Columns {
  /** Families from first to last. */
  readonly families: readonly string[];
  readonly items: readonly Item[];
  /** Items of each column, as yet in no order. */
  readonly columns: readonly (readonly number[])[];
  readonly indexOf: ReadonlyMap<string, number>;
  /** Items that each band runs through, from base to derivative. */
  readonly routes: ReadonlyMap<string, readonly number[]>;
}

/**
 * Gives lanes. A band that would run backwards (only a circle can make one) is left to be routed as a line, and so is
 * one between two stacks (`stackOf` each family; one by default).
 */
export function assignColumns(
  shape: MapShape,
  grid: Grid = gridOf(shape),
  stackOf?: readonly number[],
): Columns {
  const { families, familyOf, columnOf } = grid;
  const items: Item[] = [];
  const columns: number[][] = [];
  const indexOf = new Map<string, number>();
  const add = (item: Item): number => {
    const index = items.push(item) - 1;
    indexOf.set(item.key, index);
    (columns[item.column] ??= []).push(index);
    return index;
  };
  for (const { id } of shape.nodes) {
    const [column, family] = [columnOf.get(id)!, familyOf.get(id)!];
    add({ key: id, column, family, isLane: false, width: 0, left: [], right: [] });
  }
  const routes = new Map<string, number[]>();
  for (const { key, from, to, width } of shape.bands) {
    const [start, end] = [columnOf.get(from), columnOf.get(to)];
    if (start === undefined || end === undefined || start >= end) continue;
    const family = familyOf.get(to)!;
    if (stackOf && stackOf[familyOf.get(from)!] !== stackOf[family]) continue;
    const route = [indexOf.get(from)!];
    for (let column = start + 1; column < end; column++)
      route.push(add({ key: `${key}@${column}`, column, family, isLane: true, width, left: [], right: [] }));
    route.push(indexOf.get(to)!);
    for (let i = 1; i < route.length; i++) {
      items[route[i - 1]].right.push(route[i]);
      items[route[i]].left.push(route[i - 1]);
    }
    routes.set(key, route);
  }
  for (let column = 0; column < columns.length; column++) columns[column] ??= [];
  return { families, items, columns, indexOf, routes };
}

/** A plate's column is one more than the greatest of its bases'. */
function columnsOf(shape: MapShape): Map<string, number> {
  const nodes = new Map(shape.nodes.map((node) => [node.id, node]));
  const found = new Map<string, number>();
  const visit = (id: string, path: Set<string>): number => {
    const known = found.get(id);
    if (known !== undefined) return known;
    path.add(id);
    let column = 0;
    for (const base of nodes.get(id)!.bases)
      if (nodes.has(base) && !path.has(base)) column = Math.max(column, visit(base, path) + 1);
    path.delete(id);
    found.set(id, column);
    return column;
  };
  for (const { id } of shape.nodes) visit(id, new Set());
  return found;
}
