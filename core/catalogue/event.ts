/** What happened once, or since when something is as it is: with its date, as imprecise as it is. */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { certaintySchema, enteredSchema, idSchema, subjectSchema, textSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';

const schema = z.strictObject({
  id: idSchema('event'),
  kind: z.literal('event'),
  entered: enteredSchema,
  subject: subjectSchema,
  text: z.string().min(1).max(2000),
  /** When it happened; `date` is when that was said. */
  happened: whenSchema.optional(),
  source: idSchema('source').optional(),
  date: whenSchema.optional(),
  place: z.string().max(2000).default(''),
  certainty: certaintySchema,
  note: textSchema.default(''),
});

/** What happened once. */
export type ProjectEvent = z.infer<typeof schema>;

/** The kind of events. */
export const event: RecordKind<'event', typeof schema> = {
  name: 'event',
  version: 1,
  schema,
  migrations: [],
  references: { subject: 'owner', source: 'owner' },
};

/** An event with defaults filled in. */
export const createEvent = creatorOf(event);
