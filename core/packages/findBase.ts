/**
 * Which of several candidates a system is built on, from its packages alone, or none and why.
 *
 * A package speaks for a candidate when its version shows that it came from there (classify.ts). One that only
 * one candidate explains tells much, one that all explain tells nothing: between two candidates only the
 * packages are counted that one of them explains and the other does not (the *telling* ones).
 */
import { accountPackages } from './accounts.ts';
import type { Accounts } from './account.ts';
import type { ClassCounts } from './countClasses.ts';
import { estimateCopy, type CopyEstimate } from './copyDate.ts';
import { holdAgainst, type Agreement, type Held, type StateFit } from './holdAgainst.ts';
import { OfferFinder } from './offers.ts';
import type { InstalledSet } from './installedSet.ts';
import type { Candidate } from './candidate.ts';

/** Below these, the answer is none. How they were chosen: docs/numbers.md; what they do: `npm run bench`. */
const THRESHOLDS = {
  /** Fewest packages that must speak for the base. */
  support: 5,
  /** Least share of the packages known to the base whose version comes from it. */
  hold: 0.4,
  /** Least share of all installed packages that come from it. */
  reach: 0.2,
  /** Least agreement in revisions where the upstream version is the same; judged on at least so many packages. */
  agreement: 0.5,
  compared: 8,
  /** A rival with more than this share of the telling packages, and of all, makes the system a mixture. */
  mixture: 0.2,
  mixtureOfAll: 0.03,
  /** Fewest telling packages by which the base must lead a rival. */
  lead: 3,
  /** A candidate that knows less than this part of what the base knows is an addition, no rival. */
  rival: 0.5,
} as const;

/** How one candidate fares, in its best state. */
export interface RankedCandidate {
  readonly name: string;
  readonly own: boolean;
  readonly counts: ClassCounts;
  /** Same ÷ installed. */
  readonly carriedShare: number;
  /** 0 to 1: the part of the system's evidence that speaks for it, rare evidence weighing more. */
  readonly score: number;
  /** Packages that speak for it. */
  readonly support: number;
  readonly agreement: Agreement;
  /** The date of the best state, and how every state fits. */
  readonly date: string;
  readonly fits: readonly StateFit[];
  /** Names of the candidates whose lists it includes. */
  readonly includes: readonly string[];
}

/** Why the answer is what it is; the wording is made in exchange/. */
type BaseReason =
  | 'found' // one base, clearly
  | 'noPackages' // the system has no package list
  | 'noCandidates' // nothing to hold it against
  | 'tooFew' // too few packages speak for any candidate
  | 'belowThreshold' // the best explains too little
  | 'otherState' // the revisions are the best's, but from another state or release of it
  | 'coincidence' // equal versions, but the revisions agree no better than by chance
  | 'mixed' // assembled from two bases
  | 'tooClose' // two candidates fit equally well
  | 'itself'; // no other base: it is what its own project's repositories hold

/** Which base, or why none. */
export interface BaseAnswer {
  /** The base; of a mixture the first. */
  readonly base: string | null;
  /** Of a mixture: the further bases, in order of what only they explain. */
  readonly others: readonly string[];
  readonly reason: BaseReason;
  readonly carriedShare: number;
  /** Lead over the strongest rival among the telling packages, -1 to 1; 1 without a rival. */
  readonly margin: number;
  /** The best candidate, even when it is not good enough. */
  readonly best: string | null;
  readonly rival: string | null;
  /** Packages that only the best, and only the rival, explains. */
  readonly telling: { readonly best: number; readonly rival: number };
  /** When it was copied, where the base is at hand in several states. */
  readonly copied?: CopyEstimate;
  /** For `itself`: the answer among the candidates of other projects. */
  readonly otherwise?: Pick<BaseAnswer, 'reason' | 'best'>;
}

/** The answer with the candidates and accounts behind it. */
export interface BaseFinding extends Accounts {
  readonly answer: BaseAnswer;
  /** Best first. */
  readonly candidates: readonly RankedCandidate[];
}

