/** Who names whom: what cites a record, and what belongs to it. */
import type { KindName, RecordTypes } from './recordKinds.ts';
import { referencesOf } from './kindOf.ts';
import type { RecordId } from './recordId.ts';
import type { Catalogue } from './catalogue.ts';

/** The records of a kind that name an id in any of their fields: what a source is cited by, what an edition is named in. */
export function recordsPointingTo<K extends KindName>(
  catalogue: Catalogue,
  id: RecordId,
  kind: K,
): RecordTypes[K][] {
  const found: RecordTypes[K][] = [];
  const prefix = `${kind}:`;
  for (const pointer of catalogue.pointers.get(id) ?? []) {
    if (pointer.startsWith(prefix)) found.push(catalogue.records[kind].get(pointer)!);
  }
  return found;
}

/** The records of a kind that are about an id: those that it is the subject of. */
export function recordsOfSubject<K extends KindName>(
  catalogue: Catalogue,
  id: RecordId,
  kind: K,
): RecordTypes[K][] {
  return recordsPointingTo(catalogue, id, kind).filter(
    (record) => 'subject' in record && record.subject === id,
  );
}

/** The records of a kind that belong to an id: the readings of a release or of a source, the releases of a distribution. */
export function recordsBelongingTo<K extends KindName>(
  catalogue: Catalogue,
  id: RecordId,
  kind: K,
): RecordTypes[K][] {
  return recordsPointingTo(catalogue, id, kind).filter((record) =>
    referencesOf(record).some((mention) => mention.id === id && mention.role !== 'cited'),
  );
}
