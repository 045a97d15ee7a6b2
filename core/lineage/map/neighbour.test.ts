/** Walking by arrows: no step leads off the map, and what leads down leads up again. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, link, release } from '../../../testing/catalogues.ts';
import { firstDayOf } from '../../catalogue/days.ts';
import { lineageGraph } from '../lineageGraph.ts';
import { neighbourOf } from './neighbour.ts';

const graph = lineageGraph(
  catalogueOf(
    ...['a', 'b', 'c', 'd'].flatMap((name) => [distribution(name), release(name, '1', '2025-01-01')]),
    link('release:b-1', 'release:a-1'),
    link('release:c-1', 'release:a-1'),
  ),
  firstDayOf('2026-01-01'),
);
const id = (name: string) => `distribution:${name}`;
const plates = [
  { id: id('a'), x: 0, y: 50 },
  { id: id('d'), x: 0, y: 90 },
  { id: id('b'), x: 100, y: 10 },
  { id: id('c'), x: 100, y: 60 },
];
const step = (from: string | null, key: string) =>
  neighbourOf(plates, graph, from && id(from), `Arrow${key}`)?.slice('distribution:'.length);

describe('an arrow key', () => {
  it('leads to the base, the nearest derivative, the next above and below', () => {
    expect(step('b', 'Left')).toBe('a');
    expect(step('a', 'Right')).toBe('c');
    expect(step('b', 'Down')).toBe('c');
    expect(step('c', 'Up')).toBe('b');
    expect(step('a', 'Down')).toBe('d');
  });
  it('leads nowhere where nothing is, and from nowhere to the first plate', () => {
    for (const [from, key] of [
      ['d', 'Down'],
      ['a', 'Up'],
      ['a', 'Left'],
      ['c', 'Right'],
    ])
      expect(step(from, key)).toBeUndefined();
    for (const key of ['Left', 'Right', 'Up', 'Down']) expect(step(null, key)).toBe('a');
    expect(step('gone', 'Up')).toBe('a');
    expect(neighbourOf([], graph, null, 'ArrowUp')).toBeUndefined();
  });
  it('leads over shown plates only, and back from below to above', () => {
    fc.assert(
      fc.property(
        fc.subarray(plates, { minLength: 1 }),
        fc.constantFrom('Left', 'Right', 'Up', 'Down'),
        (shown, key) => {
          for (const { id: from } of shown) {
            const to = neighbourOf(shown, graph, from, `Arrow${key}`);
            if (to === undefined) continue;
            expect(shown.map((plate) => plate.id)).toContain(to);
            if (key === 'Down') expect(neighbourOf(shown, graph, to, 'ArrowUp')).toBe(from);
          }
        },
      ),
    );
  });
});