/**
 * Ranks the candidates and answers. `configured` names candidates that the system's sources point to. Candidates
 * that are the system's own repositories are a base only when no other is.
 */
export function findBase(
  system: InstalledSet,
  candidates: readonly Candidate[],
  configured: ReadonlySet<string> = new Set(),
): BaseFinding {
  const finder = new OfferFinder(system);
  const held = candidates.map((candidate) => holdAgainst(finder, candidate));
  const scores = scoresOf(held);
  const ranked = held
    .map((each, i) => ({ ...each, score: scores[i] }))
    .sort((a, b) => b.score - a.score || b.counts.same - a.counts.same || sizeOf(a) - sizeOf(b));
  const foreign = ranked.filter(({ candidate }) => !candidate.own);
  const decided = decide(system.packages.length, foreign, configured);
  const answer =
    decided.base === null && foreign.length < ranked.length
      ? ownAnswer(system.packages.length, ranked, configured, decided)
      : decided;
  const base = ranked.find(({ candidate }) => candidate.name === (answer.base ?? answer.best));
  return {
    answer: { ...answer, ...((answer.base || answer.reason === 'itself') && base && estimateOf(base)) },
    candidates: ranked.map(rankedCandidate),
    ...accountPackages(system, ranked, base),
  };
}

/** A system next to a base that is known: every package by class and account. `others` may explain what it does not. */
export function compareWithBase(
  system: InstalledSet,
  base: Candidate,
  others: readonly Candidate[],
): Accounts & { readonly counts: ClassCounts; readonly date: string } {
  const finder = new OfferFinder(system);
  const [held, ...rest] = [base, ...others].map((candidate) => holdAgainst(finder, candidate));
  const date = base.states[held.state]?.date ?? '';
  return { counts: held.counts, date, ...accountPackages(system, [held, ...rest], held) };
}

/** How many packages a candidate offers in its best state: of two that explain the same, the smaller is first. */
function sizeOf({ candidate, state }: Held): number {
  return candidate.states[state]?.lists.reduce((sum, { packages }) => sum + packages.size, 0) ?? 0;
}

function estimateOf({ fits, state }: Held): { copied?: CopyEstimate } {
  const copied = estimateCopy(fits, state);
  return copied ? { copied } : {};
}

function rankedCandidate(held: Held & { score: number }): RankedCandidate {
  const { candidate, counts, score, support, agreement, fits, state } = held;
  return {
    name: candidate.name,
    own: candidate.own ?? false,
    counts,
    carriedShare: shareOf(counts),
    score,
    support,
    agreement,
    date: candidate.states[state]?.date ?? '',
    fits,
    includes: candidate.includes ?? [],
  };
}

function shareOf({ same, installed }: ClassCounts): number {
  return installed ? same / installed : 0;
}

/** The part of all evidence that speaks for each candidate. A package that k of n explain weighs log2(1 + n ÷ k). */
function scoresOf(held: readonly Held[]): number[] {
  const rows = held[0]?.classified.length ?? 0;
  const sums = held.map(() => 0);
  let total = 0;
  for (let row = 0; row < rows; row++) {
    const k = held.reduce((sum, { classified }) => sum + (classified[row].derived ? 1 : 0), 0);
    const weight = Math.log2(1 + held.length / Math.max(k, 1));
    total += weight;
    held.forEach(({ classified }, i) => {
      if (classified[row].derived) sums[i] += weight;
    });
  }
  return sums.map((sum) => (total ? sum / total : 0));
}

/** No other base: then the system may be just what its own project's repositories hold. */
function ownAnswer(
  installed: number,
  ranked: readonly (Held & { score: number })[],
  configured: ReadonlySet<string>,
  otherwise: BaseAnswer,
): BaseAnswer {
  const own = decide(
    installed,
    ranked.filter(({ candidate }) => candidate.own),
    configured,
  );
  if (own.base === null) return otherwise;
  return {
    ...own,
    base: null,
    reason: 'itself',
    best: own.base,
    otherwise: { reason: otherwise.reason, best: otherwise.best },
  };
}

