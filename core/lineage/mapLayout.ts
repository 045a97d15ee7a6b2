/**
 * Where the plates of the lineage map stand and how the bands run. Generations are columns; plates stand on one
 * grid of rows shared by all columns, so none overlap, and a band that passes a column runs in the gap between
 * two rows, never behind a plate.
 */
import type { RecordId } from '../catalogue/recordKind.ts';
import type { GraphLink, LineageGraph } from './lineageGraph.ts';

/** Sizes in pixels. */
export const PLATE = { width: 176, height: 50, columnGap: 70, rowGap: 16, familyGap: 1 } as const;

/** The widest band (everything carried) and the narrowest measured one. */
export const BAND = { widest: 18, narrowest: 3, unmeasured: 1.5 } as const;

export interface Plate {
  readonly id: RecordId;
  readonly x: number;
  readonly y: number;
  readonly generation: number;
  readonly root: RecordId;
}

/** A band as an SVG path along its middle, and its width. */
export interface Band {
  readonly link: GraphLink;
  readonly path: string;
  readonly width: number;
  readonly measured: boolean;
}

export interface MapLayout {
  readonly plates: readonly Plate[];
  readonly bands: readonly Band[];
  readonly width: number;
  readonly height: number;
}

const PITCH = PLATE.height + PLATE.rowGap;

/** Lays out a graph. The same graph gives the same layout; families and siblings keep their order by name. */
export function layoutMap(graph: LineageGraph): MapLayout {
  const rows = assignRows(graph);
  const plates: Plate[] = [...graph.nodes.values()].map(({ id, generation, root }) => ({
    id,
    root,
    generation,
    x: generation * (PLATE.width + PLATE.columnGap),
    y: rows.get(id)! * PITCH,
  }));
  const byId = new Map(plates.map((plate) => [plate.id, plate]));
  const generations = plates.reduce((most, { generation }) => Math.max(most, generation), 0);
  const lowest = plates.reduce((most, { y }) => Math.max(most, y), 0);
  return {
    plates,
    bands: layoutBands(graph.links, byId),
    width: (generations + 1) * (PLATE.width + PLATE.columnGap) - PLATE.columnGap,
    height: lowest + PLATE.height,
  };
}

/** Rows from leaves up: children one below the other, a parent beside the middle of its children. */
function assignRows(graph: LineageGraph): Map<RecordId, number> {
  const children = new Map<RecordId, RecordId[]>();
  const roots: RecordId[] = [];
  const byName = [...graph.nodes.values()].sort(
    (a, b) => a.name.localeCompare(b.name, 'en') || (a.id < b.id ? -1 : 1),
  );
  for (const node of byName) {
    if (node.generation === 0) roots.push(node.id);
    else children.set(node.bases[0], [...(children.get(node.bases[0]) ?? []), node.id]);
  }
  const sizes = new Map<RecordId, number>();
  const sizeOf = (id: RecordId): number => {
    const known = sizes.get(id);
    if (known !== undefined) return known;
    sizes.set(id, 1);
    const size = (children.get(id) ?? []).reduce((sum, child) => sum + sizeOf(child), 1);
    sizes.set(id, size);
    return size;
  };
  roots.sort((a, b) => sizeOf(b) - sizeOf(a));

  const rows = new Map<RecordId, number>();
  let next = 0;
  const place = (id: RecordId): number => {
    const own = (children.get(id) ?? []).map(place);
    const row = own.length ? Math.floor((own[0] + own[own.length - 1]) / 2) : next++;
    rows.set(id, row);
    return row;
  };
  roots.forEach((root, index) => {
    if (index > 0 && (children.has(root) || children.has(roots[index - 1]))) next += PLATE.familyGap;
    place(root);
  });
  return rows;
}

/** The width of a band in pixels, from the carried share. */
export function bandWidth(link: GraphLink): number {
  const counts = link.comparison?.counts;
  if (!counts?.installed) return BAND.unmeasured;
  return BAND.narrowest + (BAND.widest - BAND.narrowest) * (counts.same / counts.installed);
}

function layoutBands(links: readonly GraphLink[], plates: ReadonlyMap<RecordId, Plate>): Band[] {
  const bands: Band[] = [];
  const byBase = new Map<RecordId, GraphLink[]>();
  for (const link of links) byBase.set(link.base, [...(byBase.get(link.base) ?? []), link]);
  for (const [base, list] of byBase) {
    const from = plates.get(base);
    if (!from) continue;
    const ends = list
      .filter(({ derivative }) => plates.has(derivative))
      .sort((a, b) => plates.get(a.derivative)!.y - plates.get(b.derivative)!.y);
    const widths = ends.map(bandWidth);
    const total = widths.reduce((sum, width) => sum + width, 0);
    const room = PLATE.height - 8;
    const squeeze = Math.min(1, room / total);
    let port = from.y + PLATE.height / 2 - (total * squeeze) / 2;
    ends.forEach((link, index) => {
      const width = widths[index];
      const startY = port + (width * squeeze) / 2;
      port += width * squeeze;
      bands.push({
        link,
        width,
        measured: link.comparison !== undefined,
        path: bandPath(from, plates.get(link.derivative)!, startY),
      });
    });
  }
  return bands;
}

/** A path from the right edge of the base to the left edge of the derivative. */
function bandPath(from: Plate, to: Plate, startY: number): string {
  const startX = from.x + PLATE.width;
  const endY = to.y + PLATE.height / 2;
  const endX = to.x;
  const gap = PLATE.columnGap;
  if (to.generation === from.generation + 1)
    return `M${startX} ${startY} ${curve(startX, startY, endX, endY)}`;
  if (to.generation > from.generation) {
    const lane = to.y - PLATE.rowGap / 2;
    return `M${startX} ${startY} ${curve(startX, startY, startX + gap, lane)} H${endX - gap} ${curve(endX - gap, lane, endX, endY)}`;
  }
  // To the same column or an earlier one: out to the right and back in from the right.
  const outer = Math.max(from.x, to.x) + PLATE.width;
  const backX = to.x + PLATE.width;
  const bulge = outer + gap * 0.6;
  return `M${startX} ${startY} C${bulge} ${startY} ${bulge} ${endY} ${backX} ${endY}`;
}

function curve(x1: number, y1: number, x2: number, y2: number): string {
  const middle = (x1 + x2) / 2;
  return `C${middle} ${y1} ${middle} ${y2} ${x2} ${y2}`;
}
