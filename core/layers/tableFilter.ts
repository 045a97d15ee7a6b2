/** Which rows of a layer table are shown: what the top layer sets, what sources contradict, what is spoiled, what nobody looked at. */
import type { AreaId } from '../catalogue/areas.ts';
import type { LayerRow, LayerTable } from './layerTable.ts';
import { isSaid } from './cell.ts';

/** Which rows of a layer table can be asked for. */
export const ROW_FILTERS = {
  own: {
    label: 'Set here',
    holds: (row: LayerRow) => ['own', 'none', 'doesNotApply'].includes(topOf(row).state),
  },
  contradicted: {
    label: 'Contradicted',
    holds: (row: LayerRow) => row.cells.some(({ disputed }) => disputed),
  },
  spoiled: {
    label: 'Spoiled',
    holds: (row: LayerRow) => topOf(row).spoiled !== undefined,
  },
  unseen: {
    label: 'Not looked at',
    holds: (row: LayerRow) => !isSaid(topOf(row)) && topOf(row).readings.length === 0,
  },
} as const;
/** One of them. */
export type RowFilter = keyof typeof ROW_FILTERS;

const topOf = ({ cells }: LayerRow) => cells[cells.length - 1];

/** The table with the rows that pass. */
export function filterTable(
  table: LayerTable,
  { only, area }: { readonly only?: RowFilter; readonly area?: AreaId },
): LayerTable {
  const rows = table.rows.filter(
    (row) => (!only || ROW_FILTERS[only].holds(row)) && (!area || row.fact.area === area),
  );
  return { ...table, rows };
}
