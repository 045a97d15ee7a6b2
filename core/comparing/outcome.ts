/**
 * What comes of the words on the points, for each audience. Every word that names a better side gives it weight × degree; words
 * on taste, even ones and those that say that nothing can be said give none. A side that does not meet a must-have is out,
 * whatever its sum. An outcome holds when it is the same with any one weight a fifth higher or lower, and with any one word on
 * an uncertain value turned round.
 */
import { isKnownOf } from './verdict.ts';
import { pointAt, type Point } from './point.ts';
import { countsFor, type MustHave, type PointWord, type SaidOfSides } from './words.ts';

/** How much one word gives to the side that it names. */
export interface Contribution {
  readonly word: PointWord;
  readonly better: number;
  readonly amount: number;
  /** True where what it is said on is not sure, disputed, claimed only, or not known of all. */
  readonly isUncertain: boolean;
}

/** What comes of it for one audience. */
export interface Outcome {
  /** Empty for all. */
  readonly audience: string;
  /** The sum of each side. */
  readonly sums: readonly number[];
  /** Sides that do not meet a must-have, with the must-haves. */
  readonly out: readonly { readonly place: number; readonly mustHaves: readonly MustHave[] }[];
  /** The place of the better side; undefined where the sums are even, or nothing was said. */
  readonly better?: number;
  /** How far ahead it is of the next that is not out: their difference over both together, 0 to 1; undefined with no other left. */
  readonly lead?: number;
  /** What decides: must-haves that the others miss, else the words that give it most. */
  readonly decidedBy: readonly string[];
  /** All contributions, the greatest first. */
  readonly contributions: readonly Contribution[];
  /** Labels of the words whose weight, a fifth higher or lower, would turn it. */
  readonly turnedByWeight: readonly string[];
  /** Labels of the words on uncertain values that would turn it, were they the other way. */
  readonly turnedByValue: readonly string[];
}

/** A lead of no more than this is told as close. */
export const CLOSE_LEAD = 0.2;

/** The outcome for each audience; one for all where none is named. */
export function outcomesOf(
  points: readonly Point[],
  { words, mustHaves, audiences }: SaidOfSides,
  sides: number,
): Outcome[] {
  if (words.length === 0 && mustHaves.length === 0) return [];
  return (audiences.length ? audiences : ['']).map((audience) => {
    const contributions = words
      .filter(({ read }) => read.kind === 'better' && countsFor(read.audiences, audience))
      .map((word): Contribution => ({
        word,
        better: word.read.better!,
        amount: word.read.weight * word.read.degree,
        isUncertain: isUncertainPoint(points, word.point),
      }))
      .sort((a, b) => b.amount - a.amount);
    const needed = mustHaves.filter((each) => countsFor(each.for, audience));
    return outcomeOf(audience, contributions, needed, sides);
  });
}

function outcomeOf(
  audience: string,
  contributions: readonly Contribution[],
  needed: readonly MustHave[],
  sides: number,
): Outcome {
  const places = Array.from({ length: sides }, (_, place) => place);
  const out = places
    .map((place) => ({ place, mustHaves: needed.filter(({ met }) => met[place] === 'no') }))
    .filter((each) => each.mustHaves.length > 0);
  const inPlaces = places.filter((place) => !out.some((each) => each.place === place));
  const sums = sumsOf(contributions, sides);
  const better = bestOf(sums, inPlaces);
  const next = Math.max(0, ...inPlaces.filter((place) => place !== better).map((place) => sums[place]));
  const together = better === undefined ? 0 : sums[better] + next;
  const turns = (changed: readonly Contribution[]) => bestOf(sumsOf(changed, sides), inPlaces) !== better;
  const withOther = (one: Contribution, other: Partial<Contribution>) =>
    contributions.map((each) => (each === one ? { ...each, ...other } : each));
  return {
    audience,
    sums,
    out,
    ...(better !== undefined && { better }),
    ...(better !== undefined &&
      inPlaces.length > 1 && { lead: together > 0 ? (sums[better] - next) / together : 0 }),
    decidedBy: better === undefined ? [] : decidedBy(better, contributions, out, inPlaces),
    contributions,
    turnedByWeight: contributions
      .filter((one) => [0.8, 1.2].some((factor) => turns(withOther(one, { amount: one.amount * factor }))))
      .map(({ word }) => word.label),
    turnedByValue: contributions
      .filter(
        (one) =>
          one.isUncertain &&
          inPlaces.some((place) => place !== one.better && turns(withOther(one, { better: place }))),
      )
      .map(({ word }) => word.label),
  };
}

function sumsOf(contributions: readonly Contribution[], sides: number): number[] {
  const sums = new Array<number>(sides).fill(0);
  for (const { better, amount } of contributions) sums[better] += amount;
  return sums;
}

/** The place with the greatest sum among some; undefined where two share it, or nobody has any (one alone is left: that one). */
function bestOf(sums: readonly number[], among: readonly number[]): number | undefined {
  if (among.length === 1) return among[0];
  const most = Math.max(...among.map((place) => sums[place]));
  const best = among.filter((place) => Math.abs(sums[place] - most) < 1e-9);
  return most > 0 && best.length === 1 ? best[0] : undefined;
}

/** What the others miss; else the words for it that weigh most. */
function decidedBy(
  better: number,
  contributions: readonly Contribution[],
  out: Outcome['out'],
  inPlaces: readonly number[],
): string[] {
  if (inPlaces.length === 1)
    return [...new Set(out.flatMap(({ mustHaves }) => mustHaves.map(({ text }) => text)))];
  const own = contributions.filter((each) => each.better === better);
  const most = Math.max(...own.map(({ amount }) => amount));
  return own.filter(({ amount }) => amount === most).map(({ word }) => word.label);
}

/** True where a value that a word is said on is uncertain, or not known of every side. */
function isUncertainPoint(points: readonly Point[], key: string): boolean {
  const point = pointAt(points, key);
  return point !== undefined && point.values.some((value) => value.isUncertain || !isKnownOf(value));
}
