/** Deleting what can be pointed at: a distribution, an edition, a release, a link, package lists, a change, a source. */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import type { RecordedChange } from '../catalogue/change.ts';
import { diffOfRemoval } from '../catalogue/removal.ts';
import type { EditLabel } from '../catalogue/edit.ts';
import type { Link } from '../catalogue/link.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Snapshot } from '../catalogue/snapshot.ts';
import { nameOf } from '../lineage/names.ts';
import { createEdit, editOfRemoval, type Edited } from './labelledEdit.ts';

/** Deletes one record with all that belongs to it alone; what only cites it stays. Gives how many others went along. */
export function removeRecord(catalogue: Catalogue, id: RecordId): Edited<number> {
  const diff = diffOfRemoval(catalogue, [id]);
  const others = Object.keys(diff.removed).filter((each) => each !== id).length;
  return createEdit(catalogue, labelOf(catalogue, id), diff, others);
}

/** Deletes states of one repository's package list. */
export function removeSnapshots(catalogue: Catalogue, snapshots: readonly Snapshot[]): Edited {
  const label = {
    code: 'snapshot.remove',
    params: { count: snapshots.length, of: snapshots[0]?.name ?? '' },
  } as const;
  return editOfRemoval(
    catalogue,
    label,
    snapshots.map(({ id }) => id),
  );
}

function labelOf(catalogue: Catalogue, id: RecordId): EditLabel {
  const record = findRecord(catalogue, id) as Link | RecordedChange | undefined;
  if (record?.kind === 'link')
    return {
      code: 'link.remove',
      params: { derivative: nameOf(catalogue, record.derivative), base: nameOf(catalogue, record.base) },
    };
  if (record?.kind === 'change') return { code: 'change.remove', params: {} };
  return { code: 'record.remove', params: { name: nameOf(catalogue, id) } };
}
