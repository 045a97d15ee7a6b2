/** What is saved of a catalogue. */
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import type { History } from '../core/catalogue/edit.ts';
import type { RecordId } from '../core/catalogue/recordId.ts';

/** A catalogue as it is saved: records, history, and the packed list of each snapshot by its checksum. */
export interface SavedState {
  readonly catalogue: Catalogue;
  readonly history: History;
  readonly lists: ReadonlyMap<RecordId, string>;
}
