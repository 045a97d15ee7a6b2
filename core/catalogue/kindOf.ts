/** What the kind of a record says of it. */
import type { ReferenceTable } from './recordKind.ts';
import { kindNameOf, type RecordId } from './recordId.ts';
import { mentionsIn, type Mention } from './references.ts';
import { type KindName, RECORD_KINDS, type AnyRecord } from './recordKinds.ts';

/** The kind of an id, or undefined for a text that is none: what an address names may be anything. */
export function findKindOf(id: string): KindName | undefined {
  const name = kindNameOf(id);
  return Object.hasOwn(RECORD_KINDS, name) ? (name as KindName) : undefined;
}

/** The kind of an id. Throws on an id of no kind: ids of records are made by this program only. */
export function kindOf(id: RecordId): KindName {
  const kind = findKindOf(id);
  if (!kind) throw new Error(`catalogue: expected the id of a record, came "${id}"`);
  return kind;
}

/** The ids that a record names, each with its field and what it means there. */
export function referencesOf(record: AnyRecord): readonly Mention[] {
  return mentionsIn(record, RECORD_KINDS[record.kind].references);
}

/** The reference fields of a record's kind. */
export function referenceTableOf(record: AnyRecord): ReferenceTable {
  return RECORD_KINDS[record.kind].references;
}
