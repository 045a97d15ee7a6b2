/**
 * A catalogue from all of its records at once, as reading a file or a store gives them: the same as adding them one by one,
 * without comparing each with what is not there.
 */
import type { Catalogue } from './catalogue.ts';
import { PAGE_COUNT } from './createCatalogue.ts';
import { hashKey, PagedMap, type Page } from './pagedMap.ts';
import { KIND_NAMES, RECORD_KINDS, type AnyRecord, type KindName } from './recordKinds.ts';
import type { RecordId } from './recordId.ts';
import { visitMentions } from './references.ts';

/** The catalogue of records with different ids. */
export function catalogueOfRecords(all: Iterable<AnyRecord>): Catalogue {
  const pages = new Map<KindName, Map<RecordId, AnyRecord>[]>();
  for (const kind of KIND_NAMES) pages.set(kind, emptyPages());
  for (const record of all) pages.get(record.kind)![hashKey(record.id) % PAGE_COUNT].set(record.id, record);
  return withPointers(pages);
}

/** The catalogue of pages as they were stored: kind and number of each, and its records. */
export function catalogueOfPages(
  stored: Iterable<{
    readonly kind: KindName;
    readonly index: number;
    readonly records: readonly AnyRecord[];
  }>,
): Catalogue {
  const pages = new Map<KindName, Map<RecordId, AnyRecord>[]>();
  for (const kind of KIND_NAMES) pages.set(kind, emptyPages());
  for (const { kind, index, records } of stored)
    pages.get(kind)![index] = new Map(records.map((record) => [record.id, record]));
  return withPointers(pages);
}

const emptyPages = <V>() => Array.from({ length: PAGE_COUNT }, () => new Map<RecordId, V>());

function withPointers(pages: ReadonlyMap<KindName, readonly Page<AnyRecord>[]>): Catalogue {
  // Lists are filled much faster than sets; the first edit that concerns one makes a set of it (diff.ts).
  const pointers = new Map<RecordId, RecordId[]>();
  let from = '';
  const point = (to: RecordId) => {
    const known = pointers.get(to);
    if (!known) pointers.set(to, [from]);
    else if (known[known.length - 1] !== from) known.push(from);
  };
  for (const [kind, all] of pages) {
    const table = RECORD_KINDS[kind].references;
    for (const page of all)
      for (const record of page.values()) {
        from = record.id;
        visitMentions(record, table, point);
      }
  }
  const pointed = emptyPages<Iterable<RecordId>>();
  for (const [id, ids] of pointers) pointed[hashKey(id) % PAGE_COUNT].set(id, ids);
  const records = Object.fromEntries([...pages].map(([kind, all]) => [kind, pagedMapOf(all)]));
  return { records: records as unknown as Catalogue['records'], pointers: pagedMapOf(pointed) };
}

function pagedMapOf<V>(pages: readonly Page<V>[]): PagedMap<V> {
  return new PagedMap(
    pages,
    pages.reduce((sum, page) => sum + page.size, 0),
  );
}
