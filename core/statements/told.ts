/** One fact of the top layer as it is told: its value with whose it is, how it stands to the base, and in which words it was said. */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Conditions } from '../catalogue/conditions.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { SourceKind } from '../catalogue/sourceKinds.ts';
import {
  isKnown,
  isSaid,
  shownReading,
  sourcesOf,
  type Cell,
  type Standing,
  type ValueState,
} from '../layers/cell.ts';
import { belowOf, comparedElements, versionOrderOf } from '../layers/changes.ts';
import { isOwnBuild } from '../layers/compareValues.ts';
import { sameValue } from '../sameness/value.ts';
import {
  circumstancesBetween,
  conditionsOfReading,
  dayOfReading,
  type Circumstance,
} from '../weighing/disagreement.ts';
import type { LayerRow, LayerTable } from '../layers/layerTable.ts';
import { nameOfLayer } from '../lineage/names.ts';

/** What a reading says, and around which conditions. */
export interface ToldReading extends Pick<
  Reading,
  | 'state'
  | 'value'
  | 'said'
  | 'interval'
  | 'unit'
  | 'marks'
  | 'tried'
  | 'cause'
  | 'spoiledBy'
  | 'acceptedBecause'
  | 'note'
> {
  /** Absent for what is sure. */
  readonly certainty?: 'likely' | 'unsure';
  readonly conditions: Conditions;
  /** What kind of source says it; absent without one. */
  readonly sourceKind?: SourceKind;
  /** Days since 1970-01-01. */
  readonly day?: number;
}

/** Another reading of the fact, and what explains that it says otherwise. */
interface ToldOther {
  readonly reading: ToldReading;
  readonly explainedBy: readonly Circumstance[];
}

/** One fact as it is told. */
export interface Told {
  readonly key: string;
  readonly state: ValueState;
  readonly value?: FactValue;
  readonly absent: boolean;
  readonly isPartial: boolean;
  /** True where this layer says it, and it can be relied on. */
  readonly isSaid: boolean;
  /** The layer that set it, by name; empty where none is known. */
  readonly by: string;
  readonly standing: Standing | null;
  readonly reading?: ToldReading;
  /** What the base hands up, where something is known there: by whom, and of which day. */
  readonly base?: {
    readonly value?: FactValue;
    readonly absent: boolean;
    readonly by: string;
    readonly day?: number;
  };
  /** Another layer beneath that has the same, where the base has another thing: the second base, or what the base rests on. */
  readonly alsoIn?: string;
  /** Of a single value that is changed: an older version, a build with a mark of its own, or another one. */
  readonly change?: 'holds back' | 'own build' | 'replaces';
  readonly others: readonly ToldOther[];
  readonly sources: readonly RecordId[];
}

/** A reading as it is told. */
export function toldReading(catalogue: Catalogue, reading: Reading): ToldReading {
  const { state, value, said, interval, unit, marks, tried, cause, spoiledBy, acceptedBecause, note } =
    reading;
  const { certainty } = reading;
  const day = dayOfReading(catalogue, reading);
  const source = reading.source && recordOf(catalogue, 'source', reading.source);
  return {
    ...{ state, marks, spoiledBy, note, conditions: conditionsOfReading(catalogue, reading) },
    ...(value !== undefined && { value }),
    ...(said !== undefined && { said }),
    ...(interval && { interval }),
    ...(unit && { unit }),
    ...(tried && { tried }),
    ...(cause && { cause }),
    ...(acceptedBecause && { acceptedBecause }),
    ...(source && { sourceKind: source.sourceKind }),
    ...(day !== undefined && { day }),
    ...(certainty !== 'sure' && { certainty }),
  };
}

