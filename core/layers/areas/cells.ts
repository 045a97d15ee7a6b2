/** Looking things up in a layer table, for the views of its areas. */
import { elementsOfValue, type Element } from '../../catalogue/factValue.ts';
import type { LayerTable } from '../layerTable.ts';
import type { Cell } from '../cell.ts';

/** The cells of a fact, root first; none where the table does not have it. */
export const cellsOf = (table: LayerTable, key: string): readonly Cell[] =>
  table.rows.find(({ fact }) => fact.key === key)?.cells ?? [];

/** The cell of a fact in the top layer. */
export const topOf = (table: LayerTable, key: string): Cell | undefined => cellsOf(table, key).at(-1);

/** The elements of a list; none where it is no list, or not known. */
export const elementsOf = (cell: Cell | undefined): readonly Element[] => elementsOfValue(cell?.value);

/** Names of the base's elements that a layer does without. */
export function missingFrom(own: readonly Element[], base: readonly Element[]): string[] {
  const names = new Set(own.map(({ name }) => name));
  return base.flatMap(({ name }) => (names.has(name) ? [] : [name]));
}

/** The place of the lowest layer whose list has an element of this name: whose it is. */
export function introducedAt(cells: readonly Cell[], name: string): number {
  return cells.findIndex((cell) => elementsOf(cell).some((other) => other.name === name));
}
