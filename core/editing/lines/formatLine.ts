/**
 * Records as the lines that would write them: what the log of a visit shows, and what is corrected there. A judgement is several lines.
 * `writeLine` reads back what `formatLine` gives.
 */
import { findRecord, recordOf, type Catalogue } from '../../catalogue/catalogue.ts';
import type { Assessment } from '../../catalogue/assessment.ts';
import type { RecordedChange } from '../../catalogue/change.ts';
import { formatConditions } from '../../catalogue/saidConditions.ts';
import { findFactKey, formatTypedValue, type FactKey } from '../../catalogue/factSheet.ts';
import type { FactValue } from '../../catalogue/factValue.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import type { Link } from '../../catalogue/link.ts';
import type { Procedure } from '../../catalogue/procedure.ts';
import type { Reading } from '../../catalogue/reading.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import type { AnyRecord } from '../../catalogue/recordKinds.ts';
import { RELATIONS } from '../../catalogue/relations.ts';
import { nameOf } from '../../lineage/names.ts';
import { formatMarks } from './lineMarks.ts';
import { lineWord, type WordId } from './lineWords.ts';

/** A line that a record would be written by. */
export interface FormattedLine {
  readonly record: RecordId;
  /** Which of its points, of a record that is several lines. */
  readonly part?: LinePart;
  readonly name: string;
  readonly saying: string;
  /** The marks behind it: conditions, cause, remark, place. */
  readonly marks: string;
}

/** One point of a judgement. */
export interface LinePart {
  readonly field:
    | 'strengths'
    | 'weaknesses'
    | 'neutral'
    | 'suits'
    | 'doesNotSuit'
    | 'alternatives'
    | 'onPoint'
    | 'mustHaves'
    | 'total'
    | 'followUp'
    | 'bias';
  readonly index: number;
}

/** The whole text of a line. */
export const textOfLine = ({
  name,
  saying,
  marks,
}: Pick<FormattedLine, 'name' | 'saying' | 'marks'>): string => `${name}: ${saying}${marks}`;

const WEIGHT_WORDS = { 1: 'a detail', 2: 'matters', 3: 'decides' } as const;
const NO_MARKS = { around: '', because: '', remark: '', place: '', isUnsure: false };

const when = (date: string | undefined) => (date ? formatWhen(date) : '');
const parts = (...all: readonly (string | false | undefined)[]) => all.filter(Boolean).join(', ');

/** The lines of a record; none for a kind that no line writes. */
export function formatLines(catalogue: Catalogue, record: AnyRecord): FormattedLine[] {
  const line = (word: WordId, saying: string, marks: Partial<typeof NO_MARKS> = {}): FormattedLine[] => [
    { record: record.id, name: lineWord(word).label, saying, marks: formatMarks({ ...NO_MARKS, ...marks }) },
  ];
  switch (record.kind) {
    case 'reading':
      return lineOfReading(record);
    case 'fault':
      return line(
        'fault',
        parts(
          record.text,
          record.times &&
            (record.times.of
              ? `${record.times.n} of ${record.times.of}`
              : record.times.n === 1
                ? 'once'
                : `${record.times.n} times`),
          record.since && `since ${recordOf(catalogue, 'release', record.since)?.version ?? ''}`,
          record.machine && `on ${record.machine}`,
          record.baseHasIt !== undefined && (record.baseHasIt ? 'base too' : 'not the base'),
          record.weight && WEIGHT_WORDS[record.weight],
        ),
        {
          around: record.conditions ? formatConditions(record.conditions) : '',
          because: record.cause?.text ?? '',
          remark: record.note,
          place: record.place,
          isUnsure: (record.cause?.certainty ?? record.certainty) === 'unsure',
        },
      );
    case 'procedure':
      return line('procedure', wordSteps(record), { remark: record.note, place: record.place });
    case 'plan':
      return line(
        'plan',
        parts(
          record.text,
          when(record.due),
          record.by && `by ${record.by}`,
          record.lookAgain && `again ${when(record.lookAgain)}`,
        ),
        { remark: record.note, place: record.place, isUnsure: record.certainty === 'unsure' },
      );
    case 'note':
      return record.state === 'recorded'
        ? []
        : [
            {
              record: record.id,
              name: record.state === 'unsorted' ? 'To be sorted' : 'Remark',
              saying: record.text,
              marks: '',
            },
          ];
    case 'event':
      return line('event', parts(record.text, when(record.happened)), {
        remark: record.note,
        place: record.place,
      });
    case 'claim': {
      const fact = record.key ? findFactKey(record.key) : undefined;
      const verdict = VERDICT_WORDS[record.verdict];
      const value =
        fact && record.value !== undefined ? ` = ${fact.label}: ${typedValue(fact, record.value)}` : '';
      return line('claim', `${parts(record.wording, verdict)}${value}`, { remark: record.reason });
    }
    case 'question':
      return line('ask', parts(record.text, record.until && `until ${when(record.until)}`), {
        because: record.tried,
      });
    case 'change':
      return lineOfChange(catalogue, record);
    case 'link':
      return lineOfLink(catalogue, record);
    case 'edition':
      return line('edition', parts(record.name, record.standing !== 'unknown' && record.standing));
    case 'release':
      return line('release', parts(record.version, when(record.date), record.codeName));
    case 'assessment':
      return linesOfAssessment(record);
    default:
      return [];
  }
}

