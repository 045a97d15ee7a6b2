/** How records are called on screens and in documents. */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import type { RecordId } from '../catalogue/recordId.ts';

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
