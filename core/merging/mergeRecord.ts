/**
 * One record that both have, merged field by field: what only one of them changed is taken, what both changed alike as well,
 * lists are joined element by element; the rest is in conflict. Without an ancestor an empty field is what it starts from.
 * Law: the result fits the schema, or the record as a whole is in conflict.
 */
import { blankOf } from '../catalogue/recordKind.ts';
import { RECORD_KINDS, type AnyRecord, type KindName } from '../catalogue/recordKinds.ts';
import type { Choice, Conflict } from './conflict.ts';
import { asMet, sorted, saySame } from './identity.ts';

type Fields = Readonly<Record<string, unknown>>;

/** Fields that mean something together only: taken from one side, all of them. */
const TOGETHER: Readonly<Partial<Record<KindName, readonly (readonly string[])[]>>> = {
  reading: [
    ['state', 'value', 'said', 'interval', 'unit', 'tried'],
    ['accepted', 'acceptedBecause', 'spoiledBy'],
  ],
  change: [['does', 'before', 'after']],
  claim: [['verdict', 'reason', 'settled']],
  snapshot: [['packages', 'signature', 'signer', 'losses']],
  comparison: [['counts', 'accounts', 'against', 'losses']],
  assessment: [['scale', 'total']],
  sideBySide: [['subjects', 'own', 'seen', 'outcomes', 'mustHaves']],
};

/** Lists that are one value: not joined. */
const WHOLE: ReadonlySet<string> = new Set(['value', 'files', 'losses', 'steps', 'rule']);

/** Records within which fields are merged one by one. */
const NESTED: ReadonlySet<string> = new Set(['conditions']);

/** What an element of a list is known by. */
const NAMES = [
  'id',
  'name',
  'text',
  'point',
  'question',
  'among',
  'catalogue',
  'checksum',
  'path',
  'label',
  'standing',
];

/** Values that say nothing, where there is no ancestor. */
const SAYS_NOTHING: ReadonlySet<unknown> = new Set([undefined, '', false, 0, 'unknown', 'unchecked']);

/** What became of one record. */
interface MergedRecord {
  readonly record: AnyRecord;
  readonly conflicts: readonly Conflict[];
}

/** Takes what was decided of a field of the record. */
export type Decide = (conflict: Pick<Conflict, 'record' | 'field' | 'rule'>) => Choice | undefined;

/** Merges a record; undecided fields stay as mine. `base` is the ancestor's, where there is one. */
export function mergeRecord(
  base: AnyRecord | undefined,
  mine: AnyRecord,
  theirs: AnyRecord,
  decide: Decide,
): MergedRecord {
  if (saySame(mine, theirs)) return { record: mine, conflicts: [] };
  const merge = new FieldMerge(mine, decide);
  const before = base ? fieldsOf(base) : startOf(mine.kind);
  const other = fieldsOf(ownHead(mine, base ? theirs : asMet(mine, theirs)));
  const fields = merge.fields(before, fieldsOf(mine), other, '', TOGETHER[mine.kind] ?? []);
  const record = { ...mine, ...fields } as AnyRecord;
  for (const name of Object.keys(fieldsOf(mine)))
    if (fields[name] === undefined) delete (record as unknown as Record<string, unknown>)[name];
  if (RECORD_KINDS[mine.kind].schema.safeParse(record).success) return { record, conflicts: merge.conflicts };
  return mergeWhole(base, mine, theirs, decide);
}

/** Which catalogue it is, and whose, is not taken from another; what both share is noted once it is merged (markShared.ts). */
function ownHead(mine: AnyRecord, theirs: AnyRecord): AnyRecord {
  if (mine.kind !== 'about' || theirs.kind !== 'about') return theirs;
  const { catalogue, author, sample, shared } = mine;
  return { ...theirs, catalogue, author, sample, shared };
}

/** Two records of which only one as a whole can be had. */
function mergeWhole(
  base: AnyRecord | undefined,
  mine: AnyRecord,
  theirs: AnyRecord,
  decide: Decide,
): MergedRecord {
  const { kind, id } = mine;
  const conflict: Conflict = {
    ...{ kind, record: id, field: '', base: base ?? null, mine, theirs, rests: 0 },
  };
  return {
    record: decide(conflict) === 'theirs' ? ({ ...theirs, id } as AnyRecord) : mine,
    conflicts: [conflict],
  };
}

/** Without its id, kind and number: those are no sayings. */
function fieldsOf(record: AnyRecord): Fields {
  const { id: _id, kind: _kind, entered: _entered, ...fields } = record as unknown as Fields & AnyRecord;
  return fields as Fields;
}