/** A fact of the top layer; null where nothing at all is known of it. */
function toldOf(catalogue: Catalogue, table: LayerTable, row: LayerRow): Told | null {
  const { layers } = table;
  const cell = row.cells[row.cells.length - 1];
  const reading = shownReading(cell);
  if (!reading && !isKnown(cell) && !isSaid(cell)) return null;
  const below = belowOf(row);
  const nameAt = (index: number) => (index >= 0 ? nameOfLayer(catalogue, layers[index]) : '');
  return {
    key: row.fact.key,
    state: cell.state,
    ...(cell.value !== undefined && { value: cell.value }),
    absent: cell.absent,
    isPartial: cell.isPartial,
    isSaid: isSaid(cell),
    by: nameAt(cell.setBy),
    standing: cell.standing,
    ...(reading && { reading: toldReading(catalogue, reading) }),
    ...(isKnown(below) && {
      base: {
        ...(below.value !== undefined && { value: below.value }),
        absent: below.absent,
        by: nameAt(below.setBy),
        ...(below.day !== undefined && { day: below.day }),
      },
    }),
    ...changeOf(catalogue, table, row),
    others: othersOf(catalogue, row.fact, cell),
    sources: toldSources(row, cell),
  };
}

/** What kind of change a single value is, and who else beneath has the value. */
function changeOf(catalogue: Catalogue, table: LayerTable, row: LayerRow): Pick<Told, 'alsoIn' | 'change'> {
  const { cells, fact } = row;
  const top = cells.length - 1;
  const { standing, value } = cells[top];
  if (standing !== 'changed' || value === undefined || Array.isArray(value)) return {};
  const at = cells.findLastIndex(
    (cell, i) =>
      i < top && cell.setBy === i && cell.value !== undefined && sameValue(cell.value, value, fact),
  );
  const before = belowOf(row).value;
  const isOwn = before !== undefined && isOwnBuild(String(before), String(value));
  const isOlder = comparedElements(row, top, versionOrderOf(table))?.some(
    ({ kind }) => kind === 'holds back',
  );
  return {
    ...(at >= 0 && { alsoIn: nameOfLayer(catalogue, table.layers[at]) }),
    change: isOwn ? 'own build' : isOlder ? 'holds back' : 'replaces',
  };
}

/** What else was said and differs by what was around it; of measurements also what is spoiled by it. */
function othersOf(catalogue: Catalogue, fact: FactKey, cell: Cell): ToldOther[] {
  const explained = cell.disagreements.filter(({ explainedBy }) => explainedBy.length > 0);
  const spoiled =
    cell.inForce && fact.measured ? cell.readings.filter(({ spoiledBy }) => spoiledBy.length > 0) : [];
  return [
    ...explained.map(({ reading, explainedBy }) => ({
      reading: toldReading(catalogue, reading),
      explainedBy,
    })),
    ...spoiled
      .filter(({ id }) => id !== cell.inForce!.id && !explained.some(({ reading }) => reading.id === id))
      .map((reading) => ({
        reading: toldReading(catalogue, reading),
        explainedBy: circumstancesBetween(catalogue, fact, cell.inForce!, reading, false),
      })),
  ];
}

/** The sources behind what is told: what is carried has those of the layer that set it. */
export function toldSources({ cells }: LayerRow, cell: Cell): readonly RecordId[] {
  const own = sourcesOf(cell);
  if (own.length > 0 || shownReading(cell)) return own;
  return cell.setBy >= 0 ? sourcesOf(cells[cell.setBy]) : [];
}

/** The facts of a table that are told, by key. */
export type ToldFacts = ReadonlyMap<string, Told>;

/** Those of some keys that are told, in the order of the keys. */
export function toldOfKeys(told: ToldFacts, ...keys: readonly string[]): Told[] {
  return keys.flatMap((key) => told.get(key) ?? []);
}

/** The facts of a table that are told. */
export function toldFacts(catalogue: Catalogue, table: LayerTable): ToldFacts {
  return new Map(
    table.rows.flatMap((row) => {
      const told = toldOf(catalogue, table, row);
      return told ? [[row.fact.key, told] as const] : [];
    }),
  );
}
