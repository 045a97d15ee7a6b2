/** One cell of the layer table, from what a layer says of a fact and what is handed up to it. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { RecordedChange } from '../catalogue/change.ts';
import { isDirect } from '../catalogue/directChange.ts';
import { equalValues } from '../catalogue/equalValues.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import type { Reading } from '../catalogue/reading.ts';
import { agrees, withElements } from './agreement.ts';
import { isKnown, NOTHING_HANDED, type Cell, type Handed, type Standing, type ValueState } from './cell.ts';
import { compareValues } from './compareValues.ts';
import { dayOfReading, SAME_TIME_DAYS } from './disagreement.ts';
import { evidenceOfSources } from './evidenceOf.ts';
import { applyChanges, elementsSaid } from './recordedChanges.ts';
import { isPartial, ranking, valueInForce } from './valueInForce.ts';

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

/** What a cell is before it is known how it stands to the base. */
type Draft = Omit<
  Cell,
  'standing' | 'handed' | 'byEdition' | 'readings' | 'recorded' | 'disputed' | 'baseIsOfOtherDay'
>;

/** The cells of layers that say nothing, by what is handed up to them: most of a table, so each is made once. */
const silentCells = new WeakMap<Handed, Cell>();

function silentCell(below: Handed): Cell {
  let cell = silentCells.get(below);
  if (!cell) {
    cell = {
      state: isKnown(below) ? 'carried' : 'notLookedAt',
      ...carriedFrom(below),
      evidence: 'none',
      disagreements: [],
      readings: [],
      recorded: [],
      disputed: false,
      byEdition: [],
      standing: null,
      baseIsOfOtherDay: false,
      handed: below,
    };
    silentCells.set(below, cell);
  }
  return cell;
}

/** The cell. */
export function cellOf(catalogue: Catalogue, making: Making): Cell {
  const { fact, index, said, traits, below } = making;
  if (said.readings.length === 0 && said.recorded.length === 0) return silentCell(below ?? NOTHING_HANDED);
  const { released, moves } = traits[index];
  const found = valueInForce(catalogue, said.readings, {
    fact,
    moves,
    ...(released !== undefined && { released }),
    ...(below && { below }),
  });
  const day = (found && dayOfReading(catalogue, found.reading)) ?? released;
  const draft = found ? draftOf(making, found, day) : draftBySilence(catalogue, making);
  return {
    ...draft,
    ...said,
    disputed: draft.disagreements.some(({ explainedBy }) => explainedBy.length === 0),
    byEdition: [],
    standing: standingOf(making, draft, day),
    baseIsOfOtherDay: isFromOtherDay(traits, below, day),
    handed: handedBy(draft, below ?? NOTHING_HANDED, index, day),
  };
}

type Value = Pick<Draft, 'value' | 'absent' | 'setBy' | 'interval' | 'isPartial'>;

const carriedFrom = ({ value, absent, setBy, interval, isPartial: partial } = NOTHING_HANDED): Value => ({
  ...(value !== undefined && { value }),
  absent,
  setBy,
  ...(interval && { interval }),
  isPartial: partial,
});

function draftOf(
  making: Making,
  { reading, evidence, disagreements, value }: NonNullable<ReturnType<typeof valueInForce>>,
  day: number | undefined,
): Draft {
  const { index, below } = making;
  const around = { evidence, disagreements, inForce: reading };
  const as = (state: ValueState): ValueState => (reading.marks.includes('takenOver') ? 'takenOver' : state);
  switch (reading.state) {
    case 'set': {
      const own: Value = {
        ...(value !== undefined && { value }),
        absent: false,
        setBy: index,
        ...(reading.interval && { interval: reading.interval }),
        isPartial: isPartial(reading),
      };
      if (below && isSameAs(making, own, below, day))
        return { state: as('unchanged'), ...carriedFrom(below), ...around };
      const whole = own.isPartial ? { ...own, value: withElements(below?.value, value) } : own;
      return { state: as('own'), ...whole, ...around };
    }
    case 'unchanged':
      return { state: as('unchanged'), ...carriedFrom(below), ...around };
    case 'none':
    case 'doesNotApply':
      return { state: as(reading.state), absent: true, setBy: index, isPartial: false, ...around };
    case 'notFoundOut':
      throw new Error(`layers: a reading in force says something, came "${reading.id}"`);
  }
}

