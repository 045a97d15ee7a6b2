/** Counts, on drawn curves, how many pairs of lines cross: the same measure for every drawing, whoever made it. */

type Point = readonly [x: number, y: number];

/** A drawn line: the plates that it joins, and its points, dense enough that straight pieces stand for the curve. */
export interface Curve {
  readonly from: string;
  readonly to: string;
  readonly points: readonly Point[];
}

/** Straight pieces that stand for one cubic curve. */
const PIECES = 24;

/** Points along a cubic curve, its first one left out. */
export function pointsOfCubic(a: Point, b: Point, c: Point, d: Point): Point[] {
  return Array.from({ length: PIECES }, (_, i): Point => {
    const t = (i + 1) / PIECES;
    const u = 1 - t;
    const [wa, wb, wc, wd] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
    return [wa * a[0] + wb * b[0] + wc * c[0] + wd * d[0], wa * a[1] + wb * b[1] + wc * c[1] + wd * d[1]];
  });
}

/** Points along an SVG path of absolute M, C, H and V commands. */
export function pointsOfPath(path: string): Point[] {
  const points: Point[] = [];
  for (const [, command, text] of path.matchAll(/([MCHV])([^MCHV]*)/g)) {
    const numbers = text
      .trim()
      .split(/[\s,]+/)
      .map(Number);
    const last = points[points.length - 1];
    if (command === 'M') points.push([numbers[0], numbers[1]]);
    else if (command === 'H') points.push([numbers[0], last[1]]);
    else if (command === 'V') points.push([last[0], numbers[0]]);
    else
      points.push(
        ...pointsOfCubic(last, [numbers[0], numbers[1]], [numbers[2], numbers[3]], [numbers[4], numbers[5]]),
      );
  }
  return points;
}

/** Pairs of curves that cross at least once; those that share a plate are not counted. */
export function countCrossingPairs(curves: readonly Curve[]): number {
  const cell = 60;
  const grid = new Map<string, [curve: number, a: Point, b: Point][]>();
  const crossing = new Set<number>();
  curves.forEach(({ points, from, to }, index) => {
    for (let i = 1; i < points.length; i++) {
      const [a, b] = [points[i - 1], points[i]];
      for (let x = Math.floor(Math.min(a[0], b[0]) / cell); x <= Math.floor(Math.max(a[0], b[0]) / cell); x++)
        for (
          let y = Math.floor(Math.min(a[1], b[1]) / cell);
          y <= Math.floor(Math.max(a[1], b[1]) / cell);
          y++
        ) {
          const key = `${x} ${y}`;
          const there = grid.get(key);
          for (const [other, c, d] of there ?? []) {
            const pair = other * curves.length + index;
            if (other === index || crossing.has(pair)) continue;
            const their = curves[other];
            const shared = their.from === from || their.to === to || their.from === to || their.to === from;
            if (!shared && doCross(a, b, c, d)) crossing.add(pair);
          }
          if (there) there.push([index, a, b]);
          else grid.set(key, [[index, a, b]]);
        }
    }
  });
  return crossing.size;
}

function doCross(a: Point, b: Point, c: Point, d: Point): boolean {
  const side = (p: Point, q: Point, r: Point) =>
    Math.sign((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]));
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}
