/** Assessments in words: the total on its author's own scale, and what a changed opinion changed. */
import type { Assessment } from '../catalogue/assessment.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { isNoneYet, totalOf, type OpinionChange, type Total } from '../assessments/standing.ts';
import type { KnownValue } from '../layers/cell.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import { formatScore } from './purposeText.ts';
import { formatValue, listOf } from './valueText.ts';

/** `7 of 10`, `6.4 of 10, 5.9 to 6.8, from the criteria`, `none yet, looks again Feb 2027`. */
export function wordTotal(assessment: Assessment): string {
  const total = totalOf(assessment);
  const missing = assessment.mustHaves.filter(({ met }) => met === 'no').map(({ text }) => text);
  if (missing.length) return `does not count: ${listOf(missing)} is missing`;
  if (isNoneYet(assessment)) {
    const { date, text } = assessment.followUp!;
    return `none yet; ${text}${date ? `, ${formatWhen(date)}` : ''}`;
  }
  if (assessment.total?.said) return assessment.total.said;
  if (!total) return 'none';
  return `${onScale(total.share, assessment)}${rangeOf(total, assessment)}, from the criteria`;
}

function rangeOf({ least, most }: Total, assessment: Assessment): string {
  if (most - least < 0.005) return '';
  const [low, high] = [least, most].map((share) => onScale(share, assessment).replace(/( of 10| %)$/, ''));
  return ` (${low} to ${high})`;
}

/** A share of a scale as its author writes it. */
function onScale(share: number, { scale }: Assessment): string {
  if (scale === 'ten') return `${formatScore(share * 10)} of 10`;
  if (scale === 'percent') return `${Math.round(share * 100)} %`;
  return scale.steps[Math.round(share * (scale.steps.length - 1))];
}

const PARTS = {
  strengths: 'strength',
  weaknesses: 'weakness',
  neutral: 'neutral point',
  suits: 'suited',
  doesNotSuit: 'not suited',
  alternatives: 'alternative',
} as const;

const known = (fact: FactKey, { value, absent }: KnownValue) =>
  value !== undefined ? formatValue(fact, value) : absent ? 'none' : 'not known';

/** What a newer opinion changed, a clause for each. */
export function wordOpinionChange(
  { before, total, criteria, points, facts }: OpinionChange,
  after: Assessment,
): string[] {
  const [was, is] = total;
  const isMoved = was && is && Math.abs(was.share - is.share) > 0.0005;
  return [
    `Takes the place of the assessment of ${before.date ? formatWhen(before.date) : 'an unknown day'}${after.changed ? `: ${after.changed}` : ''}`,
    ...(isMoved ? [`total ${wordTotal(before)}, now ${wordTotal(after)}`] : []),
    ...criteria.map(({ name, before: old, after: now }) =>
      old === undefined
        ? `${name}: ${now}, new`
        : now === undefined
          ? `${name}: ${old}, dropped`
          : `${name}: ${old}, now ${now}`,
    ),
    ...points.map(({ part, text, came }) => `${PARTS[part]} ${came ? 'added' : 'dropped'}: ${text}`),
    ...(facts.length
      ? [
          `facts that changed meanwhile: ${listOf(facts.slice(0, 6).map(({ fact, before: old, after: now }) => `${fact.label} (${known(fact, old)}, now ${known(fact, now)})`))}${facts.length > 6 ? ` and ${facts.length - 6} more` : ''}`,
        ]
      : ['no fact changed meanwhile']),
  ];
}
