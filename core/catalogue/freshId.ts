/** Ids that are not taken yet. */
import { type RecordId, createRecordId } from './recordId.ts';

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
