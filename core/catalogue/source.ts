/** Where readings come from: a capture, a page, release notes, a hands-on note, a measurement. Dated. */
import { z } from 'zod';
import { creatorOf, idSchema, nameSchema, textSchema, type RecordKind } from './recordKind.ts';
import { whenSchema } from './when.ts';

/** Source kinds; `seen` ones show the system itself, the others say something about it. */
export const SOURCE_KINDS = {
  capture: { label: 'capture', seen: true },
  measurement: { label: 'measurement', seen: true },
  handsOn: { label: 'hands-on note', seen: true },
  releaseNotes: { label: 'release notes', seen: false },
  page: { label: 'page', seen: false },
  directory: { label: 'directory entry', seen: false },
  memory: { label: 'from memory', seen: false },
  hearsay: { label: 'hearsay', seen: false },
} as const;

/** What kind of source it is. */
export type SourceKind = keyof typeof SOURCE_KINDS;

/** The kinds of source in their order. */
export const SOURCE_KIND_NAMES = Object.keys(SOURCE_KINDS) as [SourceKind, ...SourceKind[]];

/** When something is measured: right after the start, with nothing opened, or after programs were used. */
export const MOMENTS = ['boot', 'idle', 'after use'] as const;

/** The state of the machine when something was observed. What is not known is left out. */
export const conditionsSchema = z.strictObject({
  medium: z.enum(['live', 'installed']).optional(),
  machine: z.enum(['virtual', 'hardware']).optional(),
  memoryMiB: z.number().positive().optional(),
  cores: z.number().int().positive().optional(),
  /** Days since the package index was refreshed, at the time of the observation. */
  indexAgeDays: z.number().nonnegative().optional(),
  edition: idSchema('edition').optional(),
  alteredByAnalyst: z.boolean().optional(),
  /** For a measurement: what it was read from … */
  tool: z.string().max(300).optional(),
  /** … when … */
  moment: z.enum(MOMENTS).optional(),
  /** … how long after the start … */
  uptimeMinutes: z.number().nonnegative().optional(),
  /** … and what was open. */
  openPrograms: z.string().max(2000).optional(),
});

/** The state of the machine when something was observed. */
export type Conditions = z.infer<typeof conditionsSchema>;

const schema = z.strictObject({
  id: idSchema('source'),
  kind: z.literal('source'),
  sourceKind: z.enum(SOURCE_KIND_NAMES),
  title: nameSchema,
  /** An address, or the place within a collection. */
  place: z.string().max(2000).default(''),
  /** When it was published, or the capture taken. */
  date: whenSchema.optional(),
  /** When the analyst read it. */
  read: whenSchema.optional(),
  by: z.string().max(300).default(''),
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
  note: textSchema.default(''),
});

/** Where readings come from. */
export type Source = z.infer<typeof schema>;

/** The kind of sources. */
export const source: RecordKind<'source', typeof schema> = {
  name: 'source',
  version: 2,
  schema,
  // Version 2 knows more conditions and one more kind of source; what was written before says nothing of them.
  migrations: [(data) => data],
  references: { 'conditions.edition': 'cited' },
};

/** A source with defaults filled in. */
export const createSource = creatorOf(source);
