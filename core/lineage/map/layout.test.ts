/** Laws of the layout, on random graphs: plates apart, bands in the open, few crossings, nothing moved without need. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countCrossingPairs, pointsOfPath } from '../../../testing/crossings.ts';
import { randomShape } from '../../../testing/lineages.ts';
import { assignColumns } from './columns.ts';
import { DETAILS } from './detail.ts';
import { layoutMap, type MapLayout } from './layoutMap.ts';
import { orderColumns } from './order.ts';
import type { MapShape } from './shape.ts';

/** A random shape: each node rests on up to three earlier ones, or on none; some lines lead anywhere. */
const shapes = fc
  .array(fc.tuple(fc.array(fc.nat(), { maxLength: 3 }), fc.option(fc.nat(), { freq: 5 })), {
    minLength: 1,
    maxLength: 60,
  })
  .map((entries) => shapeFrom(entries));

function shapeFrom(entries: readonly (readonly [readonly number[], number | null])[]): MapShape {
  const bases = entries.map(([all], i) => [...new Set(i === 0 ? [] : all.map((base) => base % i))]);
  const rootOf = (i: number): number => (bases[i].length ? rootOf(bases[i][0]) : i);
  const bands = bases.flatMap((all, i) =>
    all.map((base, order) => ({
      key: `b${i}-${base}`,
      from: `n${base}`,
      to: `n${i}`,
      width: order === 0 ? (i % 5) / 4 : 0,
    })),
  );
  return {
    nodes: bases.map((all, i) => ({
      id: `n${i}`,
      family: `n${rootOf(i)}`,
      bases: all.map((base) => `n${base}`),
    })),
    bands,
    lines: entries.flatMap(([, to], i) =>
      to === null || to % entries.length === i
        ? []
        : [{ key: `l${i}`, from: `n${i}`, to: `n${to % entries.length}` }],
    ),
  };
}

/** Frames: none, high, of a usual shape, very wide, and so small that families are parted. */
const WIDE = { width: 20_000, height: 500 };
const LOW = { width: 1500, height: 20 };
const frames = fc.constantFrom(
  undefined,
  { width: 300, height: 600 },
  { width: 1100, height: 700 },
  WIDE,
  LOW,
);

/** A shape with the first bases only: a forest. */
const forestOf = (shape: MapShape): MapShape => ({
  nodes: shape.nodes.map((node) => ({ ...node, bases: node.bases.slice(0, 1) })),
  bands: shape.bands.filter(({ from, to }) => shape.nodes.find(({ id }) => id === to)!.bases[0] === from),
  lines: [],
});

/** Points along a way, none farther from the next than the lowest plate is high. */
function closeTogether(points: readonly (readonly [x: number, y: number])[]) {
  return points.flatMap(([x, y], i) => {
    const [fromX, fromY] = points[i - 1] ?? [x, y];
    const steps = Math.max(1, Math.ceil(Math.hypot(x - fromX, y - fromY) / 5));
    return Array.from({ length: steps }, (_, step) => {
      const share = (step + 1) / steps;
      return [fromX + (x - fromX) * share, fromY + (y - fromY) * share] as const;
    });
  });
}

function behindPlates(layout: MapLayout): string[] {
  const { width, height } = layout.detail;
  return [...layout.bands, ...layout.lines].flatMap(({ key, path, width: thick }) =>
    closeTogether(pointsOfPath(path)).flatMap(([x, y]) =>
      layout.plates
        .filter(
          (plate) =>
            x > plate.x + 0.1 &&
            x < plate.x + width - 0.1 &&
            y + thick / 2 > plate.y + 0.1 &&
            y - thick / 2 < plate.y + height - 0.1,
        )
        .map((plate) => `${key} behind ${plate.id}`),
    ),
  );
}

