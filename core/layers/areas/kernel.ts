/** The kernel of a layer next to its base's, and the others that can be had. */
import type { RecordId } from '../../catalogue/recordId.ts';
import { versionOrderOf } from '../changes.ts';
import type { LayerTable } from '../layerTable.ts';
import { isOwnBuild } from '../compareValues.ts';
import { belowTop, cellsOf, elementsOf, introducedAt, isToldWhole, missingFrom, topOf } from './cells.ts';

/** How the running kernel stands to the base's. `otherDay`: the base rolls on, and its kernel is of another day. */
type KernelStanding = 'same' | 'older' | 'newer' | 'other' | 'otherDay' | 'unknown';

interface OfferedKernel {
  readonly name: string;
  readonly version: string;
  /** The lowest layer that offers it. */
  readonly layer: RecordId;
}

/** The running kernel beside the others that are offered. */
export interface KernelView {
  /** The running version and string, and the base's; empty where not known. */
  readonly version: string;
  readonly release: string;
  readonly base: string;
  /** The day on which the base's was so, where that is known. */
  readonly baseDay?: number;
  readonly standing: KernelStanding;
  readonly flavour: string;
  readonly scheduler: string;
  readonly level: string;
  readonly patches: readonly string[];
  readonly offered: readonly OfferedKernel[];
  /** What the base offers and this layer does not. */
  readonly missing: readonly string[];
  readonly picker: string;
  /** Undefined where it is not known. */
  readonly changeable?: boolean;
  readonly daysBehind?: number;
}

/** The kernel of the top layer. */
export function kernelOf(table: LayerTable): KernelView {
  const text = (key: string) => String(topOf(table, `kernel.${key}`)?.value ?? '');
  const offered = cellsOf(table, 'kernel.offered');
  const below = belowTop(cellsOf(table, 'kernel.version'));
  const base = String(below.value ?? '');
  const changeable = topOf(table, 'kernel.changeable')?.value;
  const delay = topOf(table, 'kernel.delay')?.value;
  return {
    version: text('version'),
    release: text('release'),
    base,
    ...(below.day !== undefined && { baseDay: below.day }),
    standing: standingOf(table, text('version'), base),
    flavour: text('flavour'),
    scheduler: text('scheduler'),
    level: text('level'),
    patches: elementsOf(topOf(table, 'kernel.patches')).map(({ name }) => name),
    offered: elementsOf(offered.at(-1)).map(({ name, settings }) => ({
      name,
      version: settings?.version ?? '',
      layer: table.layers[introducedAt(offered, name)].id,
    })),
    missing: isToldWhole(offered.at(-1))
      ? missingFrom(elementsOf(offered.at(-1)), elementsOf(belowTop(offered)))
      : [],
    picker: text('switcher'),
    ...(typeof changeable === 'boolean' && { changeable }),
    ...(typeof delay === 'number' && { daysBehind: delay }),
  };
}

function standingOf(table: LayerTable, version: string, base: string): KernelStanding {
  const standing = topOf(table, 'kernel.version')?.standing;
  if (!version || !base) return 'unknown';
  if (standing === 'not comparable') return 'otherDay';
  if (version === base) return 'same';
  const order = versionOrderOf(table);
  if (!order || isOwnBuild(base, version)) return 'other';
  return order(version, base) < 0 ? 'older' : 'newer';
}
