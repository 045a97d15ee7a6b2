/** The short way through a schema never says yes where the schema says no, or would give something else back. */
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { builtSample } from '../testing/builtSample.ts';
import { RECORD_KINDS, type AnyRecord } from './catalogue/recordKinds.ts';
import { fitsAsIs } from './fitsAsIs.ts';
import { z } from './schemaChecks.ts';

const sample = JSON.parse(readFileSync(`${builtSample()}catalogue.json`, 'utf8')).records as AnyRecord[];
const schemaOf = ({ kind }: AnyRecord): z.ZodType => RECORD_KINDS[kind].schema;

/** Values that some field may not bear. */
const odd = fc.constantFrom<unknown>(
  ...[null, 0, -1, 1.5, 1e300, Infinity, NaN, '', ' ', 'a\nb', 'x'.repeat(30_000), true, [], {}],
  ...['sure', '2026-13-40', '2026-02', 'release:a', 'source:', ['source:a'], [{ name: 'a' }], { a: 'b' }],
  ...[{ least: 1 }, { least: '1' }, [null], [[]], 5, undefined, new Date(0)],
);

/** Every place within a value, as a path. */
function placesIn(value: unknown, path: readonly string[] = []): (readonly string[])[] {
  if (typeof value !== 'object' || value === null) return [path];
  return [path, ...Object.entries(value).flatMap(([key, inner]) => placesIn(inner, [...path, key]))];
}

/** The value with another in a place of it; taken out there for undefined, in half of the cases. */
function withAt(value: unknown, path: readonly string[], put: unknown, isTaken: boolean): unknown {
  if (path.length === 0) return put;
  const [key, ...rest] = path;
  const copy = (Array.isArray(value) ? [...value] : { ...(value as object) }) as Record<string, unknown>;
  if (rest.length === 0 && isTaken && put === undefined) delete copy[key];
  else copy[key] = withAt(copy[key], rest, put, isTaken);
  return copy;
}

describe('what fits as it is', () => {
  it('is every record of the sample, so that the way is a short one', () => {
    expect(sample.filter((record) => !fitsAsIs(schemaOf(record), record))).toEqual([]);
    expect(new Set(sample.map(({ kind }) => kind)).size).toBeGreaterThan(15);
  });

  it('is taken by the schema and given back the same, whatever is done to a record', () => {
    let fits = 0;
    let refused = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...sample),
        fc.array(fc.tuple(fc.nat(), odd, fc.boolean()), { minLength: 1, maxLength: 3 }),
        (record, changes) => {
          let value: unknown = record;
          for (const [at, put, isTaken] of changes) {
            const places = placesIn(value);
            value = withAt(value, places[at % places.length], put, isTaken);
          }
          const schema = schemaOf(record);
          if (!fitsAsIs(schema, value)) {
            if (!schema.safeParse(value).success) refused++;
            return;
          }
          fits++;
          expect(schema.parse(value)).toStrictEqual(value);
        },
      ),
      { numRuns: 4000 },
    );
    // Both came often: the property is not empty.
    expect(fits).toBeGreaterThan(100);
    expect(refused).toBeGreaterThan(1000);
  });

  it('misses hardly anything that the schema would give back the same', () => {
    let missed = 0;
    fc.assert(
      fc.property(fc.constantFrom(...sample), fc.nat(), fc.string({ maxLength: 20 }), (record, at, text) => {
        const places = placesIn(record);
        const value = withAt(record, places[at % places.length], text, false);
        const checked = schemaOf(record).safeParse(value);
        if (checked.success && !fitsAsIs(schemaOf(record), value)) missed++;
      }),
      { numRuns: 1000 },
    );
    expect(missed).toBe(0);
  });

  it('leaves to the schema what it does not know', () => {
    const one = z.string();
    const cases: readonly (readonly [z.ZodType, unknown])[] = [
      [one.trim(), ' a '],
      [one.transform((text) => text.length), 'abc'],
      [z.coerce.number(), 5],
      [z.preprocess((value) => value, one), 'a'],
      [one.catch('b'), 'a'],
      [z.url(), 'http://a.b'],
      [z.looseObject({ a: one }), { a: 'x', b: 1 }],
      [z.object({ a: one }), { a: 'x', b: 1 }],
      [z.union([one.transform((text) => text.length), one]), 'a'],
      [one.superRefine((_, { addIssue }) => addIssue('never')), 'a'],
      [one.regex(/a/g), 'a'],
      [z.nullable(one), null],
      [z.union([z.strictObject({ a: one.default('x') }), z.strictObject({})]), {}],
    ];
    for (const [schema, value] of cases) expect(fitsAsIs(schema, value), JSON.stringify(schema)).toBe(false);
  });

  it('has no fields but its own', () => {
    const schema = z.strictObject({ a: z.string(), b: z.number().optional() });
    expect(fitsAsIs(schema, { a: 'x' })).toBe(true);
    expect(fitsAsIs(schema, { a: 'x', b: undefined })).toBe(false);
    expect(fitsAsIs(schema, JSON.parse('{"a":"x","__proto__":{"b":1}}'))).toBe(false);
    expect(fitsAsIs(schema, Object.assign(Object.create({ b: 1 }), { a: 'x' }))).toBe(false);
    expect(fitsAsIs(z.record(z.string(), z.string()), { a: 'x' })).toBe(true);
    const odd = JSON.parse('{"__proto__":"x"}') as object;
    expect(Object.keys(z.record(z.string(), z.string()).parse(odd))).toEqual([]);
    expect(fitsAsIs(z.record(z.string(), z.string()), odd)).toBe(false);
    expect(fitsAsIs(z.record(z.string().max(1), z.string()), { ab: 'x' })).toBe(false);
  });
});
