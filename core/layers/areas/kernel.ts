/** The kernel of a layer next to its base's, and the others that can be had. */
import type { RecordId } from '../../catalogue/recordId.ts';
import { versionOrderOf } from '../changes.ts';
import type { LayerTable } from '../layerTable.ts';
import { cellsOf, elementsOf, introducedAt, missingFrom, topOf } from './cells.ts';

/** How the running kernel stands to the base's. */
type KernelStanding = 'same' | 'older' | 'newer' | 'other' | 'unknown';

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
  const base = String(cellsOf(table, 'kernel.version').at(-2)?.value ?? '');
  const changeable = topOf(table, 'kernel.changeable')?.value;
  const delay = topOf(table, 'kernel.delay')?.value;
  return {
    version: text('version'),
    release: text('release'),
    base,
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
    missing:
      offered.at(-1)?.state === 'notLookedAt'
        ? []
        : missingFrom(elementsOf(offered.at(-1)), elementsOf(offered.at(-2))),
    picker: text('switcher'),
    ...(typeof changeable === 'boolean' && { changeable }),
    ...(typeof delay === 'number' && { daysBehind: delay }),
  };
}

function standingOf(table: LayerTable, version: string, base: string): KernelStanding {
  if (!version || !base) return 'unknown';
  if (version === base) return 'same';
  const order = versionOrderOf(table)?.(version, base);
  if (!order) return 'other';
  return order < 0 ? 'older' : 'newer';
}
