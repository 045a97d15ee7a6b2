/**
 * The one field of a visit: a line of text becomes a record where it belongs, citing the source of the visit. Pure: who types sees
 * from the edit what it would record, before it is taken.
 *
 *     line = [ subject ":" ] ( fact-name value / word rest )
 *
 * What a line can begin with is told in lineNames.ts, what stands around its saying in lineMarks.ts.
 */
import { findRecord, recordOf } from '../../catalogue/catalogue.ts';
import { parseWhen } from '../../catalogue/parseWhen.ts';
import type { When } from '../../catalogue/when.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import { RELATIONS, type Relation } from '../../catalogue/relations.ts';
import { findSubject } from '../../lineage/findSubject.ts';
import { sameName } from '../../sameness/name.ts';
import { createIssue, failure } from '../../issue.ts';
import { nameOf } from '../../lineage/names.ts';
import { distributionOf } from '../../lineage/releases.ts';
import { citedSource } from '../sources.ts';
import { parseSourceLine } from '../sourceLine.ts';
import type { Edited } from '../labelledEdit.ts';
import { sourcesTitled } from '../sourcesTitled.ts';
import {
  knownSubject,
  editionCalled,
  LineDesk,
  refused,
  unlessRefused,
  type LineContext,
  type VisitTurn,
  type WrittenLine,
} from './lineDesk.ts';
import { readMarks } from './lineMarks.ts';
import { completeName, nameBegunBy, splitLine } from './lineNames.ts';
import { sayFact } from './sayFact.ts';
import { sayEdition, sayLink, sayNames, sayRelease } from './sayLineage.ts';
import {
  sayChange,
  sayClaim,
  sayEvent,
  sayFault,
  sayPlan,
  sayProcedure,
  sayQuestion,
  sayWhy,
  type RecordWriter,
} from './sayRecords.ts';
import { sayVerdict, isVerdictWord } from './sayVerdict.ts';
import type { WordId } from './lineWords.ts';

const RECORD_WRITERS: Partial<Record<WordId, RecordWriter>> = {
  fault: sayFault,
  procedure: sayProcedure,
  plan: sayPlan,
  event: sayEvent,
  claim: sayClaim,
  ask: sayQuestion,
  why: sayWhy,
  change: sayChange,
  also: sayNames,
  edition: sayEdition,
  release: sayRelease,
};

/** A line is at most this long: what is longer is pasted text. */
const LONGEST = 20_000;

/**
 * Writes a line. Issues: `line.empty`, `line.long`, `line.unknown` (with what it may have meant), `line.noSubject`, `line.noSource`,
 * and those of what the line says.
 */
export function writeLine(context: LineContext, text: string): Edited<WrittenLine> {
  return unlessRefused(() => written(context, text.trim()));
}

function written(context: LineContext, text: string): Edited<WrittenLine> {
  const refuse = (code: string, params = {}) =>
    failure(createIssue('error', code, text.slice(0, 80), params));
  if (!text) return refuse('line.empty');
  if (text.length > LONGEST) return refuse('line.long', { limit: LONGEST });
  const { turn } = context;
  const named = splitLine(text);
  /** What stands behind a word that the line begins with; null where it begins with another. */
  const behind = (word: WordId) => (named?.name.word === word ? named.rest : null);
  const about = behind('about');
  const gone = [turn.subject, turn.edition].find((id) => id && !findRecord(context.catalogue, id));
  if (gone && about === null) return refuse('line.gone', { id: gone });
  // The first two lines of a visit say what is looked at, and how; words for that may be left out.
  if (about !== null || !turn.subject) return writtenAbout(context, about ?? text);
  const from = behind('from');
  const isUnsaid = !turn.source || !findRecord(context.catalogue, turn.source);
  if (from !== null || isUnsaid) return writtenSource(context, from ?? text);
  const day = behind('day');
  if (day !== null) return writtenDay(context, day);
  return writtenSaying(context, text);
}

/** `Corvane 4, Main`, `Lanternhead, Season 11, 3 Mar 2026`: a date is that of the release; the last part is an edition where the project has one of that name, or where a release stands before it. */
function writtenAbout(context: LineContext, text: string): Edited<WrittenLine> {
  if (!text) return failure(createIssue('error', 'line.noSubject', text));
  const desk = new LineDesk({ ...context, turn: { ...context.turn, source: null } }, '', undefined);
  const { text: about, date } = withoutDate(text, context.today);
  const [, first, last] = /^(.+?),\s*([^,]+)$/.exec(about) ?? [];
  const whole = findSubject(desk.catalogue, about.replace(/,\s*/, ' '));
  const isEdition = last !== undefined && !whole.ok && /\d/.test(first);
  let subject = desk.named(isEdition ? first : about);
  let edition: RecordId | undefined;
  const record = recordOf(desk.catalogue, 'edition', subject);
  const dated = recordOf(desk.catalogue, 'release', subject);
  if (date && dated) desk.put({ ...dated, date });
  if (isEdition) {
    const release = recordOf(desk.catalogue, 'release', subject);
    edition = desk.editionNamed(release?.distribution ?? subject, last.trim());
    if (release && release.editions.length > 0) desk.addToRelease(release.id, edition);
  } else if (record) {
    edition = record.id;
    subject = record.distribution;
  }
  const { edition: _edition, ...turn } = context.turn;
  const label = { code: 'visit.about', params: { of: nameOf(desk.catalogue, subject) } } as const;
  const next: VisitTurn = { ...turn, subject, ...(edition && { edition }) };
  return desk.finish(label, { records: [subject, ...(edition ? [edition] : [])], turn: next });
}

