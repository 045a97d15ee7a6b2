/** Months later: by hand, and against the calendar of the language. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addMonths, firstDayOf, formatDay } from './days.ts';

describe('some months later', () => {
  it.each([
    ['2026-02-14', 60, '2031-02-14'],
    ['2026-01-31', 1, '2026-02-28'],
    ['2024-01-31', 1, '2024-02-29'],
    ['2024-02-29', 12, '2025-02-28'],
    ['2024-02-29', 48, '2028-02-29'],
    ['2026-12-31', 2, '2027-02-28'],
    ['2026-03-03', 14, '2027-05-03'],
    ['2026-05-31', 0, '2026-05-31'],
  ])('%s and %i months are %s', (from, months, to) => {
    expect(formatDay(addMonths(firstDayOf(from), months))).toBe(to);
  });
  it('is never in another month, and never on a later day of it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40_000 }), fc.integer({ min: 0, max: 240 }), (day, months) => {
        const [from, to] = [day, addMonths(day, months)].map((each) => new Date(each * 86_400_000));
        const passed =
          (to.getUTCFullYear() - from.getUTCFullYear()) * 12 + to.getUTCMonth() - from.getUTCMonth();
        expect(passed).toBe(months);
        expect(to.getUTCDate()).toBeLessThanOrEqual(from.getUTCDate());
      }),
    );
  });
});
