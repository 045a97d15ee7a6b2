/** The answer of a placing as one plain sentence that says what it means and what it rests on. */
import type { Placement } from '../capture/placeSystem.ts';
import type { BaseAnswer, BaseFinding, RankedCandidate } from '../packages/findBase.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { wordLoss } from './lossText.ts';
import type { CopyEstimate } from '../packages/copyDate.ts';
import { formatCount, formatNumberOf, formatShare, listOf } from './valueText.ts';

/** A finding, with what was not read of the lists that it rests on, where something was not. */
type Answered = BaseFinding & Partial<Pick<Placement, 'losses'>>;

/** What was found, in a few words, as far as it can be said; empty where no base was found. */
export function wordPlaced({ answer, losses }: Answered): string {
  if (answer.reason === 'itself') return `It is ${answer.best} itself.`;
  if (!answer.base) return '';
  const bases = listOf([answer.base, ...answer.others]);
  const built = answer.others.length > 0 ? `Put together from ${bases}` : `Built on ${bases}`;
  return losses?.system.length || losses?.base.length
    ? `By what could be read: ${built.charAt(0).toLowerCase()}${built.slice(1)}.`
    : `${built}.`;
}

/** What the answer rests on, one sentence or two, for example: `86.4 % of 2,480 packages equal Fenwick 31; next best …`. */
export function wordAnswer(finding: Answered): string {
  return `${wordReason(finding)}${wordLosses(finding)}`;
}

/** ` The list of the system is cut off after 1,234 bytes: all counts are of what was read.`; empty where all was read. */
function wordLosses({ answer, losses }: Answered): string {
  const [system] = losses?.system ?? [];
  const [base] = losses?.base ?? [];
  const name = answer.base ?? answer.best ?? 'the candidate';
  return [
    system && ` The list of the system is ${wordLoss(system)}: all counts are of what was read.`,
    base && ` The list of ${name} is ${wordLoss(base)}: what is missing from it counts as not there.`,
  ]
    .filter(Boolean)
    .join('');
}

function wordReason(finding: BaseFinding): string {
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
    case 'mixed': {
      const parts = [answer.base, ...answer.others].map((name) =>
        equalTo(candidates.find((candidate) => candidate.name === name)!),
      );
      return `${parts.join('; ')}. ${formatNumberOf(answer.telling.best, 'package')} only ${answer.best} explains, ${formatCount(answer.telling.rival)} only ${answer.rival}.`;
    }
    case 'itself':
      return `${formatShare(best!.counts.same, best!.counts.installed)} of ${formatCount(best!.counts.installed)} packages are in its own repositories, and it has neither an archive nor revisions of its own beside them.`;
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
