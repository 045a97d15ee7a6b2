/** Where families stand side by side, and where those are parted that bands join. */
import { describe, expect, it } from 'vitest';
import { DETAILS, detailThatFits } from './detail.ts';
import { layoutMap, type MapPlan } from './layoutMap.ts';
import type { MapShape } from './shape.ts';

/** Families of a root and so many plates on it, and bands between them: from the root of one to plates of another. */
function familiesOf(
  sizes: Record<string, number>,
  between: readonly (readonly [from: string, to: string, count: number])[],
): MapShape {
  const names = Object.keys(sizes);
  const seconds = between.flatMap(([from, to, count]) =>
    Array.from({ length: count }, (_, i) => ({
      key: `${from}-${to}${i}`,
      from,
      to: `${to}${i}`,
      width: 0.5,
    })),
  );
  const plates = names.flatMap((family) =>
    Array.from({ length: sizes[family] }, (_, i) => ({ id: `${family}${i}`, family, bases: [family] })),
  );
  return {
    nodes: [
      ...names.map((family) => ({ id: family, family, bases: [] })),
      ...plates.map((each) => ({
        ...each,
        bases: [...each.bases, ...seconds.flatMap(({ from, to }) => (to === each.id ? [from] : []))],
      })),
    ],
    bands: [...plates.map(({ id, family }) => ({ key: id, from: family, to: id, width: 1 })), ...seconds],
    lines: [],
  };
}
const stackOf = ({ order }: MapPlan, family: string) => order.stacks.of[order.families.indexOf(family)];
/** Two stacks would be fullest after c, where eighteen bands pass; after b there is one. */
const SIZES = { a: 50, b: 30, c: 18, d: 102 };
const CHAIN = [
  ['a', 'b', 20],
  ['c', 'b', 1],
  ['c', 'd', 18],
] as const;
const LOW = { width: 1000, height: 300 };

describe('families that bands join', () => {
  it('are parted near where a stack is full, where the fewest bands pass', () => {
    const plan = layoutMap(familiesOf(SIZES, CHAIN), { frame: LOW });
    expect(plan.order.stacks.areParted).toBe(true);
    const [a, b, c, d] = ['a', 'b', 'c', 'd'].map((family) => stackOf(plan, family));
    expect([a === b, c === d, a === c]).toEqual([true, true, false]);
    expect(plan.at(DETAILS[0]).lines.map(({ key }) => key)).toEqual(['c-b0']);
  });
  it.each([CHAIN, [CHAIN[0], ['b', 'c', 1] as const, CHAIN[2]]])(
    'keep a band between them: from the right of the base to the left of the derivative, as wide as measured',
    (...between) => {
      const { lines, bands, plates, above } = layoutMap(familiesOf(SIZES, between), { frame: LOW }).at(
        DETAILS[0],
      );
      const at = new Map(plates.map((plate) => [plate.id, plate]));
      const [, base, derivative] = /^(.)-(.+)$/.exec(lines[0].key)!;
      const [, start, end] = /^M([\d.]+) .*H([\d.]+)$/.exec(lines[0].path)!;
      expect([Number(start), Number(end)]).toEqual([
        at.get(base)!.x + DETAILS[0].width,
        at.get(derivative)!.x,
      ]);
      expect(lines[0].path).toContain(`V${-above}H`);
      expect(lines[0].width).toBe(bands.find(({ key }) => key === 'c-d0')!.width);
    },
  );
  it('stay together where marks can be told apart, though parted they could be named', () => {
    const { order } = layoutMap(familiesOf(SIZES, CHAIN), { frame: { width: 3000, height: 1600 } });
    expect(order.stacks).toEqual({ of: [0, 0, 0, 0], areParted: false });
  });
  it('keep their stacks; a new one joins what it is joined to, or else the lowest stack', () => {
    const { order } = layoutMap(familiesOf(SIZES, CHAIN), { frame: LOW });
    const before = { order } as MapPlan;
    const more = familiesOf({ ...SIZES, e: 2, f: 3, g: 1 }, [...CHAIN, ['d', 'e', 1], ['f', 'a', 1]]);
    const after = layoutMap(more, { before: order, frame: LOW });
    for (const family of ['a', 'b', 'c', 'd']) expect(stackOf(after, family)).toBe(stackOf(before, family));
    expect(stackOf(after, 'e')).toBe(stackOf(before, 'd'));
    expect(stackOf(after, 'f')).toBe(stackOf(before, 'a'));
    expect(stackOf(after, 'g')).toBe(stackOf(before, 'a')); // 85 rows stand there, 125 in the other
  });
});

describe('the detail of a whole map', () => {
  it('is the nearest at which it fits; names that nearly fit go before marks that do', () => {
    const at = (...rooms: number[]) => detailThatFits((detail) => rooms[detail]);
    expect(at(1, 1.2, 2, 3, 4)).toBe(0);
    expect(at(0.5, 0.7, 1.1, 1.2, 3)).toBe(2);
    expect(at(0.2, 0.3, 0.4, 0.6, 3)).toBe(3);
    expect(at(0.2, 0.3, 0.4, 0.59, 3)).toBe(4);
    expect(at(0, 0, 0, 0, 0.01)).toBe(4);
  });
});
