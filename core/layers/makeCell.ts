/** One cell of the layer table, from what a layer says of a fact and what is handed up to it. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { RecordedChange } from '../catalogue/change.ts';
import { isDirect } from '../catalogue/directChange.ts';
import { sameValue } from '../sameness/value.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import type { Reading } from '../catalogue/reading.ts';
import { agrees, withElements } from '../sameness/agreement.ts';
import {
  isKnown,
  isNotChosen,
  NOTHING_HANDED,
  type Cell,
  type Handed,
  type Standing,
  type ValueState,
} from './cell.ts';
import { compareValues } from './compareValues.ts';
import { dayOfReading, SAME_TIME_DAYS } from '../weighing/disagreement.ts';
import { evidenceOfSources } from '../weighing/evidenceOf.ts';
import { applyChanges, elementsSaid } from './recordedChanges.ts';
import { isPartial, ranking, valueInForce } from '../weighing/valueInForce.ts';

/** What a layer says of a fact. */
export interface Said {
  readonly readings: readonly Reading[];
  readonly recorded: readonly RecordedChange[];
}

/** What a layer is, as far as it decides how its facts are weighed. */
export interface LayerTraits {
  /** The day of the release, if known. */
  readonly released?: number;
  /** True for a layer that rolls on: its versions are of their day. */
  readonly moves: boolean;
  /** A base was looked for, and there is none. */
  readonly isIndependent: boolean;
  /** Its editions rest on different bases, and none is named. */
  readonly dependsOnEdition: boolean;
}

interface Making {
  readonly fact: FactKey;
  readonly index: number;
  readonly said: Said;
  /** Of all layers, root first. */
  readonly traits: readonly LayerTraits[];
  /** What is handed up to it; undefined for a root, and for a fact that no base hands down. */
  readonly below?: Handed;
}

/** A cell that is being made: one object whose fields are set in turn, since a table has hundreds of thousands of them. */
type Draft = { -readonly [Field in keyof Cell]: Cell[Field] };

/** What was found of a layer's own saying. */
type Around = Pick<Cell, 'evidence' | 'disagreements'>;

const UNSAID: Around = { evidence: 'none', disagreements: [] };
const NONE: readonly never[] = [];

type Value = Pick<Cell, 'value' | 'absent' | 'setBy' | 'interval' | 'isPartial'>;

/** A cell with a value, set here or below, and nothing said yet of how it stands. */
function draft(state: ValueState, from: Value, { evidence, disagreements }: Around): Draft {
  const { value, absent, setBy, interval, isPartial: partial } = from;
  const made: Draft = {
    state,
    absent,
    setBy,
    evidence,
    disagreements,
    isPartial: partial,
    readings: NONE,
    recorded: NONE,
    disputed: false,
    byEdition: NONE,
    standing: null,
    baseIsOfOtherDay: false,
    handed: NOTHING_HANDED,
  };
  if (value !== undefined) made.value = value;
  if (interval) made.interval = interval;
  return made;
}

/** The cells of layers that say nothing, by what is handed up to them: most of a table, so each is made once. */
const silentCells = new WeakMap<Handed, Cell>();

function silentCell(below: Handed): Cell {
  let cell = silentCells.get(below);
  if (!cell) {
    const made = draft(isKnown(below) ? 'carried' : 'notLookedAt', below, UNSAID);
    made.handed = below;
    silentCells.set(below, (cell = made));
  }
  return cell;
}

/** The cell. */
export function cellOf(catalogue: Catalogue, making: Making): Cell {
  const { fact, index, said, traits, below } = making;
  if (said.readings.length === 0 && said.recorded.length === 0) return silentCell(below ?? NOTHING_HANDED);
  const { released, moves } = traits[index];
  const found = valueInForce(catalogue, said.readings, { fact, moves, released, below });
  const day = (found && dayOfReading(catalogue, found.reading)) ?? released;
  const cell = found ? draftOf(making, found, day) : draftBySilence(catalogue, making);
  cell.readings = said.readings;
  cell.recorded = said.recorded;
  cell.disputed = cell.disagreements.some(({ explainedBy }) => explainedBy.length === 0);
  cell.standing = standingOf(making, cell, day);
  cell.baseIsOfOtherDay = isFromOtherDay(traits, below, day);
  cell.handed = handedBy(cell, below ?? NOTHING_HANDED, index, day);
  return cell;
}

function draftOf(
  making: Making,
  found: NonNullable<ReturnType<typeof valueInForce>>,
  day: number | undefined,
): Draft {
  const { index, below = NOTHING_HANDED } = making;
  const { reading } = found;
  const isTakenOver = reading.marks.includes('takenOver');
  const made = (state: ValueState, from: Value): Draft => {
    const cell = draft(isTakenOver ? 'takenOver' : state, from, found);
    cell.inForce = reading;
    return cell;
  };
  switch (reading.state) {
    case 'set': {
      const own = ownValue(found, index);
      if (making.below && isSameAs(making, own, below, day)) return made('unchanged', below);
      const value = own.isPartial ? withElements(below.value, found.value) : undefined;
      return made('own', value ? { ...own, value } : own);
    }
    case 'unchanged':
      return made('unchanged', below);
    case 'none':
    case 'doesNotApply':
      return made(reading.state, { absent: true, setBy: index, isPartial: false });
    case 'notFoundOut':
      throw new Error(`layers: a reading in force says something, came "${reading.id}"`);
  }
}

