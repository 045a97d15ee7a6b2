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
  /** True for one that runs above all plates, from stack to stack. */
  readonly isAround?: boolean;
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

/**
 * Draws lines that have no lanes: succession, borrowing, editions; and bands of a circle or between two stacks. The latter
 * run above everything, those of one plate together: `above` is how high, in pixels.
 */
export function drawLines(shape: MapShape, placed: Placed): { lines: Drawn[]; above: number } {
  const { graph, lefts, stackOf, detail } = placed;
  const gaps = placed.stacks.map((columns) => columns.map((column) => gapsOf(column, placed)));
  const lines = shape.lines.map((line) => ({ ...line, width: 0, isBand: false }));
  const bands = shape.bands.flatMap((band) => (graph.routes.has(band.key) ? [] : { ...band, isBand: true }));
  const drawn = [...lines, ...bands].flatMap(({ key, from, to, width, isBand }) => {
    const [start, end] = [graph.indexOf.get(from), graph.indexOf.get(to)];
    if (start === undefined || end === undefined) return [];
    const isAround = stackOf[start] !== stackOf[end];
    // A band leaves its base at the right and comes to its derivative from the left, wherever their stacks are.
    const [a, b] = (isAround && isBand) || lefts[start] <= lefts[end] ? [start, end] : [end, start];
    return [{ key, a, b, isAround, width: isAround ? bandWidth(width, detail) : detail.band.thin }];
  });
  const around = drawn.filter(({ isAround }) => isAround);
  const spans = new Map<number, number>();
  for (const { a, b } of around) spans.set(a, Math.max(spans.get(a) ?? 0, Math.abs(lefts[a] - lefts[b])));
  const levelOf = new Map([...spans].sort(([, a], [, b]) => a - b).map(([start], level) => [start, level]));
  const heightAt = (level: number) => detail.rowGap + level * detail.band.widest;
  return {
    lines: drawn.map(({ key, a, b, isAround, width }): Drawn => {
      if (!isAround) return { key, width, path: pathWithin(a, b, placed, gaps[stackOf[a]]) };
      const level = levelOf.get(a)!;
      const way = { height: heightAt(level), share: level / levelOf.size };
      return { key, width, path: pathAround(a, b, way, placed), isAround };
    }),
    above: levelOf.size === 0 ? 0 : heightAt(levelOf.size - 1),
  };
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

/**
 * A line between two stacks: up in the gap beside the one, along above everything, down in the gap beside the other. The
 * higher one runs, the nearer to its plate it goes up (`share` of the room for that): so the lines of two plates cross less.
 */
function pathAround(
  from: number,
  to: number,
  { height, share }: { readonly height: number; readonly share: number },
  placed: Placed,
): string {
  const { lefts, detail } = placed;
  const start = { x: lefts[from] + detail.width, y: lineY(from, placed) };
  const end = { x: lefts[to], y: lineY(to, placed) };
  const up = start.x + detail.columnGap * (0.8 - 0.5 * share);
  const down = end.x - detail.columnGap * (0.2 + 0.5 * share);
  return `M${at(start)}H${round(up)}V${round(-height)}H${round(down)}V${round(end.y)}H${round(end.x)}`;
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