function decide(installed: number, ranked: readonly Held[], configured: ReadonlySet<string>): BaseAnswer {
  const [best] = ranked;
  const none = (reason: BaseReason, more: Partial<BaseAnswer> = {}): BaseAnswer => ({
    base: null,
    others: [],
    reason,
    carriedShare: best ? shareOf(best.counts) : 0,
    margin: 0,
    best: best?.candidate.name ?? null,
    rival: null,
    telling: { best: 0, rival: 0 },
    ...more,
  });
  if (installed === 0) return none('noPackages');
  if (!best) return none('noCandidates');
  const strongest = strongestRival(best, ranked.slice(1));
  const duel = strongest && { margin: strongest.margin, rival: strongest.name, telling: strongest.telling };
  if (best.support < THRESHOLDS.support) return none('tooFew', duel);
  const { compared, agreeing } = best.agreement;
  const judged = compared >= THRESHOLDS.compared;
  const agrees = agreeing >= THRESHOLDS.agreement * compared;
  if (best.support < THRESHOLDS.hold * best.known || best.support < THRESHOLDS.reach * installed)
    return none(judged && agrees && isNear(best, installed) ? 'otherState' : 'belowThreshold', duel);
  if (judged && !agrees) return none('coincidence', duel);
  const found = { ...none('found', duel), base: best.candidate.name };
  if (!strongest) return { ...found, margin: 1 };
  const { telling } = strongest;
  if (
    telling.rival > THRESHOLDS.mixture * (telling.best + telling.rival) &&
    telling.rival >= Math.max(THRESHOLDS.lead, THRESHOLDS.mixtureOfAll * installed)
  )
    return {
      ...none('mixed', duel),
      base: best.candidate.name,
      others: furtherBases(best, ranked.slice(1), strongest.name, installed),
    };
  if (strongest.includesBest || telling.best - telling.rival >= THRESHOLDS.lead) return found;
  const settled = configured.has(best.candidate.name) !== configured.has(strongest.name);
  return settled
    ? { ...found, base: configured.has(best.candidate.name) ? best.candidate.name : strongest.name }
    : none('tooClose', duel);
}

/** Of a mixture, what else it is put together from: each explains a part of all packages that none before it explains. */
function furtherBases(best: Held, others: readonly Held[], rival: string, installed: number): string[] {
  const explained = best.classified.map(({ derived }) => derived);
  const first = others.find(({ candidate }) => candidate.name === rival)!;
  const names: string[] = [];
  for (const other of [first, ...others.filter((each) => each !== first)]) {
    const more = other.classified.filter(({ derived }, row) => derived && !explained[row]).length;
    if (more < Math.max(THRESHOLDS.lead, THRESHOLDS.mixtureOfAll * installed)) continue;
    names.push(other.candidate.name);
    other.classified.forEach(({ derived }, row) => (explained[row] ||= derived));
  }
  return names;
}

/** The best knows most of the packages and explains a tenth of them: another state of it would explain more. */
function isNear({ known, support }: Held, installed: number): boolean {
  return known >= 0.5 * installed && support >= 0.1 * installed;
}

/** The rival with the largest share of the telling packages; additions that know little are left out. */
function strongestRival(best: Held, others: readonly Held[]) {
  const duels = others
    .filter((other) => other.known >= THRESHOLDS.rival * best.known)
    .map((other) => {
      const telling = { best: 0, rival: 0 };
      best.classified.forEach(({ derived }, row) => {
        if (derived === other.classified[row].derived) return;
        if (derived) telling.best++;
        else telling.rival++;
      });
      const all = telling.best + telling.rival;
      return {
        name: other.candidate.name,
        telling,
        margin: all ? (telling.best - telling.rival) / all : 0,
        includesBest: other.candidate.includes?.includes(best.candidate.name) ?? false,
      };
    });
  return duels.sort((a, b) => a.margin - b.margin)[0];
}