describe('the layout', () => {
  it('keeps plates apart and puts each right of its bases, at every detail', () => {
    fc.assert(
      fc.property(shapes, frames, (shape, frame) => {
        const plan = layoutMap(shape, { frame });
        for (const detail of DETAILS) {
          const layout = plan.at(detail);
          expect(plan.sizeAt(detail)).toEqual({ width: layout.width, height: layout.height });
          const { width, height, rowGap } = layout.detail;
          if (frame === LOW && shape.bands.length === 0 && shape.nodes.length > 1)
            expect(layout.width).toBeGreaterThan(width); // side by side
          const at = new Map(layout.plates.map((plate) => [plate.id, plate]));
          expect(at.size).toBe(shape.nodes.length);
          const sorted = layout.plates.toSorted((a, b) => a.x - b.x || a.y - b.y);
          sorted.forEach((plate, i) => {
            const above = sorted[i - 1];
            if (above?.x === plate.x) expect(plate.y - above.y).toBeGreaterThanOrEqual(height + rowGap);
            else if (above) expect(plate.x - above.x).toBeGreaterThanOrEqual(width);
            expect(plate.y).toBeGreaterThanOrEqual(0);
            expect(plate.y + height).toBeLessThanOrEqual(layout.height);
          });
          const around = new Set(layout.lines.map(({ key }) => key));
          if (!plan.order.stacks.areParted) expect(layout.bands).toHaveLength(shape.bands.length);
          for (const { key, from, to } of shape.bands)
            if (!around.has(key)) expect(at.get(from)!.x).toBeLessThan(at.get(to)!.x);
        }
      }),
      { numRuns: 60 },
    );
  });
  it('runs no band and no line behind a plate', () => {
    fc.assert(
      fc.property(shapes, frames, fc.constantFrom(...DETAILS), (shape, frame, detail) => {
        const layout = layoutMap(shape, { frame }).at(detail);
        expect(layout.bands.length + layout.lines.length).toBe(shape.bands.length + shape.lines.length);
        expect(behindPlates(layout)).toEqual([]);
      }),
    );
  });
  it('crosses nothing where everything has one base', () => {
    fc.assert(
      fc.property(shapes.map(forestOf), (shape) => {
        const { bands } = layoutMap(shape).at(DETAILS[0]);
        const paths = new Map(bands.map(({ key, path }) => [key, path]));
        const curves = shape.bands.map(({ key, from, to }) => ({
          from,
          to,
          points: pointsOfPath(paths.get(key)!),
        }));
        expect(countCrossingPairs(curves)).toBe(0);
      }),
    );
  });
  it('keeps families together in every column', () => {
    fc.assert(
      fc.property(shapes, (shape) => {
        const { order } = layoutMap(shape);
        const { items, indexOf } = assignColumns(shape);
        for (const column of order.columns) {
          const families = column.map((key) => items[indexOf.get(key)!].family);
          expect(families).toEqual(families.toSorted((a, b) => a - b));
        }
      }),
    );
  });
  it('parts families that bands join where not even marks could be told apart, and only there', () => {
    const shape = randomShape(2000, 7);
    const usual = { width: 1170, height: 570 };
    const parted = layoutMap(shape, { frame: usual });
    expect(parted.order.stacks.areParted).toBe(true);
    const [marks] = DETAILS.slice(-1);
    const { width, height, bands, lines } = parted.at(marks);
    // What is seen at once fills the frame both ways, and hardly a band is cut for it.
    const scale = Math.min(usual.width / width, usual.height / height);
    expect(Math.min(width / usual.width, height / usual.height) * scale).toBeGreaterThan(0.75);
    expect(lines.length).toBeLessThan(0.02 * bands.length);
    const whole = layoutMap(shape).sizeAt(marks);
    expect(scale).toBeGreaterThan(2 * Math.min(usual.width / whole.width, usual.height / whole.height));
    for (const count of [30, 100, 500]) {
      const { order, at } = layoutMap(randomShape(count, 7), { frame: usual });
      expect([order.stacks.areParted, at(marks).lines]).toEqual([false, []]);
    }
  });
  it('leaves no gap over all columns of a stack that is wider than between families', () => {
    fc.assert(
      // In a forest no band passes over a column: there are no lanes.
      fc.property(shapes.map(forestOf), fc.constantFrom(...DETAILS), (shape, detail) => {
        const { plates } = layoutMap(shape).at(detail);
        const tops = plates.map(({ y }) => y).sort((a, b) => a - b);
        expect(tops[0]).toBe(0);
        let bottom = 0;
        for (const top of tops) {
          expect(top - bottom).toBeLessThanOrEqual(detail.rowGap + detail.familyGap);
          bottom = Math.max(bottom, top + detail.height);
        }
      }),
    );
  });
  it('is the same for the same shape', () => {
    const drawn = (shape: MapShape) => layoutMap(shape).at(DETAILS[0]);
    fc.assert(
      fc.property(shapes, (shape) => {
        expect(drawn(shape)).toEqual(drawn(structuredClone(shape)));
      }),
      { numRuns: 20 },
    );
  });
  it('moves nothing past another because a leaf was added, and puts the leaf beside its siblings', () => {
    fc.assert(
      fc.property(shapes, frames, fc.nat(), (shape, frame, at) => {
        const base = shape.nodes[at % shape.nodes.length];
        const leaf = { id: 'leaf', family: base.family, bases: [base.id] };
        const grown: MapShape = {
          ...shape,
          nodes: [...shape.nodes, leaf],
          bands: [...shape.bands, { key: 'leaf', from: base.id, to: 'leaf', width: 0.5 }],
        };
        const { order } = layoutMap(shape, { frame });
        const after = layoutMap(grown, { before: order, frame });
        expect(after.order.stacks.of.slice(0, order.stacks.of.length)).toEqual(order.stacks.of);
        const others = after.order.columns.map((column) => column.filter((key) => key !== 'leaf'));
        expect(others.filter((column) => column.length)).toEqual(order.columns);
        expect(behindPlates(after.at(DETAILS[0]))).toEqual([]);
      }),
    );
  });
  it('lays out nothing, and a circle, without harm', () => {
    expect(layoutMap({ nodes: [], bands: [], lines: [] }).at(DETAILS[0])).toMatchObject({
      plates: [],
      width: 0,
    });
    const circle: MapShape = {
      nodes: [
        { id: 'a', family: 'a', bases: ['b'] },
        { id: 'b', family: 'a', bases: ['a'] },
      ],
      bands: [
        { key: '1', from: 'a', to: 'b', width: 1 },
        { key: '2', from: 'b', to: 'a', width: 1 },
      ],
      lines: [],
    };
    const layout = layoutMap(circle).at(DETAILS[0]);
    expect(layout.plates).toHaveLength(2);
    expect([...layout.bands, ...layout.lines]).toHaveLength(2);
    expect(behindPlates(layout)).toEqual([]);
  });
});

