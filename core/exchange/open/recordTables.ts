/** The tables of records: a line each, ids beside names so that tables can be joined. Dates are as they are recorded. */
import { recordOf, recordsOf, type Catalogue } from '../../catalogue/catalogue.ts';
import { findFactKey } from '../../catalogue/factSheet.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import type { KindName, RecordTypes } from '../../catalogue/recordKinds.ts';
import { SOURCE_KINDS } from '../../catalogue/sourceKinds.ts';
import { totalOf, type Total } from '../../assessments/standing.ts';
import { nameOf } from '../../lineage/names.ts';
import { wordConditions } from '../../wording/conditionsText.ts';
import { formatValue } from '../../wording/valueText.ts';
import { joinedNames, type OpenTable, type TableCell } from './openTable.ts';

/** A column: its head, and what stands in it of a record. */
type Column<R> = readonly [head: string, of: (record: R) => TableCell];

/** The maker of the table of a kind; every table begins with the ids. */
function recordTable<K extends KindName>(
  kind: K,
  columnsOf: (catalogue: Catalogue) => readonly Column<RecordTypes[K]>[],
): (catalogue: Catalogue) => OpenTable {
  return (catalogue) => {
    const columns = columnsOf(catalogue);
    const records = [...recordsOf(catalogue, kind)].sort((a, b) => (a.id < b.id ? -1 : 1));
    return {
      head: ['id', ...columns.map(([head]) => head)],
      rows: records.map((record) => [record.id, ...columns.map(([, of]) => of(record))]),
    };
  };
}

/** Who is meant, by id and name. */
const subjectOf = (catalogue: Catalogue): readonly Column<{ readonly subject?: RecordId }>[] => [
  ['subject', ({ subject }) => subject],
  ['subject name', ({ subject }) => subject && nameOf(catalogue, subject)],
];

const sourceOf = (catalogue: Catalogue): readonly Column<{ readonly source?: RecordId }>[] => [
  ['source', ({ source }) => source],
  ['source title', ({ source }) => source && recordOf(catalogue, 'source', source)?.title],
];

/** A total on the scale of ten, whatever its author's; undefined for none. */
const shareOfTen = (total: Total | null) => (total ? Number((total.share * 10).toFixed(2)) : undefined);

