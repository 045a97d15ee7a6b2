/** Which records are other ones in a later catalogue, found page by page: what was computed from the rest still holds. */
import type { Catalogue } from './catalogue.ts';
import type { PagedMap } from './pagedMap.ts';
import { KIND_NAMES } from './recordKinds.ts';
import type { RecordId } from './recordId.ts';

/**
 * The ids whose record was added, changed or removed, and those to which other records point than before. Costs as much
 * as the pages that differ, whatever the size of the catalogue.
 */
export function changedIds(from: Catalogue, to: Catalogue): Set<RecordId> {
  const changed = new Set<RecordId>();
  for (const kind of KIND_NAMES) {
    addChanged(changed, from.records[kind], to.records[kind]);
    if (!to.pointers.sharesKind(from.pointers, kind))
      addChanged(changed, from.pointers.named(kind), to.pointers.named(kind));
  }
  return changed;
}

/** False for catalogues of which neither came from the other by edits: all of them is other. */
export function sharesPages(from: Catalogue, to: Catalogue): boolean {
  return KIND_NAMES.some((kind) => {
    const before = from.records[kind].pages as readonly unknown[];
    return to.records[kind].pages.some((page, index) => page === before[index]);
  });
}

function addChanged(changed: Set<RecordId>, from: PagedMap<unknown>, to: PagedMap<unknown>): void {
  if (from === to) return;
  to.pages.forEach((page, index) => {
    const before = from.pages[index];
    if (page === before) return;
    for (const [id, value] of page) if (before.get(id) !== value) changed.add(id);
    for (const id of before.keys()) if (!page.has(id)) changed.add(id);
  });
}
