/** Distributions by hand. */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import { createDistribution, type Distribution } from '../catalogue/distribution.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { createEdit, type Edited } from './labelledEdit.ts';
import { type ProposedLink, freshLink } from './proposedLink.ts';

/** Adds a distribution of this name that rests on a base; or on none. */
export function addDistribution(
  catalogue: Catalogue,
  name: string,
  on: Omit<ProposedLink, 'derivative' | 'beside'> | null,
): Edited<Distribution> {
  const isTaken = (id: RecordId) => Boolean(findRecord(catalogue, id));
  const made = createDistribution({ id: createFreshId('distribution', name, isTaken), name });
  const link = on && freshLink(catalogue, { ...on, derivative: made.id }, 0);
  const label = { code: 'distribution.add', params: { name } } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, [made, ...(link ? [link] : [])]), made);
}
