/** What a line of a visit records, in words, while it is typed. */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import type { Diff } from '../catalogue/diff.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { findFactKey, type FactKey } from '../catalogue/factSheet.ts';
import type { Reading } from '../catalogue/reading.ts';
import { nameOf } from '../lineage/names.ts';
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
      ? [`Seen ${wordSpoils(record.spoiledBy)}: kept, and not relied on.`]
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
  switch (record.kind) {
    case 'reading': {
      const fact = findFactKey(record.key);
      return fact
        ? `${fact.label} of ${nameOf(catalogue, record.subject)}: ${wordReadingWhole(fact, record)}`
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
    default:
      return '';
  }
}
