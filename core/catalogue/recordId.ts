/** Ids of records: `kind:token`, readable, the kind to be read off. */

/** `kind:token`, for example `release:tidewater-7.1`. The kind can be read off the id. */
export type RecordId = string;

/** The kind part of an id. */
export function kindNameOf(id: RecordId): string {
  return id.slice(0, id.indexOf(':'));
}

/** The part of an id behind its kind: `tidewater-7.1`. */
export function tokenOf(id: RecordId): string {
  return id.slice(id.indexOf(':') + 1);
}

/** An id made from a kind and a readable text, for example `release:tidewater-7.1`. */
export function createRecordId(kind: string, text: string): RecordId {
  const token = text
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9.~+-]+/g, '-')
    .replace(/^[^a-z0-9]+|-+$/g, '')
    .slice(0, 80);
  return `${kind}:${token || 'x'}`;
}
