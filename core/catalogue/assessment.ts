/** One author's judgement of a distribution: scores with reasons, strengths, weaknesses, whom it suits. */
import { z } from 'zod';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { idSchema, nameSchema, textSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';

/** A point made, with the keys of the facts that it rests on. */
const pointSchema = z.strictObject({
  text: z.string().min(1).max(2000),
  facts: z.array(z.string().max(120)).default([]),
});

const schema = z.strictObject({
  id: idSchema('assessment'),
  kind: z.literal('assessment'),
  subject: idSchema('distribution', 'edition', 'release'),
  author: nameSchema,
  date: whenSchema.optional(),
  /** Scores run from 0 to 10; weights are relative to each other. */
  criteria: z
    .array(
      z.strictObject({
        name: nameSchema,
        weight: z.number().nonnegative(),
        score: z.number().min(0).max(10),
        reason: textSchema.default(''),
      }),
    )
    .default([]),
  strengths: z.array(pointSchema).default([]),
  weaknesses: z.array(pointSchema).default([]),
  suits: z.array(nameSchema).default([]),
  doesNotSuit: z.array(nameSchema).default([]),
  /** What to try instead, and why. */
  alternatives: z.array(z.strictObject({ name: nameSchema, why: textSchema.default('') })).default([]),
  daysOfUse: z.number().nonnegative().optional(),
  bias: textSchema.default(''),
});

/** One author's judgement. */
export type Assessment = z.infer<typeof schema>;

/** The kind of judgements. */
export const assessment: RecordKind<'assessment', typeof schema> = {
  name: 'assessment',
  version: 1,
  schema,
  migrations: [],
  references: { subject: 'owner' },
};

/** An assessment with defaults filled in. */
export const createAssessment = creatorOf(assessment);

/** The weighted mean of an assessment's scores, 0 to 10; null when nothing is weighed. */
export function scoreOf({ criteria }: Pick<Assessment, 'criteria'>): number | null {
  const weights = criteria.reduce((sum, { weight }) => sum + weight, 0);
  return weights > 0 ? criteria.reduce((sum, { weight, score }) => sum + weight * score, 0) / weights : null;
}
