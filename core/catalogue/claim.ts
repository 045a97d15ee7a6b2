/** What a project, or somebody else, says of a distribution, to be held against findings. */
import { z } from 'zod';
import { valueSchema } from './factValue.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { idSchema, textSchema } from './recordFields.ts';

const VERDICTS = ['unchecked', 'confirmed', 'partly', 'refuted'] as const;

const schema = z.strictObject({
  id: idSchema('claim'),
  kind: z.literal('claim'),
  subject: idSchema('distribution', 'edition', 'release'),
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
});

/** What somebody says of a distribution. */
export type Claim = z.infer<typeof schema>;

/** The kind of claims. */
export const claim: RecordKind<'claim', typeof schema> = {
  name: 'claim',
  version: 1,
  schema,
  migrations: [],
  references: { subject: 'owner', source: 'owner' },
};

/** A claim with defaults filled in. */
export const createClaim = creatorOf(claim);
