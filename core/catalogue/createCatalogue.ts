/** The empty catalogue. */
import { createPagedMap } from './pagedMap.ts';
import { KIND_NAMES } from './recordKinds.ts';
import type { Catalogue } from './catalogue.ts';

/** Pages per kind: about 3,000 records a page at 200,000 readings, and few writes for a small catalogue. */
export const PAGE_COUNT = 64;

/** A catalogue without any record. */
export function createCatalogue(): Catalogue {
  const records = Object.fromEntries(KIND_NAMES.map((kind) => [kind, createPagedMap(PAGE_COUNT)]));
  return { records: records as unknown as Catalogue['records'], pointers: createPagedMap(PAGE_COUNT) };
}
