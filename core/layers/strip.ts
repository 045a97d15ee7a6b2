/** The change strip: six bars, their fill by how much a layer changes there. */
import { STRIP_AREAS, type StripAreaId } from '../catalogue/stripAreas.ts';
import { isSaid } from './cell.ts';
import { changesOf } from './changes.ts';
import { countsOf, type FactCounts } from './counts.ts';
import type { LayerTable } from './layerTable.ts';

/** One bar of the change strip. */
export interface StripBar {
  readonly area: StripAreaId;
  /** Changed elements in this area. */
  readonly changed: number;
  /** The same, weighed: see `Change.amount`. */
  readonly amount: number;
  /** Facts of this area that this layer says something about. */
  readonly looked: number;
  /** Facts that were held against the base and are the same. */
  readonly same: number;
  /** Facts that were said, or seen, and cannot be held against a base: why, by number. */
  readonly apart: Pick<FactCounts, 'baseUnknown' | 'noBase' | 'notComparable' | 'notCheckedAgain'>;
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
    const rows = table.rows.filter(({ fact }) => fact.area === id);
    const { same, baseUnknown, noBase, notComparable, notCheckedAgain } = countsOf(rows, index);
    return {
      area: id,
      changed: own.reduce((sum, { elements }) => sum + elements.length, 0),
      amount,
      looked: rows.filter(({ cells }) => isSaid(cells[index]) || cells[index].spoiled).length,
      same,
      apart: { baseUnknown, noBase, notComparable, notCheckedAgain },
      level: levelOf(amount),
    };
  });
}

/** True for a bar of an area of which something was said, but nothing that could be held against a base. */
export function isApart({ changed, same, looked }: StripBar): boolean {
  return looked > 0 && changed === 0 && same === 0;
}

/** None, one, two or three, more: the fill of a bar. */
export function levelOf(amount: number): StripBar['level'] {
  return amount === 0 ? 0 : amount === 1 ? 1 : amount <= 3 ? 2 : 3;
}
