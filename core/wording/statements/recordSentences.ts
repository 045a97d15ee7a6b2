/** Sentences on what is recorded beside facts: steps, faults, events, changes against others, judgements, plans. */
import { findFactKey } from '../../catalogue/factSheet.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import type { StatementKinds, StatementSubject } from '../../statements/statement.ts';
import { nounOf } from '../factTitles.ts';
import { formatNumberOf, formatValue } from '../valueText.ts';
import { describeVerdict } from '../verdictText.ts';
import { asClause, onDate, sentence } from './phrases.ts';

type Params<K extends keyof StatementKinds> = StatementSubject & StatementKinds[K];

export function wordProcedure({ procedure }: Params<'procedure'>): string {
  const { title, steps, note } = procedure;
  const order = steps.map(({ text, needs }) => `${text}${needs ? ` (after ${needs})` : ''}`);
  const breaks = steps
    .filter((step) => step.breaks)
    .map((step) => `unless the steps before “${step.text}” are done, ${asClause(step.breaks)}`);
  const name = title === 'Steps' ? 'The steps, in order' : `${title}, in this order`;
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
    weight === 3 ? 'decisive' : '',
  ].filter(Boolean);
  const lead = of ? `A fault of ${of}, here too unless it was mended: ${asClause(text)}` : text;
  const why = cause && `${CAUSES[cause.certainty]}: ${cause.text}`;
  return [
    sentence(`${lead}${around.length ? ` (${around.join(', ')})` : ''}`),
    why && sentence(why),
    baseHasIt === true && 'The base has the same fault.',
    baseHasIt === false && 'The base does not have this fault.',
    tried && sentence(`the attempted remedy: ${asClause(tried)}`),
    reported && sentence(`the fault was reported: ${asClause(reported)}`),
    answered && sentence(`the answer: ${asClause(answered)}`),
    mendedBy && sentence(`${mendedBy} mends the fault`),
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
  retunes: 'set differently',
  'holds back': 'held back',
  keeps: 'kept',
} as const;

export function wordAgainst({ subject, change, against }: Params<'against'>): string {
  const { key, does, before, after, motive, consequence } = change;
  const fact = findFactKey(key)!;
  const value = (each: typeof before) => (each === undefined ? '' : formatValue(fact, each));
  const what = does
    ? `${DOES[does]} ${[value(before), value(after)].filter(Boolean).join(' by ')}`
    : 'changed';
  return [
    sentence(
      `compared with ${against}, ${subject} ${what} (${nounOf(fact)})${motive ? `, because ${asClause(motive)}` : ''}`,
    ),
    consequence && sentence(consequence),
  ]
    .filter(Boolean)
    .join(' ');
}

export function wordVerdict({ assessment, subject }: Params<'verdict'>): string {
  return describeVerdict(assessment, subject).join(' ');
}

export function wordPlan({ plan }: Params<'plan'>): string {
  const { text, by, due, certainty, lookAgain, note } = plan;
  const doubt = certainty === 'unsure' ? ' Whether the plan is a promise is not sure.' : '';
  return [
    `${sentence(`${by ? `${by} expects` : 'the project plans'}${due ? ` for ${formatWhen(due)}` : ''}: ${asClause(text)}`)}${doubt}`,
    lookAgain && sentence(`the plan is to be checked again ${onDate(lookAgain)}`),
    note && sentence(note),
  ]
    .filter(Boolean)
    .join(' ');
}
