/** What goes wrong with a system, or is odd: how often of how many times, on which machine, since when. */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { conditionsSchema } from './conditions.ts';
import {
  causeSchema,
  certaintySchema,
  enteredSchema,
  idSchema,
  subjectSchema,
  textSchema,
} from './recordFields.ts';
import { whenSchema } from './when.ts';

const schema = z.strictObject({
  id: idSchema('fault'),
  kind: z.literal('fault'),
  entered: enteredSchema,
  subject: subjectSchema,
  text: z.string().min(1).max(2000),
  /** How often, and of how many times where that was counted. */
  times: z
    .strictObject({ n: z.number().int().nonnegative(), of: z.number().int().positive().optional() })
    .optional(),
  /** The release with which it began. */
  since: idSchema('release').optional(),
  /** On which machine it was met, where it is not on any. */
  machine: z.string().max(300).default(''),
  /** Whether the base has it too; left out while that is not known. */
  baseHasIt: z.boolean().optional(),
  /** The release that mends it: what rests on that no longer has it. */
  mendedBy: idSchema('release').optional(),
  cause: causeSchema.optional(),
  /** What was done about it, whether it was reported, and what was answered. */
  tried: textSchema.default(''),
  reported: textSchema.default(''),
  answered: textSchema.default(''),
  /** 1: a detail, 2: matters, 3: decides. */
  weight: z.literal([1, 2, 3]).optional(),
  source: idSchema('source').optional(),
  date: whenSchema.optional(),
  place: z.string().max(2000).default(''),
  conditions: conditionsSchema.optional(),
  certainty: certaintySchema,
  note: textSchema.default(''),
});

/** What goes wrong. */
export type Fault = z.infer<typeof schema>;

/** The kind of faults. */
export const fault: RecordKind<'fault', typeof schema> = {
  name: 'fault',
  version: 1,
  schema,
  migrations: [],
  references: {
    subject: 'owner',
    since: 'cited',
    mendedBy: 'cited',
    source: 'owner',
    'conditions.edition': 'cited',
  },
};

/** A fault with defaults filled in. */
export const createFault = creatorOf(fault);
