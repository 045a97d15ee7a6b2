/** An assessment in sentences: the total, for whom, strong and weak points, what to try instead. */
import type { Assessment } from '../catalogue/assessment.ts';
import { isNoneYet, totalOf } from '../assessments/standing.ts';
import { wordTotal } from './opinionText.ts';
import { asClause, dropStop, keepName, onDate, sentence } from './statements/phrases.ts';
import { formatNumberOf, listOf } from './valueText.ts';

/** An assessment in sentences: the total first. */
export function describeVerdict(assessment: Assessment, subject: string): string[] {
  const { author, date, daysOfUse, followUp, bias, onPoint, mustHaves } = assessment;
  const { strengths, neutral, weaknesses, suits, doesNotSuit, alternatives } = assessment;
  const when = [
    date && ` ${onDate(date)}`,
    daysOfUse !== undefined && `, after ${formatNumberOf(daysOfUse, 'day')} of use`,
  ]
    .filter(Boolean)
    .join('');
  const required = mustHaves.map(({ text, met }) => `${dropStop(text)} (${MET[met]})`);
  return [
    totalSentence(assessment, subject, when),
    suits.length > 0 &&
      `${subject} suits ${named(suits)}${doesNotSuit.length ? `, but not ${named(doesNotSuit)}` : ''}`,
    suits.length === 0 && doesNotSuit.length > 0 && `${subject} does not suit ${named(doesNotSuit)}`,
    pointsSentence(author, strengths, weaknesses),
    neutral.length > 0 &&
      `${points(neutral)} ${neutral.length === 1 ? 'counts' : 'count'} neither for nor against it`,
    required.length > 0 && `of what is required, ${listOf(required)}`,
    ...onPoint.map(
      ({ point, word, against }) =>
        `on ${point}, ${author} says: ${dropStop(word)}${against.length ? ` (against ${listOf(against)})` : ''}`,
    ),
    alternatives.length > 0 && `${author} suggests ${named(alternatives)} instead`,
    bias && `${author} discloses: “${asClause(dropStop(bias))}”`,
    followUp && followUpSentence(author, followUp),
  ].flatMap((text) => (text ? [keepName(sentence(text), subject)] : []));
}

/** Whether what is required is there. */
const MET = { yes: 'met', no: 'not met', 'not known': 'not known whether met' } as const;

function totalSentence(assessment: Assessment, subject: string, when: string): string {
  const { author, total } = assessment;
  if (total?.said)
    return `${author} ${/^\d/.test(total.said) ? `rates ${subject} at ${total.said}` : `calls ${subject} “${dropStop(total.said)}”`}${when}`;
  if (totalOf(assessment) && !isNoneYet(assessment)) {
    const said = wordTotal(assessment).replace(/, from the criteria$/, '');
    return /^\d/.test(said)
      ? `${author} rates ${subject} at ${said}${when}`
      : `${author} gives no rating: ${said}`;
  }
  return `${author} gives ${subject} no overall rating${when}`;
}

function followUpSentence(author: string, { date, text }: NonNullable<Assessment['followUp']>): string {
  const when = date ? ` ${onDate(date)}` : '';
  const [, what] =
    /^(?:to be looked at|look(?:s|ed)?|will look) again\b[,:]?\s*(.*)$/i.exec(dropStop(text)) ?? [];
  if (what === undefined) return `${author} will look again${when}: ${asClause(text)}`;
  return `${author} will look again${when}${what ? `, ${what}` : ''}`;
}

/** `M. Ardley praises “restore points from the start”, but criticises “help is half outdated”.` */
function pointsSentence(
  author: string,
  strengths: Assessment['strengths'],
  weaknesses: Assessment['weaknesses'],
): string {
  const praises = strengths.length > 0 && `praises ${points(strengths)}`;
  const criticises = weaknesses.length > 0 && `criticises ${points(weaknesses)}`;
  const both = [praises, criticises].filter(Boolean).join(', but ');
  return both && `${author} ${both}`;
}

/** Points in the author's words, the weightiest first. */
const points = (list: Assessment['strengths']) =>
  listOf(
    list
      .toSorted((a, b) => (b.weight ?? 2) - (a.weight ?? 2))
      .map(
        ({ text, reason }) =>
          `“${asClause(dropStop(text))}”${reason ? ` (because ${asClause(dropStop(reason))})` : ''}`,
      ),
  );

const named = (list: Assessment['suits']) =>
  listOf(list.map(({ name, why }) => `${dropStop(name)}${why ? ` (${asClause(why)})` : ''}`));