/** The tables of records by name. */
export const RECORD_TABLES = {
  releases: recordTable('release', (catalogue) => [
    ['distribution', ({ distribution }) => nameOf(catalogue, distribution)],
    ['version', ({ version }) => version],
    ['code name', ({ codeName }) => codeName],
    ['stage', ({ stage }) => stage],
    ['date', ({ date }) => date],
    [
      'editions',
      ({ editions }) => editions.map((id) => recordOf(catalogue, 'edition', id)?.name ?? id).join('; '),
    ],
    ['sources', ({ sources }) => joinedNames(catalogue, sources)],
    ['note', ({ note }) => note],
  ]),
  editions: recordTable('edition', (catalogue) => [
    ['distribution', ({ distribution }) => nameOf(catalogue, distribution)],
    ['edition', ({ name }) => name],
    ['standing', ({ standing }) => standing],
    ['sources', ({ sources }) => joinedNames(catalogue, sources)],
    ['note', ({ note }) => note],
  ]),
  links: recordTable('link', (catalogue) => [
    ['derivative', ({ derivative }) => nameOf(catalogue, derivative)],
    ['relation', ({ relation }) => relation],
    ['base', ({ base }) => nameOf(catalogue, base)],
    ['since', ({ since }) => since],
    ['until', ({ until }) => until],
    ['order', ({ order }) => order],
    ['certainty', ({ certainty }) => certainty],
    ['parts', ({ parts }) => parts.join('; ')],
    ['reason', ({ reason }) => reason],
    ['according to the project', ({ wording }) => wording],
    ['sources', ({ sources }) => joinedNames(catalogue, sources)],
  ]),
  readings: recordTable('reading', (catalogue) => [
    ...subjectOf(catalogue),
    ['key', ({ key }) => key],
    ['fact', ({ key }) => findFactKey(key)?.label],
    ['state', ({ state }) => state],
    [
      'value',
      ({ key, value }) => {
        const fact = findFactKey(key);
        return value === undefined ? undefined : fact ? formatValue(fact, value) : JSON.stringify(value);
      },
    ],
    ['said', ({ said }) => said],
    ['marks', ({ marks }) => marks.join('; ')],
    ['unreliable because', ({ spoiledBy }) => spoiledBy.join('; ')],
    ['certainty', ({ certainty }) => certainty],
    ['accepted', ({ accepted }) => accepted],
    ...sourceOf(catalogue),
    ['date', ({ date }) => date],
    ['place', ({ place }) => place],
    ['conditions', ({ conditions }) => conditions && wordConditions(conditions)],
    ['note', ({ note }) => note],
  ]),
  sources: recordTable('source', (catalogue) => [
    ['kind', ({ sourceKind }) => SOURCE_KINDS[sourceKind].label],
    ['title', ({ title }) => title],
    ['place', ({ place }) => place],
    ['date', ({ date }) => date],
    ['read', ({ read }) => read],
    ['by', ({ by }) => by],
    ['of', ({ of }) => of && nameOf(catalogue, of)],
    ['conditions', ({ conditions }) => wordConditions(conditions)],
    ['note', ({ note }) => note],
  ]),
  changes: recordTable('change', (catalogue) => [
    ...subjectOf(catalogue),
    ['key', ({ key }) => key],
    ['element', ({ element }) => element],
    ['does', ({ does }) => does],
    ['motive', ({ motive }) => motive],
    ['consequence', ({ consequence }) => consequence],
    ['weight', ({ weight }) => weight],
    ['sources', ({ sources }) => joinedNames(catalogue, sources)],
    ['date', ({ date }) => date],
    ['by', ({ by }) => by],
  ]),
  claims: recordTable('claim', (catalogue) => [
    ...subjectOf(catalogue),
    ['wording', ({ wording }) => wording],
    ['by', ({ by }) => by],
    ['key', ({ key }) => key],
    ['verdict', ({ verdict }) => verdict],
    ['reason', ({ reason }) => reason],
    ['date', ({ date }) => date],
    ...sourceOf(catalogue),
  ]),
  faults: recordTable('fault', (catalogue) => [
    ...subjectOf(catalogue),
    ['text', ({ text }) => text],
    ['times', ({ times }) => times?.n],
    ['of times', ({ times }) => times?.of],
    ['machine', ({ machine }) => machine],
    ['since', ({ since }) => since && nameOf(catalogue, since)],
    ['mended by', ({ mendedBy }) => mendedBy && nameOf(catalogue, mendedBy)],
    ['cause', ({ cause }) => cause?.text],
    ['certainty', ({ certainty }) => certainty],
    ['date', ({ date }) => date],
    ...sourceOf(catalogue),
  ]),
  plans: recordTable('plan', (catalogue) => [
    ...subjectOf(catalogue),
    ['text', ({ text }) => text],
    ['by', ({ by }) => by],
    ['due', ({ due }) => due],
    ['look again', ({ lookAgain }) => lookAgain],
    ['certainty', ({ certainty }) => certainty],
    ...sourceOf(catalogue),
  ]),
  events: recordTable('event', (catalogue) => [
    ...subjectOf(catalogue),
    ['text', ({ text }) => text],
    ['happened', ({ happened }) => happened],
    ['certainty', ({ certainty }) => certainty],
    ...sourceOf(catalogue),
  ]),
  questions: recordTable('question', (catalogue) => [
    ...subjectOf(catalogue),
    ['text', ({ text }) => text],
    ['raised', ({ raised }) => raised],
    ['by', ({ by }) => by],
    ['tried', ({ tried }) => tried],
    ['answer', ({ answer }) => answer],
    ['until', ({ until }) => until],
  ]),
  judgements: recordTable('assessment', (catalogue) => [
    ...subjectOf(catalogue),
    ['author', ({ author }) => author],
    ['date', ({ date }) => date],
    ['total', ({ total }) => total?.said],
    ['score of 10', (opinion) => shareOfTen(totalOf(opinion))],
    ['strengths', ({ strengths }) => strengths.map(({ text }) => text).join('; ')],
    ['weaknesses', ({ weaknesses }) => weaknesses.map(({ text }) => text).join('; ')],
    ['suits', ({ suits }) => suits.map(({ name }) => name).join('; ')],
    ['does not suit', ({ doesNotSuit }) => doesNotSuit.map(({ name }) => name).join('; ')],
    ['alternatives', ({ alternatives }) => alternatives.map(({ name }) => name).join('; ')],
    ['bias', ({ bias }) => bias],
  ]),
  comparisons: recordTable('comparison', (catalogue) => [
    ['derivative', ({ derivative }) => nameOf(catalogue, derivative)],
    ['base', ({ base }) => nameOf(catalogue, base)],
    ['date', ({ date }) => date],
    ['installed', ({ counts }) => counts.installed],
    ['same', ({ counts }) => counts.same],
    ['rebuilt', ({ counts }) => counts.rebuilt],
    ['patched', ({ counts }) => counts.patched],
    ['held back', ({ counts }) => counts.heldBack],
    ['ahead', ({ counts }) => counts.ahead],
    ['own', ({ counts }) => counts.own],
    ...sourceOf(catalogue),
  ]),
  lists: recordTable('snapshot', (catalogue) => [
    ['of', ({ of }) => of && nameOf(catalogue, of)],
    ['role', ({ role }) => role],
    ['name', ({ name }) => name],
    ['family', ({ family }) => family],
    ['date', ({ date }) => date],
    ['packages', ({ packages }) => packages],
    ['origin', ({ origin }) => origin],
    ['signature', ({ signature }) => signature],
    ['signer', ({ signer }) => signer],
  ]),
} as const;