describe('the order within columns', () => {
  /** Crossings between all neighbouring columns, counted pair by pair. */
  function crossingsOf({ items }: ReturnType<typeof assignColumns>, columns: readonly (readonly number[])[]) {
    const place = new Map(columns.flatMap((column) => column.map((item, at) => [item, at] as const)));
    let crossings = 0;
    for (const column of columns)
      for (const [at, upper] of column.entries())
        for (const lower of column.slice(at + 1))
          for (const a of items[upper].left)
            for (const b of items[lower].left) if (place.get(a)! > place.get(b)!) crossings++;
    return crossings;
  }
  /** One family in which most rest on two or three others: sweeps alone leave crossings that an exchange undoes. */
  const tangles = fc
    .array(fc.array(fc.nat(), { minLength: 2, maxLength: 3 }), { minLength: 40, maxLength: 60 })
    .map((all) => shapeFrom(all.map((bases) => [bases, null])));
  it('cannot be bettered by exchanging two neighbours of one family', () => {
    fc.assert(
      fc.property(tangles, (shape) => {
        const graph = assignColumns(shape);
        const columns = orderColumns(shape, graph);
        const present = crossingsOf(graph, columns);
        columns.forEach((column, c) => {
          for (let at = 1; at < column.length; at++) {
            if (graph.items[column[at - 1]].family !== graph.items[column[at]].family) continue;
            const exchanged = column.slice();
            [exchanged[at - 1], exchanged[at]] = [exchanged[at], exchanged[at - 1]];
            const other = columns.map((each, i) => (i === c ? exchanged : each));
            expect(crossingsOf(graph, other)).toBeGreaterThanOrEqual(present);
          }
        });
      }),
      { numRuns: 60 },
    );
  });
});
