import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findFactKey, parseFactValue } from './factSheet.ts';
import { parseMeasure } from './measure.ts';

describe('a measure', () => {
  it.each([
    ['12 % of 8 GiB', 'MiB', 983, '12 % of 8 GiB = 983 MiB'],
    ['12% of 8 GiB', 'MiB', 983, '12% of 8 GiB = 983 MiB'],
    ['1.5 GiB', 'MiB', 1536, '1.5 GiB = 1536 MiB'],
    ['870 MB', 'MiB', 830, '870 MB = 830 MiB'],
    ['870 MiB', 'MiB', 870, ''],
    ['1 min 20 s', 'seconds', 80, '1 min 20 s = 80 seconds'],
    ['2 days', 'hours', 48, '2 days = 48 hours'],
  ])('%s in %s is %d', (text, unit, value, arithmetic) =>
    expect(parseMeasure(text, unit)).toEqual({ value, arithmetic }),
  );
  it.each(['much', '12 %', '12 % of much', '3 GiB 2 MiB', '5 parsecs', '', '3 hours of GiB'])(
    '%j is none',
    (text) => expect(parseMeasure(text, 'MiB')).toBeNull(),
  );
  it('is none where the unit is of another kind', () => {
    expect(parseMeasure('3 GiB', 'seconds')).toBeNull();
    expect(parseMeasure('3 GiB', 'mirrors')).toBeNull();
  });
  it('comes back from its own unit, and never throws', () => {
    fc.assert(
      fc.property(fc.nat(1e9), (n) => {
        expect(parseMeasure(`${n} MiB`, 'MiB')).toEqual({ value: n, arithmetic: '' });
      }),
    );
    fc.assert(fc.property(fc.string(), fc.string(), (text, unit) => void parseMeasure(text, unit)));
  });
  it('is understood where a fact is typed', () => {
    const memory = findFactKey('footprint.memory')!;
    expect(parseFactValue(memory, '12 % of 8 GiB')).toMatchObject({ ok: true, value: 983 });
    expect(parseFactValue(memory, '983')).toMatchObject({ ok: true, value: 983 });
    expect(parseFactValue(memory, 'a lot').ok).toBe(false);
    expect(parseFactValue(findFactKey('repositories.mirrors')!, '4 GiB').ok).toBe(false);
  });
});
