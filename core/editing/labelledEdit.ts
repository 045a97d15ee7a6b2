/**
 * What every verb of this folder gives: a labelled diff that may be applied, or the issues that forbid it. A verb takes a
 * catalogue and parameters; it stores nothing, and reads no clock. Words for the label are made in wording/editText.ts.
 */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { numberEntered } from '../catalogue/entered.ts';
import { checkDiff } from '../catalogue/checkDiff.ts';
import { diffOfRecords, type Diff } from '../catalogue/diff.ts';
import { applyDiff } from '../catalogue/applyDiff.ts';
import { diffOfRemoval } from '../catalogue/removal.ts';
import type { EditLabel } from '../catalogue/edit.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { failure, success, type Result } from '../issue.ts';
import { checkLink } from '../lineage/checkLink.ts';

/** One undoable step that has not been taken yet, and what it made. */
export interface LabelledEdit<Made = undefined> {
  readonly label: EditLabel;
  readonly diff: Diff;
  readonly made: Made;
}

/** A labelled edit, or why it cannot be made. */
export type Edited<Made = undefined> = Result<LabelledEdit<Made>>;

/**
 * The edit that a diff makes, its new records numbered in the order of entering, checked: every record fits its schema, nothing points into the void, links keep the rules of
 * lineage in the state that they lead to.
 */
export function createEdit<Made>(
  catalogue: Catalogue,
  label: EditLabel,
  unnumbered: Diff,
  made: Made,
): Edited<Made> {
  const diff = numberEntered(catalogue, unnumbered);
  const refused = checkDiff(catalogue, diff);
  if (refused.length > 0) return failure(...refused);
  const after = applyDiff(catalogue, diff);
  if (!after.ok) return after;
  const links = [
    ...Object.values(diff.added),
    ...Object.values(diff.changed).map(([, next]) => next),
  ].flatMap((record) => (record.kind === 'link' ? [record] : []));
  const broken = links.flatMap((link) => checkLink(after.value, link));
  return broken.length > 0 ? failure(...broken) : success({ label, diff, made });
}

/** The edit that puts records in place of what stands under their ids. */
export function editOfRecords(catalogue: Catalogue, label: EditLabel, put: readonly AnyRecord[]): Edited {
  return createEdit(catalogue, label, diffOfRecords(catalogue, put), undefined);
}

/** The edit that deletes records with all that belongs to them alone; what only cites them stays. */
export function editOfRemoval(catalogue: Catalogue, label: EditLabel, ids: readonly RecordId[]): Edited {
  return createEdit(catalogue, label, diffOfRemoval(catalogue, ids), undefined);
}