function ownValue({ reading, value }: NonNullable<ReturnType<typeof valueInForce>>, setBy: number): Value {
  const own: { -readonly [Field in keyof Value]: Value[Field] } = {
    absent: false,
    setBy,
    isPartial: isPartial(reading),
  };
  if (value !== undefined) own.value = value;
  if (reading.interval) own.interval = reading.interval;
  return own;
}

/** True if what is said here is what is handed up, of the same time. Words alone are not the same as anything. */
function isSameAs(making: Making, own: Value, below: Handed, day: number | undefined): boolean {
  const canBeHeld = own.value !== undefined || own.interval !== undefined;
  return (
    canBeHeld && below.value !== undefined && !isOfOtherDay(making, day) && agrees(own, below, making.fact)
  );
}

/** True for a version that a base which rolls on had at another time, or at a time that is not known. */
function isOfOtherDay({ fact, traits, below }: Making, day: number | undefined): boolean {
  return fact.type === 'version' && isFromOtherDay(traits, below, day);
}

function isFromOtherDay(
  traits: readonly LayerTraits[],
  below: Handed | undefined,
  day: number | undefined,
): boolean {
  if (!below || below.setBy < 0 || !traits[below.setBy].moves) return false;
  return day === undefined || below.day === undefined || Math.abs(day - below.day) > SAME_TIME_DAYS;
}

/** A layer of which nothing fit was read: it carries what is below, changed by what is recorded directly. */
function draftBySilence(catalogue: Catalogue, { fact, index, said, traits, below }: Making): Draft {
  const direct = said.recorded.filter(isDirect);
  const around: Around = {
    evidence: evidenceOfSources(
      catalogue,
      direct.flatMap(({ sources }) => sources),
    ),
    disagreements: NONE,
  };
  const made = applyChanges(below, said.recorded);
  if (made) {
    const isEqual =
      below !== undefined &&
      isKnown(below) &&
      (made.absent ? below.absent : below.value !== undefined && sameValue(made.value!, below.value, fact));
    if (isEqual) return draft('unchanged', below, around);
    const own = { ...made, setBy: index, isPartial: below?.isPartial ?? false };
    return draft(made.absent ? 'none' : 'own', own, around);
  }
  if (direct.length > 0) return draft('notLookedAt', NOTHING_HANDED, around);
  const best = (of: (reading: Reading) => boolean) =>
    ranking(catalogue, said.readings.filter(of), traits[index].released)[0] as Reading | undefined;
  const spoiled = best(({ state, spoiledBy }) => state !== 'notFoundOut' && spoiledBy.length > 0);
  if (spoiled) return Object.assign(draft('spoiled', NOTHING_HANDED, around), { spoiled });
  const notFoundOut = best(({ state }) => state === 'notFoundOut');
  if (notFoundOut) return Object.assign(draft('notLookedAt', NOTHING_HANDED, around), { notFoundOut });
  const isCarried = below !== undefined && isKnown(below);
  return draft(isCarried ? 'carried' : 'notLookedAt', below ?? NOTHING_HANDED, around);
}

/** What goes on upwards: what is set here; where nothing can be relied on here, what came from below. */
function handedBy(cell: Cell, below: Handed, index: number, day: number | undefined): Handed {
  if (cell.setBy !== index || cell.setBy < 0) return below;
  const { value, absent, interval, isPartial: partial, setBy, state } = cell;
  const handed: { -readonly [Field in keyof Handed]: Handed[Field] } = {
    absent,
    setBy,
    isPartial: partial,
    isUnchecked: state === 'takenOver',
  };
  if (value !== undefined) handed.value = value;
  if (interval) handed.interval = interval;
  if (day !== undefined) handed.day = day;
  return handed;
}

/** How what is said here stands to what is handed up. */
function standingOf(making: Making, cell: Cell, day: number | undefined): Standing | null {
  const { fact, index, said, traits, below } = making;
  const { state, inForce } = cell;
  if (!fact.inherited) return null;
  if (state === 'spoiled') return 'not comparable';
  if (state === 'takenOver') return 'not checked again';
  const direct = said.recorded.filter(isDirect);
  if (!inForce && direct.length === 0) return null;
  if (inForce?.state === 'unchanged') return 'same';
  if (inForce && isNotChosen(inForce)) return 'not comparable';
  if (!below || !isKnown(below)) {
    // A change that is recorded directly says itself how it stands.
    if (direct.length > 0)
      return direct.flatMap(elementsSaid).some(({ kind }) => kind !== 'keeps') ? 'changed' : 'same';
    const isRoot = index === 0;
    if (isRoot && traits[index].isIndependent) return 'no base';
    return isRoot && traits[index].dependsOnEdition ? 'not comparable' : 'base unknown';
  }
  if (below.isUnchecked) return 'not checked again';
  if (isOfOtherDay(making, day)) return 'not comparable';
  if (state === 'unchanged') return 'same';
  if (cell.value === undefined && !cell.absent) return 'not comparable';
  const compared = compareValues(below.value, cell.value, {
    fact,
    isPartial: below.isPartial,
    isOfOtherDay: isFromOtherDay(traits, below, day),
  });
  if (compared.some(({ kind }) => kind !== 'keeps')) return 'changed';
  return compared.length > 0 || (cell.absent && below.absent) ? 'same' : 'not comparable';
}
