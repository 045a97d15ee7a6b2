/**
 * What the top layer of a chain changes on the base it rests on: facts whose value it sets and which differ
 * from the one carried up, element by element for lists. Where the base's value is not known, nothing is a
 * change: unknown never counts as equal, nor as different.
 */
import { equalValues, type Element, type FactValue } from '../catalogue/factValue.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import { STRIP_AREAS, type StripAreaId } from '../catalogue/areas.ts';
import type { Cell, LayerTable } from './layerTable.ts';
import type { Evidence } from './valueInForce.ts';

/** What happened to an element or a value. */
export type ChangeKind = 'adds' | 'drops' | 'replaces' | 'retunes';

/** One changed element; for a fact that is no list, the fact itself. */
export interface ChangedElement {
  readonly kind: ChangeKind;
  readonly before?: string;
  readonly after?: string;
}

export interface Change {
  readonly fact: FactKey;
  readonly before?: FactValue;
  readonly after?: FactValue;
  readonly elements: readonly ChangedElement[];
  readonly evidence: Evidence;
}

/** The changes that the layer at `index` makes (the last one by default); the root makes none. */
export function changesOf(table: LayerTable, index = table.layers.length - 1): Change[] {
  if (index < 1) return [];
  return table.rows.flatMap(({ fact, cells }): Change[] => {
    if (!fact.inherited) return [];
    const change = changeBetween(fact, cells[index - 1], cells[index]);
    return change ? [change] : [];
  });
}

function changeBetween(fact: FactKey, below: Cell, cell: Cell): Change | null {
  if (below.value === undefined && !below.absent) return null;
  const says = cell.state === 'own' || cell.state === 'none' || cell.state === 'doesNotApply';
  if (!says) return null;
  const elements = diffValues(below.value, cell.value);
  return elements.length
    ? { fact, before: below.value, after: cell.value, elements, evidence: cell.evidence }
    : null;
}

/** The difference of two values, element by element for lists. Undefined means: known to be none. */
export function diffValues(before: FactValue | undefined, after: FactValue | undefined): ChangedElement[] {
  if (Array.isArray(before ?? after) && Array.isArray(after ?? before)) {
    return diffElements((before as Element[] | undefined) ?? [], (after as Element[] | undefined) ?? []);
  }
  if (before === undefined) return after === undefined ? [] : [{ kind: 'adds', after: String(after) }];
  if (after === undefined) return [{ kind: 'drops', before: String(before) }];
  return equalValues(before, after)
    ? []
    : [{ kind: 'replaces', before: String(before), after: String(after) }];
}

/** Elements are paired by slot and name; a slot with one element before and after is a replacement. */
function diffElements(before: readonly Element[], after: readonly Element[]): ChangedElement[] {
  const idOf = ({ slot = '', name }: Element) => `${slot}\n${name}`;
  const old = new Map(before.map((element) => [idOf(element), element]));
  const now = new Map(after.map((element) => [idOf(element), element]));
  const changed: ChangedElement[] = [];
  const gone = before.filter((element) => !now.has(idOf(element)));
  for (const element of after) {
    const known = old.get(idOf(element));
    if (known) {
      if (!equalValues([known], [element])) changed.push({ kind: 'retunes', ...retuned(known, element) });
      continue;
    }
    const replaced = element.slot ? gone.findIndex(({ slot }) => slot === element.slot) : -1;
    if (replaced < 0) changed.push({ kind: 'adds', after: element.name });
    else changed.push({ kind: 'replaces', before: gone.splice(replaced, 1)[0].name, after: element.name });
  }
  return [...changed, ...gone.map(({ name }): ChangedElement => ({ kind: 'drops', before: name }))];
}

/** Both elements as texts that show only the settings in which they differ. */
function retuned(before: Element, after: Element): { before: string; after: string } {
  const names = Object.keys({ ...before.settings, ...after.settings });
  const differing = names.filter((name) => before.settings?.[name] !== after.settings?.[name]);
  const show = ({ name, settings }: Element) =>
    `${name} (${differing.map((key) => settings?.[key] ?? 'not set').join(', ')})`;
  return { before: show(before), after: show(after) };
}

/** One bar of the change strip. */
export interface StripBar {
  readonly area: StripAreaId;
  /** Changed elements in this area. */
  readonly changed: number;
  /** Facts of this area that this layer says something about. */
  readonly looked: number;
  /** 0 to 3. */
  readonly level: 0 | 1 | 2 | 3;
}

/** The six bars of a layer, always in the same order. */
export function stripOf(table: LayerTable, index = table.layers.length - 1): StripBar[] {
  const changes = changesOf(table, index);
  return STRIP_AREAS.map(({ id }): StripBar => {
    const changed = changes
      .filter(({ fact }) => fact.area === id)
      .reduce((sum, { elements }) => sum + elements.length, 0);
    const looked = table.rows.filter(({ fact, cells }) => fact.area === id && cells[index]?.inForce).length;
    return { area: id, changed, looked, level: levelOf(changed) };
  });
}

/** None, one, two or three, more: the fill of a bar. */
export function levelOf(changed: number): StripBar['level'] {
  return changed === 0 ? 0 : changed === 1 ? 1 : changed <= 3 ? 2 : 3;
}
