/**
 * What candidates are judged for: for whom, by which criteria (each computed from a fact by a rule that is shown, else scored by
 * hand), what must be there without which no total counts, and who is a candidate.
 */
import { z } from '../schemaChecks.ts';
import { criterionRuleSchema } from './criterionRule.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema, nameSchema, subjectSchema, textSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';

const schema = z.strictObject({
  id: idSchema('purpose'),
  kind: z.literal('purpose'),
  entered: enteredSchema,
  name: nameSchema,
  /** For whom, and what is asked. */
  audience: z.string().max(300).default(''),
  why: textSchema.default(''),
  author: z.string().max(300).default(''),
  date: whenSchema.optional(),
  /** The day until which it is to be supported, where one is wanted. */
  until: whenSchema.optional(),
  /** Weights are relative to each other. */
  criteria: z
    .array(
      z.strictObject({
        name: nameSchema,
        weight: z.number().nonnegative().max(1000),
        rule: criterionRuleSchema.optional(),
        reason: textSchema.default(''),
      }),
    )
    .default([]),
  mustHaves: z.array(z.strictObject({ text: nameSchema, rule: criterionRuleSchema.optional() })).default([]),
  /** Releases, editions or projects (then their current release). */
  candidates: z.array(subjectSchema).default([]),
  /** What is scored by hand: of a criterion from 0 to 10, a doubt as a range; of a must-have 10 for met and 0 for not. */
  scores: z
    .array(
      z.strictObject({
        candidate: subjectSchema.optional(),
        on: nameSchema,
        least: z.number().min(0).max(10),
        most: z.number().min(0).max(10),
        reason: textSchema.default(''),
      }),
    )
    .default([]),
  /** The answer in the analyst's words, once there is one. */
  answer: textSchema.default(''),
});

/** What candidates are judged for. */
export type Purpose = z.infer<typeof schema>;

/** The kind of purposes. */
export const purpose: RecordKind<'purpose', typeof schema> = {
  name: 'purpose',
  version: 1,
  schema,
  migrations: [],
  references: {
    'candidates[]': 'cited',
    'scores[].candidate': 'cited',
    'criteria[].rule.cohort': 'cited',
    'mustHaves[].rule.cohort': 'cited',
  },
};

/** A purpose with defaults filled in. */
export const createPurpose = creatorOf(purpose);
