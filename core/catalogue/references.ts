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

interface Step {
  readonly name: string;
  readonly isList: boolean;
}

interface Field {
  readonly name: string;
  readonly role: ReferenceRole;
  readonly path: readonly Step[];
}

type Raw = Readonly<Record<string, unknown>>;

const compiled = new WeakMap<ReferenceTable, readonly Field[]>();

function fieldsOf(table: ReferenceTable): readonly Field[] {
  let fields = compiled.get(table);
  if (!fields) {
    fields = Object.entries(table).map(([name, role]) => ({ name, role, path: name.split('.').map(stepOf) }));
    compiled.set(table, fields);
  }
  return fields;
}

const stepOf = (part: string): Step =>
  part.endsWith('[]') ? { name: part.slice(0, -2), isList: true } : { name: part, isList: false };

/** The ids that a record names, each with its field and role; an id that stands twice in a record is given twice. */
export function mentionsIn(record: object, table: ReferenceTable): Mention[] {
  const mentions: Mention[] = [];
  for (const { name, role, path } of fieldsOf(table))
    visitIds(record, path, 0, (id) => mentions.push({ field: name, role, id }));
  return mentions;
}

/** Calls back with every id that a record names, twice for one that stands twice: for whoever asks of very many records. */
export function visitMentions(record: object, table: ReferenceTable, visit: (id: RecordId) => void): void {
  for (const { path } of fieldsOf(table)) visitIds(record, path, 0, visit);
}

/** True if a record names an id in a field that says whose it is, not only what it cites. */
export function isOwnedBy(record: object, table: ReferenceTable, owner: RecordId): boolean {
  let found = false;
  const look = (id: RecordId) => (found ||= id === owner);
  for (const { role, path } of fieldsOf(table)) if (role !== 'cited') visitIds(record, path, 0, look);
  return found;
}

function visitIds(value: unknown, path: readonly Step[], at: number, visit: (id: RecordId) => void): void {
  if (value === undefined) return;
  if (at === path.length) {
    visit(value as RecordId);
    return;
  }
  const { name, isList } = path[at];
  const inner = (value as Raw)[name];
  if (!isList) visitIds(inner, path, at + 1, visit);
  else if (inner !== undefined)
    for (const each of inner as readonly unknown[]) visitIds(each, path, at + 1, visit);
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
  for (const { role, path } of fieldsOf(table)) {
    let gone = 0;
    let rest = 0;
    visitIds(left, path, 0, (id) => (isGone(id) ? gone++ : rest++));
    if (gone === 0) continue;
    if (role === 'owner' || (role === 'last owner' && rest === 0)) return null;
    left = mapIds(left, path, 0, (id) => (isGone(id) ? undefined : id)) as R;
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
  for (const { path } of fieldsOf(table)) {
    let isSame = true;
    visitIds(next, path, 0, (id) => (isSame &&= renamed(id) === id));
    if (!isSame) next = mapIds(next, path, 0, renamed) as R;
  }
  return next;
}

/** The value with its ids exchanged; what becomes undefined is taken out. A list of ids names each once. */
function mapIds(
  value: unknown,
  path: readonly Step[],
  at: number,
  exchange: (id: RecordId) => RecordId | undefined,
): unknown {
  if (value === undefined) return undefined;
  if (at === path.length) return exchange(value as RecordId);
  const { name, isList } = path[at];
  const { [name]: before, ...others } = value as Raw;
  const mapped = isList
    ? (before as readonly unknown[]).flatMap((each) => mapIds(each, path, at + 1, exchange) ?? [])
    : mapIds(before, path, at + 1, exchange);
  const inner = isList && at + 1 === path.length ? [...new Set(mapped as readonly RecordId[])] : mapped;
  return inner === undefined ? others : { ...(value as Raw), [name]: inner };
}
