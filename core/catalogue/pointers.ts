/** Who names whom: what cites a record, and what belongs to it. */
import { RECORD_KINDS, type KindName, type RecordTypes } from './recordKinds.ts';
import { isOwnedBy } from './references.ts';
import type { RecordId } from './recordId.ts';
import type { Catalogue } from './catalogue.ts';

/** The records of a kind that name an id in any of their fields: what a source is cited by, what an edition is named in. */
export function recordsPointingTo<K extends KindName>(
  catalogue: Catalogue,
  id: RecordId,
  kind: K,
): RecordTypes[K][] {
  const records = catalogue.records[kind];
  return Array.from(catalogue.pointers.of(id, kind), (pointer) => records.get(pointer)!);
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
  const { references } = RECORD_KINDS[kind];
  return recordsPointingTo(catalogue, id, kind).filter((record) => isOwnedBy(record, references, id));
}
