/** Where readings come from: a capture, a page, release notes, a hands-on note, a measurement. Dated. */
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema, nameSchema, subjectSchema, textSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';
import { lossesSchema } from './loss.ts';
import { conditionsSchema } from './conditions.ts';
import { SOURCE_KIND_NAMES } from './sourceKinds.ts';

const schema = z.strictObject({
  id: idSchema('source'),
  kind: z.literal('source'),
  entered: enteredSchema,
  sourceKind: z.enum(SOURCE_KIND_NAMES),
  title: nameSchema,
  /** An address, or the place within a collection. */
  place: z.string().max(2000).default(''),
  /** When it was published, or the capture taken. */
  date: whenSchema.optional(),
  /** When the analyst read it. */
  read: whenSchema.optional(),
  by: z.string().max(300).default(''),
  /** What was looked at in a visit, or what a document is about; the edition stands in the conditions. */
  of: subjectSchema.optional(),
  conditions: conditionsSchema.default({}),
  /** For a capture: the files it was read from. */
  files: z
    .array(
      z.strictObject({
        path: z.string().max(4000),
        format: z.string().max(60),
        bytes: z.number().nonnegative(),
      }),
    )
    .default([]),
  /** For a capture: what of it was not read; empty for a whole one. */
  losses: lossesSchema,
  note: textSchema.default(''),
});

/** Where readings come from. */
export type Source = z.infer<typeof schema>;

/** The kind of sources. */
export const source: RecordKind<'source', typeof schema> = {
  name: 'source',
  version: 6,
  schema,
  // Version 2 knows more conditions and one more kind of source, version 3 what was not read, version 5 what a
  // visit looks at, version 6 sources that are images; what was written before says nothing of them.
  migrations: [(data) => data, (data) => data, (data) => data, (data) => data, (data) => data],
  references: { 'conditions.edition': 'cited', of: 'cited' },
};

/** A source with defaults filled in. */
export const createSource = creatorOf(source);
