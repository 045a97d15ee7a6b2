/**
 * A catalogue from all of its records at once, as reading a file or a store gives them: the same as adding them one by one,
 * without comparing each with what is not there.
 */
import type { Catalogue } from './catalogue.ts';
import { emptyPages, hashKey, PAGE_COUNT, pagedMapOf, type PagedMap } from './pagedMap.ts';
import { PointerIndex } from './pointerIndex.ts';
import { KIND_NAMES, type AnyRecord, type KindName } from './recordKinds.ts';
import type { RecordId } from './recordId.ts';

/** The catalogue of records by kind. */
export function catalogueOfKinds(records: Readonly<Record<KindName, PagedMap<AnyRecord>>>): Catalogue {
  return { records: records as unknown as Catalogue['records'], pointers: PointerIndex.ofRecords(records) };
}

/** The catalogue of records with different ids. */
export function catalogueOfRecords(all: Iterable<AnyRecord>): Catalogue {
  const builder = new CatalogueBuilder();
  for (const record of all) builder.add(record);
  return builder.finish();
}

/** A catalogue that is put together as its records come. */
export class CatalogueBuilder {
  readonly #pages = new Map<KindName, Map<RecordId, AnyRecord>[]>(
    KIND_NAMES.map((kind) => [kind, emptyPages()]),
  );

  /** Adds a record with an id that was not added before. */
  add(record: AnyRecord): void {
    this.#pages.get(record.kind)![hashKey(record.id) % PAGE_COUNT].set(record.id, record);
  }

  /** Adds a page as it was stored. */
  addPage(kind: KindName, index: number, records: readonly AnyRecord[]): void {
    const page = new Map<RecordId, AnyRecord>();
    for (const record of records) page.set(record.id, record);
    this.#pages.get(kind)![index] = page;
  }

  /** The catalogue; the builder cannot be used afterwards. */
  finish(): Catalogue {
    const records = [...this.#pages].map(([kind, all]) => [kind, pagedMapOf(all)]);
    return catalogueOfKinds(Object.fromEntries(records) as Record<KindName, PagedMap<AnyRecord>>);
  }
}
