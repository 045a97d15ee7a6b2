import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import type { Element, FactValue } from '../catalogue/factValue.ts';
import { agrees } from './agreement.ts';
import { keyOfName, sameName } from './name.ts';
import { soundsAlike } from './sound.ts';
import { keyOfValue, sameValue } from './value.ts';

/** Names that are near each other: of few letters, digits, signs and accents, in any order. */
const names = fc
  .array(fc.constantFrom('a', 'B', 'é', 'e', '1', '2', '12', '.', '-', ' ', '+', '#', '²', 'ß', 'я'), {
    maxLength: 6,
  })
  .map((parts) => parts.join(''));
const texts = fc.oneof(names, fc.string({ unit: 'grapheme', maxLength: 8 }));

const elements = fc.record(
  {
    name: names.filter(Boolean),
    slot: names.filter(Boolean),
    settings: fc.dictionary(fc.constantFrom('state', 'version'), names, {
      maxKeys: 2,
      noNullPrototype: true,
    }),
  },
  { requiredKeys: ['name'] },
);
const values: fc.Arbitrary<FactValue> = fc.oneof(
  texts.filter(Boolean),
  fc.integer({ min: 0, max: 3 }),
  fc.boolean(),
  fc.array(elements as fc.Arbitrary<Element>, { minLength: 1, maxLength: 3 }),
);

describe('what is the same', () => {
  it.each([
    ['6.1.112', '6.11.12'],
    ['2.2', '22'],
    ['4.8', '48'],
    ['1.1', '11'],
    ['C', 'C++'],
    ['C', 'C#'],
    ['x2²', 'x22'],
    ['4¾', '43/4'],
    ['…', '?'],
    ['若', '苦'],
  ])('does not join %s and %s', (a, b) => {
    expect(sameName(a, b)).toBe(false);
    expect(sameValue(a, b)).toBe(false);
    expect(
      sameValue([{ name: 'x', settings: { version: a } }], [{ name: 'x', settings: { version: b } }]),
    ).toBe(false);
  });

  it.each([
    ['Tide Water', 'tide-water'],
    ['TIDEWATER 7.1', 'tidewater 7-1'],
    ['Café', 'CAFE'],
    ['ΟΔΟΣ', 'οδος'],
    ['Straße', 'STRAßE'],
    ['２.2', '2.2'],
  ])('takes %s and %s as one', (a, b) => {
    expect(sameName(a, b)).toBe(true);
    expect(sameValue([{ name: a }], [{ name: b }])).toBe(true);
  });

  it('is an equivalence of names and of values', () => {
    fc.assert(
      fc.property(texts, texts, texts, (a, b, c) => {
        expect(sameName(a, a)).toBe(true);
        expect(sameName(a, b)).toBe(sameName(b, a));
        if (sameName(a, b) && sameName(b, c)) expect(sameName(a, c)).toBe(true);
        expect(keyOfName(keyOfName(a))).toBe(keyOfName(a));
      }),
      { numRuns: 2000 },
    );
    for (const fact of [{}, { ordered: true }])
      fc.assert(
        fc.property(values, values, values, (a, b, c) => {
          expect(sameValue(a, a, fact)).toBe(true);
          expect(sameValue(a, b, fact)).toBe(sameValue(b, a, fact));
          if (sameValue(a, b, fact) && sameValue(b, c, fact)) expect(sameValue(a, c, fact)).toBe(true);
        }),
        { numRuns: 2000 },
      );
  });

  it('makes no difference between spellings that differ in case, accents and signs', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('tide', 'water', '7', '1', 'ü'), { minLength: 1 }), (parts) => {
        expect(sameName(parts.join('-'), parts.join(' ').toUpperCase())).toBe(true);
      }),
    );
  });

  it('counts the order of a list only where the fact has one', () => {
    const [list, turned] = [
      [{ name: 'main' }, { name: 'updates' }],
      [{ name: 'updates' }, { name: 'main' }],
    ];
    expect(sameValue(list, turned)).toBe(true);
    expect(sameValue(list, turned, { ordered: true })).toBe(false);
    const said = (value: FactValue) => ({ value, absent: false, isPartial: false });
    expect(agrees(said(list), said(turned), { ordered: true })).toBe(false);
    expect(agrees(said(list), said(turned))).toBe(true);
    expect(keyOfValue('1')).not.toBe(keyOfValue(1));
  });

  it('what is the same agrees, and what agrees does so both ways', () => {
    const said = (value: FactValue) => ({ value, absent: false, isPartial: false });
    fc.assert(
      fc.property(values, values, (a, b) => {
        if (sameValue(a, b)) expect(agrees(said(a), said(b))).toBe(true);
        expect(agrees(said(a), said(b))).toBe(agrees(said(b), said(a)));
      }),
      { numRuns: 3000 },
    );
  });

  it('is never told by sound alone', () => {
    expect(soundsAlike('Thin 1', 'Twin 1') || soundsAlike('Corvane', 'Korvein')).toBe(true);
    expect(sameName('Corvane', 'Korvein')).toBe(false);
    expect(soundsAlike('Corvane 4', 'Korvein 5')).toBe(false);
  });
});
