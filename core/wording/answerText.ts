/** The answer of a placing as one plain sentence that says what it means and what it rests on. */
import type { BaseAnswer, BaseFinding, RankedCandidate } from '../packages/findBase.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { CopyEstimate } from '../packages/copyDate.ts';
import { formatCount, formatNumberOf, formatShare } from './valueText.ts';

/** One sentence on a base finding, for example: `86.4 % of 2,480 packages equal Fenwick 31; next best …`. */
export function wordAnswer(finding: BaseFinding): string {
  const { answer, candidates } = finding;
  const best = candidates.find(({ name }) => name === answer.best);
  const rival = candidates.find(({ name }) => name === answer.rival);
  switch (answer.reason) {
    case 'found':
      return `${equalTo(candidates.find(({ name }) => name === answer.base)!)}${next(answer, candidates)}.${answer.copied ? ` ${wordCopied(answer.copied)}` : ''}`;
    case 'noPackages':
      return 'No base found: no list of installed packages was read.';
    case 'noCandidates':
      return 'No base found: there is no repository to hold the packages against. Drop the index of a possible base.';
    case 'tooFew':
      return `No base found: only ${formatCount(best?.support ?? 0)} packages speak for any candidate, too few to say anything.`;
    case 'belowThreshold':
      return `No base found: the best candidate, ${answer.best}, has only ${formatCount(best!.counts.same)} of ${formatCount(best!.counts.installed)} packages in the same version.`;
    case 'otherState':
      return `No base found: the revisions are those of ${answer.best} (${agreement(best!)}), but only ${formatCount(best!.counts.same)} of ${formatCount(best!.counts.installed)} packages are in the same version. Another release or an earlier state of it is the base: bring its index.`;
    case 'coincidence':
      return `No base found: ${formatCount(best!.counts.same)} versions equal ${answer.best}, but where both package the same upstream version only ${agreement(best!)}: no more than chance.`;
    case 'mixed':
      return `No single base: the system is put together from ${answer.best} (${formatCount(answer.telling.best)} packages that only it explains) and ${answer.rival} (${formatCount(answer.telling.rival)}).`;
    case 'itself':
      return `It is ${answer.best} itself, or kept its name: ${formatShare(best!.counts.same, best!.counts.installed)} of ${formatCount(best!.counts.installed)} packages are in its own repositories, and no other candidate explains it.`;
    case 'tooClose':
      return `No base found: ${answer.best} and ${answer.rival} fit equally well (${formatCount(best!.counts.same)} and ${formatCount(rival?.counts.same ?? 0)} packages in the same version).`;
  }
}

function agreement({ agreement: { agreeing, compared } }: RankedCandidate): string {
  return `${formatCount(agreeing)} of ${formatCount(compared)} revisions agree`;
}

/** When the packages were copied: `Copied after 20 May 2026 (31 packages came later) …`. */
function wordCopied({ state, after, before }: CopyEstimate): string {
  const came =
    after && `after ${formatWhen(after.date)} (${formatNumberOf(after.packages, 'package')} came later)`;
  const gone =
    before &&
    `before ${formatWhen(before.date)} (${formatNumberOf(before.packages, 'package')} had changed by then)`;
  const between = [came, gone].filter(Boolean).join(' and ');
  return `The packages are those of ${formatWhen(state)}${between ? `: taken ${between}` : ''}.`;
}

function equalTo(candidate: RankedCandidate): string {
  const { same, installed } = candidate.counts;
  return `${formatShare(same, installed)} of ${formatCount(installed)} packages equal ${candidate.name}`;
}

function next(answer: BaseAnswer, candidates: readonly RankedCandidate[]): string {
  const second = candidates.find(
    ({ name, own, includes }) => name !== answer.base && !own && !includes.includes(answer.base!),
  );
  return second
    ? `; next best is ${second.name} with ${formatShare(second.counts.same, second.counts.installed)}`
    : '; no other candidate was at hand';
}
