/** The ids of the records that name one, by the kind of those records: who asks for the links of a release passes over its readings. */
import type { KindName } from './recordKinds.ts';
import { kindOf } from './kindOf.ts';
import type { RecordId } from './recordId.ts';

type Group = Iterable<RecordId>;

const NONE: Group = [];

/** Ids of records, each once, by kind; in no particular order. Immutable. */
export class PointerGroups implements Iterable<RecordId> {
  /** No group is empty. */
  constructor(private readonly groups: ReadonlyMap<KindName, Group>) {}

  /** Those of one kind. */
  of(kind: KindName): Iterable<RecordId> {
    return this.groups.get(kind) ?? NONE;
  }

  *[Symbol.iterator](): IterableIterator<RecordId> {
    for (const group of this.groups.values()) yield* group;
  }

  /** With some ids added and others taken out; undefined when none is left. Only groups that change are copied. */
  with(changes: Iterable<readonly [id: RecordId, isThere: boolean]>): PointerGroups | undefined {
    const groups = new Map(this.groups);
    const copied = new Map<KindName, Set<RecordId>>();
    for (const [id, isThere] of changes) {
      const kind = kindOf(id);
      let group = copied.get(kind);
      if (!group) {
        group = new Set(groups.get(kind));
        copied.set(kind, group);
        groups.set(kind, group);
      }
      if (isThere) group.add(id);
      else group.delete(id);
    }
    for (const [kind, group] of copied) if (group.size === 0) groups.delete(kind);
    return groups.size > 0 ? new PointerGroups(groups) : undefined;
  }
}

/** Those that none names. */
export const NO_POINTERS = new PointerGroups(new Map());
