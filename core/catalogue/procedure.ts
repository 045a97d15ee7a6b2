/** How something is done: steps in order, what each needs before it, and what breaks where that is left out. */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import {
  certaintySchema,
  enteredSchema,
  idSchema,
  nameSchema,
  subjectSchema,
  textSchema,
} from './recordFields.ts';
import { whenSchema } from './when.ts';

const schema = z.strictObject({
  id: idSchema('procedure'),
  kind: z.literal('procedure'),
  entered: enteredSchema,
  subject: subjectSchema,
  title: nameSchema,
  steps: z
    .array(
      z.strictObject({
        text: z.string().min(1).max(2000),
        /** What must have come first. */
        needs: z.string().max(2000).default(''),
        /** What goes wrong without it. */
        breaks: z.string().max(2000).default(''),
      }),
    )
    .min(1),
  source: idSchema('source').optional(),
  date: whenSchema.optional(),
  place: z.string().max(2000).default(''),
  certainty: certaintySchema,
  note: textSchema.default(''),
});

/** How something is done. */
export type Procedure = z.infer<typeof schema>;

/** The kind of procedures. */
export const procedure: RecordKind<'procedure', typeof schema> = {
  name: 'procedure',
  version: 1,
  schema,
  migrations: [],
  references: { subject: 'owner', source: 'owner' },
};

/** A procedure with defaults filled in. */
export const createProcedure = creatorOf(procedure);
