/**
 * The edits made so far and where in them the catalogue stands. Undo and redo give the diff to apply; the
 * caller applies and saves it like any other.
 */
import { reverseDiff, type Diff } from './diff.ts';
import type { History, ListChanges, HistoryStep, Edit } from './edit.ts';

/** How many edits can be undone; older ones are dropped from the history, not from the catalogue. */
export const HISTORY_LIMIT = 200;

/** A history in which nothing was done. */
export const EMPTY_HISTORY: History = { edits: [], position: 0 };

/** What a step does: the history after it, the diff to apply to the catalogue, and the lists that change with it. */
interface TakenStep {
  readonly history: History;
  readonly diff: Diff;
  readonly lists: ListChanges;
}

/**
 * Takes a step. Gives null when there is nothing to undo or redo. A new edit after an undo drops the undone ones.
 */
export function stepHistory(history: History, step: HistoryStep): TakenStep | null {
  if (step.type === 'do') {
    const edits = [...history.edits.slice(0, history.position), step.edit].slice(-HISTORY_LIMIT);
    return { history: { edits, position: edits.length }, diff: step.edit.diff, lists: step.edit.lists ?? {} };
  }
  const position = step.type === 'undo' ? history.position - 1 : history.position;
  const edit = history.edits[position];
  if (!edit) return null;
  const lists = edit.lists ?? {};
  if (step.type === 'redo')
    return { history: { ...history, position: position + 1 }, diff: edit.diff, lists };
  const back = Object.entries(lists).map(([id, [before, after]]) => [id, [after, before]] as const);
  return { history: { ...history, position }, diff: reverseDiff(edit.diff), lists: Object.fromEntries(back) };
}

/** The edit that undo would take back, or undefined. */
export function editToUndo(history: History): Edit | undefined {
  return history.edits[history.position - 1];
}

/** The edit that redo would bring back, or undefined. */
export function editToRedo(history: History): Edit | undefined {
  return history.edits[history.position];
}
