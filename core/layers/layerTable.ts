/**
 * The layer table: for every fact and every layer of a chain, what is in force there and who set it. A layer
 * that says nothing carries the value of the layer below. Where there is no reading, a change that was recorded
 * directly says what the layer has.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import { isDirect } from '../catalogue/directChange.ts';
import { equalValues } from '../catalogue/equalValues.ts';
import { FACT_KEYS, type FactKey } from '../catalogue/factSheet.ts';
import type { RecordTypes } from '../catalogue/recordKinds.ts';
import { boundsOf } from '../catalogue/when.ts';
import type { Layer } from '../lineage/chain.ts';
import { applyChanges } from './recordedChanges.ts';
import { valueInForce } from './valueInForce.ts';
import { evidenceOfSources } from './evidenceOf.ts';
import type { Cell } from './cell.ts';

/** One fact over all layers, root first. */
export interface LayerRow {
  readonly fact: FactKey;
  /** One per layer, root first. */
  readonly cells: readonly Cell[];
}

/** Layers across, facts down. */
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
  const readings = layers.map((layer) => byKey(catalogue, layer, 'reading'));
  const recorded = layers.map((layer) => byKey(catalogue, layer, 'change'));
  const released = layers.map(
    (layer) => boundsOf(recordOf(catalogue, 'release', layer.id)?.date ?? '')?.first,
  );
  const rows = keys.map((fact): LayerRow => {
    const cells: Cell[] = [];
    layers.forEach((_, index) => {
      const below = fact.inherited ? cells[index - 1] : undefined;
      const said = {
        readings: readings[index].get(fact.key) ?? NOTHING,
        recorded: (fact.inherited && recorded[index].get(fact.key)) || NOTHING,
      };
      cells.push(cellOf(catalogue, said, released[index], index, below));
    });
    return { fact, cells };
  });
  return { layers, rows };
}

const NOTHING: readonly never[] = [];

/** A layer's records of a kind by key: those of the release, its editions and its distribution. */
function byKey<K extends 'reading' | 'change'>(catalogue: Catalogue, layer: Layer, kind: K) {
  const release = recordOf(catalogue, 'release', layer.id);
  const subjects = new Set([layer.id, ...(release?.editions ?? []), layer.distribution]);
  const found = new Map<string, RecordTypes[K][]>();
  for (const subject of subjects) {
    for (const record of recordsBelongingTo(catalogue, subject, kind)) {
      if (record.subject !== subject) continue;
      const known = found.get(record.key);
      if (known) known.push(record);
      else found.set(record.key, [record]);
    }
  }
  return found;
}

function cellOf(
  catalogue: Catalogue,
  said: Pick<Cell, 'readings' | 'recorded'>,
  released: number | undefined,
  index: number,
  below?: Cell,
): Cell {
  const found = valueInForce(catalogue, said.readings, released);
  const carried = { value: below?.value, absent: below?.absent ?? false, setBy: below?.setBy ?? -1 };
  if (!found) return cellBySilence(catalogue, said, index, carried, below);
  const { reading, evidence, disputed } = found;
  const own = { evidence, disputed, ...said, inForce: reading };
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

/** A layer of which nothing was read: it carries what is below, changed by what is recorded directly. */
function cellBySilence(
  catalogue: Catalogue,
  said: Pick<Cell, 'readings' | 'recorded'>,
  index: number,
  carried: Pick<Cell, 'value' | 'absent' | 'setBy'>,
  below?: Cell,
): Cell {
  const evidence = evidenceOfSources(
    catalogue,
    said.recorded.filter(isDirect).flatMap(({ sources }) => sources),
  );
  const around = { evidence, disputed: false, ...said };
  const made = applyChanges(below, said.recorded);
  if (!made) {
    const state = below === undefined || below.state === 'notLookedAt' ? 'notLookedAt' : 'carried';
    return { state, ...carried, ...around };
  }
  const isEqual =
    made.absent === carried.absent &&
    (made.absent ||
      (made.value !== undefined && carried.value !== undefined && equalValues(made.value, carried.value)));
  if (isEqual) return { state: 'unchanged', ...carried, ...around };
  return {
    state: made.absent ? 'none' : 'own',
    value: made.value,
    absent: made.absent,
    setBy: index,
    ...around,
  };
}
