/**
 * What a rule reads off a system: a number with the range in which it may lie. A fact gives its value in its unit, of a list the count
 * of its elements, of a date its day; two quantities are computed. Nothing known has no number and no bounds.
 */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { findFactKey, type FactKey } from '../catalogue/factSheet.ts';
import { elementsOfValue, type FactValue } from '../catalogue/factValue.ts';
import { sameName } from '../sameness/name.ts';
import type { Interval } from '../catalogue/reading.ts';
import { boundsOf } from '../catalogue/when.ts';
import { isKnown, isUncheckedHere, readingsInOrder, type Cell } from '../layers/cell.ts';
import type { LayerTable } from '../layers/layerTable.ts';
import { lifeOf } from '../lineage/lives.ts';
import { topOf } from '../layers/areas/cells.ts';
import { SUPPORT_END, type DayRange } from '../support/support.ts';
import { coveredUntil, supportRowOf } from '../support/supportRows.ts';
import { chooseMeasurements, measurementsOf, roundingOf } from '../comparing/measuring.ts';

/** Quantities that are computed and are no facts. */
export const COMPUTED_QUANTITIES = [
  /** The first end in the whole chain; without an end for what rolls on. */
  { key: 'support.covered', label: 'Supported with all its bases until', type: 'date' },
  /** Days by which the promise outlasts the base. */
  { key: 'support.past', label: 'Past its base’s end', type: 'number', unit: 'days' },
] as const;

/** What a rule asks of: a fact of the fact sheet, or a computed quantity. */
export type Quantity = Pick<FactKey, 'key' | 'label' | 'type' | 'unit'>;

/** The quantity of a key; undefined for a key that this program does not know. */
export function findQuantity(key: string): Quantity | undefined {
  return COMPUTED_QUANTITIES.find((each) => each.key === key) ?? findFactKey(key);
}

/** Why a value cannot be used, or is not sure. */
export type Doubt =
  'unknown' | 'spoiled' | 'conditions' | 'words' | 'disputed' | 'unsure' | 'unchecked' | 'partial';

/** A number that was read off a system. */
export interface Amount {
  /** Undefined where it is not known. */
  readonly value?: number;
  /** The least and the most that it may be; infinite where open. */
  readonly least: number;
  readonly most: number;
  /** Empty where it is sure. */
  readonly doubt?: Doubt;
  /** What was read, for showing. */
  readonly shown?: FactValue;
}

const nothing = (doubt: Doubt): Amount => ({ least: -Infinity, most: Infinity, doubt });

/** The amounts of a quantity for each of some systems, side by side: what was measured counts only under equal conditions. */
export function amountsOf(
  catalogue: Catalogue,
  tables: readonly LayerTable[],
  key: string,
  day: number,
): Amount[] {
  const fact = findFactKey(key);
  if (!fact?.measured) return tables.map((table) => amountOf(catalogue, table, key, day));
  const measured = tables.map((table) => {
    const cell = topOf(table, key);
    return cell ? measurementsOf(catalogue, table, readingsInOrder(cell)) : [];
  });
  return chooseMeasurements(key, measured).map(({ measurement, differs }, i) => {
    if (!measurement) return amountOf(catalogue, tables[i], key, day);
    const { reading } = measurement;
    if (differs)
      return { ...nothing('conditions'), ...(reading.value !== undefined && { shown: reading.value }) };
    return amountOfNumber(
      reading.value,
      roundingOf(reading),
      reading.certainty === 'sure' ? undefined : 'unsure',
    );
  });
}

function amountOf(catalogue: Catalogue, table: LayerTable, key: string, day: number): Amount {
  if (key === 'support.covered' || key === 'support.past' || key === SUPPORT_END)
    return supportAmount(catalogue, table, key, day);
  const fact = findFactKey(key);
  const cell = topOf(table, key);
  if (!fact || !cell) return nothing('unknown');
  if (cell.state === 'spoiled') return nothing('spoiled');
  if (!isKnown(cell)) return nothing(cell.inForce?.said ? 'words' : 'unknown');
  const values = [cell, ...disputing(cell)].map((each) => plainAmount(fact, each));
  const [first] = values;
  const known = values.filter(({ value }) => value !== undefined);
  if (first.value === undefined) return first;
  return {
    ...first,
    least: Math.min(...known.map(({ least }) => least)),
    most: Math.max(...known.map(({ most }) => most)),
    ...doubtOf(cell, first),
  };
}

function doubtOf(cell: Cell, { doubt }: Amount): Pick<Amount, 'doubt'> {
  if (cell.disputed) return { doubt: 'disputed' };
  if (isUncheckedHere(cell)) return { doubt: 'unchecked' };
  if (cell.inForce && cell.inForce.certainty !== 'sure') return { doubt: 'unsure' };
  return doubt ? { doubt } : {};
}

