/**
 * The head of a package list: of which repository or system, at which date. The packages themselves are kept
 * beside the catalogue, packed in columns (packages/packSnapshot.ts), under the snapshot's id.
 */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema, nameSchema } from './recordFields.ts';
import { lossesSchema } from './loss.ts';
import { whenSchema } from './when.ts';

/**
 * What a signature is worth: `verified` by a key that held when it was made and holds now, or `verifiedThen` by one that has
 * ended since; `expired` by one that had ended before, `revoked` by one that its owner took back, `bad` by no key given.
 */
export const SIGNATURE_STATES = [
  'none',
  'unchecked',
  'verified',
  'verifiedThen',
  'expired',
  'revoked',
  'bad',
] as const;

const schema = z.strictObject({
  id: idSchema('snapshot'),
  kind: z.literal('snapshot'),
  entered: enteredSchema,
  /** Whose packages they are, where known. */
  of: idSchema('distribution', 'edition', 'release').optional(),
  role: z.enum(['repository', 'system']),
  name: nameSchema,
  family: z.enum(['deb', 'rpm', 'alpm']),
  date: whenSchema.optional(),
  /** The address or file it was read from. */
  origin: z.string().max(2000).default(''),
  packages: z.number().int().nonnegative(),
  signature: z.enum(SIGNATURE_STATES).default('unchecked'),
  /** Whose key signed it: the fingerprint, or its end, with the name where that is known. */
  signer: z.string().max(500).default(''),
  /** What of the list was not read; empty for a whole one. */
  losses: lossesSchema,
});

/** The head of a package list. */
export type Snapshot = z.infer<typeof schema>;

/** The kind of heads of package lists. */
export const snapshot: RecordKind<'snapshot', typeof schema> = {
  name: 'snapshot',
  version: 3,
  schema,
  // Version 2 says what was not read, and tells more of signatures.
  migrations: [(data) => data, (data) => data],
  references: { of: 'owner' },
};

/** A snapshot with defaults filled in. */
export const createSnapshot = creatorOf(snapshot);