/** True if what is said here is what is handed up, of the same time. Words alone are not the same as anything. */
function isSameAs(making: Making, own: Value, below: Handed, day: number | undefined): boolean {
  const canBeHeld = own.value !== undefined || own.interval !== undefined;
  return canBeHeld && below.value !== undefined && !isOfOtherDay(making, day) && agrees(own, below);
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
function draftBySilence(catalogue: Catalogue, { index, said, traits, below }: Making): Draft {
  const evidence = evidenceOfSources(
    catalogue,
    said.recorded.filter(isDirect).flatMap(({ sources }) => sources),
  );
  const around = { evidence, disagreements: [] };
  const made = applyChanges(below, said.recorded);
  if (made) {
    const isEqual =
      below !== undefined &&
      isKnown(below) &&
      (made.absent ? below.absent : below.value !== undefined && equalValues(made.value!, below.value));
    if (isEqual) return { state: 'unchanged', ...carriedFrom(below), ...around };
    const state = made.absent ? 'none' : 'own';
    return { state, ...made, setBy: index, isPartial: below?.isPartial ?? false, ...around };
  }
  if (said.recorded.some(isDirect)) return { state: 'notLookedAt', ...carriedFrom(), ...around };
  const [spoiled] = ranking(
    catalogue,
    said.readings.filter(({ state, spoiledBy }) => state !== 'notFoundOut' && spoiledBy.length > 0),
    traits[index].released,
  );
  if (spoiled) return { state: 'spoiled', ...carriedFrom(), ...around, spoiled };
  const [notFoundOut] = ranking(
    catalogue,
    said.readings.filter(({ state }) => state === 'notFoundOut'),
    traits[index].released,
  );
  if (notFoundOut) return { state: 'notLookedAt', ...carriedFrom(), ...around, notFoundOut };
  const isCarried = below !== undefined && isKnown(below);
  return { state: isCarried ? 'carried' : 'notLookedAt', ...carriedFrom(below), ...around };
}

/** What goes on upwards: what is set here; where nothing can be relied on here, what came from below. */
function handedBy(draft: Draft, below: Handed, index: number, day: number | undefined): Handed {
  if (draft.setBy !== index || draft.setBy < 0) return below;
  const { value, absent, interval, isPartial: partial, setBy } = draft;
  return {
    ...(value !== undefined && { value }),
    absent,
    setBy,
    ...(interval && { interval }),
    isPartial: partial,
    isUnchecked: draft.state === 'takenOver',
    ...(day !== undefined && { day }),
  };
}

/** How what is said here stands to what is handed up. */
function standingOf(making: Making, draft: Draft, day: number | undefined): Standing | null {
  const { fact, index, said, traits, below } = making;
  const { state, inForce } = draft;
  if (!fact.inherited) return null;
  if (state === 'spoiled') return 'not comparable';
  if (state === 'takenOver') return 'not checked again';
  const direct = said.recorded.filter(isDirect);
  if (!inForce && direct.length === 0) return null;
  if (inForce?.state === 'unchanged') return 'same';
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
  if (draft.value === undefined && !draft.absent) return 'not comparable';
  const compared = compareValues(below.value, draft.value, {
    fact,
    isPartial: below.isPartial,
    isOfOtherDay: isFromOtherDay(traits, below, day),
  });
  if (compared.some(({ kind }) => kind !== 'keeps')) return 'changed';
  return compared.length > 0 || (draft.absent && below.absent) ? 'same' : 'not comparable';
}
