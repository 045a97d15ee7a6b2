/** A table as it goes out: heads, and rows of texts, numbers and truths. */
import type { Catalogue } from '../../catalogue/catalogue.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import { nameOf } from '../../lineage/names.ts';

/** What stands in a cell; nothing is an empty cell. */
export type TableCell = string | number | boolean | undefined;

/** A table with its heads. */
export interface OpenTable {
  readonly head: readonly string[];
  readonly rows: readonly (readonly TableCell[])[];
}

/** Several records by name, in one cell. */
export function joinedNames(catalogue: Catalogue, ids: readonly RecordId[]): string {
  return ids.map((id) => nameOf(catalogue, id)).join('; ');
}
