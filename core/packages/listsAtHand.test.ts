/** How dated states lie together, and which indexes belong to one release. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { DebRelease } from '../formats/debRelease.ts';
import { indexesByRelease } from './indexesByRelease.ts';
import { longestGap } from './longestGap.ts';

describe('the longest gap between states', () => {
  it('counts the last 60 days only', () => {
    expect(longestGap([0, 100, 110, 140, 150])).toBe(30);
    expect(longestGap([0, 100, 161])).toBe(Infinity);
    expect(longestGap([5])).toBe(Infinity);
    expect(longestGap([])).toBe(Infinity);
  });
  it('is at least the mean distance and at most the whole stretch', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 59 }), { minLength: 2, maxLength: 30 }),
        (days) => {
          const sorted = days.sort((a, b) => a - b);
          const stretch = sorted.at(-1)! - sorted[0];
          const gap = longestGap(sorted);
          expect(gap).toBeLessThanOrEqual(stretch);
          expect(gap).toBeGreaterThanOrEqual(stretch / (sorted.length - 1));
        },
      ),
    );
  });
});

describe('indexes by release', () => {
  const index = (name: string, codename = '', origin = 'Fenwick', suite = '') => ({
    name,
    release: codename || suite ? ({ codename, suite, origin } as DebRelease) : null,
  });
  const groups = (...all: ReturnType<typeof index>[]) =>
    indexesByRelease(all).map((group) => group.map(({ name }) => name).join(' '));
  it('puts updates, security and backports of one maker with what they belong to', () => {
    expect(
      groups(
        index('main', 'fern'),
        index('updates', 'fern-updates'),
        index('other', 'moss'),
        index('security', 'fern-security'),
        index('backports', 'fern/backports'),
      ),
    ).toEqual(['main updates security backports', 'other']);
  });
  it('keeps makers apart, and what names no suite alone', () => {
    expect(groups(index('a', 'fern'), index('b', 'fern', 'Larkspur'), index('c'), index('d'))).toEqual([
      'a',
      'b',
      'c',
      'd',
    ]);
  });
  it('takes the suite where no code name is given', () => {
    expect(groups(index('a', '', 'X', 'stable'), index('b', '', 'X', 'stable-updates'))).toEqual(['a b']);
  });
  it('loses and doubles none, whatever they are called', () => {
    const any = fc.record({
      name: fc.string(),
      codename: fc.constantFrom('', 'fern', 'fern-updates', 'moss', 'moss-security'),
      origin: fc.constantFrom('X', 'Y'),
    });
    fc.assert(
      fc.property(fc.array(any), (all) => {
        const made = all.map(({ name, codename, origin }) => index(name, codename, origin));
        expect(new Set(indexesByRelease(made).flat())).toEqual(new Set(made));
      }),
    );
  });
});
