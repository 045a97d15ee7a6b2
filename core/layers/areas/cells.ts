/** Looking things up in a layer table, for the views of its areas. */
import { elementsOfValue, type Element } from '../../catalogue/factValue.ts';
import type { LayerTable } from '../layerTable.ts';
import { isSaid, NOTHING_HANDED, type Cell, type Handed, type KnownValue } from '../cell.ts';
import { keyOfName, sameName } from '../../sameness/name.ts';

/** The cells of a fact, root first; none where the table does not have it. */
export const cellsOf = (table: LayerTable, key: string): readonly Cell[] =>
  table.rows.find(({ fact }) => fact.key === key)?.cells ?? [];

/** The cell of a fact in the top layer. */
export const topOf = (table: LayerTable, key: string): Cell | undefined => cellsOf(table, key).at(-1);

/** What is handed up to the top layer by the one below. */
export const belowTop = (cells: readonly Cell[]): Handed => cells.at(-2)?.handed ?? NOTHING_HANDED;

/** The elements of a list; none where it is no list, or not known. */
export const elementsOf = (cell: KnownValue | undefined): readonly Element[] => elementsOfValue(cell?.value);

/** True for a list that this layer tells itself, all of it: what the base has beside it is missing here. */
export function isToldWhole(cell: Cell | undefined): boolean {
  return cell !== undefined && isSaid(cell) && !cell.isPartial && cell.state !== 'takenOver';
}

/** True for what is not there on purpose: by the project's choice, or by one at install. */
export function isOnPurpose({ inForce }: Cell): boolean {
  return inForce?.state === 'none' && inForce.marks.includes('onPurpose');
}

/** Names of the base's elements that a layer does without; none where only some of its own are known. */
export function missingFrom(own: readonly Element[], base: readonly Element[]): string[] {
  const names = new Set(own.map(({ name }) => keyOfName(name)));
  return base.flatMap(({ name }) => (names.has(keyOfName(name)) ? [] : [name]));
}

/** The place of the lowest layer whose list has an element of this name: whose it is. */
export function introducedAt(cells: readonly Cell[], name: string): number {
  return cells.findIndex((cell) => elementsOf(cell).some((other) => sameName(other.name, name)));
}
