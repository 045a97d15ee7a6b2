/** Changes that are recorded directly. */
import type { RecordedChange, ChangeKind } from './change.ts';

/** A change that is recorded directly. */
export type DirectChange = RecordedChange & { readonly does: ChangeKind };

/** True if a record says itself what is changed; else it comments on what is computed. */
export function isDirect(record: RecordedChange): record is DirectChange {
  return record.does !== undefined;
}
