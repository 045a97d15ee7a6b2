/** One value for a fact from one source, under stated conditions. A fact may have many readings. */
import { z } from 'zod';
import { valueSchema } from './factValue.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { idSchema, textSchema } from './recordFields.ts';
import { conditionsSchema } from './conditions.ts';
import { whenSchema } from './when.ts';

/**
 * What a reading says: a value (`set`), that it was checked and is as in the base (`unchanged`), that there is
 * none, or that the question does not apply. "Not looked at" is the absence of readings.
 */
const READING_STATES = ['set', 'unchanged', 'none', 'doesNotApply'] as const;

const schema = z
  .strictObject({
    id: idSchema('reading'),
    kind: z.literal('reading'),
    subject: idSchema('distribution', 'edition', 'release'),
    /** A key of the fact sheet (factSheet.ts). Unknown keys are kept, for catalogues from newer programs. */
    key: z.string().min(1).max(120),
    state: z.enum(READING_STATES),
    value: valueSchema.optional(),
    source: idSchema('source').optional(),
    /** When it was observed or read. */
    date: whenSchema.optional(),
    /** Where in the source: a file and line, a section. */
    place: z.string().max(2000).default(''),
    /** Only what differs from the source's conditions. */
    conditions: conditionsSchema.optional(),
    /** Reasons why the conditions make it unfit as evidence; a spoiled reading stays on record. */
    spoiledBy: z.array(z.string().max(120)).default([]),
    certainty: z.enum(['sure', 'likely', 'unsure']).default('sure'),
    /** The analyst's choice among readings that disagree. */
    accepted: z.boolean().default(false),
    /** The reading that this one takes the place of: it was right then, and is no longer in dispute. */
    replaces: idSchema('reading').optional(),
    note: textSchema.default(''),
  })
  .refine((record) => (record.state === 'set') === (record.value !== undefined), {
    message: 'a reading has a value exactly when its state is "set"',
  });

/** One value for a fact from one source. */
export type Reading = z.infer<typeof schema>;

/** The kind of readings. */
export const reading: RecordKind<'reading', typeof schema> = {
  name: 'reading',
  version: 2,
  schema,
  // Version 2 knows what a reading replaces; what was written before replaces nothing, but its conditions may say more.
  migrations: [(data) => data],
  references: { subject: 'owner', source: 'owner', 'conditions.edition': 'cited', replaces: 'cited' },
};

/** A reading with defaults filled in. */
export const createReading = creatorOf(reading);
