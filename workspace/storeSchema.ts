/** The items of a store as schemas, for the published JSON Schema (docs/schema/store.schema.json) and the tests. */
import { z } from '../core/schemaChecks.ts';

const count = z.number().int().nonnegative();
const sum = z.string().regex(/^[0-9a-f]{64}$/);
const versions = z.record(z.string(), z.number().int().positive());
const records = z.record(z.string(), z.looseObject({ id: z.string(), kind: z.string() }));

const diff = z.strictObject({
  added: records,
  changed: z.record(z.string(), z.tuple([z.looseObject({}), z.looseObject({})])),
  removed: records,
});

const edit = z.strictObject({
  label: z.strictObject({
    code: z.string(),
    params: z.record(z.string(), z.union([z.string(), z.number()])),
  }),
  at: z.string(),
  diff,
  /** By snapshot: the checksum of its list before and after. */
  lists: z.record(z.string(), z.tuple([sum.nullable(), sum.nullable()])).optional(),
});

/** What the texts of the items say, by the beginning of their keys. */
export const ITEM_SCHEMAS = {
  mark: z.strictObject({ format: count, store: z.string(), term: count }),
  head: z.strictObject({
    versions,
    step: count,
    /** What the step after it names as its predecessor. */
    sum: z.string(),
    pages: z.record(z.string(), z.strictObject({ key: z.string(), sum, records: count, size: count })),
    lists: z.record(z.string(), sum),
    edits: z.array(z.string()),
    position: count,
  }),
  page: z.array(z.looseObject({ id: z.string(), kind: z.string() })),
  step: z.strictObject({
    number: count,
    term: count,
    previous: z.string(),
    versions,
    step: z.union([
      z.strictObject({ type: z.literal('do'), edit }),
      z.strictObject({ type: z.enum(['undo', 'redo']) }),
    ]),
  }),
  edit: z.strictObject({ versions, edit }),
} as const;
