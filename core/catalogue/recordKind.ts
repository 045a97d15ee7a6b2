/**
 * What every record kind states about itself: its schema, its version, how older data becomes current, and
 * which other records it points to. One file per kind uses this; recordKinds.ts lists them.
 */
import { z } from '../schemaChecks.ts';

/** Brings a record's raw data from one version to the next. Must not throw on data valid for its version. */
export type Migration = (data: Record<string, unknown>) => Record<string, unknown>;

/**
 * What becomes of a record when the one that a field of it names is deleted: named by `owner`, it goes along; named by
 * `last owner`, it goes when no other is left in the field; named by `cited`, it stays and the mention is taken out.
 */
export type ReferenceRole = 'owner' | 'last owner' | 'cited';

/** Every field that holds ids, by its path: `subject`, `sources[]` (a list), `conditions.edition` (within another), `suits[].id`. */
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

/** The fields of a kind as they are when nothing is said in them; those that must be said are absent. */
export function blankOf(schema: z.ZodType): Record<string, unknown> {
  return Object.fromEntries(Object.entries(defaultsOf(schema)).map(([name, make]) => [name, make()]));
}

/** Each default is made anew for each record: lists are not shared. */
function defaultsOf(schema: z.ZodType): Record<string, () => unknown> {
  const shape = schema instanceof z.ZodObject ? (schema.shape as Record<string, z.ZodType>) : {};
  const defaults: Record<string, () => unknown> = {};
  for (const [name, field] of Object.entries(shape))
    if (field instanceof z.ZodDefault) defaults[name] = () => structuredClone(field.parse(undefined));
  return defaults;
}
