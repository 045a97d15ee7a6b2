/**
 * The layer table: for every fact and every layer of a chain, what is in force there and who set it. A layer
 * that says nothing carries the value of the layer below.
 */
import { recordOf, recordsPointingTo, type Catalogue } from '../catalogue/catalogue.ts';
import { equalValues, type FactValue } from '../catalogue/factValue.ts';
import { FACT_KEYS, type FactKey } from '../catalogue/factSheet.ts';
import type { Reading } from '../catalogue/reading.ts';
import { boundsOf } from '../catalogue/when.ts';
import type { Layer } from '../lineage/chain.ts';
import { valueInForce, type Evidence } from './valueInForce.ts';

/** The state of a value at a layer. Unknown never counts as equal, as "no" or as zero. */
export type ValueState = 'own' | 'carried' | 'unchanged' | 'notLookedAt' | 'none' | 'doesNotApply';

/** A cell: one fact at one layer. */
export interface Cell {
  readonly state: ValueState;
  /** The value in force at this layer, set here or below. */
  readonly value?: FactValue;
  /** Known to be absent: found to be none here, or carried up from where that was found. */
  readonly absent: boolean;
  /** The index of the layer that set the value, from the root; -1 where there is none. */
  readonly setBy: number;
  /** How this layer's own reading is backed; `none` where it says nothing. */
  readonly evidence: Evidence;
  readonly disputed: boolean;
  /** This layer's readings, also those not in force. */
  readonly readings: readonly Reading[];
  readonly inForce?: Reading;
}

export interface LayerRow {
  readonly fact: FactKey;
  /** One per layer, root first. */
  readonly cells: readonly Cell[];
}

export interface LayerTable {
  readonly layers: readonly Layer[];
  readonly rows: readonly LayerRow[];
}

/** The table of a chain for the given keys (all of the fact sheet by default). */
export function layerTable(
  catalogue: Catalogue,
  layers: readonly Layer[],
  keys: readonly FactKey[] = FACT_KEYS,
): LayerTable {
  const readings = layers.map((layer) => readingsByKey(catalogue, layer));
  const released = layers.map(
    (layer) => boundsOf(recordOf(catalogue, 'release', layer.id)?.date ?? '')?.first,
  );
  const rows = keys.map((fact): LayerRow => {
    const cells: Cell[] = [];
    layers.forEach((_, index) => {
      const below = fact.inherited ? cells[index - 1] : undefined;
      cells.push(cellOf(catalogue, readings[index].get(fact.key) ?? [], released[index], index, below));
    });
    return { fact, cells };
  });
  return { layers, rows };
}

/** A layer's readings: those of the release, its editions and its distribution. */
function readingsByKey(catalogue: Catalogue, layer: Layer): Map<string, Reading[]> {
  const release = recordOf(catalogue, 'release', layer.id);
  const subjects = new Set([layer.id, ...(release?.editions ?? []), layer.distribution]);
  const byKey = new Map<string, Reading[]>();
  for (const subject of subjects) {
    for (const reading of recordsPointingTo(catalogue, subject, 'reading')) {
      if (reading.subject !== subject) continue;
      byKey.set(reading.key, [...(byKey.get(reading.key) ?? []), reading]);
    }
  }
  return byKey;
}

function cellOf(
  catalogue: Catalogue,
  readings: readonly Reading[],
  released: number | undefined,
  index: number,
  below?: Cell,
): Cell {
  const found = valueInForce(catalogue, readings, released);
  const carried = { value: below?.value, absent: below?.absent ?? false, setBy: below?.setBy ?? -1 };
  if (!found) {
    const state = below === undefined || below.state === 'notLookedAt' ? 'notLookedAt' : 'carried';
    return { state, ...carried, evidence: 'none', disputed: false, readings };
  }
  const { reading, evidence, disputed } = found;
  const own = { evidence, disputed, readings, inForce: reading };
  switch (reading.state) {
    case 'set': {
      const equal = carried.value !== undefined && equalValues(carried.value, reading.value!);
      return equal
        ? { state: 'unchanged', ...carried, ...own }
        : { state: 'own', value: reading.value, absent: false, setBy: index, ...own };
    }
    case 'unchanged':
      return { state: 'unchanged', ...carried, ...own };
    default:
      return { state: reading.state, absent: true, setBy: index, ...own };
  }
}
