/**
 * What lies in the store of one catalogue:
 *
 *     mark                   which store this is, and the term of its present writer; read back with each write
 *     head/a, head/b         which pages are in force, up to which step; written one after the other
 *     page/KIND/PAGE/T.N     the records of one page of one kind, written by the writer of term T
 *     step/T/N               one step of the history: number, checksum of its predecessor, what it does
 *     edit/T.N/I             an edit of the history that came with the catalogue and not by a step
 *     list/SUM               a packed package list, under the SHA-256 of its bytes
 *
 * All but lists are sealed (sealedItem.ts). Steps stay as long as they can be undone: they are the history.
 */
import type { Edit, HistoryStep } from '../core/catalogue/edit.ts';
import type { Versions } from '../core/catalogue/migrate.ts';
import type { RecordId } from '../core/catalogue/recordId.ts';

/** A page in force. */
export interface PageEntry {
  readonly key: string;
  readonly sum: string;
  readonly records: number;
  readonly size: number;
}

/** What is in force. */
export interface Head {
  readonly versions: Versions;
  /** The number of the last step that the pages contain, and the checksum that its successor names. */
  readonly step: number;
  readonly sum: string;
  /** By `KIND/PAGE`. */
  readonly pages: Readonly<Record<string, PageEntry>>;
  /** The packed list of each snapshot, by its checksum. */
  readonly lists: Readonly<Record<RecordId, string>>;
  /** Keys of the items that hold the edits, oldest first, and how many of them are in force. */
  readonly edits: readonly string[];
  readonly position: number;
}

/** One step, as it is stored. */
export interface StepItem {
  readonly number: number;
  readonly term: number;
  /** The checksum of the step before, or the head's. */
  readonly previous: string;
  readonly versions: Versions;
  readonly step: HistoryStep;
}

/** One edit that did not come by a step, as it is stored. */
export interface EditItem {
  readonly versions: Versions;
  readonly edit: Edit;
}
