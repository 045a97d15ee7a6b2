/** The empty catalogue. */
import type { Catalogue } from './catalogue.ts';
import { createPagedMap, PAGE_COUNT, type PagedMap } from './pagedMap.ts';
import { KIND_NAMES, type AnyRecord, type KindName } from './recordKinds.ts';
import { catalogueOfKinds } from './wholeCatalogue.ts';

/** A catalogue without any record. */
export function createCatalogue(): Catalogue {
  const records = KIND_NAMES.map((kind) => [kind, createPagedMap<AnyRecord>(PAGE_COUNT)]);
  return catalogueOfKinds(Object.fromEntries(records) as Record<KindName, PagedMap<AnyRecord>>);
}
