/** Edits and the history that they make, as they are stored. */
import type { Diff } from './diff.ts';
import type { RecordId } from './recordId.ts';

/** What the analyst did, as a code with what it was done to; worded at the edge (wording/editText.ts). */
export interface EditLabel {
  readonly code: string;
  readonly params: Readonly<Record<string, string | number>>;
}

/** Which packed list a snapshot has before and after an edit: the SHA-256 of its bytes, or null for none. */
export type ListChanges = Readonly<Record<RecordId, readonly [before: string | null, after: string | null]>>;

/** One edit: what it changed, what the analyst did, and when (ISO date and time). */
export interface Edit {
  readonly label: EditLabel;
  readonly at: string;
  readonly diff: Diff;
  /** The package lists that came or went with it. */
  readonly lists?: ListChanges;
}

/** Edits before `position` are in force, those from it on were undone. */
export interface History {
  readonly edits: readonly Edit[];
  readonly position: number;
}

/** A step through the history: `do` records an edit, `undo` and `redo` move over one. */
export type HistoryStep =
  { readonly type: 'do'; readonly edit: Edit } | { readonly type: 'undo' } | { readonly type: 'redo' };
