/**
 * Orders to begin with: down the tree of first bases, so that at first nothing crosses but what has several bases.
 */
import type { Columns } from './columns.ts';
import type { MapShape } from './shape.ts';

/** In which order the derivatives of one base follow each other. */
type SiblingOrder = (children: readonly number[]) => readonly number[];

/** Every plate under its first base. */
export interface Tree {
  /** All families, first to last. */
  readonly families: readonly number[];
  /** The columns of one family alone (the others are empty). */
  readonly orderOf: (family: number, siblings: SiblingOrder) => number[][];
  /** The columns of all families. */
  readonly order: (siblings: SiblingOrder) => number[][];
}

/** The tree of a shape; siblings in the order of its nodes, lanes directly above the plate that they lead to. */
export function createTree(shape: MapShape, { items, columns, indexOf, routes }: Columns): Tree {
  const children = new Map<number, number[]>();
  const roots: number[] = [];
  for (const { id, bases } of shape.nodes) {
    const index = indexOf.get(id)!;
    const base = bases.map((each) => indexOf.get(each)).find((each) => each !== undefined);
    const isChild =
      base !== undefined &&
      items[base].column < items[index].column &&
      items[base].family === items[index].family;
    if (!isChild) roots.push(index);
    else if (children.has(base)) children.get(base)!.push(index);
    else children.set(base, [index]);
  }
  const lanes = new Map<number, number[]>();
  for (const route of routes.values()) {
    const end = route[route.length - 1];
    if (route.length > 2) lanes.set(end, [...(lanes.get(end) ?? []), ...route.slice(1, -1)]);
  }
  const walk = (starts: readonly number[], siblings: SiblingOrder): number[][] => {
    const ordered: number[][] = columns.map(() => []);
    const visit = (index: number) => {
      for (const lane of lanes.get(index) ?? []) ordered[items[lane].column].push(lane);
      ordered[items[index].column].push(index);
      siblings(children.get(index) ?? []).forEach(visit);
    };
    starts.forEach(visit);
    return ordered;
  };
  const byFamily = new Map<number, number[]>();
  for (const root of roots.sort((a, b) => items[a].family - items[b].family)) {
    const known = byFamily.get(items[root].family);
    if (known) known.push(root);
    else byFamily.set(items[root].family, [root]);
  }
  return {
    families: [...byFamily.keys()],
    orderOf: (family, siblings) => walk(byFamily.get(family)!, siblings),
    order: (siblings) => walk(roots, siblings),
  };
}
