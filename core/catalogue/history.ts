/**
 * The edits made so far and where in them the catalogue stands. Undo and redo give the diff to apply; the
 * caller applies and saves it like any other.
 */
import { reverseDiff, type Diff } from './diff.ts';

/** One edit: what it changed, what the analyst did in words, and when (ISO date and time). */
export interface Edit {
  readonly label: string;
  readonly at: string;
  readonly diff: Diff;
}

/** Edits before `position` are in force, those from it on were undone. */
export interface History {
  readonly edits: readonly Edit[];
  readonly position: number;
}

/** A step through the history: `do` records an edit, `undo` and `redo` move over one. */
export type HistoryStep =
  { readonly type: 'do'; readonly edit: Edit } | { readonly type: 'undo' } | { readonly type: 'redo' };

/** How many edits can be undone; older ones are dropped from the history, not from the catalogue. */
export const HISTORY_LIMIT = 200;

export const EMPTY_HISTORY: History = { edits: [], position: 0 };

/**
 * Takes a step: gives the history after it and the diff to apply to the catalogue. Gives null when there is
 * nothing to undo or redo. A new edit after an undo drops the undone ones.
 */
export function stepHistory(history: History, step: HistoryStep): { history: History; diff: Diff } | null {
  if (step.type === 'do') {
    const edits = [...history.edits.slice(0, history.position), step.edit].slice(-HISTORY_LIMIT);
    return { history: { edits, position: edits.length }, diff: step.edit.diff };
  }
  const position = step.type === 'undo' ? history.position - 1 : history.position;
  const edit = history.edits[position];
  if (!edit) return null;
  return step.type === 'undo'
    ? { history: { ...history, position }, diff: reverseDiff(edit.diff) }
    : { history: { ...history, position: position + 1 }, diff: edit.diff };
}

/** The edit that undo would take back, or undefined. */
export function editToUndo(history: History): Edit | undefined {
  return history.edits[history.position - 1];
}

/** The edit that redo would bring back, or undefined. */
export function editToRedo(history: History): Edit | undefined {
  return history.edits[history.position];
}
