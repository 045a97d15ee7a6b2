/** Judging what is claimed. */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Claim } from '../catalogue/claim.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { createIssue, failure } from '../issue.ts';
import { editOfRecords, type Edited } from './labelledEdit.ts';

/** Writes a verdict on a claim, with what it rests on. */
export function judgeClaim(
  catalogue: Catalogue,
  id: RecordId,
  { verdict, reason }: Pick<Claim, 'verdict' | 'reason'>,
): Edited {
  const claim = recordOf(catalogue, 'claim', id);
  if (!claim) return failure(createIssue('error', 'diff.stale', id));
  const label = { code: 'claim.judge', params: { wording: claim.wording } } as const;
  return editOfRecords(catalogue, label, [{ ...claim, verdict, reason }]);
}
