/**
 * Which of several candidates a system is built on, from its packages alone, or none and why.
 *
 * A package speaks for a candidate when its version shows that it came from there (classify.ts). One that only
 * one candidate explains tells much, one that all explain tells nothing: between two candidates only the
 * packages are counted that one of them explains and the other does not (the *telling* ones).
 */
import { classifyPackages, countClasses, type ClassCounts, type Classified } from './classify.ts';
import { findOffers, type Candidate, type InstalledSet } from './offers.ts';

/** Below these, the answer is none. Chosen on real releases: a neighbouring release reaches a hold of 0.25. */
export const THRESHOLDS = {
  /** Fewest packages that must speak for the base. */
  support: 5,
  /** Least share of the packages known to the base whose version comes from it. */
  hold: 0.4,
  /** Least share of all installed packages that come from it. */
  reach: 0.2,
  /** A rival with more than this share of the telling packages makes the system a mixture. */
  mixture: 0.2,
  /** Fewest telling packages by which the base must lead a rival. */
  lead: 3,
  /** A candidate that knows less than this part of what the base knows is an addition, no rival. */
  rival: 0.5,
} as const;

/** How one candidate fares. */
export interface RankedCandidate {
  readonly name: string;
  readonly counts: ClassCounts;
  /** Same ÷ installed. */
  readonly carriedShare: number;
  /** 0 to 1: the part of the system's evidence that speaks for it, rare evidence weighing more. */
  readonly score: number;
  readonly classified: readonly Classified[];
}

/** Why the answer is what it is; the wording is made in exchange/. */
export type BaseReason =
  | 'found' // one base, clearly
  | 'noPackages' // the system has no package list
  | 'noCandidates' // nothing to hold it against
  | 'tooFew' // too few packages speak for any candidate
  | 'belowThreshold' // the best explains too little
  | 'mixed' // assembled from two bases
  | 'tooClose'; // two candidates fit equally well

export interface BaseAnswer {
  readonly base: string | null;
  readonly reason: BaseReason;
  readonly carriedShare: number;
  /** Lead over the strongest rival among the telling packages, -1 to 1; 1 without a rival. */
  readonly margin: number;
  /** The best candidate, even when it is not good enough. */
  readonly best: string | null;
  readonly rival: string | null;
  /** Packages that only the best, and only the rival, explains. */
  readonly telling: { readonly best: number; readonly rival: number };
}

/** Packages by the repository that explains them. */
export interface Account {
  readonly name: string;
  readonly packages: number;
}

export interface BaseFinding {
  readonly answer: BaseAnswer;
  /** Best first. */
  readonly candidates: readonly RankedCandidate[];
  /** Add up to the installed packages. */
  readonly accounts: readonly Account[];
}

/** The account of packages whose exact version no candidate has. */
export const UNEXPLAINED = 'unexplained';

/** Ranks the candidates and answers. `configured` names candidates that the system's sources point to. */
export function findBase(
  system: InstalledSet,
  candidates: readonly Candidate[],
  configured: ReadonlySet<string> = new Set(),
): BaseFinding {
  const classified = candidates.map(({ lists }) => classifyPackages(system, findOffers(system, lists)));
  const ranked = rank(candidates, classified);
  return {
    answer: decide(system.packages.length, ranked, configured),
    candidates: ranked,
    accounts: accountPackages(candidates, classified, system.packages.length),
  };
}

function rank(
  candidates: readonly Candidate[],
  classified: readonly (readonly Classified[])[],
): RankedCandidate[] {
  const weights = evidenceWeights(classified);
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const ranked = candidates.map(({ name }, index): RankedCandidate => {
    const counts = countClasses(classified[index]);
    const speaking = weights.reduce(
      (sum, weight, row) => (classified[index][row].derived ? sum + weight : sum),
      0,
    );
    return {
      name,
      counts,
      carriedShare: counts.installed ? counts.same / counts.installed : 0,
      score: total ? speaking / total : 0,
      classified: classified[index],
    };
  });
  return ranked.sort((a, b) => b.score - a.score || b.counts.same - a.counts.same);
}

