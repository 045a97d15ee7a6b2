/** The analyst's own open question: something worth knowing that nobody could find out yet. */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema, nameSchema, subjectSchema, textSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';

const schema = z.strictObject({
  id: idSchema('question'),
  kind: z.literal('question'),
  entered: enteredSchema,
  /** What it is about; left out for a question about the whole catalogue. */
  subject: subjectSchema.optional(),
  /** The fact that an answer would set, where there is one. */
  key: z.string().max(120).default(''),
  text: nameSchema,
  raised: whenSchema.optional(),
  by: z.string().max(300).default(''),
  /** What raised it. */
  source: idSchema('source').optional(),
  /** What settled it; empty while it is open. */
  answer: textSchema.default(''),
  /** What was done to find it out, and why that failed. */
  tried: textSchema.default(''),
  /** When it is to be looked at again. */
  until: whenSchema.optional(),
});

/** An open question of the analyst's. */
export type Question = z.infer<typeof schema>;

/** The kind of questions. */
export const question: RecordKind<'question', typeof schema> = {
  name: 'question',
  version: 3,
  schema,
  // Version 3 says in which visit it came up.
  migrations: [(data) => data, (data) => data],
  references: { subject: 'owner', source: 'cited' },
};

/** A question with defaults filled in. */
export const createQuestion = creatorOf(question);
