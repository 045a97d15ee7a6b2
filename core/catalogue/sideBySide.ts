/**
 * A side by side that is kept: what stands beside what, the analyst's words on its points, must-haves, points of one's own, and
 * what stood there when it was kept, so that it can tell later what has changed since.
 */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema, nameSchema, subjectSchema, textSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';

/** One column: a release (of an edition), an edition or a project; on a day of its own; as one capture alone saw it. */
const sideSchema = z.strictObject({
  id: subjectSchema,
  edition: idSchema('edition').optional(),
  /** The day that is asked about, where it is another than the others'. */
  on: whenSchema.optional(),
  source: idSchema('source').optional(),
});

/** One column of a side by side. */
export type Side = z.infer<typeof sideSchema>;

/** How many columns a side by side has. */
export const [LEAST_SIDES, MOST_SIDES] = [2, 4];

const schema = z.strictObject({
  id: idSchema('sideBySide'),
  kind: z.literal('sideBySide'),
  entered: enteredSchema,
  title: z.string().max(300).default(''),
  subjects: z.array(sideSchema).min(LEAST_SIDES).max(MOST_SIDES),
  author: z.string().max(300).default(''),
  /** When it was kept last. */
  date: whenSchema.optional(),
  /** What it is compared for. */
  why: textSchema.default(''),
  bias: textSchema.default(''),
  /** Points of the analyst's own, with what each side has there in words; empty where that is not known. */
  own: z.array(z.strictObject({ label: nameSchema, values: z.array(z.string().max(2000)) })).default([]),
  /** The analyst's word on a point, by its key; read by comparing/readWord.ts. */
  words: z
    .array(
      z.strictObject({
        point: z.string().min(1).max(300),
        said: z.string().min(1).max(2000),
        author: z.string().max(300).default(''),
        date: whenSchema.optional(),
      }),
    )
    .default([]),
  /** What must be there, without which no total counts: for whom (nobody named: for all), and met by each side. */
  mustHaves: z
    .array(
      z.strictObject({
        text: nameSchema,
        for: z.array(nameSchema).default([]),
        met: z.array(z.enum(['yes', 'no', 'not known'])),
      }),
    )
    .default([]),
  /** For whom it is judged, beside those that words name. */
  audiences: z.array(nameSchema).default([]),
  /** What stood there when it was kept: of every point that was known of some side its verdict and values as they are typed. */
  seen: z
    .array(
      z.strictObject({
        point: z.string().min(1).max(300),
        verdict: z.string().max(60),
        values: z.array(z.string().max(20_000)),
      }),
    )
    .default([]),
  /** What came of it then: for each audience the place of the better side; left out where there was none. */
  outcomes: z
    .array(
      z.strictObject({ audience: z.string().max(300), better: z.number().int().nonnegative().optional() }),
    )
    .default([]),
});

/** A side by side that is kept. */
export type SideBySide = z.infer<typeof schema>;

/** The kind of side by sides. It goes with any of its subjects: without one of them it is none. */
export const sideBySide: RecordKind<'sideBySide', typeof schema> = {
  name: 'sideBySide',
  version: 1,
  schema,
  migrations: [],
  references: {
    'subjects[].id': 'owner',
    'subjects[].edition': 'cited',
    'subjects[].source': 'cited',
  },
};

/** A side by side with defaults filled in. */
export const createSideBySide = creatorOf(sideBySide);
