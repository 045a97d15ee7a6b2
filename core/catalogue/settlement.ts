/**
 * What the analyst makes of an open point: put off until a day, or meant so, with a reason. It holds as long as the point rests on
 * what it rested on then.
 */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema, subjectSchema, textSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';

const schema = z.strictObject({
  id: idSchema('settlement'),
  kind: z.literal('settlement'),
  entered: enteredSchema,
  subject: subjectSchema,
  /** The rule that found the point (open/openRules.ts) … */
  rule: z.string().min(1).max(60),
  /** … and what it found it at: the key of a fact, an area, the id of a record. */
  about: z.string().max(300).default(''),
  state: z.enum(['putOff', 'meant']),
  /** Until when it is put off. */
  until: whenSchema.optional(),
  why: textSchema.default(''),
  by: z.string().max(300).default(''),
  date: whenSchema.optional(),
  /** What the point rested on: with another cause it is open again. */
  seen: z.string().max(20_000).default(''),
});

/** What the analyst makes of an open point. */
export type Settlement = z.infer<typeof schema>;

/** The kind of settlements. */
export const settlement: RecordKind<'settlement', typeof schema> = {
  name: 'settlement',
  version: 1,
  schema,
  migrations: [],
  references: { subject: 'owner' },
};

/** A settlement with defaults filled in. */
export const createSettlement = creatorOf(settlement);
