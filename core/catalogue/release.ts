/** A dated, named state of one or more editions; for a rolling project, a dated image. */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema, nameSchema, textSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';

/** How far a release is. */
export const STAGES = ['test', 'candidate', 'final'] as const;

const schema = z.strictObject({
  id: idSchema('release'),
  kind: z.literal('release'),
  entered: enteredSchema,
  distribution: idSchema('distribution'),
  /** The editions it is a state of; none listed means all of them. */
  editions: z.array(idSchema('edition')).default([]),
  /** As the project writes it: `7.1`, `2026.10`. */
  version: nameSchema,
  codeName: z.string().max(300).default(''),
  stage: z.enum(STAGES).default('final'),
  date: whenSchema.optional(),
  sources: z.array(idSchema('source')).default([]),
  note: textSchema.default(''),
});

/** A dated, named state of one or more editions. */
export type Release = z.infer<typeof schema>;

/** The kind of releases. */
export const release: RecordKind<'release', typeof schema> = {
  name: 'release',
  version: 2,
  schema,
  migrations: [(data) => data],
  references: { distribution: 'owner', 'editions[]': 'last owner', 'sources[]': 'cited' },
};

/** A release with defaults filled in. */
export const createRelease = creatorOf(release);
