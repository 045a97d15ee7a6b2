/** A measured comparison of a system's packages with those of its base: the counts behind a carried share. */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema, nameSchema } from './recordFields.ts';
import { lossesSchema } from './loss.ts';
import { whenSchema } from './when.ts';

const count = z.number().int().nonnegative();

/** How many packages of a system fall into each class (packages/classify.ts). They add up to `installed`. */
const countsSchema = z.strictObject({
  installed: count,
  same: count,
  rebuilt: count,
  patched: count,
  heldBack: count,
  ahead: count,
  own: count,
});

/** How many packages of a system fall into each class. */
export type PackageCounts = z.infer<typeof countsSchema>;

const schema = z.strictObject({
  id: idSchema('comparison'),
  kind: z.literal('comparison'),
  entered: enteredSchema,
  derivative: idSchema('distribution', 'edition', 'release'),
  base: idSchema('distribution', 'edition', 'release'),
  /** The capture whose packages were counted. */
  source: idSchema('source').optional(),
  date: whenSchema.optional(),
  /** Names of the snapshots it was held against, in the order of the accounts. */
  against: z.array(nameSchema).default([]),
  counts: countsSchema,
  accounts: z.array(z.strictObject({ name: nameSchema, packages: count })).default([]),
  /** What was not read of the lists that were held against each other; empty for whole ones. */
  losses: lossesSchema,
});

/** A system's packages held against a base, as counts. */
export type Comparison = z.infer<typeof schema>;

/** The kind of measured comparisons. */
export const comparison: RecordKind<'comparison', typeof schema> = {
  name: 'comparison',
  version: 3,
  schema,
  // Version 2 says what was not read.
  migrations: [(data) => data, (data) => data],
  references: { derivative: 'owner', base: 'owner', source: 'cited' },
};

/** A comparison with defaults filled in. */
export const createComparison = creatorOf(comparison);
