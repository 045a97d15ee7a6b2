/**
 * The layout of the lineage map against Graphviz dot on the same graphs: time in the same run, and how many pairs of
 * lines cross in the two drawings.
 */
import { execFileSync } from 'node:child_process';
import { DETAILS } from '../core/lineage/map/detail.ts';
import { layoutMap } from '../core/lineage/map/layoutMap.ts';
import type { MapShape } from '../core/lineage/map/shape.ts';
import { countCrossingPairs, pointsOfCubic, pointsOfPath, type Curve } from '../testing/crossings.ts';
import { randomShape } from '../testing/lineages.ts';
import { compareInTurn, needs, type BenchResult } from './compare.ts';

/** Distributions, and the seed that the lineage is drawn with. */
const CASES = [
  [100, 11],
  [100, 12],
  [1000, 11],
  [1000, 12],
  [5000, 11],
  [5000, 12],
] as const;
const [DETAIL] = DETAILS;

/** The graph as dot reads it: plates of the same size and distances, left to right. */
export function dotOf(shape: MapShape): string {
  const inches = (pixels: number) => (pixels / 72).toFixed(3);
  const names = new Map(shape.nodes.map(({ id }, i) => [id, `n${i}`]));
  return [
    `digraph { rankdir=LR; nodesep=${inches(DETAIL.rowGap)}; ranksep=${inches(DETAIL.columnGap)};`,
    `node [shape=box, fixedsize=true, label="", width=${inches(DETAIL.width)}, height=${inches(DETAIL.height)}];`,
    'edge [dir=none, tailport=e, headport=w];',
    ...names.values(),
    ...shape.bands.map(({ from, to }) => `${names.get(from)} -> ${names.get(to)};`),
    '}',
  ].join('\n');
}

/** The curves of a drawing by dot (`-Tplain`). */
export function curvesOfPlain(plain: string): Curve[] {
  return plain
    .split('\n')
    .filter((line) => line.startsWith('edge '))
    .map((line): Curve => {
      const [, from, to, count, ...rest] = line.split(' ');
      const at = (i: number) => [Number(rest[2 * i]) * 72, Number(rest[2 * i + 1]) * 72] as const;
      const points: (readonly [number, number])[] = [at(0)];
      for (let i = 1; i + 2 < Number(count); i += 3)
        points.push(...pointsOfCubic(at(i - 1), at(i), at(i + 1), at(i + 2)));
      return { from, to, points };
    });
}

/** The curves of our drawing. */
export function curvesOf(shape: MapShape): Curve[] {
  const layout = layoutMap(shape).at(DETAIL);
  const paths = new Map(layout.bands.map(({ key, path }) => [key, path]));
  return shape.bands.map(({ key, from, to }) => ({ from, to, points: pointsOfPath(paths.get(key)!) }));
}

export async function layoutBench(): Promise<BenchResult[]> {
  if (!needs('dot')) return [];
  const results: BenchResult[] = [];
  for (const [size, seed] of CASES) {
    const shape = randomShape(size, seed);
    const input = dotOf(shape);
    let plain = '';
    const theirs = () => {
      plain = execFileSync('dot', ['-Tplain'], { input, encoding: 'utf8', maxBuffer: 1 << 29 });
    };
    const ours = () => void layoutMap(shape).at(DETAIL);
    const times = await compareInTurn(size > 1000 ? 1 : size > 100 ? 5 : 15, ours, theirs);
    const [own, other] = [countCrossingPairs(curvesOf(shape)), countCrossingPairs(curvesOfPlain(plain))];
    console.log(
      `Crossing lines in a map of ${size} distributions and ${shape.bands.length} links: ${own}, drawn by dot ${other} (${own <= other ? 'kept' : 'NOT kept'})`,
    );
    results.push({ name: `Layout of ${size} distributions, against dot`, ...times, limit: 0.5 });
  }
  return results;
}
