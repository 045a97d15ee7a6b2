/**
 * A project that publishes an installable system. The record is a handle: what is known of the project
 * (purpose, maker, standing …) are readings of identity facts, so that each has its source.
 */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema, nameSchema, textSchema } from './recordFields.ts';

const schema = z.strictObject({
  id: idSchema('distribution'),
  kind: z.literal('distribution'),
  entered: enteredSchema,
  name: nameSchema,
  /** Other names, misspellings and heard forms. */
  aliases: z.array(nameSchema).default([]),
  note: textSchema.default(''),
});

/** A project that publishes an installable system. */
export type Distribution = z.infer<typeof schema>;

/** The kind of distributions. */
export const distribution: RecordKind<'distribution', typeof schema> = {
  name: 'distribution',
  version: 2,
  schema,
  migrations: [(data) => data],
  references: {},
};

/** A distribution with defaults filled in. */
export const createDistribution = creatorOf(distribution);
