/**
 * What an analyst says of a change: why it was made, what follows from it, how much it weighs. Changes themselves are
 * computed from facts; where the base's value is not known, a change can be recorded here directly (`does`).
 */
import { z } from '../schemaChecks.ts';
import { valueSchema } from './factValue.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema, subjectSchema, textSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';

/** What happens to a value, or to an element of a list. `keeps` is said, but changes nothing. */
export const CHANGE_KINDS = ['adds', 'drops', 'replaces', 'retunes', 'holds back', 'keeps'] as const;

/** What happens to a value or an element. */
export type ChangeKind = (typeof CHANGE_KINDS)[number];

/** Kinds that say what is there now. */
const NAMES_AFTER: ReadonlySet<ChangeKind> = new Set(['adds', 'replaces', 'retunes', 'holds back']);

const schema = z
  .strictObject({
    id: idSchema('change'),
    kind: z.literal('change'),
    entered: enteredSchema,
    subject: subjectSchema,
    /** A key of the fact sheet. */
    key: z.string().min(1).max(120),
    /** For a change that is computed: the name of the element of a list that is meant; empty for the fact as a whole. */
    element: z.string().max(2000).default(''),
    /** For a change that is recorded directly: what is done … */
    does: z.enum(CHANGE_KINDS).optional(),
    /** … to what (of a list: the elements concerned) … */
    before: valueSchema.optional(),
    /** … and what is there now. */
    after: valueSchema.optional(),
    /** What it is a change from, where that is not the base: the release before, a sibling. */
    against: subjectSchema.optional(),
    /** Why the project made it. */
    motive: textSchema.default(''),
    /** What follows from it for whoever uses the system. */
    consequence: textSchema.default(''),
    /** 1: a detail, 2: matters, 3: decides; takes the place of counting. */
    weight: z.literal([1, 2, 3]).optional(),
    sources: z.array(idSchema('source')).default([]),
    date: whenSchema.optional(),
    by: z.string().max(300).default(''),
  })
  .refine(({ does, before, after }) => does !== undefined || (before === undefined && after === undefined), {
    message: 'values belong to a change that is recorded directly: say what it does',
  })
  .refine(({ does, after }) => !does || NAMES_AFTER.has(does) === (after !== undefined), {
    message:
      'what is added, replaced, retuned or held back needs the value that is there now, nothing else has one',
  });

/** What is recorded of a change. */
export type RecordedChange = z.infer<typeof schema>;

/** The kind of recorded changes. */
export const change: RecordKind<'change', typeof schema> = {
  name: 'change',
  version: 3,
  schema,
  // Version 3 knows changes against others than the base.
  migrations: [(data) => data, (data) => data],
  references: { subject: 'owner', against: 'cited', 'sources[]': 'cited' },
};

/** A change with defaults filled in. */
export const createChange = creatorOf(change);