const VERDICT_WORDS = {
  unchecked: '',
  confirmed: 'confirmed',
  partly: 'partly',
  refuted: 'refuted',
  cannotBeChecked: 'cannot be checked',
} as const;

/** A value as it is typed in a line: a list in one line, parted by semicolons. */
function typedValue(fact: FactKey, value: FactValue): string {
  if (fact.type === 'list' && typeof value === 'number') return String(value);
  const typed = fact.type === 'date' ? formatWhen(String(value)) : formatTypedValue(fact, value);
  if (!Array.isArray(value)) return typed;
  return value.length === 1 && typed.includes(',') ? `${typed};` : typed.split('\n').join('; ');
}

/** What a reading says, in the fact's own notation. */
function typedSaying(fact: FactKey, { state, value, said, tried, marks }: Reading): string {
  switch (state) {
    case 'unchanged':
      return 'unchanged';
    case 'none':
      return marks.includes('onPurpose') ? (said ?? 'on purpose') : 'none';
    case 'doesNotApply':
      return 'does not apply';
    case 'notFoundOut':
      return parts('not found out', tried);
    case 'set': {
      if (said && (fact.type === 'number' || fact.type === 'choice' || value === undefined)) return said;
      const typed = value === undefined ? '' : typedValue(fact, value);
      if (said && fact.type === 'yesNo') return parts(typed, said);
      return marks.includes('partial') ? `+ ${typed}` : typed;
    }
  }
}

function lineOfReading(reading: Reading): FormattedLine[] {
  const fact = findFactKey(reading.key);
  if (!fact) return [];
  const { conditions, cause, note, place, certainty } = reading;
  const around = conditions ? formatConditions(conditions) : '';
  const marks = formatMarks({
    around,
    because: cause?.text ?? '',
    remark: /^\S.* = [\d.,]+ ?\S*$/.test(note) ? '' : note,
    place,
    isUnsure: certainty === 'unsure',
  });
  return [{ record: reading.id, name: fact.label, saying: typedSaying(fact, reading), marks }];
}

function wordSteps({ title, steps }: Procedure): string {
  const each = steps.map(
    ({ text, needs, breaks }) =>
      `${text}${needs ? ` after ${needs}` : ''}${breaks ? `, else ${breaks}` : ''}`,
  );
  return `${title}: ${each.join(' > ')}`;
}

