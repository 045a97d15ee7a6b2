/**
 * What every record kind states about itself: its schema, its version, how older data becomes current, and
 * which other records it points to. One file per kind uses this; recordKinds.ts lists them.
 */
import { z } from 'zod';

/** `kind:token`, for example `release:tidewater-7.1`. The kind can be read off the id. */
export type RecordId = string;

/** Brings a record's raw data from one version to the next. Must not throw on data valid for its version. */
export type Migration = (data: Record<string, unknown>) => Record<string, unknown>;

/**
 * What becomes of a record when the one that a field of it names is deleted: named by `owner`, it goes along; named by
 * `last owner`, it goes when no other is left in the field; named by `cited`, it stays and the mention is taken out.
 */
export type ReferenceRole = 'owner' | 'last owner' | 'cited';

/** Every field that holds ids, by its path: `subject`, `sources[]` (a list), `conditions.edition` (within another). */
export type ReferenceTable = Readonly<Record<string, ReferenceRole>>;

/** The definition of a record kind. `migrations[i]` leads from version i + 1 to version i + 2. */
export interface RecordKind<Name extends string, Schema extends z.ZodType> {
  readonly name: Name;
  readonly version: number;
  readonly schema: Schema;
  readonly migrations: readonly Migration[];
  readonly references: ReferenceTable;
}

/**
 * The maker of records of a kind: takes the fields that differ from the defaults, leaves out what is undefined. What was
 * typed is validated with the diff that brings it (checkDiff), where failure is data.
 */
export function creatorOf<Name extends string, Schema extends z.ZodType>(
  kind: RecordKind<Name, Schema>,
): (fields: Omit<z.input<Schema>, 'kind'>) => z.output<Schema> {
  const defaults = defaultsOf(kind.schema);
  return (fields) => {
    const record: Record<string, unknown> = { id: undefined, kind: kind.name };
    for (const [name, make] of Object.entries(defaults)) record[name] = make();
    for (const [name, value] of Object.entries(fields)) if (value !== undefined) record[name] = value;
    return record as z.output<Schema>;
  };
}

/** Each default is made anew for each record: lists are not shared. */
function defaultsOf(schema: z.ZodType): Record<string, () => unknown> {
  const shape = schema instanceof z.ZodObject ? (schema.shape as Record<string, z.ZodType>) : {};
  const defaults: Record<string, () => unknown> = {};
  for (const [name, field] of Object.entries(shape))
    if (field instanceof z.ZodDefault) defaults[name] = () => structuredClone(field.parse(undefined));
  return defaults;
}

/** A schema for an id of one kind, or of several. */
export function idSchema(...kinds: readonly string[]) {
  return z.string().regex(new RegExp(`^(${kinds.join('|')}):[A-Za-z0-9][A-Za-z0-9._~+-]*$`));
}

/** Short free text; long enough for a paragraph. */
export const textSchema = z.string().max(20_000);

/** Text that names something: not empty, without line breaks. */
export const nameSchema = z
  .string()
  .min(1)
  .max(300)
  .regex(/^[^\r\n]*$/);

/** The kind part of an id. */
export function kindNameOf(id: RecordId): string {
  return id.slice(0, id.indexOf(':'));
}

/** The part of an id behind its kind: `tidewater-7.1`. */
export function tokenOf(id: RecordId): string {
  return id.slice(id.indexOf(':') + 1);
}

/** An id made from a kind and a readable text, for example `release:tidewater-7.1`. */
export function createRecordId(kind: string, text: string): RecordId {
  const token = text
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9.~+-]+/g, '-')
    .replace(/^[^a-z0-9]+|-+$/g, '')
    .slice(0, 80);
  return `${kind}:${token || 'x'}`;
}

/** An id made from a text that is not taken yet: `createRecordId`, with a number behind it where it must be. */
export function createFreshId(kind: string, text: string, isTaken: (id: RecordId) => boolean): RecordId {
  const id = createRecordId(kind, text);
  let fresh = id;
  for (let n = 2; isTaken(fresh); n++) fresh = `${id}.${n}`;
  return fresh;
}

/** `createFreshId` for several records of one edit: an id given once is taken from then on. */
export function createIdSource(isTaken: (id: RecordId) => boolean): (kind: string, text: string) => RecordId {
  const given = new Set<RecordId>();
  return (kind, text) => {
    const id = createFreshId(kind, text, (each) => given.has(each) || isTaken(each));
    given.add(id);
    return id;
  };
}