/** What else is said and not explained. */
function disputing({ disagreements }: Cell) {
  return disagreements
    .filter(({ explainedBy }) => explainedBy.length === 0)
    .map(({ reading }) => ({
      value: reading.value,
      interval: reading.interval,
      isPartial: reading.marks.includes('partial'),
      absent: reading.state === 'none',
    }));
}

function plainAmount(
  { type }: Pick<FactKey, 'type'>,
  { value, interval, isPartial, absent }: Pick<Cell, 'value' | 'interval' | 'isPartial' | 'absent'>,
): Amount {
  if (absent)
    return type === 'list' || type === 'number' ? { value: 0, least: 0, most: 0 } : nothing('unknown');
  switch (type) {
    case 'list': {
      const count = elementsOfValue(value).length;
      return {
        ...{ value: count, least: count, most: isPartial ? Infinity : count },
        ...(isPartial && { doubt: 'partial' as const }),
        ...(value !== undefined && { shown: value }),
      };
    }
    case 'date': {
      const bounds = typeof value === 'string' ? boundsOf(value) : null;
      return bounds
        ? { ...amountIn({ least: bounds.first, most: bounds.last }), shown: value }
        : nothing('unknown');
    }
    case 'yesNo':
      return {
        ...amountOfNumber(value === true ? 1 : 0, undefined, undefined),
        ...(value !== undefined && { shown: value }),
      };
    default:
      return amountOfNumber(value, interval, undefined);
  }
}

function amountOfNumber(
  value: FactValue | undefined,
  range: Interval | undefined,
  doubt: Doubt | undefined,
): Amount {
  const middle = typeof value === 'number' ? value : undefined;
  const { least = range ? -Infinity : middle, most = range ? Infinity : middle } = range ?? {};
  if (least === undefined || most === undefined) return nothing('words');
  const point =
    middle ??
    (Number.isFinite(least) && Number.isFinite(most)
      ? (least + most) / 2
      : [least, most].find(Number.isFinite));
  return { ...(point !== undefined && { value: point, shown: point }), least, most, ...(doubt && { doubt }) };
}

/** What lies between two counts as the middle of them, and may be either. */
const amountIn = ({ least, most }: DayRange): Amount => ({
  value: least === most ? most : (least + most) / 2,
  least,
  most,
});

/** The end that counts, as it is known: what rolls on has none, and lasts for ever. */
function supportAmount(catalogue: Catalogue, table: LayerTable, key: string, day: number): Amount {
  const row = supportRowOf(catalogue, table, day);
  if (key === 'support.past') {
    // What stands on nothing promises nothing past it.
    const isRoot = row.bases.length === 0 && lifeOf(catalogue, row.distribution).independent;
    const gap = row.gap ?? (isRoot ? { least: 0, most: 0 } : undefined);
    return gap ? amountIn(gap) : nothing('unknown');
  }
  if (key === 'support.covered') {
    const end = coveredUntil(row);
    return end ? amountIn(end) : nothing('unknown');
  }
  if (row.state === 'rolls') return { value: Infinity, least: Infinity, most: Infinity };
  const { ends, endsFirst, end, rules } = row.own;
  if (ends === undefined) return nothing('unknown');
  const stated = boundsOf(end);
  const all = [
    ...(stated ? [stated.first, stated.last] : [ends]),
    ...rules.flatMap((rule) => rule.end ?? []),
  ];
  return {
    ...amountIn({ least: endsFirst ?? ends, most: ends }),
    ...{ least: Math.min(...all), most: Math.max(...all) },
    ...(row.differDays ? { doubt: 'disputed' as const } : {}),
  };
}

/** Whether a system has something by name: true, false, or undefined where that is not known; and why it is not sure. */
export function hasNamed(
  table: LayerTable,
  key: string,
  name: string,
): { readonly has?: boolean; readonly doubt?: Doubt } {
  const cell = topOf(table, key);
  if (!cell) return { doubt: 'unknown' };
  if (cell.state === 'spoiled') return { doubt: 'spoiled' };
  if (!isKnown(cell)) return { doubt: 'unknown' };
  const names = cell.absent ? [] : namesIn(cell.value);
  const has = names.some((each) => sameName(each, name));
  if (!has && cell.isPartial) return { doubt: 'partial' };
  return { has, ...doubtOf(cell, { least: 0, most: 0 }) };
}

/** Everything that can be meant by a name in a value: elements and their slots, a choice, yes and no. */
function namesIn(value: FactValue | undefined): string[] {
  if (Array.isArray(value))
    return elementsOfValue(value).flatMap(({ slot, name }) => [
      name,
      ...(slot ? [slot, `${slot}: ${name}`] : []),
    ]);
  if (typeof value === 'boolean') return [value ? 'yes' : 'no'];
  return value === undefined ? [] : [String(value)];
}
