/**
 * Holds a system against one candidate: in which of its states it fits best, how many packages are in each class,
 * how many speak for it, and how far its own revisions are found where the upstream version is the same.
 */
import { classifyPackages, type Classified } from './classify.ts';
import { countClasses, type ClassCounts } from './countClasses.ts';
import { revisionOf, upstreamOf } from './versionParts.ts';
import type { OfferFinder, OfferTable } from './offers.ts';
import type { Candidate } from './candidate.ts';

/** How much of a system one state explains. */
export interface StateFit {
  readonly date: string;
  /** Packages whose exact version it has. */
  readonly same: number;
  /** Of those that are equal, how many the state before it, and the one after it, do not have. */
  readonly notBefore: number;
  readonly notAfter: number;
}

/** One candidate held against a system, in its best state. */
export interface Held {
  readonly candidate: Candidate;
  /** Place of the best state among the candidate's states. */
  readonly state: number;
  readonly fits: readonly StateFit[];
  readonly counts: ClassCounts;
  readonly classified: readonly Classified[];
  /** Packages that speak for it. */
  readonly support: number;
  /** Packages whose name it knows. */
  readonly known: number;
  readonly agreement: Agreement;
}

/**
 * Of the packages with an upstream version that the candidate offers, in a revision that is not simply the commonest
 * one: how many have the candidate's revision, or one made from it. Two projects that package the same upstream by
 * themselves agree by chance only.
 */
export interface Agreement {
  readonly compared: number;
  readonly agreeing: number;
}

/** Holds the system of `finder` against a candidate. */
export function holdAgainst(finder: OfferFinder, candidate: Candidate): Held {
  const tables = candidate.states.map(({ lists }) => finder.find(lists.map(({ packages }) => packages)));
  const sames = tables.map((offers) => equalRows(finder, offers));
  const fits = candidate.states.map(({ date }, i): StateFit => {
    const missingIn = (other: Uint8Array | undefined) =>
      other ? sames[i].reduce((sum, same, row) => sum + (same && !other[row] ? 1 : 0), 0) : 0;
    return {
      date,
      same: sames[i].reduce((sum, same) => sum + same, 0),
      notBefore: missingIn(sames[i - 1]),
      notAfter: missingIn(sames[i + 1]),
    };
  });
  const classified = new Map<number, Classified[]>();
  const classifiedIn = (state: number): Classified[] => {
    const known = classified.get(state) ?? classifyPackages(finder.system, tables[state]);
    classified.set(state, known);
    return known;
  };
  const mostSame = mostAmong(fits.keys(), (state) => fits[state].same);
  const counts = countClasses(classifiedIn(mostSame));
  // Where hardly a version is equal the system was built again: then what comes from a state says when.
  const builtAgain = counts.same < FEW_SAME * (counts.installed - counts.own);
  const state = builtAgain ? searchMost(fits.length, (at) => supportOf(classifiedIn(at))) : mostSame;
  const chosen = classifiedIn(state);
  const chosenCounts = countClasses(chosen);
  return {
    candidate,
    state,
    fits,
    counts: chosenCounts,
    classified: chosen,
    support: supportOf(chosen),
    known: chosenCounts.installed - chosenCounts.own,
    agreement: agreementOf(finder, tables[state], chosen),
  };
}

/** Below this share of equal versions the best state is looked for by what comes from it, rebuilt packages too. */
const FEW_SAME = 0.2;
/** States looked at before the neighbours of the best of them. */
const COARSE = 12;

/** The candidate with the highest value; of equal ones the last. 0 without any. */
function mostAmong(states: Iterable<number>, value: (state: number) => number): number {
  let best = 0;
  let most = -1;
  for (const state of states) {
    const own = value(state);
    if (own >= most) [best, most] = [state, own];
  }
  return best;
}

/** The state with the highest value, where values rise to it and fall from it: some first, then those beside the best. */
function searchMost(count: number, value: (state: number) => number): number {
  const step = Math.max(1, Math.ceil(count / COARSE));
  const some = Array.from({ length: count }, (_, i) => i).filter((i) => i % step === 0 || i === count - 1);
  const near = mostAmong(some, value);
  const beside = Array.from({ length: 2 * step + 1 }, (_, i) => near - step + i);
  return mostAmong(
    beside.filter((i) => i >= 0 && i < count),
    value,
  );
}

function equalRows(finder: OfferFinder, offers: OfferTable): Uint8Array {
  const { packages } = finder.system;
  const same = new Uint8Array(packages.length);
  for (let row = 0; row < same.length; row++)
    if (offers[row]?.some((offer) => offer.version === packages[row].version)) same[row] = 1;
  return same;
}

function supportOf(classified: readonly Classified[]): number {
  return classified.reduce((sum, { derived }) => sum + (derived ? 1 : 0), 0);
}

function agreementOf(finder: OfferFinder, offers: OfferTable, classified: readonly Classified[]): Agreement {
  const related: { revision: string; derived: boolean }[] = [];
  finder.system.packages.forEach(({ version }, row) => {
    const offer =
      offers[row]?.find((each) => each.version === version) ??
      offers[row]?.find((each) => upstreamOf(each.version) === upstreamOf(version));
    if (offer) related.push({ revision: revisionOf(offer.version), derived: classified[row].derived });
  });
  const counts = new Map<string, number>();
  for (const { revision } of related) counts.set(revision, (counts.get(revision) ?? 0) + 1);
  const commonest = [...counts].sort((a, b) => b[1] - a[1])[0]?.[0];
  const distinctive = related.filter(({ revision }) => revision !== commonest);
  return {
    compared: distinctive.length,
    agreeing: distinctive.filter(({ derived }) => derived).length,
  };
}
