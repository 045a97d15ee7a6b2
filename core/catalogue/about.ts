/** The head of a catalogue: its title and the question it is kept for. There is exactly one. */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { whenSchema } from './when.ts';
import { enteredSchema, nameSchema, textSchema } from './recordFields.ts';

/** The id of the one record of this kind. */
export const ABOUT_ID = 'about:catalogue';

const schema = z.strictObject({
  id: z.literal(ABOUT_ID),
  kind: z.literal('about'),
  entered: enteredSchema,
  title: z.string().min(1).max(300),
  /** The question the catalogue is to answer, in the analyst's words. */
  question: textSchema.default(''),
  /** True for the invented sample, so that screens can say so. */
  sample: z.boolean().default(false),
  /** An id of the catalogue, made once: what a merge knows it by. Empty where none was made yet. */
  catalogue: z.string().max(100).default(''),
  /** Who keeps it. */
  author: z.string().max(300).default(''),
  /** For each catalogue that it was last merged with: its id, the day, and the checksum of what both then had. */
  shared: z
    .array(z.strictObject({ catalogue: z.string().max(100), day: whenSchema, checksum: z.string().max(200) }))
    .default([]),
  /** Names that differ in spelling only and count as one, the one to show first. */
  sameNames: z.array(z.array(nameSchema).min(2)).default([]),
});

/** The head of a catalogue. */
export type About = z.infer<typeof schema>;

/** The kind of the head of a catalogue. */
export const about: RecordKind<'about', typeof schema> = {
  name: 'about',
  version: 3,
  schema,
  // Version 3 knows names that count as one.
  migrations: [(data) => data, (data) => data],
  references: {},
};

/** The head of a catalogue, with defaults filled in. */
export const createAbout = creatorOf(about);
