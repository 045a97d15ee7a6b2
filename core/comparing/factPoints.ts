/** The facts of the fact sheet as points: what is in force on each side, who set it, and how the sides stand to each other. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import { elementsOfValue } from '../catalogue/factValue.ts';
import { isKnown, isNotChosen, isUncheckedHere, shownReading, type Cell } from '../layers/cell.ts';
import { SAME_TIME_DAYS } from '../weighing/disagreement.ts';
import type { LayerRow, LayerTable } from '../layers/layerTable.ts';
import { ranking } from '../weighing/valueInForce.ts';
import { nameOf, nameOfLayer } from '../lineage/names.ts';
import { toldSources } from '../statements/told.ts';
import { chooseMeasurements, measurementsOf, roundingOf, type Measured } from './measuring.ts';
import type { BarReason, Point, SideValue } from './point.ts';
import type { Trunk } from './trunk.ts';
import { judgePoint } from './verdict.ts';

/** Tables of the sides, over the same facts in the same order, and the base that they share. */
export interface Sides {
  readonly catalogue: Catalogue;
  readonly tables: readonly LayerTable[];
  readonly trunk: Trunk | null;
}

/** Every fact as a point, in the order of the fact sheet. */
export function factPoints(sides: Sides): Point[] {
  return sides.tables[0].rows.map(({ fact }, place) => factPoint(sides, fact, place));
}

function factPoint(sides: Sides, fact: FactKey, place: number): Point {
  const { catalogue, tables, trunk } = sides;
  const measured = fact.measured ? measuredOf(sides, fact, place) : [];
  const atTop = tables.map((table, i) =>
    sideValue(catalogue, table, place, table.layers.length - 1, trunk?.places[i] ?? -1),
  );
  const values = withDays(
    fact,
    sides,
    place,
    atTop.map((value, i) => (measured.length ? asMeasured(value, measured[i]) : value)),
  );
  return {
    key: fact.key,
    area: fact.area,
    fact,
    values,
    trunk: fact.inherited && trunk ? trunkValues(sides, trunk, place) : [],
    ...judgePoint(fact, values),
  };
}

/** What is in force at a layer of a table. */
function sideValue(
  catalogue: Catalogue,
  table: LayerTable,
  place: number,
  at: number,
  trunkAt: number,
): SideValue {
  const row = table.rows[place];
  const cell = row.cells[at];
  const setter = cell.setBy >= 0 ? row.cells[cell.setBy] : cell;
  const reading = shownReading(cell);
  const bar = barOf(cell);
  const setBy = cell.setBy >= 0 ? nameOfLayer(catalogue, table.layers[cell.setBy]) : '';
  return {
    state: cell.setBy >= 0 && isUncheckedHere(cell) ? 'takenOver' : cell.state,
    ...(cell.value !== undefined && { value: cell.value }),
    absent: cell.absent,
    ...(cell.interval && { interval: cell.interval }),
    isPartial: cell.isPartial,
    ...(reading?.state === 'set' && reading.said && { said: reading.said }),
    setBy,
    isOwn: cell.setBy === at,
    isFromTrunk: cell.setBy >= 0 && cell.setBy <= trunkAt,
    evidence: cell.evidence === 'none' ? setter.evidence : cell.evidence,
    sources: toldSources(row, cell),
    ...(reading && { reading }),
    ...(bar && { bar }),
    ...(cell.byEdition.length > 0 && { byEdition: editionsOf(catalogue, row, cell) }),
    isUncertain: isUncertain(cell, setter),
  };
}

/** Why a cell is not held against others, by itself. */
function barOf(cell: Cell): BarReason | undefined {
  if (cell.state === 'spoiled') return 'spoiled';
  if (cell.byEdition.length > 0) return 'editions';
  const { inForce } = cell;
  if (inForce && isNotChosen(inForce)) return 'notChosen';
  const isWords = inForce?.state === 'set' && cell.value === undefined && !cell.interval && !cell.absent;
  return isWords ? 'words' : undefined;
}

function editionsOf(catalogue: Catalogue, { fact }: LayerRow, { byEdition }: Cell): SideValue['byEdition'] {
  return byEdition.map(({ edition, cell }) => ({
    edition: nameOf(catalogue, edition),
    text: isKnown(cell) ? plainText(cell) : `${fact.label}: not known`,
  }));
}

function plainText({ value, absent }: Cell): string {
  if (absent) return 'none';
  return Array.isArray(value)
    ? elementsOfValue(value)
        .map(({ name }) => name)
        .join(', ')
    : String(value);
}

function isUncertain(cell: Cell, setter: Cell): boolean {
  const reading = setter.inForce;
  return (
    cell.disputed ||
    setter.evidence === 'claimed' ||
    (reading !== undefined && (reading.certainty !== 'sure' || reading.spoiledBy.length > 0))
  );
}

/** Of a measured fact, which measurement of each side is held against the others'. */
function measuredOf({ catalogue, tables }: Sides, fact: FactKey, place: number): Measured[] {
  const each = tables.map((table) => {
    const cell = table.rows[place].cells[table.layers.length - 1];
    const own = ranking(catalogue, cell.readings);
    const best = cell.inForce ? [cell.inForce, ...own.filter(({ id }) => id !== cell.inForce!.id)] : own;
    return measurementsOf(catalogue, table, best);
  });
  return chooseMeasurements(fact.key, each);
}

function asMeasured(value: SideValue, { measurement, differs }: Measured): SideValue {
  if (!measurement || value.bar) return value;
  const { reading } = measurement;
  const { said: _said, interval: _interval, value: _value, ...rest } = value;
  const interval = roundingOf(reading);
  const why = differs && [...differs.differ, ...differs.unknown];
  const bar: BarReason | undefined = why && (differs.differ.length ? 'conditions' : 'conditionsUnknown');
  return {
    ...rest,
    ...(reading.value !== undefined && { value: reading.value }),
    ...(reading.said && { said: reading.said }),
    ...(interval && { interval }),
    sources: reading.source ? [reading.source] : [],
    reading,
    ...(bar && { bar, apart: why }),
  };
}

/** Versions of two that roll on are of their day: a week apart they are not held against each other. */
function withDays(
  fact: FactKey,
  { tables }: Sides,
  place: number,
  values: readonly SideValue[],
): readonly SideValue[] {
  if (fact.type !== 'version') return values;
  const days = tables.map((table, i) => {
    const { handed, setBy } = table.rows[place].cells[table.layers.length - 1];
    return setBy >= 0 && table.moves[setBy] && !values[i].bar ? { day: handed.day } : null;
  });
  const moving = days.filter((each) => each !== null);
  const known = moving.flatMap(({ day }) => day ?? []);
  const areOfOneTime =
    known.length === moving.length && Math.max(...known) - Math.min(...known) <= SAME_TIME_DAYS;
  if (moving.length < 2 || areOfOneTime) return values;
  // One and the same value, carried from the same layer, is of one day.
  const setters = new Set(values.flatMap(({ setBy }, i) => (days[i] ? [setBy] : [])));
  return setters.size === 1
    ? values
    : values.map((value, i) => (days[i] ? { ...value, bar: 'otherDay' as const } : value));
}

/** What the shared base has: once where all rest on one release of it, else once for each. */
function trunkValues({ catalogue, tables }: Sides, { places }: Trunk, place: number): SideValue[] {
  const seen = new Set<string>();
  return tables.flatMap((table, i) => {
    const id = table.layers[places[i]].id;
    if (seen.has(id)) return [];
    seen.add(id);
    return [sideValue(catalogue, table, place, places[i], places[i])];
  });
}
