/** What is saved of a catalogue. */
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import type { History, ListChanges } from '../core/catalogue/edit.ts';
import type { RecordId } from '../core/catalogue/recordId.ts';

/** A catalogue as it is saved: records, history, and the packed list of each snapshot by its checksum. */
export interface SavedState {
  readonly catalogue: Catalogue;
  readonly history: History;
  readonly lists: ReadonlyMap<RecordId, string>;
}

/** The lists once those that a step brings have come, and those that it takes have gone. */
export function withListChanges(lists: SavedState['lists'], changes: ListChanges): SavedState['lists'] {
  const next = new Map(lists);
  for (const [id, [, after]] of Object.entries(changes))
    if (after === null) next.delete(id);
    else next.set(id, after);
  return next;
}
