/**
 * The last stage of the layout: how bands and lines run. Between two columns a line curves; over a column it runs level
 * through its lane, or, for lines that have none, through the nearest gap between two plates. So none runs behind a
 * plate: a curve stays between its ends (its control points are in the gap), and gaps between columns hold no plates.
 */
import type { Detail } from './detail.ts';
import { heightOf, type Placed } from './place.ts';
import type { MapShape } from './shape.ts';

/** A line as an SVG path along its middle, and its width in pixels. */
export interface Drawn {
  readonly key: string;
  readonly path: string;
  readonly width: number;
}

interface Point {
  readonly x: number;
  readonly y: number;
}

/** The width of a band in pixels; a share of 0 stands for one that nobody measured. */
function bandWidth(share: number, { band }: Detail): number {
  return share > 0 ? band.narrowest + (band.widest - band.narrowest) * share : band.thin;
}

/** Draws the bands that have a route. */
export function drawBands(shape: MapShape, placed: Placed): Drawn[] {
  const { graph, lefts, middles, detail } = placed;
  const routed = shape.bands.flatMap(({ key, width }) => {
    const route = graph.routes.get(key);
    return route ? [{ key, route, width: bandWidth(width, detail) }] : [];
  });
  const starts = ports(routed, detail, ({ route }) => [route[0], route[1]], middles);
  const ends = ports(
    routed,
    detail,
    ({ route }) => [route[route.length - 1], route[route.length - 2]],
    middles,
  );
  return routed.map(({ key, route, width }) => {
    const points: Point[] = [];
    route.forEach((item, i) => {
      const x = lefts[item];
      if (i > 0) points.push({ x, y: i === route.length - 1 ? ends.get(key)! : middles[item] });
      if (i < route.length - 1)
        points.push({ x: x + detail.width, y: i === 0 ? starts.get(key)! : middles[item] });
    });
    return { key, width, path: pathThrough(points) };
  });
}

interface Routed {
  readonly key: string;
  readonly route: readonly number[];
  readonly width: number;
}

/** Where bands touch a plate: one below the other, in the order of where they come from or go to. */
function ports(
  bands: readonly Routed[],
  detail: Detail,
  endsOf: (band: Routed) => readonly [plate: number, neighbour: number],
  middles: Float64Array,
): Map<string, number> {
  const byPlate = new Map<number, Routed[]>();
  for (const band of bands) {
    const [plate] = endsOf(band);
    const known = byPlate.get(plate);
    if (known) known.push(band);
    else byPlate.set(plate, [band]);
  }
  const found = new Map<string, number>();
  for (const [plate, list] of byPlate) {
    list.sort((a, b) => middles[endsOf(a)[1]] - middles[endsOf(b)[1]]);
    const total = list.reduce((sum, { width }) => sum + width, 0);
    const squeeze = Math.min(1, (detail.height * 0.84) / total);
    let y = middles[plate] - (total * squeeze) / 2;
    for (const { key, width } of list) {
      found.set(key, y + (width * squeeze) / 2);
      y += width * squeeze;
    }
  }
  return found;
}

/** Draws lines that have no lanes: succession, borrowing, editions. */
export function drawLines(shape: MapShape, placed: Placed): Drawn[] {
  const { graph, detail } = placed;
  const gaps = placed.stacks.map((columns) => columns.map((column) => gapsOf(column, placed)));
  const bands = shape.bands.filter(({ key }) => !graph.routes.has(key)); // bands of a circle run as lines too
  return [...shape.lines, ...bands].flatMap(({ key, from, to }): Drawn[] => {
    const [a, b] = [graph.indexOf.get(from), graph.indexOf.get(to)];
    if (a === undefined || b === undefined) return [];
    const [left, right] = placed.lefts[a] <= placed.lefts[b] ? [a, b] : [b, a];
    const path =
      placed.stackOf[left] === placed.stackOf[right]
        ? pathWithin(left, right, placed, gaps[placed.stackOf[left]])
        : pathAcross(left, right, placed);
    return [{ key, width: detail.band.thin, path }];
  });
}

/** Where lines touch a plate: beside the bands, which touch the middle. */
const lineY = (item: number, { middles, detail }: Placed) => middles[item] + detail.height * 0.3;

/** A line between two plates of one stack: through the gaps of the columns between, or bulging from one column. */
function pathWithin(
  left: number,
  right: number,
  placed: Placed,
  gaps: readonly (readonly number[])[],
): string {
  const { graph, lefts, detail } = placed;
  const [first, last] = [graph.items[left].column, graph.items[right].column];
  const start = { x: lefts[left] + detail.width, y: lineY(left, placed) };
  if (first === last) {
    const end = { x: start.x, y: lineY(right, placed) };
    const bulge = start.x + detail.columnGap * 0.7;
    return `M${at(start)}C${round(bulge)} ${round(start.y)} ${round(bulge)} ${round(end.y)} ${at(end)}`;
  }
  const end = { x: lefts[right], y: lineY(right, placed) };
  const points = [start];
  for (let column = first + 1; column < last; column++) {
    const share = (column - first) / (last - first);
    const y = nearestTo(gaps[column], start.y + (end.y - start.y) * share);
    const x = lefts[left] + (column - first) * (detail.width + detail.columnGap);
    points.push({ x, y }, { x: x + detail.width, y });
  }
  points.push(end);
  return pathThrough(points);
}

/** A line between two stacks: up in the gap beside the one, along above everything, down in the gap beside the other. */
function pathAcross(left: number, right: number, placed: Placed): string {
  const { lefts, detail } = placed;
  const above = -detail.rowGap;
  const start = { x: lefts[left] + detail.width, y: lineY(left, placed) };
  const end = { x: lefts[right], y: lineY(right, placed) };
  const up = start.x + detail.columnGap * 0.8;
  const down = end.x - detail.columnGap * 0.2;
  return `M${at(start)}H${round(up)}V${round(above)}H${round(down)}V${round(end.y)}H${round(end.x)}`;
}

/** The middles of the gaps between the items of a column, with one above the first and one below the last. */
function gapsOf(column: readonly number[], { graph, middles, detail }: Placed): number[] {
  const edge = detail.rowGap / 2;
  const gaps: number[] = [];
  let above: number | null = null;
  for (const item of column) {
    const half = heightOf(graph.items[item], detail) / 2;
    const top = middles[item] - half;
    gaps.push(above === null ? top - edge : (above + top) / 2);
    above = middles[item] + half;
  }
  gaps.push((above ?? 0) + edge);
  return gaps;
}

function nearestTo(gaps: readonly number[], wanted: number): number {
  return gaps.reduce((best, gap) => (Math.abs(gap - wanted) < Math.abs(best - wanted) ? gap : best));
}

/** Curves between columns (from an odd point to the next), level lines over them. */
function pathThrough(points: readonly Point[]): string {
  let path = `M${at(points[0])}`;
  for (let i = 1; i < points.length; i++) {
    const [from, to] = [points[i - 1], points[i]];
    const middle = round((from.x + to.x) / 2);
    path +=
      i % 2 === 1 ? `C${middle} ${round(from.y)} ${middle} ${round(to.y)} ${at(to)}` : `H${round(to.x)}`;
  }
  return path;
}

const at = ({ x, y }: Point) => `${round(x)} ${round(y)}`;
const round = (value: number) => Math.round(value * 10) / 10;
