/** How many facts of a layer are changed, the same, or cannot be told: counted here and nowhere else. */
import { isSaid, type Standing } from './cell.ts';
import type { LayerRow } from './layerTable.ts';

/** The facts of a layer, counted. Every fact with a standing is in exactly one of the six. */
export interface FactCounts {
  /** Of which this layer has a reading, or a change that was recorded directly. */
  readonly recorded: number;
  /** Of those, the ones that were seen. */
  readonly seen: number;
  readonly changed: number;
  readonly same: number;
  readonly baseUnknown: number;
  readonly noBase: number;
  readonly notComparable: number;
  readonly notCheckedAgain: number;
  /** All that was seen is spoiled. They are not comparable too. */
  readonly spoiled: number;
  /** Looked for, and could not be found out. */
  readonly notFoundOut: number;
  readonly contradicted: number;
}

const OF_STANDING: Readonly<Record<Standing, keyof FactCounts>> = {
  changed: 'changed',
  same: 'same',
  'base unknown': 'baseUnknown',
  'no base': 'noBase',
  'not comparable': 'notComparable',
  'not checked again': 'notCheckedAgain',
};

/** The counts of the layer at `index` (the last one by default) over some rows of a table. */
export function countsOf(rows: readonly LayerRow[], index = (rows[0]?.cells.length ?? 0) - 1): FactCounts {
  const counts = {
    ...{ recorded: 0, seen: 0, changed: 0, same: 0, baseUnknown: 0, noBase: 0, notComparable: 0 },
    ...{ notCheckedAgain: 0, spoiled: 0, notFoundOut: 0, contradicted: 0 },
  };
  for (const { cells } of rows) {
    const cell = cells[index];
    if (cell.readings.length > 0 || isSaid(cell)) counts.recorded++;
    if (cell.evidence === 'seen') counts.seen++;
    if (cell.standing) counts[OF_STANDING[cell.standing]]++;
    if (cell.spoiled) counts.spoiled++;
    if (cell.notFoundOut) counts.notFoundOut++;
    if (cell.disputed) counts.contradicted++;
  }
  return counts;
}
