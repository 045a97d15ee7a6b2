/**
 * A catalogue from all of its records at once, as reading a file or a store gives them: the same as adding them one by one,
 * without comparing each with what is not there.
 */
import type { Catalogue } from './catalogue.ts';
import { PAGE_COUNT } from './createCatalogue.ts';
import { PointerGroups } from './pointerGroups.ts';
import { hashKey, PagedMap, type Page } from './pagedMap.ts';
import { KIND_NAMES, RECORD_KINDS, type AnyRecord, type KindName } from './recordKinds.ts';
import type { RecordId } from './recordId.ts';
import { visitMentions } from './references.ts';

/** The catalogue of records with different ids. */
export function catalogueOfRecords(all: Iterable<AnyRecord>): Catalogue {
  const builder = new CatalogueBuilder();
  for (const record of all) builder.add(record);
  return builder.finish();
}

/** The catalogue of pages as they were stored: kind and number of each, and its records. */
export function catalogueOfPages(
  stored: Iterable<{
    readonly kind: KindName;
    readonly index: number;
    readonly records: readonly AnyRecord[];
  }>,
): Catalogue {
  const builder = new CatalogueBuilder();
  for (const { kind, index, records } of stored) builder.addPage(kind, index, records);
  return builder.finish();
}

const emptyPages = <V>() => Array.from({ length: PAGE_COUNT }, () => new Map<RecordId, V>());

/** A catalogue that is put together as its records come. */
export class CatalogueBuilder {
  readonly #pages = new Map<KindName, Map<RecordId, AnyRecord>[]>(
    KIND_NAMES.map((kind) => [kind, emptyPages()]),
  );
  /** Lists are filled much faster than sets; the first edit that concerns one makes a set of it. */
  readonly #pointers = new Map<RecordId, Map<KindName, RecordId[]>>();
  #from!: AnyRecord;
  readonly #point = (to: RecordId): void => {
    const { id, kind } = this.#from;
    let groups = this.#pointers.get(to);
    if (!groups) this.#pointers.set(to, (groups = new Map()));
    const group = groups.get(kind);
    if (!group) groups.set(kind, [id]);
    else if (group[group.length - 1] !== id) group.push(id);
  };

  /** Adds a record with an id that was not added before. */
  add(record: AnyRecord): void {
    this.#pages.get(record.kind)![hashKey(record.id) % PAGE_COUNT].set(record.id, record);
    this.#pointFrom(record);
  }

  /** Adds a page as it was stored. */
  addPage(kind: KindName, index: number, records: readonly AnyRecord[]): void {
    this.#pages.get(kind)![index] = new Map(records.map((record) => [record.id, record]));
    for (const record of records) this.#pointFrom(record);
  }

  #pointFrom(record: AnyRecord): void {
    this.#from = record;
    visitMentions(record, RECORD_KINDS[record.kind].references, this.#point);
  }

  /** The catalogue; the builder cannot be used afterwards. */
  finish(): Catalogue {
    const pointed = emptyPages<PointerGroups>();
    for (const [id, groups] of this.#pointers)
      pointed[hashKey(id) % PAGE_COUNT].set(id, new PointerGroups(groups));
    const records = Object.fromEntries([...this.#pages].map(([kind, all]) => [kind, pagedMapOf(all)]));
    return { records: records as unknown as Catalogue['records'], pointers: pagedMapOf(pointed) };
  }
}

function pagedMapOf<V>(pages: readonly Page<V>[]): PagedMap<V> {
  return new PagedMap(
    pages,
    pages.reduce((sum, page) => sum + page.size, 0),
  );
}