/** A date behind the last comma, taken off. */
function withoutDate(text: string, today: When): { readonly text: string; readonly date: When | null } {
  const [, before, last] = /^(.+),\s*([^,]+)$/.exec(text) ?? [];
  const date = last ? parseWhen(last, today) : null;
  // A version such as 2026.10 is no date, and a bare year is more likely one.
  return date && date.length > 4 ? { text: before, date } : { text, date: null };
}

/** A source that is there, by the beginning of its title, or a new one said in a line. */
function writtenSource(context: LineContext, text: string): Edited<WrittenLine> {
  const { turn, today } = context;
  const { day: _day, ...kept } = turn;
  const desk = new LineDesk(context, turn.subject ?? '', turn.edition);
  const [known] = text.length > 2 ? sourcesTitled(context.catalogue, text) : [];
  if (known) {
    const label = { code: 'visit.from', params: { title: known.title } } as const;
    return desk.finish(label, { records: [known.id], turn: { ...kept, source: known.id } });
  }
  const of = turn.subject ? nameOf(desk.catalogue, turn.subject) : '';
  const parsed = parseSourceLine(text, today, of);
  if (!parsed.ok) return parsed;
  const made = citedSource(
    desk.catalogue,
    {
      ...parsed.value,
      by: parsed.value.by || context.author,
      ...(turn.subject && { of: turn.subject }),
      conditions: { ...parsed.value.conditions, ...(turn.edition && { edition: turn.edition }) },
    },
    today,
  );
  desk.put(...made.records);
  const label = { code: 'visit.from', params: { title: parsed.value.title } } as const;
  return desk.finish(label, { records: [made.id!], turn: { ...kept, source: made.id! } });
}

function writtenDay(context: LineContext, text: string): Edited<WrittenLine> {
  const day = parseWhen(text, context.today);
  if (!day) return failure(createIssue('error', 'paste.date', 'day', { text }));
  const desk = new LineDesk(context, context.turn.subject!, context.turn.edition);
  const label = { code: 'visit.day', params: { day } } as const;
  return desk.finish(label, { records: [], turn: { ...context.turn, day } });
}

function writtenSaying(context: LineContext, text: string): Edited<WrittenLine> {
  const { turn } = context;
  const other = otherSubject(context, text);
  const line = other?.rest ?? text;
  const named = splitLine(line);
  if (!named) {
    const near = completeName(line.split(/\s/)[0].slice(0, 3), 3).map(({ label }) => label);
    return failure(createIssue('error', 'line.unknown', line.slice(0, 80), { near: near.join(', ') }));
  }
  const { name, rest } = named;
  const said = rest || (name.fact?.type === 'yesNo' ? 'yes' : '');
  if (!said) return failure(createIssue('error', 'line.saying', name.label));
  const subject = other?.subject ?? turn.subject!;
  const edition = other ? other.edition : turn.edition;
  const desk = new LineDesk(context, subject, edition);
  const marked = readMarks(said, name.word === 'ask');
  if (!marked.saying) return failure(createIssue('error', 'line.saying', name.label));
  const id = name.fact ? sayFact(desk, name.fact, marked) : sayWord(desk, name.word!, marked);
  const label = {
    code: 'visit.line',
    params: { name: name.label, of: nameOf(desk.catalogue, subject) },
  } as const;
  return desk.finish(label, { records: [id], turn });
}

function sayWord(desk: LineDesk, word: WordId, marked: ReturnType<typeof readMarks>): RecordId {
  const writer = RECORD_WRITERS[word];
  if (writer) return writer(desk, marked);
  if (isVerdictWord(word)) return sayVerdict(desk, word, marked);
  if (word in RELATIONS) return sayLink(desk, word as Relation, marked);
  throw refused('line.unknown', word, { near: '' });
}

/** `Quickthorn: its delay breaks …`: a line about another record, which is named before a colon. */
function otherSubject(
  context: LineContext,
  text: string,
): { readonly subject: RecordId; readonly edition?: RecordId; readonly rest: string } | null {
  const match = /^([^:]{2,80}):\s+(.+)$/s.exec(text);
  if (!match) return null;
  const [, name, rest] = match;
  const own = editionCalled(
    context.catalogue,
    distributionOf(context.catalogue, context.turn.subject!),
    name,
  );
  if (own) return { subject: context.turn.subject!, edition: own.id, rest };
  // A name that is also that of a fact means the fact, unless it is written as the record is called.
  const found = knownSubject(context.catalogue, name);
  if (!found) return null;
  const isNamed = sameName(nameOf(context.catalogue, found), name) || !nameBegunBy(name);
  return isNamed ? { subject: found, rest } : null;
}
