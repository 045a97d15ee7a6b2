/** The change strip: six bars, their fill by how much a layer changes there. */
import { STRIP_AREAS, type StripAreaId } from '../catalogue/stripAreas.ts';
import type { LayerTable } from './layerTable.ts';
import { isSaid } from './cell.ts';
import { changesOf } from './changes.ts';

/** One bar of the change strip. */
export interface StripBar {
  readonly area: StripAreaId;
  /** Changed elements in this area. */
  readonly changed: number;
  /** The same, weighed: see `Change.amount`. */
  readonly amount: number;
  /** Facts of this area that this layer says something about. */
  readonly looked: number;
  /** 0 to 3. */
  readonly level: 0 | 1 | 2 | 3;
}

/** The six bars of a layer, always in the same order; `changes` are its changes, where they are at hand. */
export function stripOf(
  table: LayerTable,
  index = table.layers.length - 1,
  changes = changesOf(table, index),
): StripBar[] {
  return STRIP_AREAS.map(({ id }): StripBar => {
    const own = changes.filter(({ fact }) => fact.area === id);
    const amount = own.reduce((sum, change) => sum + change.amount, 0);
    return {
      area: id,
      changed: own.reduce((sum, { elements }) => sum + elements.length, 0),
      amount,
      looked: table.rows.filter(({ fact, cells }) => fact.area === id && cells[index] && isSaid(cells[index]))
        .length,
      level: levelOf(amount),
    };
  });
}

/** None, one, two or three, more: the fill of a bar. */
export function levelOf(amount: number): StripBar['level'] {
  return amount === 0 ? 0 : amount === 1 ? 1 : amount <= 3 ? 2 : 3;
}