function startOf(kind: KindName): Fields {
  const blank = blankOf(RECORD_KINDS[kind].schema);
  return Object.fromEntries(
    Object.entries(blank).filter(
      ([, value]) => Array.isArray(value) || SAYS_NOTHING.has(value) || isPlain(value),
    ),
  );
}

const isPlain = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

class FieldMerge {
  readonly conflicts: Conflict[] = [];

  constructor(
    private readonly record: AnyRecord,
    private readonly decide: Decide,
  ) {}

  fields(
    base: Fields,
    mine: Fields,
    theirs: Fields,
    path: string,
    groups: readonly (readonly string[])[],
  ): Fields {
    const grouped = new Map(groups.flatMap((group) => group.map((name) => [name, group] as const)));
    const merged: Record<string, unknown> = {};
    const done = new Set<string>();
    for (const name of new Set([...Object.keys(mine), ...Object.keys(theirs)])) {
      if (done.has(name)) continue;
      const group = grouped.get(name) ?? [name];
      for (const each of group) done.add(each);
      if (group.length > 1) Object.assign(merged, this.together(group, base, mine, theirs));
      else merged[name] = this.field(path + name, base[name], mine[name], theirs[name]);
    }
    return merged;
  }

  private together(group: readonly string[], base: Fields, mine: Fields, theirs: Fields): Fields {
    const of = (from: Fields) => Object.fromEntries(group.map((name) => [name, from[name]]));
    const [b, m, t] = [of(base), of(mine), of(theirs)];
    if (saySame(m, t) || saySame(t, b)) return m;
    if (saySame(m, b)) return t;
    const differing = group.filter((name) => !saySame(m[name], t[name]));
    // Lists that both changed are joined element by element, where nothing else of the saying differs.
    if (differing.join() === 'value' && Array.isArray(m.value) && Array.isArray(t.value)) {
      const joined = joinLists(Array.isArray(b.value) ? b.value : [], m.value, t.value);
      if (joined && joined.length > 0) return { ...m, value: joined };
    }
    const alone = differing.length === 1;
    const shown = (from: Fields) =>
      alone ? from[differing[0]] : Object.fromEntries(differing.map((name) => [name, from[name]]));
    const field = differing.includes('value') ? 'value' : differing[0];
    return this.clash(field, shown(b), shown(m), shown(t)) === 'theirs' ? t : m;
  }

  private field(path: string, base: unknown, mine: unknown, theirs: unknown): unknown {
    if (saySame(mine, theirs) || saySame(theirs, base)) return mine;
    if (saySame(mine, base)) return theirs;
    if (NESTED.has(path) && isPlain(mine) && isPlain(theirs))
      return this.fields(isPlain(base) ? base : {}, mine, theirs, `${path}.`, []);
    if (Array.isArray(mine) && Array.isArray(theirs) && !WHOLE.has(path)) {
      const joined = joinLists(Array.isArray(base) ? base : [], mine, theirs);
      if (joined) return joined;
    }
    return this.clash(path, base, mine, theirs) === 'theirs' ? theirs : mine;
  }

  private clash(field: string, base: unknown, mine: unknown, theirs: unknown): Choice | undefined {
    const { kind, id: record } = this.record;
    const shown = { base: base ?? null, mine: mine ?? null, theirs: theirs ?? null };
    this.conflicts.push({ kind, record, field, ...shown, rests: 0 });
    return this.decide({ record, field });
  }
}

/**
 * The elements of both: those that one took out are gone, those that one put in or changed are there; mine first, in my
 * order. Null when both changed one element, or one changed what the other took out.
 */
export function joinLists(
  base: readonly unknown[],
  mine: readonly unknown[],
  theirs: readonly unknown[],
): unknown[] | null {
  const [b, m, t] = [base, mine, theirs].map(byName);
  if (!b || !m || !t) return null;
  const joined: unknown[] = [];
  for (const name of new Set([...m.keys(), ...t.keys(), ...b.keys()])) {
    const [before, own, other] = [b.get(name), m.get(name), t.get(name)];
    if (saySame(own, other) || saySame(other, before)) joined.push(own);
    else if (saySame(own, before)) joined.push(other);
    else return null;
  }
  return joined.filter((element) => element !== undefined);
}

/** The elements by what they are known by; null where two are known by the same. */
function byName(list: readonly unknown[]): Map<string, unknown> | null {
  const map = new Map(list.map((element) => [nameOfElement(element), element]));
  return map.size === list.length ? map : null;
}

function nameOfElement(element: unknown): string {
  const name = isPlain(element) ? NAMES.find((each) => typeof element[each] === 'string') : undefined;
  if (!name) return JSON.stringify(sorted(element));
  const { slot = '', [name]: own } = element as Fields;
  return `${name} ${String(slot)} ${String(own)}`;
}
