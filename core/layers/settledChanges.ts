/** Recorded changes held against a base that has become known. */
import { isDirect, type DirectChange } from '../catalogue/directChange.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import type { LayerTable } from './layerTable.ts';
import { settleChange, type Settlement } from './recordedChanges.ts';
import { versionOrderOf, comparedElements } from './changes.ts';

/** A change recorded directly, and how the base's value bears it out. */
export interface SettledChange extends Settlement {
  readonly fact: FactKey;
  readonly record: DirectChange;
}

/** What was recorded directly at a layer, each held against what can be computed. */
export function settledChanges(table: LayerTable, index = table.layers.length - 1): SettledChange[] {
  const order = versionOrderOf(table, index);
  return table.rows.flatMap((row) => {
    const direct = row.cells[index].recorded.filter(isDirect);
    if (direct.length === 0) return [];
    const compared = comparedElements(row, index, order);
    return direct.map((record) => ({ fact: row.fact, record, ...settleChange(record, compared) }));
  });
}
