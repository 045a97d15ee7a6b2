/** What is announced or foreseen: by whom, for when, how sure, and when to look again. */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { certaintySchema, enteredSchema, idSchema, subjectSchema, textSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';

const schema = z.strictObject({
  id: idSchema('plan'),
  kind: z.literal('plan'),
  entered: enteredSchema,
  subject: subjectSchema,
  text: z.string().min(1).max(2000),
  /** Who announces or expects it, where that is not the project itself. */
  by: z.string().max(300).default(''),
  /** For when, as imprecise as it is. */
  due: whenSchema.optional(),
  certainty: certaintySchema,
  lookAgain: whenSchema.optional(),
  source: idSchema('source').optional(),
  date: whenSchema.optional(),
  place: z.string().max(2000).default(''),
  note: textSchema.default(''),
});

/** What is announced or foreseen. */
export type Plan = z.infer<typeof schema>;

/** The kind of plans. */
export const plan: RecordKind<'plan', typeof schema> = {
  name: 'plan',
  version: 1,
  schema,
  migrations: [],
  references: { subject: 'owner', source: 'owner' },
};

/** A plan with defaults filled in. */
export const createPlan = creatorOf(plan);
