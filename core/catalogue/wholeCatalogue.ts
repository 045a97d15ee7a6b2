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

const emptyPages = <V>() => Array.from({ length: PAGE_COUNT }, () => new Map<RecordId, V>());

/** A catalogue that is put together as its records come. */
export class CatalogueBuilder {
  readonly #pages = new Map<KindName, Map<RecordId, AnyRecord>[]>(
    KIND_NAMES.map((kind) => [kind, emptyPages()]),
  );
  /** Of each kind the ids it names, and by which records. Lists are filled much faster than sets; the first edit makes a set of one. */
  readonly #pointers = new Map<KindName, Map<RecordId, RecordId[]>>(
    KIND_NAMES.map((kind) => [kind, new Map()]),
  );
  #from: RecordId = '';
  #named = new Map<RecordId, RecordId[]>();
  readonly #point = (to: RecordId): void => {
    const group = this.#named.get(to);
    if (!group) this.#named.set(to, [this.#from]);
    else if (group[group.length - 1] !== this.#from) group.push(this.#from);
  };

  /** Adds a record with an id that was not added before. */
  add(record: AnyRecord): void {
    this.#pages.get(record.kind)![hashKey(record.id) % PAGE_COUNT].set(record.id, record);
    this.#pointFrom(record);
  }

  /** Adds a page as it was stored. */
  addPage(kind: KindName, index: number, records: readonly AnyRecord[]): void {
    const page = new Map<RecordId, AnyRecord>();
    for (const record of records) {
      page.set(record.id, record);
      this.#pointFrom(record);
    }
    this.#pages.get(kind)![index] = page;
  }

  #pointFrom(record: AnyRecord): void {
    this.#from = record.id;
    this.#named = this.#pointers.get(record.kind)!;
    visitMentions(record, RECORD_KINDS[record.kind].references, this.#point);
  }

  /** The catalogue; the builder cannot be used afterwards. */
  finish(): Catalogue {
    const pointed = emptyPages<PointerGroups>();
    const groups = new Map<RecordId, [KindName, RecordId[]][]>();
    for (const [kind, named] of this.#pointers)
      for (const [id, group] of named) {
        const others = groups.get(id);
        if (others) others.push([kind, group]);
        else groups.set(id, [[kind, group]]);
      }
    for (const [id, all] of groups) pointed[hashKey(id) % PAGE_COUNT].set(id, new PointerGroups(all));
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
