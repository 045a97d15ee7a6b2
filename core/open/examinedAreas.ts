/** How much of each area somebody has looked at. */
import { AREAS, type AreaId } from '../catalogue/areas.ts';
import type { Cell } from '../layers/cell.ts';
import type { LayerTable } from '../layers/layerTable.ts';

/** An area, how many of its facts were looked at in the top layer, be it in one edition, and how many it has. */
export interface ExaminedArea {
  readonly area: AreaId;
  readonly examined: number;
  readonly facts: number;
}

const isLookedAt = ({ readings, recorded }: Cell) => readings.length > 0 || recorded.length > 0;

/** The areas in their order, without the lineage, which is told apart. `table` has rows of all facts. */
export function examinedAreas({ rows }: Pick<LayerTable, 'rows'>): ExaminedArea[] {
  return AREAS.filter(({ id }) => id !== 'lineage').map(({ id }) => {
    const cells = rows.filter(({ fact }) => fact.area === id).map(({ cells }) => cells[cells.length - 1]);
    const examined = cells.filter((top) =>
      [top, ...top.byEdition.map(({ cell }) => cell)].some(isLookedAt),
    ).length;
    return { area: id, examined, facts: cells.length };
  });
}
