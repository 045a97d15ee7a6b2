/**
 * Which records a record names, by the tables of its kind: who owns it and what it cites. The index of pointers, the check
 * that nothing points into the void, deletion and renaming all read these tables and nothing else.
 */
import type { ReferenceRole, ReferenceTable } from './recordKind.ts';
import type { RecordId } from './recordId.ts';

/** One id that a record names, with the field it stands in. */
export interface Mention {
  readonly field: string;
  readonly role: ReferenceRole;
  readonly id: RecordId;
}

interface Field {
  readonly name: string;
  readonly role: ReferenceRole;
  readonly path: readonly string[];
  readonly isList: boolean;
}

type Raw = Readonly<Record<string, unknown>>;

const compiled = new WeakMap<ReferenceTable, readonly Field[]>();

function fieldsOf(table: ReferenceTable): readonly Field[] {
  let fields = compiled.get(table);
  if (!fields) {
    fields = Object.entries(table).map(([name, role]) => {
      const isList = name.endsWith('[]');
      return { name, role, isList, path: (isList ? name.slice(0, -2) : name).split('.') };
    });
    compiled.set(table, fields);
  }
  return fields;
}

/** The ids that a record names, each with its field and role; an id that stands twice in a record is given twice. */
export function mentionsIn(record: object, table: ReferenceTable): Mention[] {
  const mentions: Mention[] = [];
  for (const { name, role, path, isList } of fieldsOf(table)) {
    const value = valueAt(record, path);
    if (value === undefined) continue;
    if (isList) for (const id of value as readonly RecordId[]) mentions.push({ field: name, role, id });
    else mentions.push({ field: name, role, id: value as RecordId });
  }
  return mentions;
}

/** Calls back with every id that a record names, twice for one that stands twice: for whoever asks of very many records. */
export function visitMentions(record: object, table: ReferenceTable, visit: (id: RecordId) => void): void {
  for (const { path, isList } of fieldsOf(table)) {
    const value = path.length === 1 ? (record as Raw)[path[0]] : valueAt(record, path);
    if (value === undefined) continue;
    if (!isList) visit(value as RecordId);
    else for (const id of value as readonly RecordId[]) visit(id);
  }
}

/**
 * The record once others are gone: the same object when it names none of them, without the mentions where it only cites
 * them, null where it goes along.
 */
export function withoutMentions<R extends object>(
  record: R,
  table: ReferenceTable,
  isGone: (id: RecordId) => boolean,
): R | null {
  let left: R = record;
  for (const { role, path, isList } of fieldsOf(table)) {
    const ids = valueAt(left, path);
    const gone = isList ? (ids as RecordId[] | undefined)?.some(isGone) : ids && isGone(ids as RecordId);
    if (!gone) continue;
    const rest = isList ? (ids as RecordId[]).filter((id) => !isGone(id)) : [];
    if (role === 'owner' || (role === 'last owner' && rest.length === 0)) return null;
    left = withValueAt(left, path, isList ? rest : undefined);
  }
  return left;
}

/** The record with other ids in its fields; the same object when none of them is renamed. Its own id stays. */
export function withRenamedMentions<R extends object>(
  record: R,
  table: ReferenceTable,
  renamed: (id: RecordId) => RecordId,
): R {
  let next: R = record;
  for (const { path, isList } of fieldsOf(table)) {
    const ids = valueAt(next, path);
    if (ids === undefined) continue;
    const now = isList ? (ids as RecordId[]).map(renamed) : renamed(ids as RecordId);
    const isSame = isList ? (now as RecordId[]).every((id, i) => id === (ids as RecordId[])[i]) : now === ids;
    if (!isSame) next = withValueAt(next, path, isList ? [...new Set(now as RecordId[])] : now);
  }
  return next;
}

function valueAt(record: object, path: readonly string[]): unknown {
  let value: unknown = record;
  for (const step of path) value = (value as Raw | undefined)?.[step];
  return value;
}

function withValueAt<R extends object>(record: R, [step, ...rest]: readonly string[], value: unknown): R {
  const inner = rest.length ? withValueAt((record as Raw)[step] as object, rest, value) : value;
  const { [step]: _before, ...others } = record as Raw;
  return (inner === undefined ? others : { ...record, [step]: inner }) as R;
}
