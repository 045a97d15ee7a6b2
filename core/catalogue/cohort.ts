/** A company of distributions that is kept by name: a rule that its members follow, or a list by hand. */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema, nameSchema, textSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';

/** What members have in common; all that is named must hold. An empty rule is everything. */
const ruleSchema = z.strictObject({
  /** A project that they rest on directly … */
  base: idSchema('distribution').optional(),
  /** … or over any number of steps, itself with them. */
  family: idSchema('distribution').optional(),
  desktop: z.string().max(300).optional(),
  format: z.string().max(300).optional(),
  maker: z.string().max(300).optional(),
  model: z.string().max(300).optional(),
  standing: z.string().max(300).optional(),
  /** Words that the stated purpose, the audience or the category has. */
  purpose: z.string().max(300).optional(),
});

/** The rule of a cohort. */
export type CohortRule = z.infer<typeof ruleSchema>;

const schema = z.strictObject({
  id: idSchema('cohort'),
  kind: z.literal('cohort'),
  entered: enteredSchema,
  name: nameSchema,
  rule: ruleSchema.default({}),
  /** The day that it is meant for; without one it follows the day that is asked about. */
  asOf: whenSchema.optional(),
  /** Members by hand; the rule counts where there are none. */
  members: z.array(idSchema('distribution')).default([]),
  note: textSchema.default(''),
});

/** A company of distributions that is kept. */
export type Cohort = z.infer<typeof schema>;

/** The kind of cohorts. */
export const cohort: RecordKind<'cohort', typeof schema> = {
  name: 'cohort',
  version: 1,
  schema,
  migrations: [],
  references: { 'rule.base': 'owner', 'rule.family': 'owner', 'members[]': 'last owner' },
};

/** A cohort with defaults filled in. */
export const createCohort = creatorOf(cohort);