function lineOfChange(catalogue: Catalogue, change: RecordedChange): FormattedLine[] {
  const fact = findFactKey(change.key);
  if (!fact) return [];
  const { does, before, after, against, element, motive, consequence } = change;
  if (!does) {
    const saying = `${fact.label}${element ? ` > ${element}` : ''}: ${motive}`;
    return [
      {
        record: change.id,
        name: lineWord('why').label,
        saying,
        marks: formatMarks({ ...NO_MARKS, remark: consequence }),
      },
    ];
  }
  const value = (each: FactValue | undefined) =>
    each === undefined ? '' : typedValue(fact, each).replace(/;$/, '');
  const values = [value(before), value(after)].filter(Boolean).join(' > ');
  const other = against && findRecord(catalogue, against) ? `, against ${nameOf(catalogue, against)}` : '';
  const marks = formatMarks({ ...NO_MARKS, because: motive, remark: consequence });
  return [
    {
      record: change.id,
      name: lineWord('change').label,
      saying: `${fact.label}: ${does} ${values}${other}`,
      marks,
    },
  ];
}

function lineOfLink(catalogue: Catalogue, link: Link): FormattedLine[] {
  const { relation, derivative, base, since, until, parts: taken, wording, reason } = link;
  const isLineal = RELATIONS[relation].kind === 'lineal';
  const name = `${taken.length ? `${taken.join(' and ')} from ` : ''}${nameOf(catalogue, base)}`;
  const level = /^(\w+):/.exec(derivative)?.[1];
  const saying = parts(
    `${name}${wording && !isLineal ? `: ${wording.replaceAll(',', ';')}` : ''}`,
    since && `since ${when(since)}`,
    until && `until ${when(until)}`,
    isLineal && level !== 'release' && `at ${level}`,
  );
  const marks = formatMarks({
    ...NO_MARKS,
    because: reason,
    remark: isLineal ? wording : '',
    isUnsure: link.certainty !== 'sure',
  });
  return [{ record: link.id, name: lineWord(relation).label, saying, marks }];
}

function linesOfAssessment(record: Assessment): FormattedLine[] {
  const line = (
    word: WordId,
    field: LinePart['field'],
    index: number,
    saying: string,
    because = '',
  ): FormattedLine => ({
    record: record.id,
    part: { field, index },
    name: lineWord(word).label,
    saying,
    marks: formatMarks({ ...NO_MARKS, because }),
  });
  const points = (word: WordId, field: 'strengths' | 'weaknesses' | 'neutral') =>
    record[field].map(({ text, weight, reason }, i) =>
      line(word, field, i, `${text}${weight ? ` (${WEIGHT_WORDS[weight]})` : ''}`, reason),
    );
  const whom = (word: WordId, field: 'suits' | 'doesNotSuit') =>
    record[field].map(({ name, why }, i) => line(word, field, i, `${name}${why ? `, since ${why}` : ''}`));
  const { total, followUp, bias } = record;
  return [
    ...points('strength', 'strengths'),
    ...points('neutral', 'neutral'),
    ...points('weakness', 'weaknesses'),
    ...whom('suits', 'suits'),
    ...whom('unsuited', 'doesNotSuit'),
    ...record.alternatives.map(({ name, why }, i) =>
      line('instead', 'alternatives', i, `${name}${why ? ` ${why}` : ''}`),
    ),
    ...record.onPoint.map(({ point, word, against }, i) =>
      line(
        'point',
        'onPoint',
        i,
        `${point}: ${word}${against.length ? `, against ${against.join(' and ')}` : ''}`,
      ),
    ),
    ...record.mustHaves.map(({ text, met }, i) =>
      line('must', 'mustHaves', i, parts(text, met !== 'not known' && met)),
    ),
    ...(total ? [line('total', 'total', 0, total.said)] : []),
    ...(followUp ? [line('again', 'followUp', 0, parts(when(followUp.date), followUp.text))] : []),
    ...(bias ? [line('bias', 'bias', 0, bias)] : []),
  ];
}
