/** A merge in words: what came, what is in conflict, and what may be the same thing. */
import { findRecord, recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import type { Conflict, Meeting } from '../merging/conflict.ts';
import type { Merge } from '../merging/mergeCatalogues.ts';
import { addedByKind, countMerge } from '../merging/mergeReport.ts';
import { nameOf } from '../lineage/names.ts';
import { KIND_WORDS, wordKindCount } from './kindText.ts';
import { wordRelation } from './lineageText.ts';
import { formatValue, formatNumberOf, listOf } from './valueText.ts';

/** What a record is, in the words of its kind: `Kernel of Tidewater 7.1`, `“Tidewater notes”`. */
export function wordRecord(catalogue: Catalogue, record: AnyRecord): string {
  const of = 'subject' in record && record.subject ? nameOf(catalogue, record.subject) : '';
  switch (record.kind) {
    case 'about':
      return 'The head of the catalogue';
    case 'distribution':
      return record.name;
    case 'edition':
    case 'release':
      return nameOf(catalogue, record.id);
    case 'source':
      return `“${record.title}”`;
    case 'link':
      return `${nameOf(catalogue, record.derivative)} ${wordRelation(record.relation)} ${nameOf(catalogue, record.base)}`;
    case 'reading':
    case 'change':
      return `${findFactKey(record.key)?.label ?? record.key} of ${of}`;
    case 'snapshot':
    case 'cohort':
    case 'purpose':
      return `“${record.name}”`;
    case 'comparison':
      return `Packages of ${nameOf(catalogue, record.derivative)} compared with ${nameOf(catalogue, record.base)}`;
    case 'claim':
      return `“${record.wording}”, of ${of}`;
    case 'assessment':
      return `Assessment of ${of} by ${record.author}`;
    case 'sideBySide':
      return `${listOf(record.subjects.map(({ id }) => nameOf(catalogue, id)))} compared`;
    case 'settlement':
      return `Postponed or intended points of ${of}`;
    case 'procedure':
      return `“${record.title}”, of ${of}`;
    case 'editorial':
      return `Edit of a report${record.text ? `: “${record.text}”` : ''}`;
    default:
      return `“${record.text}”${of ? `, of ${of}` : ''}`;
  }
}

const FIELD_WORDS: Readonly<Record<string, string>> = {
  aliases: 'other names',
  acceptedBecause: 'why it is accepted',
  codeName: 'code name',
  sourceKind: 'kind of source',
  spoiledBy: 'why it is unreliable',
  daysOfUse: 'days of use',
  doesNotSuit: 'whom it does not suit',
  suits: 'whom it suits',
  mustHaves: 'must-haves',
  mendedBy: 'mended by',
  baseHasIt: 'whether the base has it',
  installsFrom: 'installs from',
};

/** A field by its name in plain words; empty for a record as a whole. */
export function wordField(field: string): string {
  const [name, inner] = field.split('.');
  const words = FIELD_WORDS[name] ?? name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
  return inner ? `${words}: ${wordField(inner)}` : words;
}

/** A value of a conflict in words: nothing, a date, an id by its name, a fact's value as the fact is written. */
export function wordFieldValue(
  catalogue: Catalogue,
  record: AnyRecord | undefined,
  field: string,
  value: unknown,
): string {
  if (value === null || value === undefined) return field === '' ? 'deleted' : 'nothing';
  if (field === 'accepted' && typeof value === 'string') {
    const reading = recordOf(catalogue, 'reading', value);
    return reading
      ? `accepts ${wordReading(reading.key, reading.value ?? reading.said ?? reading.state)}`
      : value;
  }
  if (field === 'value' && record && 'key' in record) return wordReading(record.key, value);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(value);
  if (typeof value === 'string') {
    if (/^\d{4}(-\d\d){0,2}[~?]?$/.test(value)) return formatWhen(value);
    return findIfId(catalogue, value) ?? value;
  }
  if (Array.isArray(value))
    return value.map((each) => wordFieldValue(catalogue, record, 'element', each)).join(', ') || 'none';
  const parts = Object.entries(value as Record<string, unknown>)
    .filter(
      ([name, inner]) =>
        !['id', 'kind', 'entered'].includes(name) &&
        inner !== '' &&
        inner !== undefined &&
        !(Array.isArray(inner) && inner.length === 0),
    )
    .map(([name, inner]) => `${wordField(name)}: ${wordFieldValue(catalogue, record, name, inner)}`);
  return parts.join('; ');
}

function findIfId(catalogue: Catalogue, text: string): string | undefined {
  if (!/^[a-zA-Z]+:\S+$/.test(text) || !Object.hasOwn(KIND_WORDS, text.split(':')[0])) return undefined;
  const record = findRecord(catalogue, text);
  return record && wordRecord(catalogue, record);
}

function wordReading(key: string, value: unknown): string {
  const fact = findFactKey(key);
  const isValue = value !== null && (typeof value !== 'object' || Array.isArray(value));
  if (fact && isValue) return formatValue(fact, value as FactValue);
  return typeof value === 'string' ? value : JSON.stringify(value);
}

/** Why two things cannot both stand, by the rule that forbids it; empty for a field that both changed. */
export function wordConflictRule(rule: string | undefined): string {
  if (rule === 'link.cycle') return 'Both links together lead in a circle.';
  if (rule === 'link.order') return 'Two bases claim the same place in the order.';
  if (rule === 'reading.accepted') return 'Each accepted another reading of this fact.';
  return rule ? 'The link breaks a rule of lineage.' : '';
}

/** Who said a record, when and where: `Ann, 3 March 2026, “Notes”`; empty where nothing is known. */
export function wordOrigin(catalogue: Catalogue, record: AnyRecord | undefined): string {
  if (!record) return '';
  const fields = record as unknown as Readonly<Record<string, unknown>>;
  const text = (name: string) => (typeof fields[name] === 'string' ? (fields[name] as string) : '');
  const source = recordOf(catalogue, 'source', text('source'));
  const date = text('date') || source?.date || '';
  return [text('by') || text('author') || source?.by, date && formatWhen(date), source && `“${source.title}”`]
    .filter(Boolean)
    .join(', ');
}

/** A conflict in one line. */
export function wordConflict(catalogue: Catalogue, conflict: Conflict): string {
  const record = findRecord(catalogue, conflict.record) ?? recordIn(conflict);
  const what = record ? wordRecord(catalogue, record) : conflict.record;
  const value = (each: unknown) => wordFieldValue(catalogue, record, conflict.field, each);
  const field = conflict.field ? `, ${wordField(conflict.field)}` : '';
  const rests = conflict.rests ? ` (with ${formatNumberOf(conflict.rests, 'record')} that rest on it)` : '';
  const rule = wordConflictRule(conflict.rule);
  if (conflict.rule && conflict.rule !== 'reading.accepted') return `${what}: ${rule}`;
  const before = conflict.base === null ? '' : `, was ${value(conflict.base)}`;
  if (!conflict.field)
    return `${what}${rests}: ${conflict.mine === null ? 'deleted here, changed there' : conflict.theirs === null ? 'changed here, deleted there' : 'both changed it'}.`;
  return `${what}${field}: mine ${value(conflict.mine)}, theirs ${value(conflict.theirs)}${before}. ${rule}`.trim();
}

function recordIn({ mine, theirs, base, field }: Conflict): AnyRecord | undefined {
  return field === '' ? ((mine ?? theirs ?? base) as AnyRecord | undefined) : undefined;
}

/** What may be the same thing, as a question. */
export function wordMeeting(merge: Merge, theirs: Catalogue, { mine, theirs: other, why }: Meeting): string {
  const own = nameOf(merge.catalogue, mine);
  const foreign = nameOf(theirs, other);
  return why === 'same id'
    ? `“${foreign}” has the id of “${own}” and another name: kept apart.`
    : `“${foreign}” sounds like “${own}”: kept apart. Give one the name of the other as another name to merge them.`;
}

/** What a merge did, a sentence a line; `title` is that of the other catalogue. */
export function wordMerge(merge: Merge, title: string, lists: number): string[] {
  const { added, changed, removed, undecided, conflicts, renamed } = countMerge(merge, lists);
  const kinds = [...addedByKind(merge)].map(([kind, count]) => wordKindCount(kind, count));
  const way = merge.isThreeWay ? 'since the two parted' : 'no common ancestor is known';
  return [
    `“${title}” merged (${way}).`,
    added ? `${listOf(kinds)} came.` : 'Nothing new came.',
    changed || removed ? `${formatNumberOf(changed, 'record')} changed, ${removed} went.` : '',
    renamed ? `${formatNumberOf(renamed, 'record')} of theirs met others, or took other ids.` : '',
    conflicts
      ? `${formatNumberOf(conflicts, 'conflict')}, ${undecided} undecided${undecided ? ': mine stands there' : ''}.`
      : 'No conflicts.',
  ].filter(Boolean);
}
