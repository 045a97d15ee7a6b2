/** How records are called on screens and in documents. */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import type { RecordId } from '../catalogue/recordId.ts';

/** A layer by name: that of its record, with the edition where one is meant: `Corvane 4 Heath`. */
export function nameOfLayer(
  catalogue: Catalogue,
  { id, edition }: { id: RecordId; edition?: RecordId },
): string {
  const name = nameOf(catalogue, id);
  const record = edition ? findRecord(catalogue, edition) : undefined;
  const says = name.toLowerCase().split(/\s+/);
  return record?.kind === 'edition' && record.id !== id && !says.includes(record.name.toLowerCase())
    ? `${name} ${record.name}`
    : name;
}

/** `Tidewater`, `Tidewater 7.1`, `Tidewater Ebb`; the id itself when the record is gone. */
export function nameOf(catalogue: Catalogue, id: RecordId): string {
  const record = findRecord(catalogue, id);
  switch (record?.kind) {
    case 'distribution':
      return record.name;
    case 'release':
      return `${nameOf(catalogue, record.distribution)} ${record.version}`;
    case 'edition':
      return `${nameOf(catalogue, record.distribution)} ${record.name}`;
    case 'source':
      return record.title;
    default:
      return id;
  }
}
