/** The head of a catalogue: its title and the question it is kept for. There is exactly one. */
import { z } from 'zod';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { textSchema } from './recordFields.ts';

/** The id of the one record of this kind. */
export const ABOUT_ID = 'about:catalogue';

const schema = z.strictObject({
  id: z.literal(ABOUT_ID),
  kind: z.literal('about'),
  title: z.string().min(1).max(300),
  /** The question the catalogue is to answer, in the analyst's words. */
  question: textSchema.default(''),
  /** True for the invented sample, so that screens can say so. */
  sample: z.boolean().default(false),
});

/** The head of a catalogue. */
export type About = z.infer<typeof schema>;

/** The kind of the head of a catalogue. */
export const about: RecordKind<'about', typeof schema> = {
  name: 'about',
  version: 1,
  schema,
  migrations: [],
  references: {},
};

/** The head of a catalogue, with defaults filled in. */
export const createAbout = creatorOf(about);
