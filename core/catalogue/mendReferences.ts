/**
 * What of a heap of records can stand by itself: for files and stores of which a part is missing. A record whose owner is
 * missing goes, with all that belongs to it; what only cites something missing stays, without the mention.
 */
import type { AnyRecord } from './recordKinds.ts';
import { referenceTableOf } from './kindOf.ts';
import type { RecordId } from './recordId.ts';
import { visitMentions, withoutMentions } from './references.ts';

/** Records that point to each other only, and what it took. */
interface Mended {
  readonly records: readonly AnyRecord[];
  /** Records that cannot be without what is missing. */
  readonly dropped: readonly RecordId[];
  /** Records out of which a mention was taken. */
  readonly freed: readonly RecordId[];
}

/** The records that can stand without those that are missing. Gives the same objects where nothing is amiss. */
export function mendReferences(records: Iterable<AnyRecord>): Mended {
  return mendById(new Map(Array.from(records, (record) => [record.id, record])));
}

/** The same for records by their id; the map is left as it is. */
export function mendById(byId: ReadonlyMap<RecordId, AnyRecord>): Mended {
  const gone = new Set<RecordId>();
  const look = (id: RecordId) => {
    if (!byId.has(id)) gone.add(id);
  };
  for (const record of byId.values()) visitMentions(record, referenceTableOf(record), look);
  const missing = [...gone];
  if (missing.length === 0) return { records: [...byId.values()], dropped: [], freed: [] };
  const kept = new Map(byId);
  const pointers = new Map<RecordId, RecordId[]>();
  for (const record of kept.values())
    visitMentions(record, referenceTableOf(record), (id) => {
      const from = pointers.get(id);
      if (from) from.push(record.id);
      else pointers.set(id, [record.id]);
    });
  const dropped: RecordId[] = [];
  const freed = new Set<RecordId>();
  for (let id = missing.pop(); id !== undefined; id = missing.pop()) {
    for (const from of pointers.get(id) ?? []) {
      const record = kept.get(from);
      if (!record) continue;
      const left = withoutMentions(record, referenceTableOf(record), (each) => !kept.has(each));
      if (left) {
        kept.set(from, left);
        freed.add(from);
      } else {
        kept.delete(from);
        freed.delete(from);
        dropped.push(from);
        missing.push(from);
      }
    }
  }
  return { records: [...kept.values()], dropped, freed: [...freed] };
}
