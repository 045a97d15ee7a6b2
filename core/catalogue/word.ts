/** A word that a catalogue has learnt: of which fact somebody speaks with it. */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema } from './recordFields.ts';

const schema = z.strictObject({
  id: idSchema('word'),
  kind: z.literal('word'),
  entered: enteredSchema,
  /** As it was typed, in small letters. */
  text: z.string().min(1).max(100),
  /** The key of the fact that it speaks of. */
  key: z.string().min(1),
  /** The line that taught it. */
  note: idSchema('note').optional(),
});

/** A word that was learnt. */
export type Word = z.infer<typeof schema>;

/** The kind of learnt words. */
export const word: RecordKind<'word', typeof schema> = {
  name: 'word',
  version: 1,
  schema,
  migrations: [],
  references: { note: 'cited' },
};

/** A word with defaults filled in. */
export const createWord = creatorOf(word);
