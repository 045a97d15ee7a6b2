/** The answer of a placing as one plain sentence that says what it means and what it rests on. */
import type { BaseAnswer, BaseFinding, RankedCandidate } from '../packages/findBase.ts';
import { supportOf } from '../packages/findBase.ts';
import { formatCount, formatShare } from './valueText.ts';

/** One sentence on a base finding, for example: `86.4 % of 2,480 packages equal Fenwick 31; next best …`. */
export function wordAnswer(finding: BaseFinding): string {
  const { answer, candidates } = finding;
  const best = candidates.find(({ name }) => name === answer.best);
  const rival = candidates.find(({ name }) => name === answer.rival);
  switch (answer.reason) {
    case 'found':
      return `${equalTo(candidates.find(({ name }) => name === answer.base)!)}${next(answer, candidates)}.`;
    case 'noPackages':
      return 'No base found: no list of installed packages was read.';
    case 'noCandidates':
      return 'No base found: there is no repository to hold the packages against. Drop the index of a possible base.';
    case 'tooFew':
      return `No base found: only ${formatCount(best ? supportOf(best) : 0)} packages speak for any candidate, too few to say anything.`;
    case 'belowThreshold':
      return `No base found: the best candidate, ${answer.best}, has only ${formatCount(best!.counts.same)} of ${formatCount(best!.counts.installed)} packages in the same version.`;
    case 'mixed':
      return `No single base: the system is put together from ${answer.best} (${formatCount(answer.telling.best)} packages that only it explains) and ${answer.rival} (${formatCount(answer.telling.rival)}).`;
    case 'tooClose':
      return `No base found: ${answer.best} and ${answer.rival} fit equally well (${formatCount(best!.counts.same)} and ${formatCount(rival?.counts.same ?? 0)} packages in the same version).`;
  }
}

function equalTo(candidate: RankedCandidate): string {
  const { same, installed } = candidate.counts;
  return `${formatShare(same, installed)} of ${formatCount(installed)} packages equal ${candidate.name}`;
}

function next(answer: BaseAnswer, candidates: readonly RankedCandidate[]): string {
  const second = candidates.find(({ name }) => name !== answer.base);
  return second
    ? `; next best is ${second.name} with ${formatShare(second.counts.same, second.counts.installed)}`
    : '; no other candidate was at hand';
}
