/** One author's judgement of a distribution: scores with reasons, strengths, weaknesses, whom it suits. */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema, nameSchema, subjectSchema, textSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';

/** A point made, with the keys of the facts that it rests on. */
const pointSchema = z.strictObject({
  text: z.string().min(1).max(2000),
  facts: z.array(z.string().max(120)).default([]),
  /** 1: a detail, 2: matters, 3: decides. */
  weight: z.literal([1, 2, 3]).optional(),
  reason: textSchema.default(''),
});

/** Somebody or something named, with why; `id` where it is one of the catalogue's. */
const namedSchema = z.strictObject({
  name: nameSchema,
  id: idSchema('distribution', 'edition', 'release').optional(),
  why: textSchema.default(''),
});

const scoreSchema = z.number().min(0).max(10);

const schema = z.strictObject({
  id: idSchema('assessment'),
  kind: z.literal('assessment'),
  entered: enteredSchema,
  subject: subjectSchema,
  author: nameSchema,
  date: whenSchema.optional(),
  /** Scores run from 0 to 10, a doubt as a range; weights are relative to each other. */
  criteria: z
    .array(
      z
        .strictObject({
          name: nameSchema,
          weight: z.number().nonnegative(),
          score: scoreSchema,
          /** What the score may be as well. */
          least: scoreSchema.optional(),
          most: scoreSchema.optional(),
          reason: textSchema.default(''),
        })
        .refine(({ score, least = score, most = score }) => least <= score && score <= most, {
          message: 'a score lies in its own range',
        }),
    )
    .default([]),
  strengths: z.array(pointSchema).default([]),
  weaknesses: z.array(pointSchema).default([]),
  /** What speaks neither for nor against. */
  neutral: z.array(pointSchema).default([]),
  suits: z.array(namedSchema).default([]),
  doesNotSuit: z.array(namedSchema).default([]),
  /** What to try instead, and why. */
  alternatives: z.array(namedSchema).default([]),
  /** What it was judged for, and on which machine. */
  why: textSchema.default(''),
  machine: z.string().max(300).default(''),
  /** How its total is written: `ten`, `percent`, or letters and words from worst to best. */
  scale: z
    .union([z.enum(['ten', 'percent']), z.strictObject({ steps: z.array(nameSchema).min(2) })])
    .default('ten'),
  /** The total as given, where it is not the mean of the criteria; with a range where one was said. */
  total: z
    .strictObject({ said: nameSchema, least: z.number().optional(), most: z.number().optional() })
    .optional(),
  /** What must be there, without which nothing counts. */
  mustHaves: z
    .array(z.strictObject({ text: nameSchema, met: z.enum(['yes', 'no', 'not known']) }))
    .default([]),
  /** Questions, and what then. */
  rule: z.array(z.strictObject({ question: nameSchema, then: nameSchema })).default([]),
  /** Places in a cohort on a date. */
  ranks: z
    .array(
      z.strictObject({
        among: nameSchema,
        place: z.number().int().positive(),
        of: z.number().int().positive().optional(),
        date: whenSchema.optional(),
        close: textSchema.default(''),
      }),
    )
    .default([]),
  /** A word on one point alone, against others named. */
  onPoint: z
    .array(z.strictObject({ point: nameSchema, word: nameSchema, against: z.array(nameSchema).default([]) }))
    .default([]),
  followUp: z.strictObject({ date: whenSchema.optional(), text: nameSchema }).optional(),
  /** The opinion that this one takes the place of: that stays … */
  replaces: idSchema('assessment').optional(),
  /** … and what has changed since. */
  changed: textSchema.default(''),
  daysOfUse: z.number().nonnegative().optional(),
  bias: textSchema.default(''),
  /** The visit that it rests on. */
  source: idSchema('source').optional(),
});

/** One author's judgement. */
export type Assessment = z.infer<typeof schema>;

function withReasonsOfSuiting(data: Record<string, unknown>): Record<string, unknown> {
  const named = (names: unknown) =>
    Array.isArray(names) ? names.map((name: unknown) => ({ name, why: '' })) : names;
  return { ...data, suits: named(data.suits ?? []), doesNotSuit: named(data.doesNotSuit ?? []) };
}

/** The kind of judgements. */
export const assessment: RecordKind<'assessment', typeof schema> = {
  name: 'assessment',
  version: 4,
  schema,
  // Version 2 says why somebody is suited, and more of what a judgement rests on; version 3 the visit that it comes from;
  // version 4 what may be in doubt of a score, and what changed an opinion.
  migrations: [withReasonsOfSuiting, (data) => data, (data) => data],
  references: {
    subject: 'owner',
    replaces: 'cited',
    source: 'cited',
    'suits[].id': 'cited',
    'doesNotSuit[].id': 'cited',
    'alternatives[].id': 'cited',
  },
};

/** An assessment with defaults filled in. */
export const createAssessment = creatorOf(assessment);

/** The weighted mean of an assessment's scores, 0 to 10; null when nothing is weighed. */
export function scoreOf({ criteria }: Pick<Assessment, 'criteria'>): number | null {
  const weights = criteria.reduce((sum, { weight }) => sum + weight, 0);
  return weights > 0 ? criteria.reduce((sum, { weight, score }) => sum + weight * score, 0) / weights : null;
}
