/**
 * The head of a package list: of which repository or system, at which date. The packages themselves are kept
 * beside the catalogue, packed in columns (packages/packSnapshot.ts), under the snapshot's id.
 */
import { z } from 'zod';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { idSchema, nameSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';

const schema = z.strictObject({
  id: idSchema('snapshot'),
  kind: z.literal('snapshot'),
  /** Whose packages they are, where known. */
  of: idSchema('distribution', 'edition', 'release').optional(),
  role: z.enum(['repository', 'system']),
  name: nameSchema,
  family: z.enum(['deb', 'rpm', 'alpm']),
  date: whenSchema.optional(),
  /** The address or file it was read from. */
  origin: z.string().max(2000).default(''),
  packages: z.number().int().nonnegative(),
  signature: z.enum(['none', 'unchecked', 'verified', 'bad']).default('unchecked'),
});

/** The head of a package list. */
export type Snapshot = z.infer<typeof schema>;

/** The kind of heads of package lists. */
export const snapshot: RecordKind<'snapshot', typeof schema> = {
  name: 'snapshot',
  version: 1,
  schema,
  migrations: [],
  references: { of: 'owner' },
};

/** A snapshot with defaults filled in. */
export const createSnapshot = creatorOf(snapshot);