/** log2(1 + n ÷ k) for a package that k of n candidates explain; one that none explains weighs like k = 1. */
function evidenceWeights(classified: readonly (readonly Classified[])[]): number[] {
  const rows = classified[0]?.length ?? 0;
  const n = classified.length;
  return Array.from({ length: rows }, (_, row) => {
    const k = classified.reduce((sum, list) => sum + (list[row].derived ? 1 : 0), 0);
    return Math.log2(1 + n / Math.max(k, 1));
  });
}

function decide(
  installed: number,
  ranked: readonly RankedCandidate[],
  configured: ReadonlySet<string>,
): BaseAnswer {
  const [best] = ranked;
  const none = (reason: BaseReason, more: Partial<BaseAnswer> = {}): BaseAnswer => ({
    base: null,
    reason,
    carriedShare: best?.carriedShare ?? 0,
    margin: 0,
    best: best?.name ?? null,
    rival: null,
    telling: { best: 0, rival: 0 },
    ...more,
  });
  if (installed === 0) return none('noPackages');
  if (!best) return none('noCandidates');
  const strongest = strongestRival(best, ranked.slice(1));
  const duel = strongest && { margin: strongest.margin, rival: strongest.name, telling: strongest.telling };
  const support = supportOf(best);
  if (support < THRESHOLDS.support) return none('tooFew', duel);
  if (support / knownTo(best) < THRESHOLDS.hold || support / installed < THRESHOLDS.reach)
    return none('belowThreshold', duel);
  const found = { ...none('found', duel), base: best.name };
  if (!strongest) return { ...found, margin: 1 };
  const { telling } = strongest;
  if (telling.rival > THRESHOLDS.mixture * (telling.best + telling.rival) && telling.rival >= THRESHOLDS.lead)
    return none('mixed', duel);
  if (telling.best - telling.rival >= THRESHOLDS.lead) return found;
  const settled = configured.has(best.name) !== configured.has(strongest.name);
  return settled
    ? { ...found, base: configured.has(best.name) ? best.name : strongest.name }
    : none('tooClose', duel);
}

/** How many packages speak for a candidate. */
export function supportOf(candidate: RankedCandidate): number {
  return candidate.classified.reduce((sum, entry) => sum + (entry.derived ? 1 : 0), 0);
}

function knownTo(candidate: RankedCandidate): number {
  return candidate.counts.installed - candidate.counts.own;
}

/** The rival with the largest share of the telling packages; additions that know little are left out. */
function strongestRival(best: RankedCandidate, others: readonly RankedCandidate[]) {
  const duels = others
    .filter((other) => knownTo(other) >= THRESHOLDS.rival * knownTo(best))
    .map((other) => {
      const telling = { best: 0, rival: 0 };
      best.classified.forEach((entry, row) => {
        if (entry.derived === other.classified[row].derived) return;
        if (entry.derived) telling.best++;
        else telling.rival++;
      });
      const all = telling.best + telling.rival;
      return { name: other.name, telling, margin: all ? (telling.best - telling.rival) / all : 0 };
    });
  return duels.sort((a, b) => a.margin - b.margin)[0];
}

/** Gives each package to one candidate that has its exact version: greedily, the one that explains most first. */
function accountPackages(
  candidates: readonly Candidate[],
  classified: readonly (readonly Classified[])[],
  installed: number,
): Account[] {
  const open = new Set(Array.from({ length: installed }, (_, row) => row));
  const left = new Set(candidates.map((_, index) => index));
  const accounts: Account[] = [];
  while (left.size > 0) {
    let winner = -1;
    let rows: number[] = [];
    for (const index of left) {
      const explained = [...open].filter((row) => classified[index][row].class === 'same');
      if (explained.length > rows.length) [winner, rows] = [index, explained];
    }
    if (winner < 0) break;
    rows.forEach((row) => open.delete(row));
    left.delete(winner);
    accounts.push({ name: candidates[winner].name, packages: rows.length });
  }
  if (open.size > 0) accounts.push({ name: UNEXPLAINED, packages: open.size });
  return accounts;
}
