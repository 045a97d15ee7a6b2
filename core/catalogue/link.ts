/** A lineage link: derivative → base, at distribution, edition or release level, with dates and sources. */
import { z } from 'zod';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { idSchema, textSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';

/** The kinds of relation. `lineal` ones carry layers; `succession` and `lateral` ones do not. */
export const RELATIONS = {
  'installs from': { kind: 'lineal', means: "pulls from the base's repositories, with its own on top" },
  'flavour of': { kind: 'lineal', means: "the same, endorsed by the base's project" },
  copies: { kind: 'lineal', means: "the base's packages, copied into its own repositories" },
  rebuilds: { kind: 'lineal', means: "compiles the base's sources again" },
  'forked from': { kind: 'lineal', means: 'took a copy at one date and has gone its own way since' },
  continues: { kind: 'succession', means: 'takes over from a project that ended' },
  borrows: { kind: 'lateral', means: 'only parts of it' },
} as const;

/** How a derivative stands to its base. */
export type Relation = keyof typeof RELATIONS;

/** The relations in their order. */
export const RELATION_NAMES = Object.keys(RELATIONS) as [Relation, ...Relation[]];

const endSchema = idSchema('distribution', 'edition', 'release');

const schema = z.strictObject({
  id: idSchema('link'),
  kind: z.literal('link'),
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
  sources: z.array(idSchema('source')).default([]),
});

/** A lineage link. */
export type Link = z.infer<typeof schema>;

/** The kind of lineage links. */
export const link: RecordKind<'link', typeof schema> = {
  name: 'link',
  version: 1,
  schema,
  migrations: [],
  references: { derivative: 'owner', base: 'owner', 'sources[]': 'cited' },
};

/** A link with defaults filled in. */
export const createLink = creatorOf(link);
