/** Which application fills which role, where it comes from, and which roles are empty. */
import { APPLICATION_ROLES, findFactKey, type FactKey } from '../../catalogue/factSheet.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import type { Cell } from '../cell.ts';
import { comparedElements } from '../changes.ts';
import type { ComparedElement } from '../compareValues.ts';
import type { LayerTable } from '../layerTable.ts';
import { belowTop, cellsOf, elementsOf, isOnPurpose, topOf } from './cells.ts';
import { keyOfName, sameName } from '../../sameness/name.ts';
import { sameValue } from '../../sameness/value.ts';

/**
 * How a role is filled: as in a base, by the layer's own choice, here (what the base has cannot be told), by nothing, left empty
 * on purpose, seen under conditions that spoil it, or not known.
 */
type RoleState = 'carried' | 'own' | 'said' | 'empty' | 'chosen' | 'spoiled' | 'unknown';

/** One role and the applications that fill it, here and in the base. */
export interface RoleRow {
  readonly fact: FactKey;
  readonly application: string;
  readonly state: RoleState;
  /** The layer that fills it so, where one does. */
  readonly layer?: RecordId;
  /** What the base has in that role, where it is another one. */
  readonly base: string;
  /** Why it is empty, in the words in which it was said. */
  readonly why: string;
  /** The desktop that the application belongs to, where that was found. */
  readonly belongs: string;
  /** True for one that belongs to another desktop than the default one. */
  readonly foreign: boolean;
}

/** Roles and what else is set by default. */
export interface DefaultsView {
  readonly roles: readonly RoleRow[];
  readonly counts: Readonly<Record<RoleState, number>>;
  /** Services that the layer switches on or leaves out; null where the base's, or its own, are not known. */
  readonly services: readonly ComparedElement[] | null;
  /** Programs of the analyst's own, that were left out. */
  readonly leftOut: readonly string[];
}

/** The default applications of the top layer. */
export function defaultsOf(table: LayerTable): DefaultsView {
  const belongs = slots(table, 'defaults.belongs');
  const chosen = new Set(elementsOf(topOf(table, 'defaults.leftEmpty')).map(({ name }) => keyOfName(name)));
  const desktop = String(topOf(table, 'defaults.desktop')?.value ?? '');
  const roles = APPLICATION_ROLES.map(({ id }): RoleRow => {
    const fact = findFactKey(`defaults.application.${id}`)!;
    const cells = cellsOf(table, fact.key);
    const [below, top] = [belowTop(cells), cells[cells.length - 1]];
    const application = String(top.value ?? '');
    const names = [fact.label, id].map(keyOfName);
    const home = [...names, keyOfName(application)].flatMap((name) => belongs.get(name) ?? [])[0] ?? '';
    const isChosen = names.some((name) => chosen.has(name)) || isOnPurpose(top);
    return {
      fact,
      application,
      state: roleStateOf(top, cells.length - 1, isChosen),
      ...(top.setBy >= 0 && { layer: table.layers[top.setBy].id }),
      base:
        below.value !== undefined && !(top.value !== undefined && sameValue(below.value, top.value))
          ? String(below.value)
          : '',
      why: isChosen ? (top.inForce?.said ?? '') : '',
      belongs: home,
      foreign: home !== '' && desktop !== '' && !sameName(home, desktop),
    };
  });
  const counts = { carried: 0, own: 0, said: 0, empty: 0, chosen: 0, spoiled: 0, unknown: 0 };
  for (const { state } of roles) counts[state]++;
  return {
    roles,
    counts,
    services: servicesOf(table),
    leftOut: elementsOf(topOf(table, 'defaults.addedByAnalyst')).map(({ name }) => name),
  };
}

/** Names of a list by the slot that each fills. */
function slots(table: LayerTable, key: string): Map<string, string> {
  return new Map(elementsOf(topOf(table, key)).map(({ slot = '', name }) => [keyOfName(slot), name]));
}

function servicesOf(table: LayerTable): readonly ComparedElement[] | null {
  const row = table.rows.find(({ fact }) => fact.key === 'defaults.services');
  const compared = row && comparedElements(row, row.cells.length - 1);
  return compared?.filter(({ kind }) => kind !== 'keeps') ?? null;
}

function roleStateOf(
  { value, absent, setBy, standing, spoiled }: Cell,
  top: number,
  isChosen: boolean,
): RoleState {
  if (spoiled) return 'spoiled';
  if (value === undefined) return isChosen ? 'chosen' : absent ? 'empty' : 'unknown';
  if (setBy !== top) return 'carried';
  return standing === 'changed' || standing === 'no base' ? 'own' : 'said';
}
