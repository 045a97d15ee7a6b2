import edtf from 'edtf';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AREAS } from './areas.ts';
import { VALUE_SCHEMAS } from './valueTypes.ts';
import { FACT_KEYS, findFactKey, formatTypedValue, parseFactValue } from './factSheet.ts';
import { boundsOf, compareWhen, MS_PER_DAY } from './when.ts';
import { formatWhen } from './formatWhen.ts';
import { firstDayOf, formatDay } from './days.ts';

describe('the fact sheet', () => {
  it('has each key once, in a known area, named after it', () => {
    expect(new Set(FACT_KEYS.map(({ key }) => key)).size).toBe(FACT_KEYS.length);
    for (const { key, area, type } of FACT_KEYS) {
      expect(key.startsWith(`${area}.`), key).toBe(true);
      expect(AREAS.some(({ id }) => id === area)).toBe(true);
      expect(type in VALUE_SCHEMAS).toBe(true);
    }
  });
  it('covers each of the six areas of the strip with at least two keys', () => {
    for (const { id } of AREAS.filter(({ strip }) => strip)) {
      expect(FACT_KEYS.filter(({ area }) => area === id).length, id).toBeGreaterThan(1);
    }
  });
});

describe('typed values', () => {
  const parse = (key: string, text: string) => parseFactValue(findFactKey(key)!, text);
  it.each([
    ['repositories.holding', '10', 10],
    ['repositories.holding', '10 days', 10],
    ['model.kind', 'rolling', 'rolling'],
    ['model.supportEnd', '2029-06', '2029-06'],
    ['lineage.independent', 'yes', true],
    ['kernel.offered', '6.1; 6.8', [{ name: '6.1' }, { name: '6.8' }]],
    ['repositories.formats', 'bundle store (off)', [{ name: 'bundle store', settings: { state: 'off' } }]],
    [
      'welcome.actions',
      'first: updates\nthen: drivers',
      [
        { slot: 'first', name: 'updates' },
        { slot: 'then', name: 'drivers' },
      ],
    ],
  ])('%s takes %j', (key, text, value) => expect(parse(key, text)).toMatchObject({ ok: true, value }));
  it.each([
    ['repositories.holding', '10 parsecs'],
    ['repositories.holding', 'ten'],
    ['model.kind', 'sometimes'],
    ['model.supportEnd', 'in June'],
    ['lineage.independent', 'perhaps'],
    ['kernel.offered', ' ; '],
    ['themes.icons', ''],
  ])('%s refuses %j, saying what it expected', (key, text) => {
    expect(parse(key, text)).toMatchObject({
      ok: false,
      issues: [{ code: 'value.invalid', params: { text: text.trim() } }],
    });
  });
  it.each([
    ['repositories.holding', 1234.5678],
    ['repositories.host', 'company (1,048 mirrors)'],
    ['model.supportEnd', '2029-06'],
    ['lineage.independent', false],
    [
      'welcome.actions',
      [
        { slot: 'first', name: 'updates' },
        { name: 'store', settings: { state: 'off' } },
      ],
    ],
  ])('%s %j is typed so that it is read back', (key, value) => {
    const entry = findFactKey(key)!;
    expect(parseFactValue(entry, formatTypedValue(entry, value))).toMatchObject({ ok: true, value });
  });
  it('keep the settings of an element, whatever signs are in them', () => {
    const word = fc.string({ minLength: 1, maxLength: 12 }).filter((text) => !/\p{Cs}/u.test(text));
    const element = fc.record({
      name: fc.constantFrom('front', 'base main', 'store 2'),
      settings: fc
        .dictionary(word, fc.string({ maxLength: 12 }), { minKeys: 1, maxKeys: 3, noNullPrototype: true })
        .filter((settings) => Object.keys(settings).every((key) => key !== '__proto__')),
    });
    const entry = findFactKey('repositories.archives')!;
    fc.assert(
      fc.property(fc.array(element, { minLength: 1, maxLength: 3 }), (value) => {
        expect(parseFactValue(entry, formatTypedValue(entry, value))).toMatchObject({ ok: true, value });
      }),
    );
    const typed = 'tidewater front (off) {components=base shelf | tier=1}';
    expect(parse('repositories.archives', typed)).toMatchObject({
      value: [{ name: 'tidewater front', settings: { state: 'off', components: 'base shelf', tier: '1' } }],
    });
  });
});

describe('dates', () => {
  it('know the first and last day that they may mean', () => {
    expect(boundsOf('2026-11-24')).toEqual({
      first: firstDayOf('2026-11-24'),
      last: firstDayOf('2026-11-24'),
    });
    expect(boundsOf('2026')).toEqual({ first: firstDayOf('2026-01-01'), last: firstDayOf('2026-12-31') });
    expect(boundsOf('yesterday')).toBeNull();
    expect(boundsOf('x'.repeat(1000))).toBeNull();
  });
  it('without anything else are what the parser of the standard makes of them', () => {
    const parsed = (text: string) => {
      try {
        const { min, max } = edtf(text) as unknown as { min: number; max: number };
        return { first: Math.floor(min / MS_PER_DAY), last: Math.floor(max / MS_PER_DAY) };
      } catch {
        return null;
      }
    };
    const two = (number: number) => `${number}`.padStart(2, '0');
    for (const year of [
      '0000',
      '0099',
      '0999',
      '1000',
      '1582',
      '1900',
      '1970',
      '2000',
      '2023',
      '2024',
      '9999',
    ])
      for (let month = 0; month <= 13; month++)
        for (let day = 0; day <= 32; day++)
          for (const text of [year, `${year}-${two(month)}`, `${year}-${two(month)}-${two(day)}`])
            if (day === 0 || text.length === 10) expect(boundsOf(text), text).toEqual(parsed(text));
  });
  it('turn into day numbers and back', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -20_000, max: 60_000 }),
        (day) => void expect(firstDayOf(formatDay(day))).toBe(day),
      ),
    );
  });
  it('are ordered by their last possible day', () => {
    expect(compareWhen('2026-03', '2026')).toBe(-1);
    expect(compareWhen('2026-12-31', '2026')).toBe(1);
    expect(compareWhen('', '1970')).toBe(-1);
    expect(compareWhen('', '')).toBe(0);
  });
  it.each([
    ['2029-04-02', '2 April 2029'],
    ['2028-06', 'June 2028'],
    ['2016~', 'about 2016'],
    ['2016-05?', 'May 2016 (unsure)'],
    ['2020/2022', '2020/2022'],
  ])('%s reads %s', (when, text) => expect(formatWhen(when)).toBe(text));
});
