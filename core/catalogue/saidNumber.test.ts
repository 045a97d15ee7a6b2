/** Numbers as they are said: by example, and laws of what they may be. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { agrees } from '../sameness/agreement.ts';
import { parseSaidNumber } from './saidNumber.ts';

const MINUTES = { unit: 'minutes' };
const MIB = { unit: 'MiB' };
const parsed = (fact: { unit?: string }, text: string) => parseSaidNumber(fact, text)!;
const saidValue = (fact: { unit?: string }, text: string) => {
  const { value, interval } = parsed(fact, text);
  return {
    ...{ absent: false, isPartial: false },
    ...(value !== undefined && { value }),
    ...(interval && { interval }),
  };
};

describe('a number as it is said', () => {
  it.each([
    [MINUTES, '25', 25, undefined],
    [MINUTES, '25 minutes', 25, undefined],
    [MINUTES, 'about 25 minutes', 25, { least: 22.5, most: 27.5 }],
    [MINUTES, 'just under 25 minutes', 25, { least: 22.5, most: 25 }],
    [MINUTES, 'a little over 20', 20, { least: 20, most: 22 }],
    [MINUTES, 'at least 20 minutes', 20, { least: 20 }],
    [MINUTES, '20 minutes or less', 20, { most: 20 }],
    [MINUTES, '25 to 30 minutes', 27.5, { least: 25, most: 30 }],
    [MINUTES, '25–30', 27.5, { least: 25, most: 30 }],
    [MINUTES, 'between 1 and 2 hours', 90, { least: 60, most: 120 }],
    [{ unit: 'days' }, '2 weeks', 14, undefined],
    [{ unit: 'packages' }, '12,400 packages', 12400, undefined],
    [{ unit: 'packages' }, 'about 1 package', 1, { least: 0.9, most: 1.1 }],
    [{ unit: 'MiB' }, '12 GB', 11444, undefined],
    [{ unit: 'MiB' }, 'a little over 2.6 GB', 2480, { least: 2480, most: 2728 }],
    [MIB, '8 % of 5 GiB', 410, undefined],
    [{}, 'about 40', 40, { least: 36, most: 44 }],
  ])('of %j: %s', (fact, text, value, interval) => {
    const found = parsed(fact, text);
    expect(found.value).toBe(value);
    expect(found.interval).toEqual(interval);
    expect(found.marks).toEqual(interval ? ['approximate'] : []);
  });
  it('keeps its words where they say more than the number, and its unit: GB is not GiB', () => {
    expect(parsed(MINUTES, '25 minutes')).toEqual({ value: 25, marks: [], arithmetic: '' });
    expect(parsed(MIB, '12 GB')).toMatchObject({ said: '12 GB', unit: 'GB' });
    expect(parsed(MIB, '12 GiB')).toMatchObject({ value: 12288, said: '12 GiB', unit: 'GiB' });
    expect(parsed(MIB, '8 % of 5 GiB')).toMatchObject({
      said: '8 % of 5 GiB',
      arithmetic: '8 % of 5 GiB = 410 MiB',
    });
    expect(parsed(MINUTES, 'some weeks')).toEqual({ said: 'some weeks', marks: [], arithmetic: '' });
    expect(parsed({ unit: 'languages' }, 'few')).toEqual({ said: 'few', marks: [], arithmetic: '' });
  });
  it.each(['much', '12,4', 'about', '30 to 25 minutes', '5 parsecs', '', 'at least few 3', '1,2345', 'to 5'])(
    '%j is none',
    (text) => expect(parseSaidNumber(MINUTES, text)).toBeNull(),
  );
  it('lies within what it may be, and agrees with itself however it is hedged', () => {
    const hedge = fc.constantFrom('', 'about ', 'just under ', 'just over ', 'at least ', 'at most ');
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), hedge, (n, before) => {
        const { value, interval } = parsed(MINUTES, `${before}${n} minutes`);
        expect(value).toBe(n);
        expect(interval?.least ?? -Infinity).toBeLessThanOrEqual(n);
        expect(interval?.most ?? Infinity).toBeGreaterThanOrEqual(n);
        expect(agrees(saidValue(MINUTES, `${before}${n}`), saidValue(MINUTES, `${n}`))).toBe(true);
      }),
    );
  });
  it('of a range agrees with what lies in it, and with nothing beside it', () => {
    const ends = fc
      .tuple(fc.nat(500), fc.nat(500))
      .map(([a, b]) => [Math.min(a, b), Math.max(a, b)] as const);
    fc.assert(
      fc.property(ends, fc.nat(600), ([least, most], n) => {
        const range = saidValue(MINUTES, `${least} to ${most} minutes`);
        expect(agrees(range, saidValue(MINUTES, String(n)))).toBe(least <= n && n <= most);
      }),
    );
  });
  it('never throws', () => {
    fc.assert(
      fc.property(
        fc.string(),
        fc.constantFrom('', 'MiB', 'days', 'packages'),
        (text, unit) => void parseSaidNumber({ unit }, text),
      ),
    );
  });
});
