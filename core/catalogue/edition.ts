/** A variant of a distribution with its own default set; it may sit on its own base. */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema, nameSchema, textSchema } from './recordFields.ts';

/** What an edition is to its project. */
export const EDITION_STANDINGS = ['official', 'community', 'minimal', 'special purpose', 'unknown'] as const;

const schema = z.strictObject({
  id: idSchema('edition'),
  kind: z.literal('edition'),
  entered: enteredSchema,
  distribution: idSchema('distribution'),
  name: nameSchema,
  standing: z.enum(EDITION_STANDINGS).default('unknown'),
  sources: z.array(idSchema('source')).default([]),
  note: textSchema.default(''),
});

/** A variant with a default set of its own. */
export type Edition = z.infer<typeof schema>;

/** The kind of editions. */
export const edition: RecordKind<'edition', typeof schema> = {
  name: 'edition',
  version: 2,
  schema,
  migrations: [(data) => data],
  references: { distribution: 'owner', 'sources[]': 'cited' },
};

/** An edition with defaults filled in. */
export const createEdition = creatorOf(edition);
