/** One value for a fact from one source, under stated conditions. A fact may have many readings. */
import { z } from '../schemaChecks.ts';
import { valueSchema } from './factValue.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import {
  causeSchema,
  certaintySchema,
  enteredSchema,
  idSchema,
  subjectSchema,
  textSchema,
} from './recordFields.ts';
import { conditionsSchema } from './conditions.ts';
import { whenSchema } from './when.ts';

/**
 * What a reading says: a value (`set`), that it was checked and is as in the base (`unchanged`), that there is
 * none, that the question does not apply, or that it was looked for and could not be found out. "Not looked at" is the
 * absence of readings.
 */
const READING_STATES = ['set', 'unchanged', 'none', 'doesNotApply', 'notFoundOut'] as const;

/**
 * What is true of a reading beside its value. `approximate`: about, at least, under. `partial`: a list that names some
 * elements; it adds, and never drops. `takenOver`: copied from the release before, not checked again. `onPurpose`: left out,
 * or so, by the project's choice or by a choice at install.
 */
const READING_MARKS = ['approximate', 'partial', 'takenOver', 'onPurpose'] as const;

/** One of them. */
export type ReadingMark = (typeof READING_MARKS)[number];

/** What a number may be, in the unit of its fact; an end that is left out is open. A plain number is its own interval. */
const intervalSchema = z.strictObject({ least: z.number().optional(), most: z.number().optional() });

/** What a number may be. */
export type Interval = z.infer<typeof intervalSchema>;

const schema = z
  .strictObject({
    id: idSchema('reading'),
    kind: z.literal('reading'),
    entered: enteredSchema,
    subject: subjectSchema,
    /** A key of the fact sheet (factSheet.ts). Unknown keys are kept, for catalogues from newer programs. */
    key: z.string().min(1).max(120),
    state: z.enum(READING_STATES),
    /** What can be computed with; left out where something was said that cannot (`said`). */
    value: valueSchema.optional(),
    /** The words, where they say more than the value, or all that was said: "just under 25 minutes", "few". */
    said: z.string().min(1).max(2000).optional(),
    interval: intervalSchema.optional(),
    /** The unit as said, where it is another than the fact's: 12 GB stays 12 GB. */
    unit: z.string().max(60).optional(),
    marks: z.array(z.enum(READING_MARKS)).default([]),
    /** Of what could not be found out: how it was tried. */
    tried: textSchema.optional(),
    source: idSchema('source').optional(),
    /** When it was observed or read. */
    date: whenSchema.optional(),
    /** Where in the source: a file and line, a section. */
    place: z.string().max(2000).default(''),
    /** Only what differs from the source's conditions. */
    conditions: conditionsSchema.optional(),
    /** Reasons why the conditions make it unfit as evidence; a spoiled reading stays on record. */
    spoiledBy: z.array(z.string().max(120)).default([]),
    certainty: certaintySchema,
    /** The analyst's choice among readings that disagree. */
    accepted: z.boolean().default(false),
    /** Why; required where it is accepted though its conditions spoil it. */
    acceptedBecause: textSchema.optional(),
    /** Reason, risk or suspected cause of what is said: whose, and how sure. */
    cause: causeSchema.optional(),
    /** The reading that this one takes the place of: it was right then, and is no longer in dispute. */
    replaces: idSchema('reading').optional(),
    note: textSchema.default(''),
  })
  .refine(
    ({ state, value, said }) => (state === 'set' ? (value ?? said) !== undefined : value === undefined),
    {
      message: 'a reading has a value, or says something in words, exactly when its state is "set"',
    },
  )
  .refine(
    ({ spoiledBy, accepted, acceptedBecause }) => !accepted || spoiledBy.length === 0 || acceptedBecause,
    {
      message: 'a spoiled reading is accepted with a reason only',
    },
  );

/** One value for a fact from one source. */
export type Reading = z.infer<typeof schema>;

function withReasonOfAcceptance(data: Record<string, unknown>): Record<string, unknown> {
  const isSpoiled = Array.isArray(data.spoiledBy) && data.spoiledBy.length > 0;
  return data.accepted === true && isSpoiled
    ? { ...data, acceptedBecause: 'Accepted before a reason was asked for.' }
    : data;
}

/** The kind of readings. */
export const reading: RecordKind<'reading', typeof schema> = {
  name: 'reading',
  version: 3,
  schema,
  // Version 2 knows what a reading replaces; what was written before replaces nothing, but its conditions may say more.
  // Version 3 knows values as they were said; it asks why a spoiled reading was accepted.
  migrations: [(data) => data, withReasonOfAcceptance],
  references: { subject: 'owner', source: 'owner', 'conditions.edition': 'cited', replaces: 'cited' },
};

/** A reading with defaults filled in. */
export const createReading = creatorOf(reading);
