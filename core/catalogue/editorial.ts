/** The analyst's last word on reports: a sentence or a heading in other words, an own paragraph, parts left out or moved. */
import type { RecordId } from './recordId.ts';
import { z } from '../schemaChecks.ts';
import { creatorOf, type RecordKind } from './recordKind.ts';
import { enteredSchema, idSchema, textSchema } from './recordFields.ts';
import { whenSchema } from './when.ts';

/** `rewrites` a sentence or a heading; `adds` a paragraph; `arranges` the parts. */
const EDITORIAL_ACTS = ['rewrites', 'adds', 'arranges'] as const;

const schema = z.strictObject({
  id: idSchema('editorial'),
  kind: z.literal('editorial'),
  entered: enteredSchema,
  /** The kind of reports: `dossier`, `sides`, `family` … */
  report: z.string().min(1).max(40),
  /** Of whom the report is; empty: every report of the kind. */
  subjects: z.array(idSchema('distribution', 'edition', 'release', 'purpose', 'cohort')).default([]),
  does: z.enum(EDITORIAL_ACTS),
  /** The part that it is in; empty for the title of the report, and where it arranges all of them. */
  part: z.string().max(300).default(''),
  /** Rewriting: which sentence of the part, empty for its heading. Adding: `above` or `below` what the part tells. */
  at: z.string().max(500).default(''),
  /** The analyst's words; empty leaves the sentence out. */
  text: textSchema.default(''),
  /** The heading of an own paragraph; empty for none. */
  title: z.string().max(300).default(''),
  /** What the program said when it was rewritten: where it says something else now, the words are out of date. */
  instead: textSchema.default(''),
  /** The sources that the sentence rested on then. */
  records: z.array(idSchema('source')).default([]),
  /** The parts in their order, and those left out. */
  order: z.array(z.string().max(300)).default([]),
  without: z.array(z.string().max(300)).default([]),
  by: z.string().max(300).default(''),
  date: whenSchema.optional(),
});

/** The last word on a sentence, a paragraph or the parts of a report. */
export type Editorial = z.infer<typeof schema>;

/** The kind of last words. */
export const editorial: RecordKind<'editorial', typeof schema> = {
  name: 'editorial',
  version: 1,
  schema,
  migrations: [],
  references: { 'subjects[]': 'last owner', 'records[]': 'cited' },
};

/** A last word with defaults filled in. */
export const createEditorial = creatorOf(editorial);

/** A report by its kind and those that it is of. */
export interface ReportScope {
  readonly report: string;
  readonly subjects: readonly RecordId[];
}

/** True for what is said of this very report, and not of every one of its kind. */
export const isOfReport = ({ report, subjects }: ReportScope, editorial: Editorial): boolean =>
  editorial.report === report && String(editorial.subjects) === String(subjects);
