/** What a line of a visit records, in words, while it is typed. */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import type { Diff } from '../catalogue/diff.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { findFactKey, type FactKey } from '../catalogue/factSheet.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { RecordedChange } from '../catalogue/change.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { LabelledEdit } from '../editing/labelledEdit.ts';
import type { WrittenLine } from '../editing/lines/lineDesk.ts';
import type { StatementSubject } from '../statements/statement.ts';
import { nameOf } from '../lineage/names.ts';
import { sentence } from './statements/phrases.ts';
import { wordEvent, wordFault, wordProcedure, wordVerdict } from './statements/recordSentences.ts';
import { wordConditions } from './conditionsText.ts';
import { wordElementWhole, wordSaying } from './sayingText.ts';
import { wordSpoils } from './spoilText.ts';
import { formatValue, listOf } from './valueText.ts';

/** A line as it is understood, and what is worth knowing of it before it is taken. */
export interface UnderstoodLine {
  readonly text: string;
  /** New names, spoiled readings, what is corrected. */
  readonly remarks: readonly string[];
}

/** What a reading says, with all settings and its reckoning. */
export function wordReadingWhole(fact: FactKey, reading: Reading): string {
  const { value, note, said } = reading;
  const whole =
    Array.isArray(value) && !said
      ? `${reading.marks.includes('partial') ? 'at least ' : ''}${value.map(wordElementWhole).join(', ')}`
      : wordSaying(fact, reading);
  const reckoned = / = /.test(note)
    ? ` (${note})`
    : said && typeof value === 'number' && reading.unit
      ? ` (${formatValue(fact, value)})`
      : '';
  return `${whole}${reckoned}`;
}

/** What would be recorded. `after` is the catalogue with it. */
export function wordUnderstood(after: Catalogue, diff: Diff, main: RecordId | undefined): UnderstoodLine {
  const record = main ? findRecord(after, main) : undefined;
  const added = Object.values(diff.added);
  const fresh = added.filter(
    ({ kind }) => kind === 'distribution' || kind === 'release' || kind === 'edition',
  );
  const remarks = [
    ...(fresh.length > 0 ? [`New: ${listOf(fresh.map(({ id }) => nameOf(after, id)))}.`] : []),
    ...(record?.kind === 'reading' && record.spoiledBy.length > 0
      ? [`Seen ${wordSpoils(record.spoiledBy)}: kept as unreliable.`]
      : []),
    ...(main && diff.changed[main] && record?.kind === 'reading'
      ? ['Corrects what was said before from this source.']
      : []),
    ...(record?.kind === 'reading' && record.marks.includes('partial')
      ? ['Adds to what the base has, drops nothing.']
      : []),
  ];
  return { text: record ? wordRecord(after, record) : '', remarks };
}

function wordRecord(catalogue: Catalogue, record: AnyRecord): string {
  const subject = 'subject' in record && record.subject ? nameOf(catalogue, record.subject) : '';
  switch (record.kind) {
    case 'reading': {
      const fact = findFactKey(record.key);
      return fact
        ? `${fact.label} of ${nameOf(catalogue, record.subject)}: ${wordReadingWhole(fact, record)}${record.certainty === 'unsure' ? ' (not certain)' : ''}${record.cause ? `, because ${record.cause.text}` : ''}`
        : '';
    }
    case 'source':
      return `${record.title}. ${wordConditions(record.conditions)}`.trim();
    case 'link':
      return `${nameOf(catalogue, record.derivative)}: ${record.relation} ${nameOf(catalogue, record.base)}`;
    case 'distribution':
      return record.aliases.length ? `${record.name}, also called ${listOf(record.aliases)}` : record.name;
    case 'edition':
    case 'release':
      return nameOf(catalogue, record.id);
    case 'fault':
      return wordFault(params(subject, { fault: record, since: '', mendedBy: '', of: '' }));
    case 'event':
      return wordEvent(params(subject, { event: record }));
    case 'procedure':
      return wordProcedure(params(subject, { procedure: record }));
    case 'plan':
      return sentence(
        `${nameOf(catalogue, record.subject)}: ${record.text}${record.due ? `, ${formatWhen(record.due)}` : ''}${record.certainty === 'unsure' ? ' (not certain)' : ''}`,
      );
    case 'question':
      return sentence(`to find out: ${record.text}`);
    case 'claim':
      return sentence(
        `according to ${record.by || 'the project'}: “${record.wording}” (${VERDICTS[record.verdict]})`,
      );
    case 'change':
      return wordChangeMade(catalogue, record);
    case 'assessment':
      return wordVerdict(params(subject, { assessment: record }));
    case 'note':
      return record.state === 'recorded' ? '' : `“${record.text}”`;
    default:
      return '';
  }
}

/** What the sentences of a page are given; a line is of one record. */
const params = <Given>(subject: string, given: Given): Given & StatementSubject => ({
  ...given,
  subject,
  told: {},
});

const VERDICTS = {
  unchecked: 'not checked',
  confirmed: 'confirmed',
  partly: 'partly confirmed',
  refuted: 'refuted',
  cannotBeChecked: 'cannot be checked',
} as const;

const DOES = {
  adds: 'adds',
  drops: 'drops',
  replaces: 'has',
  retunes: 'sets otherwise',
  'holds back': 'holds back',
  keeps: 'keeps',
} as const;

/** `Dunmere 2 drops Slate (Services), compared with Dunmere 1.` */
function wordChangeMade(
  catalogue: Catalogue,
  { subject, key, does, before, after, against, motive }: RecordedChange,
): string {
  const fact = findFactKey(key);
  if (!fact || !does) return '';
  const value = (each: FactValue | undefined) => (each === undefined ? '' : formatValue(fact, each));
  const what =
    does === 'replaces'
      ? `${value(after)}${before === undefined ? '' : ` instead of ${value(before)}`}`
      : value(after ?? before);
  const than = against ? `, compared with ${nameOf(catalogue, against)}` : '';
  return sentence(
    `${nameOf(catalogue, subject)} ${DOES[does]} ${what} (${fact.label})${than}${motive ? `, because ${motive}` : ''}`,
  );
}

/** A line as it will be told: every record that it makes, each in a sentence. */
export function wordChoice(after: Catalogue, { diff, made }: LabelledEdit<WrittenLine>): UnderstoodLine {
  const whole = wordUnderstood(after, diff, made.records.at(-1));
  const told = made.records
    .map((id) => findRecord(after, id))
    .flatMap((record) => (record ? wordRecord(after, record) || [] : []));
  const removed = Object.values(diff.removed).flatMap((record) =>
    'key' in record ? [`Takes back: ${findFactKey(record.key as string)?.label ?? record.kind}.`] : [],
  );
  return {
    text: [...told, ...removed].map((each) => (/[.!?”]$/.test(each) ? each : `${each}.`)).join(' '),
    remarks: whole.remarks,
  };
}
