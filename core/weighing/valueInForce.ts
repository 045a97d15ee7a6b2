/**
 * The value in force among several readings of one fact, those set aside that another one replaces: the analyst's accepted one;
 * else what was seen before what is stated on a page, and that before hearsay; what was seen on the installed system as it comes
 * before the rest; then the nearest in time to the release, then the newest, then the one entered last. What was taken over from the release before gives way to everything that was said since.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { SOURCE_KINDS } from '../catalogue/sourceKinds.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import type { Reading } from '../catalogue/reading.ts';
import { withElements, agrees, type SaidValue } from '../sameness/agreement.ts';
import {
  circumstancesBetween,
  conditionsOfReading,
  dayOfReading,
  type Disagreement,
} from './disagreement.ts';
import { evidenceOf, type Evidence } from './evidenceOf.ts';

/** What readings are weighed for. */
interface Weighing {
  readonly fact: FactKey;
  /** The day of the release, if known. */
  readonly released?: number | undefined;
  /** What is carried up from below, where something is: "unchanged" says that. */
  readonly below?: SaidValue | undefined;
  /** True where the layer is one that rolls on. */
  readonly moves?: boolean;
}

/** The reading in force, and what else was said. */
interface InForce {
  readonly reading: Reading;
  readonly evidence: Evidence;
  /** The value; of a list of which only parts are known, all the parts that were named. */
  readonly value?: FactValue;
  readonly disagreements: readonly Disagreement[];
}

/** The reading in force, or null when none is fit: a spoiled one stays on record, but decides nothing. */
export function valueInForce(
  catalogue: Catalogue,
  readings: readonly Reading[],
  weighing: Weighing,
): InForce | null {
  // Most facts have one reading: there is nothing to weigh then.
  if (readings.length === 1) return alone(catalogue, readings[0]);
  const fit = fitReadings(readings);
  if (fit.length === 0) return null;
  const ranked = ranking(catalogue, fit, weighing.released);
  const [reading] = ranked;
  const said = saidBy(reading, weighing.below);
  const others = reading.accepted ? [] : ranked.slice(1);
  return {
    reading,
    evidence: evidenceOf(catalogue, reading),
    ...(reading.value !== undefined && { value: valueOf(ranked) }),
    disagreements: others.flatMap((other): Disagreement[] => {
      const otherSaid = saidBy(other, weighing.below);
      if (!said || !otherSaid || agrees(said, otherSaid)) return [];
      const { fact, moves = false } = weighing;
      return [{ reading: other, explainedBy: circumstancesBetween(catalogue, fact, reading, other, moves) }];
    }),
  };
}

const NONE: readonly never[] = [];

function alone(catalogue: Catalogue, reading: Reading): InForce | null {
  if (!isFit(reading)) return null;
  const evidence = evidenceOf(catalogue, reading);
  return reading.value === undefined
    ? { reading, evidence, disagreements: NONE }
    : { reading, evidence, value: reading.value, disagreements: NONE };
}

/** True for a reading that may decide: found out, and not spoiled, or accepted all the same. */
function isFit({ spoiledBy, accepted, state }: Reading): boolean {
  return state !== 'notFoundOut' && (accepted || spoiledBy.length === 0);
}

/** Parts of a list that several readings name stand together; a whole list stands by itself. */
function valueOf([first, ...others]: readonly Reading[]): FactValue {
  if (!isPartial(first)) return first.value!;
  const parts = others.filter(isPartial).reverse();
  return [...parts, first].reduce<FactValue>((list, part) => withElements(list, part.value), []);
}

/** True for a list that names some elements only. */
export function isPartial({ value, marks }: Reading): boolean {
  return Array.isArray(value) && marks.includes('partial');
}

/** Readings that may decide: not spoiled (or accepted all the same), not replaced, found out; what is taken over is last. */
function fitReadings(readings: readonly Reading[]): readonly Reading[] {
  const fit = standing(readings.filter(isFit));
  const checked = fit.filter(({ marks }) => !marks.includes('takenOver'));
  return checked.length ? checked : fit;
}

/** Without those that another one replaces; where they all replace each other, all of them. */
function standing(fit: readonly Reading[]): readonly Reading[] {
  const replaced = new Set(fit.map(({ replaces }) => replaces));
  const left = fit.filter(({ id, accepted }) => accepted || !replaced.has(id));
  return left.length ? left : fit;
}

/** The best first. */
export function ranking(catalogue: Catalogue, readings: readonly Reading[], released?: number): Reading[] {
  return readings
    .map((reading) => ({ reading, rank: rankOf(catalogue, reading, released) }))
    .sort((a, b) => compareRanks(a.rank, b.rank) || (a.reading.id < b.reading.id ? -1 : 1))
    .map(({ reading }) => reading);
}

/** What a reading says, as it can be held against another; null for words that nothing can be computed with. */
function saidBy(reading: Reading, below: SaidValue | undefined): SaidValue | null {
  switch (reading.state) {
    case 'set':
      return reading.value === undefined && !reading.interval
        ? null
        : {
            absent: false,
            isPartial: isPartial(reading),
            ...(reading.value !== undefined && { value: reading.value }),
            ...(reading.interval && { interval: reading.interval }),
          };
    case 'unchanged':
      return below && (below.absent || below.value !== undefined) ? below : null;
    default:
      return { absent: true, isPartial: false };
  }
}

/** Seen where less could be seen than on the installed system as it comes: a later look there holds, whatever the day. */
function isUnderHandicap(catalogue: Catalogue, reading: Reading): boolean {
  const { medium, indexRefreshed, alteredByAnalyst } = conditionsOfReading(catalogue, reading);
  return medium === 'live' || indexRefreshed === false || alteredByAnalyst === true;
}

/** Seen, stated somewhere, told by somebody or from memory, without a source. */
function weightOf(catalogue: Catalogue, reading: Reading): number {
  const kind = reading.source && recordOf(catalogue, 'source', reading.source)?.sourceKind;
  if (!kind) return 3;
  return SOURCE_KINDS[kind].seen ? 0 : kind === 'hearsay' || kind === 'memory' ? 2 : 1;
}

/** Smaller is better, place by place. */
function rankOf(catalogue: Catalogue, reading: Reading, released?: number): number[] {
  const day = dayOfReading(catalogue, reading);
  const distance =
    released === undefined || day === undefined ? Number.MAX_SAFE_INTEGER : Math.abs(day - released);
  // What is said of a project as a whole is not of a release's day: of two the newer one holds.
  const isOfAll = reading.subject.startsWith('distribution:');
  return [
    reading.accepted ? 0 : 1,
    weightOf(catalogue, reading),
    isUnderHandicap(catalogue, reading) ? 1 : 0,
    isOfAll ? Number.MAX_SAFE_INTEGER : distance,
    -(day ?? -Number.MAX_SAFE_INTEGER),
    -reading.entered,
  ];
}

function compareRanks(a: readonly number[], b: readonly number[]): number {
  const place = a.findIndex((value, index) => value !== b[index]);
  return place < 0 ? 0 : a[place] - b[place];
}
