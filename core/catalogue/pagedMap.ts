/**
 * An immutable map split into pages by a hash of the key. Setting some keys copies only the pages that hold
 * them, so that an edit of one record among 200,000 stays cheap, and two maps can be compared page by page:
 * storage writes exactly the pages that are no longer the same object.
 */

/** One page of a paged map. */
export type Page<V> = ReadonlyMap<string, V>;

/** Changes to a map: a value to set, or undefined to delete. */
type MapChanges<V> = Iterable<readonly [string, V | undefined]>;

/** FNV-1a over UTF-16 units; spreads keys over pages. Saved pages depend on it: never change it. */
export function hashKey(key: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < key.length; i++) hash = Math.imul(hash ^ key.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}

/** An immutable map from text to V. Create with `createPagedMap`. */
export class PagedMap<V> {
  constructor(
    readonly pages: readonly Page<V>[],
    readonly size: number,
  ) {}

  get(key: string): V | undefined {
    return this.pages[hashKey(key) % this.pages.length].get(key);
  }

  has(key: string): boolean {
    return this.pages[hashKey(key) % this.pages.length].has(key);
  }

  /** A map with the changes applied; the same object if there are none. */
  with(changes: MapChanges<V>): PagedMap<V> {
    let pages: Page<V>[] | undefined;
    const copied = new Map<number, Map<string, V>>();
    let size = this.size;
    for (const [key, value] of changes) {
      const index = hashKey(key) % this.pages.length;
      let page = copied.get(index);
      if (!page) {
        page = new Map(this.pages[index]);
        copied.set(index, page);
        pages ??= this.pages.slice();
        pages[index] = page;
      }
      size -= page.size;
      if (value === undefined) page.delete(key);
      else page.set(key, value);
      size += page.size;
    }
    return pages ? new PagedMap(pages, size) : this;
  }

  *values(): IterableIterator<V> {
    for (const page of this.pages) yield* page.values();
  }

  *entries(): IterableIterator<[string, V]> {
    for (const page of this.pages) yield* page.entries();
  }
}

/** Pages per kind: about 3,000 records a page at 200,000 readings, and few writes for a small catalogue. */
export const PAGE_COUNT = 64;

/** Pages to be filled, for whoever makes a map from all of its entries. */
export const emptyPages = <V>() => Array.from({ length: PAGE_COUNT }, () => new Map<string, V>());

/** The map of filled pages. */
export function pagedMapOf<V>(pages: readonly Page<V>[]): PagedMap<V> {
  return new PagedMap(
    pages,
    pages.reduce((sum, page) => sum + page.size, 0),
  );
}

/** An empty map, or one with the given entries. All maps that are compared need the same page count. */
export function createPagedMap<V>(pageCount: number, entries: MapChanges<V> = []): PagedMap<V> {
  const empty: Page<V> = new Map();
  return new PagedMap<V>(new Array<Page<V>>(pageCount).fill(empty), 0).with(entries);
}
