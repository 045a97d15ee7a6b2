/**
 * The layer table: for every fact and every layer of a chain, what is in force there and who set it. A layer
 * that says nothing carries the value of the layer below. Where there is no reading, a change that was recorded
 * directly says what the layer has.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { FACT_KEYS, findFactKey, type FactKey } from '../catalogue/factSheet.ts';
import { dayOfRelease } from '../lineage/bases.ts';
import { chainsOfEditions, type Layer } from '../lineage/chain.ts';
import { lifeOf } from '../lineage/lives.ts';
import { cellOf, type LayerTraits, type Said } from './makeCell.ts';
import { agrees } from '../sameness/agreement.ts';
import { isKnown, NOTHING_HANDED, type Cell, type EditionCell, type Handed } from './cell.ts';
import { recordedOfLayer, type LayerRecords } from './layerRecords.ts';
import { valueInForce } from '../weighing/valueInForce.ts';

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
  /** Of each layer, whether it rolls on, by its own finding: its versions are of their day. */
  readonly moves: readonly boolean[];
}

/** The table of a chain for the given keys (all of the fact sheet by default). */
export function layerTable(
  catalogue: Catalogue,
  layers: readonly Layer[],
  keys: readonly FactKey[] = FACT_KEYS,
): LayerTable {
  const columns: LayerColumn[] = [];
  let prefix = '';
  layers.forEach((layer, index) => {
    prefix += `${layer.id} ${layer.edition ?? ''} ${layer.link?.id ?? ''} ${layer.asOf}|`;
    const make = () => columnOf(catalogue, layer, keys, columns);
    const isTop = index === layers.length - 1;
    columns.push(isTop ? make() : keptColumn(catalogue, keys, prefix, make));
  });
  const ofEditions = tablesOfEditions(catalogue, layers[layers.length - 1], keys);
  const rows = keys.map((fact, place): LayerRow => {
    const cells = columns.map((column) => column.cells[place]);
    if (ofEditions.length > 0)
      cells[cells.length - 1] = joinedCell(cells[cells.length - 1], editionCells(ofEditions, place));
    return { fact, cells };
  });
  return { layers, rows, moves: columns.map(({ traits }) => traits.moves) };
}

/** One layer over all facts. */
interface LayerColumn {
  readonly traits: LayerTraits;
  readonly cells: readonly Cell[];
}

/** The columns of bases, by what stands beneath them: many systems rest on the same. Kept as long as the catalogue is the same. */
const kept = new WeakMap<Catalogue, WeakMap<readonly FactKey[], Map<string, LayerColumn>>>();

function keptColumn(
  catalogue: Catalogue,
  keys: readonly FactKey[],
  prefix: string,
  make: () => LayerColumn,
): LayerColumn {
  let ofKeys = kept.get(catalogue);
  if (!ofKeys) kept.set(catalogue, (ofKeys = new WeakMap()));
  let columns = ofKeys.get(keys);
  if (!columns) ofKeys.set(keys, (columns = new Map()));
  let column = columns.get(prefix);
  if (!column) columns.set(prefix, (column = make()));
  return column;
}

/** The column of a layer over those beneath it. */
function columnOf(
  catalogue: Catalogue,
  layer: Layer,
  keys: readonly FactKey[],
  beneath: readonly LayerColumn[],
): LayerColumn {
  const records = recordedOfLayer(catalogue, layer);
  const index = beneath.length;
  const own = traitsOf(catalogue, layer, records);
  const traits = [...beneath.map((column) => column.traits), own];
  const cells = keys.map((fact, place) => {
    const below = fact.inherited && index > 0 ? beneath[index - 1].cells[place].handed : undefined;
    return cellOfLayer(records, fact, (said) => cellOf(catalogue, { fact, index, said, traits, below }));
  });
  return { traits: own, cells };
}

/** What one layer has of a fact; where something is said of one edition alone, and not of all the same, each stands by itself. */
function cellOfLayer(records: LayerRecords, fact: FactKey, make: (said: Said) => Cell): Cell {
  const all = records.of(fact);
  const editions = records.editionsThatSay(fact);
  if (editions.length === 0) return make(all);
  const each = editions.map((edition): EditionCell => ({ edition, cell: make(records.of(fact, edition)) }));
  return agree(each) ? make(all) : dependingCell(make(all), each);
}

/** True if all editions are known to have the same: an edition that nobody looked at may have another thing. */
function agree(each: readonly EditionCell[]): boolean {
  return each.every(({ cell }) => isKnown(cell) && agrees(cell, each[0].cell));
}

/** A cell without a value: its editions differ, and none is named. */
function dependingCell(whole: Cell, byEdition: readonly EditionCell[]): Cell {
  const { value: _value, inForce: _inForce, interval: _interval, spoiled: _spoiled, ...rest } = whole;
  return {
    ...rest,
    state: 'notLookedAt',
    absent: false,
    setBy: -1,
    isPartial: false,
    standing: null,
    disagreements: [],
    disputed: false,
    byEdition,
    handed: NOTHING_HANDED,
  };
}

interface EditionTable {
  readonly edition: RecordId;
  readonly table: LayerTable;
}

/** The tables of the editions of a top layer whose base depends on the edition; none where it does not. */
function tablesOfEditions(catalogue: Catalogue, top: Layer, keys: readonly FactKey[]): EditionTable[] {
  return chainsOfEditions(catalogue, top).map(({ edition, layers }) => ({
    edition,
    table: layerTable(catalogue, layers, keys),
  }));
}

const editionCells = (tables: readonly EditionTable[], place: number): EditionCell[] =>
  tables.map(({ edition, table }) => ({ edition, cell: table.rows[place].cells.at(-1)! }));

/** What the editions on different bases have in common: only that has a value without naming one of them. */
function joinedCell(whole: Cell, each: readonly EditionCell[]): Cell {
  if (!each.some(({ cell }) => isKnown(cell))) return whole;
  if (!agree(each)) return dependingCell(whole, each);
  const [{ cell: first }] = each;
  if (whole.inForce) return { ...whole, standing: whole.standing && 'not comparable' };
  const { value, absent, isPartial } = first;
  const handed: Handed = { ...first.handed, setBy: -1 };
  const readings = [...new Set([...whole.readings, ...each.flatMap(({ cell }) => cell.readings)])];
  return {
    ...{ ...whole, state: 'carried', absent, isPartial, handed, readings },
    ...(value !== undefined && { value }),
  };
}

/** What is asked of a layer before its facts can be weighed. */
function traitsOf(catalogue: Catalogue, layer: Layer, records: LayerRecords): LayerTraits {
  const release = recordOf(catalogue, 'release', layer.id);
  const own = (key: FactKey) =>
    valueInForce(catalogue, records.of(key, layer.edition).readings, { fact: key })?.reading.value;
  const model = String(own(MODEL) ?? own(CLAIMED) ?? '');
  return {
    ...(release && { released: dayOfRelease(release) }),
    moves: /rolling/.test(model),
    isIndependent: layer.link === undefined && lifeOf(catalogue, layer.distribution).independent,
    dependsOnEdition: layer.dependsOnEdition !== undefined,
  };
}

const [MODEL, CLAIMED] = ['model.kind', 'model.claimed'].map((key) => findFactKey(key)!);
