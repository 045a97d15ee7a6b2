/**
 * What the top layer of a chain changes on the base it rests on: facts whose value it sets and which differ
 * from the one carried up, element by element for lists. Where the base's value is not known nothing is computed,
 * since unknown never counts as equal, nor as different; there a change stands as an analyst recorded it.
 */
import type { RecordedChange } from '../catalogue/change.ts';
import { isDirect } from '../catalogue/directChange.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import { VERSION_ORDERS, type VersionOrder } from '../packages/versionOrder.ts';
import { compareValues, type ComparedElement } from './compareValues.ts';
import type { LayerRow, LayerTable } from './layerTable.ts';
import { isKnown, NOTHING_HANDED, type Handed } from './cell.ts';
import { elementsSaid } from './recordedChanges.ts';
import type { Evidence } from '../weighing/evidenceOf.ts';
import { sameName } from '../sameness/name.ts';

/** One fact that a layer changes, with what is recorded of it. */
export interface Change {
  readonly fact: FactKey;
  readonly before?: FactValue;
  readonly after?: FactValue;
  /** What differs; for a fact that is no list one entry. Nothing that is kept. */
  readonly elements: readonly ComparedElement[];
  readonly evidence: Evidence;
  /** `recorded`: the base's value is not known, it stands as it was recorded. */
  readonly basis: 'computed' | 'recorded';
  /** What is recorded on it: motive, consequence, weight. */
  readonly notes: readonly RecordedChange[];
  /** How much it is: the weights that the analyst gave, one for each element without. */
  readonly amount: number;
}

/** The changes that the layer at `index` makes (the last one by default); the root makes none that are computed. */
export function changesOf(table: LayerTable, index = table.layers.length - 1): Change[] {
  const order = versionOrderOf(table, index);
  return table.rows.flatMap((row) => changeOf(row, index, order) ?? []);
}

function changeOf(row: LayerRow, index: number, order: VersionOrder | undefined): Change | null {
  const cell = row.cells[index];
  const below = belowOf(row, index);
  const compared = comparedElements(row, index, order);
  const recorded = isKnown(below) ? [] : cell.recorded.filter(isDirect).flatMap(elementsSaid);
  const elements = (compared ?? recorded).filter(({ kind }) => kind !== 'keeps');
  if (elements.length === 0) return null;
  return {
    fact: row.fact,
    ...(below.value !== undefined && { before: below.value }),
    ...(cell.value !== undefined && { after: cell.value }),
    elements,
    evidence: cell.evidence,
    basis: compared ? 'computed' : 'recorded',
    notes: cell.recorded,
    amount: amountOf(elements, cell.recorded),
  };
}

/**
 * What became of each element of a fact at a layer, also what is kept; null where that cannot be said: the base's value
 * or the layer's own is not known.
 */
export function comparedElements(
  row: LayerRow,
  index: number,
  order?: VersionOrder,
): readonly ComparedElement[] | null {
  const { standing, value, baseIsOfOtherDay: isOfOtherDay } = row.cells[index];
  const below = belowOf(row, index);
  if (!isKnown(below) || (standing !== 'same' && standing !== 'changed')) return null;
  return compareValues(below.value, value, {
    ...{ fact: row.fact, isPartial: below.isPartial, isOfOtherDay },
    ...(order && { order }),
  });
}

/** What is handed up to a layer: nothing to a root, nor of a fact that no base hands down. */
export function belowOf({ fact, cells }: LayerRow, index = cells.length - 1): Handed {
  return fact.inherited && index > 0 ? cells[index - 1].handed : NOTHING_HANDED;
}

/** The order of versions in a chain, by the package format that is in force at a layer. */
export function versionOrderOf(table: LayerTable, index = table.layers.length - 1): VersionOrder | undefined {
  const row = table.rows.find(({ fact }) => fact.key === 'identity.packageFormat');
  return VERSION_ORDERS[row?.cells[index].value as keyof typeof VERSION_ORDERS];
}

/** True if a record is about an element: about that one, or about the fact as a whole. */
function isNoteOn(note: RecordedChange, element: ComparedElement): boolean {
  if (isDirect(note)) return elementsSaid(note).some(({ name }) => sameName(name, element.name));
  return note.element === '' || sameName(note.element, element.name);
}

/** A weight counts once for all that it is about; what nobody weighed counts one each. */
function amountOf(elements: readonly ComparedElement[], notes: readonly RecordedChange[]): number {
  const weighed = notes.filter(({ weight }) => weight !== undefined);
  const whole = weighed.find((note) => !isDirect(note) && note.element === '');
  if (whole) return whole.weight!;
  const used = weighed.filter((note) => elements.some((element) => isNoteOn(note, element)));
  const left = elements.filter((element) => !used.some((note) => isNoteOn(note, element)));
  return left.length + used.reduce((sum, { weight }) => sum + weight!, 0);
}
