/** How well something is known: seen, only claimed, or without a source. */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { SOURCE_KINDS } from '../catalogue/sourceKinds.ts';

/** How well a reading is backed: seen on a system, only claimed somewhere, or without any source. */
export type Evidence = 'seen' | 'claimed' | 'none';

/** How a reading is backed. */
export function evidenceOf(catalogue: Catalogue, reading: Reading): Evidence {
  return evidenceOfSources(catalogue, reading.source ? [reading.source] : []);
}

/** How something is backed that rests on several sources: as the best of them. */
export function evidenceOfSources(catalogue: Catalogue, ids: readonly RecordId[]): Evidence {
  const sources = ids.flatMap((id) => recordOf(catalogue, 'source', id) ?? []);
  if (sources.length === 0) return 'none';
  return sources.some(({ sourceKind }) => SOURCE_KINDS[sourceKind].seen) ? 'seen' : 'claimed';
}
