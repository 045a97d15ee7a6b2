/** A line of a sitting, word for word, with what became of it: the records that it made, or nothing yet. */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema, subjectSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';

/** `recorded`: the records named came of it. `unsorted`: not understood, to be sorted. `kept`: read again, and meant as a remark only. */
const NOTE_STATES = ['recorded', 'unsorted', 'kept'] as const;

const schema = z.strictObject({
  id: idSchema('note'),
  kind: z.literal('note'),
  entered: enteredSchema,
  /** What was looked at when it was typed. */
  subject: subjectSchema,
  edition: idSchema('edition').optional(),
  source: idSchema('source').optional(),
  /** As it was typed. */
  text: z.string().min(1).max(20_000),
  state: z.enum(NOTE_STATES),
  /** What came of it. */
  records: z
    .array(
      idSchema(
        ...'reading link change fault claim plan event question procedure assessment distribution edition release source'.split(
          ' ',
        ),
      ),
    )
    .default([]),
  date: whenSchema.optional(),
});

/** A line of a sitting. */
export type Note = z.infer<typeof schema>;

/** The kind of notes. */
export const note: RecordKind<'note', typeof schema> = {
  name: 'note',
  version: 1,
  schema,
  migrations: [],
  references: { subject: 'owner', edition: 'cited', source: 'owner', 'records[]': 'cited' },
};

/** A note with defaults filled in. */
export const createNote = creatorOf(note);
