/** What a project, or somebody else, says of a distribution, to be held against findings. */
import { z } from '../schemaChecks.ts';
import { valueSchema } from './factValue.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { whenSchema } from './when.ts';
import { enteredSchema, idSchema, subjectSchema, textSchema } from './recordFields.ts';

const VERDICTS = ['unchecked', 'confirmed', 'partly', 'refuted', 'cannotBeChecked'] as const;

/** What a claim is about: how it is held against findings follows from it. */
const CLAIM_KINDS = ['count', 'number', 'superlative', 'quality', 'comparison', 'basedOn'] as const;

const schema = z.strictObject({
  id: idSchema('claim'),
  kind: z.literal('claim'),
  entered: enteredSchema,
  subject: subjectSchema,
  /** In the words in which it was made. */
  wording: z.string().min(1).max(2000),
  /** The fact that it speaks of, where it speaks of one … */
  key: z.string().max(120).default(''),
  /** … and the value that it claims for it. For a list, a number claims how many there are. */
  value: valueSchema.optional(),
  source: idSchema('source').optional(),
  verdict: z.enum(VERDICTS).default('unchecked'),
  /** Why the verdict is what it is. */
  reason: textSchema.default(''),
  claimKind: z.enum(CLAIM_KINDS).optional(),
  /** Who claims it, where that is not the project itself. */
  by: z.string().max(300).default(''),
  date: whenSchema.optional(),
  /** Whom it is better, faster or larger than. */
  against: z.array(idSchema('distribution', 'edition', 'release')).default([]),
  /** Who had the last word, and why. */
  settled: z.strictObject({ by: z.string().max(300), why: textSchema }).optional(),
});

/** What somebody says of a distribution. */
export type Claim = z.infer<typeof schema>;

/** The kind of claims. */
export const claim: RecordKind<'claim', typeof schema> = {
  name: 'claim',
  version: 2,
  schema,
  migrations: [(data) => data],
  references: { subject: 'owner', source: 'owner', 'against[]': 'cited' },
};

/** A claim with defaults filled in. */
export const createClaim = creatorOf(claim);
