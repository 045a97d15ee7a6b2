/** The empty catalogue. */
import type { Catalogue } from './catalogue.ts';
import { createPagedMap, PAGE_COUNT, type PagedMap } from './pagedMap.ts';
import { PointerIndex } from './pointerIndex.ts';
import { KIND_NAMES, type AnyRecord, type KindName } from './recordKinds.ts';

/** A catalogue without any record. */
export function createCatalogue(): Catalogue {
  const records = Object.fromEntries(
    KIND_NAMES.map((kind) => [kind, createPagedMap<AnyRecord>(PAGE_COUNT)]),
  ) as Record<KindName, PagedMap<AnyRecord>>;
  return { records: records as unknown as Catalogue['records'], pointers: PointerIndex.ofRecords(records) };
}
