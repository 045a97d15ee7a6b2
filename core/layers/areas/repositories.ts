/** The repositories of a layer in the order in which the system asks them, with whose each is. */
import type { FactValue } from '../../catalogue/factValue.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import type { LayerTable } from '../layerTable.ts';
import type { Cell } from '../cell.ts';
import { partOfRepository } from '../../packages/listParts.ts';
import { belowTop, cellsOf, elementsOf, introducedAt, isToldWhole, missingFrom } from './cells.ts';

/** A repository of the top layer. */
export interface RepositoryRow {
  /** Place in the order in which the system asks them, from 1. */
  readonly place: number;
  readonly name: string;
  /** The lowest layer that has it: whose it is. */
  readonly layer: RecordId;
  readonly components: string;
  /** `on`, `off`, or as recorded. */
  readonly state: string;
  /** As recorded: whose it is said to be, how far it is tested, which release it follows, what it is for. */
  readonly owner: string;
  /** Whose it is, as far as somebody says: `base` where a layer below has it too. */
  readonly whose: 'own' | 'base' | 'other' | 'unknown';
  readonly tier: string;
  readonly suite: string;
  readonly purpose: string;
  /** Days that packages are held before they come into it: of itself, else of the layer that has it. */
  readonly holding?: number;
  /** The most, where that is known. */
  readonly holdingMost?: number;
}

/** The repositories of the top layer in order, and the ones of the base that it does without. */
export function repositoriesOf(table: LayerTable): {
  readonly rows: readonly RepositoryRow[];
  readonly missing: readonly string[];
} {
  const cells = cellsOf(table, 'repositories.archives');
  const holding = cellsOf(table, 'repositories.holding');
  const most = cellsOf(table, 'repositories.holdingMost');
  const rows = elementsOf(cells.at(-1)).map(({ name, settings }, i): RepositoryRow => {
    const first = introducedAt(cells, name);
    // How long a base tests its packages says nothing of what a derivative adds, nor of updates and security fixes.
    const isTested = partOfRepository(name) === 'base' && !saysItsOwn(cells[first]);
    const ofLayer = (key: readonly Cell[]) =>
      isTested && key[first]?.setBy === first ? key[first].value : undefined;
    const least = daysOf(settings?.holding ?? ofLayer(holding));
    // The least and the most make a range only where one source gives both.
    const isOneSource = most[first]?.inForce?.source === holding[first]?.inForce?.source;
    const longest = daysOf(settings?.holdingMost ?? (isOneSource ? ofLayer(most) : undefined));
    return {
      place: i + 1,
      name,
      layer: table.layers[first].id,
      components: settings?.components ?? '',
      state: settings?.state ?? 'on',
      owner: settings?.owner ?? '',
      whose: whoseIs(settings?.owner ?? '', first < cells.length - 1),
      tier: settings?.tier ?? '',
      suite: settings?.suite ?? '',
      purpose: settings?.purpose ?? '',
      ...(least !== undefined && { holding: least }),
      ...(longest !== undefined && { holdingMost: longest }),
    };
  });
  const missing = isToldWhole(cells.at(-1))
    ? missingFrom(elementsOf(cells.at(-1)), elementsOf(belowTop(cells)))
    : [];
  return { rows, missing };
}

/** Whose an archive is: as it is said; without that, of the base where the base has it. */
function whoseIs(owner: string, isBelow: boolean): RepositoryRow['whose'] {
  if (owner === 'own' || owner === 'base') return owner;
  if (owner) return 'other';
  return isBelow ? 'base' : 'unknown';
}

/** True where a layer tells of some tier how long it is tested: that is not the time of the others. */
function saysItsOwn(cell: Cell): boolean {
  return elementsOf(cell).some(({ settings }) => settings?.holding !== undefined);
}

/** `10`, `10 days`. */
function daysOf(value: FactValue | undefined): number | undefined {
  const days = /^\d+(\.\d+)?/.exec(String(value ?? ''))?.[0];
  return days === undefined ? undefined : Number(days);
}
