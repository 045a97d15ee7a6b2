/**
 * The value in force among several readings of one fact, those set aside that another one replaces: the analyst's accepted one; else what was seen in a
 * capture before what was read on a page, then the nearest in time to the release, then the newest.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import { canonicalValue } from '../catalogue/equalValues.ts';
import type { Reading } from '../catalogue/reading.ts';
import { boundsOf } from '../catalogue/when.ts';
import { type Evidence, evidenceOf } from './evidenceOf.ts';

/** A value at a layer, as far as it is known: set, or known to be none (`absent`). */
export interface KnownValue {
  readonly value?: FactValue;
  readonly absent: boolean;
}

/** True if it is known what is there, be it nothing: unknown never counts as equal, as "no" or as zero. */
export function isKnown({ value, absent }: KnownValue): boolean {
  return value !== undefined || absent;
}

/** The reading in force, and whether other fit readings say something else. */
interface InForce {
  readonly reading: Reading;
  readonly evidence: Evidence;
  readonly disputed: boolean;
}

/**
 * The reading in force, or null when none is fit: a spoiled reading stays on record, but decides nothing.
 * `released` is the day of the release, if known.
 */
export function valueInForce(
  catalogue: Catalogue,
  readings: readonly Reading[],
  released?: number,
): InForce | null {
  const fit = standing(readings.filter(({ spoiledBy, accepted }) => accepted || spoiledBy.length === 0));
  if (fit.length === 0) return null;
  const ranked = fit
    .map((reading) => ({ reading, rank: rankOf(catalogue, reading, released) }))
    .sort((a, b) => compareRanks(a.rank, b.rank) || (a.reading.id < b.reading.id ? -1 : 1));
  const { reading } = ranked[0];
  return {
    reading,
    evidence: evidenceOf(catalogue, reading),
    disputed: !reading.accepted && fit.some((other) => saysOf(other) !== saysOf(reading)),
  };
}

/** Without those that another one replaces; where they all replace each other, all of them. */
function standing(fit: readonly Reading[]): readonly Reading[] {
  const replaced = new Set(fit.map(({ replaces }) => replaces));
  const left = fit.filter(({ id, accepted }) => accepted || !replaced.has(id));
  return left.length ? left : fit;
}

/** What a reading says, as a text that is the same for readings that agree. */
export function saysOf({ state, value }: Reading): string {
  return state === 'set' ? canonicalValue(value!) : state;
}

/** Smaller is better, place by place. */
function rankOf(catalogue: Catalogue, reading: Reading, released?: number): number[] {
  const source = reading.source ? recordOf(catalogue, 'source', reading.source) : undefined;
  const day = boundsOf(reading.date ?? source?.date ?? '')?.last;
  const distance =
    released === undefined || day === undefined ? Number.MAX_SAFE_INTEGER : Math.abs(day - released);
  const evidence = { seen: 0, claimed: 1, none: 2 }[evidenceOf(catalogue, reading)];
  return [reading.accepted ? 0 : 1, evidence, distance, -(day ?? -Number.MAX_SAFE_INTEGER)];
}

function compareRanks(a: readonly number[], b: readonly number[]): number {
  const place = a.findIndex((value, index) => value !== b[index]);
  return place < 0 ? 0 : a[place] - b[place];
}
