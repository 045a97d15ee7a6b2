/** A lineage link: derivative → base, at distribution, edition or release level, with dates and sources. */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema, nameSchema, textSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';
import { RELATION_NAMES } from './relations.ts';

const endSchema = idSchema('distribution', 'edition', 'release');

const schema = z.strictObject({
  id: idSchema('link'),
  kind: z.literal('link'),
  entered: enteredSchema,
  derivative: endSchema,
  base: endSchema,
  relation: z.enum(RELATION_NAMES),
  /** With two bases on one date: the lower order wins, the other fills the gaps. */
  order: z.number().int().min(0).default(0),
  since: whenSchema.optional(),
  until: whenSchema.optional(),
  certainty: z.enum(['sure', 'likely', 'claimed']).default('likely'),
  /** For `borrows`: which parts. */
  parts: z.array(z.string().max(300)).default([]),
  reason: textSchema.default(''),
  /** The project's own words, kept beside the finding. */
  wording: textSchema.default(''),
  /** How the project of the base stands to it, over time. */
  endorsed: z.array(z.strictObject({ date: whenSchema.optional(), standing: nameSchema })).default([]),
  sources: z.array(idSchema('source')).default([]),
});

/** A lineage link. */
export type Link = z.infer<typeof schema>;

/** The kind of lineage links. */
export const link: RecordKind<'link', typeof schema> = {
  name: 'link',
  version: 2,
  schema,
  migrations: [(data) => data],
  references: { derivative: 'owner', base: 'owner', 'sources[]': 'cited' },
};

/** A link with defaults filled in. */
export const createLink = creatorOf(link);
