/** Sentences on what is recorded beside facts: steps, faults, events, changes against others, judgements, plans. */
import type { Assessment } from '../../catalogue/assessment.ts';
import { findFactKey } from '../../catalogue/factSheet.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import type { StatementKinds, StatementSubject } from '../../statements/statement.ts';
import { WEIGHTS } from '../changeText.ts';
import { formatNumberOf, formatValue, listOf } from '../valueText.ts';
import { asClause, dropStop, sentence } from './phrases.ts';
import { totalOf } from '../../assessments/standing.ts';
import { wordTotal } from '../opinionText.ts';

type Params<K extends keyof StatementKinds> = StatementSubject & StatementKinds[K];

export function wordProcedure({ procedure }: Params<'procedure'>): string {
  const { title, steps, note } = procedure;
  const order = steps.map(({ text, needs }) => `${text}${needs ? ` (after ${needs})` : ''}`);
  const breaks = steps
    .filter((step) => step.breaks)
    .map((step) => `without what comes before “${step.text}”, ${dropStop(step.breaks)}`);
  const name = title === 'Steps' ? 'In this order' : `${title}, in this order`;
  return [
    sentence(`${name}: ${order.join(', then ')}`),
    ...breaks.map((each) => sentence(each)),
    note && sentence(note),
  ]
    .filter(Boolean)
    .join(' ');
}

const CAUSES = { sure: 'The cause', likely: 'The likely cause', unsure: 'The suspected cause' } as const;

export function wordFault({ fault, since, mendedBy, of }: Params<'fault'>): string {
  const {
    text,
    times,
    machine,
    cause,
    certainty,
    conditions,
    weight,
    baseHasIt,
    tried,
    reported,
    answered,
    note,
  } = fault;
  const counted =
    times &&
    (times.of
      ? `${times.n} of ${times.of} times`
      : times.n === 1
        ? 'once'
        : times.n === 0
          ? 'never met'
          : formatNumberOf(times.n, 'time'));
  const around = [
    counted,
    machine && `on ${machine}`,
    conditions?.medium === 'live' && 'on a live image',
    since && `since ${since}`,
    certainty === 'unsure' && 'not sure',
    weight === 1 ? 'a detail' : weight === 3 ? 'it decides' : '',
  ].filter(Boolean);
  const lead = of ? `In ${of}, and here too unless it was mended: ${text}` : `Goes wrong: ${text}`;
  const why = cause && `${CAUSES[cause.certainty]}: ${cause.text}`;
  return [
    sentence(`${lead}${around.length ? ` (${around.join(', ')})` : ''}`),
    why && sentence(why),
    baseHasIt === true && 'Its base has it too.',
    baseHasIt === false && 'Its base does not have it.',
    tried && sentence(`tried: ${tried}`),
    reported && sentence(`reported: ${reported}`),
    answered && sentence(`answered: ${answered}`),
    mendedBy && sentence(`mended in ${mendedBy}`),
    note && sentence(note),
  ]
    .filter(Boolean)
    .join(' ');
}

export function wordEvent({ event }: Params<'event'>): string {
  const { text, happened, certainty, note } = event;
  const when = happened ? `${formatWhen(happened)}: ` : '';
  return [sentence(`${when}${text}${certainty === 'unsure' ? ' (not sure)' : ''}`), note && sentence(note)]
    .filter(Boolean)
    .join(' ');
}

const DOES = {
  adds: 'added',
  drops: 'dropped',
  replaces: 'replaced',
  retunes: 'set otherwise',
  'holds back': 'held back',
  keeps: 'kept',
} as const;

export function wordAgainst({ change, against }: Params<'against'>): string {
  const { key, does, before, after, motive, consequence } = change;
  const fact = findFactKey(key)!;
  const value = (each: typeof before) => (each === undefined ? '' : formatValue(fact, each));
  const what = does
    ? `${DOES[does]} ${[value(before), value(after)].filter(Boolean).join(' by ')}`
    : 'changed';
  return [
    sentence(
      `against ${against}, ${fact.label.toLowerCase()}: ${what}${motive ? `, because ${asClause(motive)}` : ''}`,
    ),
    consequence && sentence(consequence),
  ]
    .filter(Boolean)
    .join(' ');
}

export function wordVerdict({ assessment }: Params<'verdict'>): string {
  const { author, date, total, daysOfUse, followUp, bias, onPoint } = assessment;
  const points = (list: Assessment['strengths']) =>
    listOf(
      list.map(
        ({ text, weight, reason }) =>
          `${dropStop(text)}${weight ? ` (${WEIGHTS[weight - 1]})` : ''}${reason ? `, because ${asClause(reason)}` : ''}`,
      ),
    );
  const whom = (list: Assessment['suits']) =>
    listOf(list.map(({ name, why }) => `${dropStop(name)}${why ? ` (${asClause(why)})` : ''}`));
  const { strengths, neutral, weaknesses, suits, doesNotSuit, alternatives, mustHaves } = assessment;
  const use = daysOfUse === undefined ? '' : `, after ${formatNumberOf(daysOfUse, 'day')} of use`;
  const head = `${author}${date ? `, ${formatWhen(date)}` : ''}${use}`;
  return [
    sentence(
      `${head}: ${total?.said ?? (totalOf(assessment) ? wordTotal(assessment) : 'no verdict all in all')}`,
    ),
    strengths.length && sentence(`for it: ${points(strengths)}`),
    neutral.length && sentence(`neither way: ${points(neutral)}`),
    weaknesses.length && sentence(`against it: ${points(weaknesses)}`),
    ...mustHaves.map(({ text, met }) =>
      sentence(`must have: ${dropStop(text)} (${met === 'not known' ? 'not known whether it has' : met})`),
    ),
    ...onPoint.map(({ point, word, against }) =>
      sentence(`on ${point}: ${dropStop(word)}${against.length ? `, against ${listOf(against)}` : ''}`),
    ),
    suits.length && sentence(`it suits ${whom(suits)}`),
    doesNotSuit.length && sentence(`it does not suit ${whom(doesNotSuit)}`),
    alternatives.length && sentence(`to try instead: ${whom(alternatives)}`),
    bias && sentence(`disclosed: ${bias}`),
    followUp &&
      sentence(
        `to be looked at again${followUp.date ? ` in ${formatWhen(followUp.date)}` : ''}: ${dropStop(followUp.text)}`,
      ),
  ]
    .filter(Boolean)
    .join(' ');
}

export function wordPlan({ plan }: Params<'plan'>): string {
  const { text, by, due, certainty, lookAgain, note } = plan;
  const doubt = certainty === 'unsure' ? ' Whether that is a promise is not sure.' : '';
  return [
    `${sentence(`${by ? `${by} expects` : 'planned'}${due ? ` for ${formatWhen(due)}` : ''}: ${text}`)}${doubt}`,
    lookAgain && sentence(`to be looked at again in ${formatWhen(lookAgain)}`),
    note && sentence(note),
  ]
    .filter(Boolean)
    .join(' ');
}
