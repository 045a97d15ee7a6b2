/**
 * Who names whom, by the kind of the records that name: who asks for the links of a release passes over its readings. What the
 * records of a kind name is found out when it is first asked for; who only looks at the map never asks for that of readings.
 */
import { kindOf } from './kindOf.ts';
import { hashKey, PAGE_COUNT, PagedMap, pagedMapOf, emptyPages } from './pagedMap.ts';
import type { RecordId } from './recordId.ts';
import { KIND_NAMES, RECORD_KINDS, type AnyRecord, type KindName } from './recordKinds.ts';
import { visitMentions } from './references.ts';

/** Ids of records, each once, in no particular order: a list until the first edit that concerns it, which fills much faster than a set. */
type Pointers = Iterable<RecordId>;

const NONE: Pointers = [];

/** The pointers of one kind, found out once. */
class PointersOfKind {
  #named: PagedMap<Pointers> | undefined;

  constructor(private readonly find: () => PagedMap<Pointers>) {}

  get named(): PagedMap<Pointers> {
    return (this.#named ??= this.find());
  }
}

/** An immutable index of pointers. */
export class PointerIndex {
  private constructor(private readonly kinds: ReadonlyMap<KindName, PointersOfKind>) {}

  /** That of a catalogue's records. */
  static ofRecords(records: Readonly<Record<KindName, PagedMap<AnyRecord>>>): PointerIndex {
    const ofKind = (own: PagedMap<AnyRecord>) => new PointersOfKind(() => namedBy(own));
    return new PointerIndex(new Map(KIND_NAMES.map((kind) => [kind, ofKind(records[kind])])));
  }

  /** Each id that records of a kind name, with the ids of those records; none is empty. */
  named(kind: KindName): PagedMap<Pointers> {
    return this.kinds.get(kind)!.named;
  }

  /** The records of a kind that name an id. */
  of(id: RecordId, kind: KindName): Iterable<RecordId> {
    return this.named(kind).get(id) ?? NONE;
  }

  /** The records of every kind that name an id. */
  *all(id: RecordId): IterableIterator<RecordId> {
    for (const kind of KIND_NAMES) yield* this.of(id, kind);
  }

  /** True if neither index can differ from the other in a kind. */
  sharesKind(other: PointerIndex, kind: KindName): boolean {
    return this.kinds.get(kind) === other.kinds.get(kind);
  }

  /** With some pointers added and others taken out: of each id that is named, the records that now do or no longer do. */
  with(changes: ReadonlyMap<RecordId, ReadonlyMap<RecordId, boolean>>): PointerIndex {
    const byKind = new Map<KindName, Map<RecordId, Set<RecordId>>>();
    for (const [to, pointers] of changes)
      for (const [from, isThere] of pointers) {
        const kind = kindOf(from);
        let copied = byKind.get(kind);
        if (!copied) byKind.set(kind, (copied = new Map()));
        let group = copied.get(to);
        if (!group) copied.set(to, (group = new Set(this.of(to, kind))));
        if (isThere) group.add(from);
        else group.delete(from);
      }
    const kinds = new Map(this.kinds);
    for (const [kind, copied] of byKind) {
      const groups = [...copied].map(([to, group]) => [to, group.size > 0 ? group : undefined] as const);
      const named = this.named(kind).with(groups);
      kinds.set(kind, new PointersOfKind(() => named));
    }
    return new PointerIndex(kinds);
  }
}

function namedBy(records: PagedMap<AnyRecord>): PagedMap<Pointers> {
  const named = new Map<RecordId, RecordId[]>();
  let from: RecordId = '';
  const point = (to: RecordId): void => {
    const group = named.get(to);
    if (!group) named.set(to, [from]);
    else if (group[group.length - 1] !== from) group.push(from);
  };
  for (const record of records.values()) {
    from = record.id;
    visitMentions(record, RECORD_KINDS[record.kind].references, point);
  }
  const pages = emptyPages<Pointers>();
  for (const [to, group] of named) pages[hashKey(to) % PAGE_COUNT].set(to, group);
  return pagedMapOf(pages);
}
