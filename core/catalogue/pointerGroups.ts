/** The ids of the records that name one, by the kind of those records: who asks for the links of a release passes over its readings. */
import type { KindName } from './recordKinds.ts';
import { kindOf } from './kindOf.ts';
import type { RecordId } from './recordId.ts';

type Group = Iterable<RecordId>;
type KindGroup = readonly [kind: KindName, group: Group];

const NONE: Group = [];

/** Ids of records, each once, by kind; in no particular order. Immutable. */
export class PointerGroups implements Iterable<RecordId> {
  /** Of each kind one group at most, and none is empty. They are few: looking through them takes less than a map of them. */
  constructor(private readonly groups: readonly KindGroup[]) {}

  /** Those of one kind. */
  of(kind: KindName): Iterable<RecordId> {
    for (const [name, group] of this.groups) if (name === kind) return group;
    return NONE;
  }

  *[Symbol.iterator](): IterableIterator<RecordId> {
    for (const [, group] of this.groups) yield* group;
  }

  /** With some ids added and others taken out; undefined when none is left. Only groups that change are copied. */
  with(changes: Iterable<readonly [id: RecordId, isThere: boolean]>): PointerGroups | undefined {
    const copied = new Map<KindName, Set<RecordId>>();
    for (const [id, isThere] of changes) {
      const kind = kindOf(id);
      let group = copied.get(kind);
      if (!group) copied.set(kind, (group = new Set(this.of(kind))));
      if (isThere) group.add(id);
      else group.delete(id);
    }
    const groups: KindGroup[] = this.groups.filter(([kind]) => !copied.has(kind));
    for (const [kind, group] of copied) if (group.size > 0) groups.push([kind, group]);
    return groups.length > 0 ? new PointerGroups(groups) : undefined;
  }
}

/** Those that none names. */
export const NO_POINTERS = new PointerGroups([]);
