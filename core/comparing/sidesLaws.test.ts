/** Side by side: the laws that hold for whatever is recorded. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueOf } from '../../testing/catalogues.ts';
import { FRAME, NAMES, on, sideOf } from '../../testing/fork.ts';
import { firstDayOf } from '../catalogue/days.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { compareSides } from './compareSides.ts';
import { countPoints, VERDICT_KINDS } from './point.ts';

const TODAY = firstDayOf('2026-11-24');
const GUIDE = 'welcome.guide';

describe('for whatever is recorded', () => {
  const KEYS = [
    GUIDE,
    'welcome.actions',
    'welcome.settings',
    'kernel.version',
    'defaults.application.mail',
    'footprint.memory',
  ];
  const saying = fc.record({
    name: fc.constantFrom('root', 'fork', ...NAMES),
    key: fc.constantFrom(...KEYS),
    number: fc.integer({ min: 1, max: 3 }),
    kind: fc.constantFrom(
      'value',
      'none',
      'doesNotApply',
      'unchanged',
      'spoiled',
      'partial',
      'takenOver',
      'words',
    ),
  });
  const recordOf = (
    { name, key, number, kind }: typeof saying extends fc.Arbitrary<infer T> ? T : never,
    i: number,
  ) => {
    const value =
      key === 'welcome.actions'
        ? ['update', 'mail', 'help'].slice(0, number).map((each) => ({ name: each }))
        : key === 'welcome.settings' || key === 'footprint.memory'
          ? number * 100
          : `v${number}`;
    const id = `reading:r${i}`;
    if (kind === 'none' || kind === 'doesNotApply' || kind === 'unchanged')
      return { ...on(name, key, kind), id };
    const made = { ...on(name, key, { value }), id };
    if (kind === 'spoiled') return { ...made, spoiledBy: ['live image'] };
    if (kind === 'partial' || kind === 'takenOver') return { ...made, marks: [kind] };
    if (kind === 'words') {
      const { value: _value, ...rest } = made;
      return { ...rest, said: `word ${number}` };
    }
    return made;
  };
  const catalogues = fc
    .array(saying, { maxLength: 24 })
    .map((all) => catalogueOf(...FRAME, ...(all.map(recordOf) as AnyRecord[])));
  const sides = fc.uniqueArray(fc.constantFrom(...NAMES, 'fork'), { minLength: 2, maxLength: 4 });
  it('the four verdicts are all there is, area by area', () => {
    fc.assert(
      fc.property(catalogues, sides, (catalogue, names) => {
        const { points, counts } = compareSides(catalogue, names.map(sideOf), TODAY);
        expect(VERDICT_KINDS.reduce((sum, kind) => sum + counts[kind], 0)).toBe(points.length);
        const byArea = [...new Set(points.map(({ area }) => area))].map((area) =>
          countPoints(points.filter((each) => each.area === area)),
        );
        for (const kind of VERDICT_KINDS)
          expect(byArea.reduce((sum, each) => sum + each[kind], 0)).toBe(counts[kind]);
      }),
      { numRuns: 40 },
    );
  });
  it('a verdict does not depend on the order of the columns', () => {
    fc.assert(
      fc.property(catalogues, sides, (catalogue, names) => {
        const verdicts = (order: readonly string[]) =>
          new Map(
            compareSides(catalogue, order.map(sideOf), TODAY).points.map(({ key, verdict }) => [
              key,
              verdict.kind === 'unknown'
                ? ['unknown', ...verdict.knownOf.map((place) => order[place]).sort()]
                : Object.values(verdict),
            ]),
          );
        expect(verdicts(names.toReversed())).toEqual(verdicts(names));
      }),
      { numRuns: 40 },
    );
  });
  it('nothing differs from itself, and unknown is never the same', () => {
    fc.assert(
      fc.property(catalogues, fc.constantFrom(...NAMES), (catalogue, name) => {
        for (const { verdict, values } of compareSides(catalogue, [sideOf(name), sideOf(name)], TODAY)
          .points) {
          expect(verdict.kind).not.toBe('different');
          if (verdict.kind === 'same')
            for (const { state } of values)
              expect(['notLookedAt', 'spoiled', 'takenOver']).not.toContain(state);
        }
      }),
      { numRuns: 40 },
    );
  });
});
