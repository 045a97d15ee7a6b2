/** The layout of the lineage map: columns, order, places, bands. The same shape gives the same layout. */
import { drawBands, drawLines, type Drawn } from './bands.ts';
import { assignColumns, gridOf } from './columns.ts';
import type { Detail } from './detail.ts';
import { orderColumns, type ColumnOrder } from './order.ts';
import { placeStacks } from './place.ts';
import type { MapShape } from './shape.ts';
import { keepStacks, stackFamilies, type Frame, type Stacks } from './stacks.ts';

/** A plate with its place, in map units. */
export interface Plate {
  readonly id: string;
  /** Its upper left corner. */
  readonly x: number;
  readonly y: number;
  readonly column: number;
}

/** All plates, bands and lines with their places. */
export interface MapLayout {
  readonly detail: Detail;
  readonly plates: readonly Plate[];
  readonly bands: readonly Drawn[];
  readonly lines: readonly Drawn[];
  readonly width: number;
  readonly height: number;
  /** How far lines between stacks run above the upper edge. */
  readonly above: number;
}

/** The order that a layout has: what the next one begins with, so that nothing jumps. */
interface MapOrder {
  readonly families: readonly string[];
  readonly stacks: Stacks;
  readonly columns: ColumnOrder;
}

/** A shape of which less than this share is known from before is laid out anew. */
const FAMILIAR = 0.6;

/** A layout that is ready to be drawn at any detail. */
export interface MapPlan {
  readonly order: MapOrder;
  /** Width and height at a detail, in pixels at scale 1. */
  readonly sizeAt: (detail: Detail) => { readonly width: number; readonly height: number };
  readonly at: (detail: Detail) => MapLayout;
}

interface LayoutOptions {
  /** The order of the layout that is on the screen now: where most is known from it, what both have keeps its order. */
  readonly before?: MapOrder;
  /** What the whole map is to be seen in: families stand side by side in a wide one. One stack by default. */
  readonly frame?: Frame;
}

/** Lays out a shape. */
export function layoutMap(shape: MapShape, { before, frame }: LayoutOptions = {}): MapPlan {
  const kept = before && isFamiliar(shape, before) ? before : undefined;
  const grid = gridOf(shape, kept?.families);
  const stacks = kept
    ? keepStacks(shape, grid, kept)
    : frame
      ? stackFamilies(shape, grid, frame)
      : { of: grid.families.map(() => 0), areParted: false };
  const graph = assignColumns(shape, grid, stacks.of);
  const order = orderColumns(shape, graph, kept?.columns);
  const place = (detail: Detail) => placeStacks({ graph, order, stacks, detail });
  return {
    order: {
      families: graph.families,
      stacks,
      columns: order.map((column) => column.map((item) => graph.items[item].key)),
    },
    sizeAt: (detail) => {
      const { width, height } = place(detail);
      return { width, height };
    },
    at: (detail) => {
      const placed = place(detail);
      const plates = shape.nodes.map(({ id }): Plate => {
        const item = graph.indexOf.get(id)!;
        const y = placed.middles[item] - detail.height / 2;
        return { id, column: graph.items[item].column, x: placed.lefts[item], y };
      });
      return {
        detail,
        plates,
        bands: drawBands(shape, placed),
        ...drawLines(shape, placed),
        width: placed.width,
        height: placed.height,
      };
    },
  };
}

function isFamiliar(shape: MapShape, { columns }: MapOrder): boolean {
  const known = new Set(columns.flat());
  const count = shape.nodes.filter(({ id }) => known.has(id)).length;
  return count > 0 && count >= FAMILIAR * shape.nodes.length;
}
