/**
 * What is typed into the field of a sitting: what is looked at, how, or a line of notes. A line is kept word for word, with the records that came of
 * it; one that is not understood is kept to be sorted. Nothing that was typed is refused for not being understood.
 */
import { applyDiff } from '../catalogue/applyDiff.ts';
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import { namesOfFact } from '../catalogue/factNames.ts';
import { parseWhen } from '../catalogue/parseWhen.ts';
import { sourcesTitled } from '../editing/sourcesTitled.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import { createNote, type Note } from '../catalogue/note.ts';
import type { Reading } from '../catalogue/reading.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import type { Word } from '../catalogue/word.ts';
import { ComposedEdit } from '../editing/composedEdit.ts';
import { createEdit, type Edited, type LabelledEdit } from '../editing/labelledEdit.ts';
import { knownSubject, type LineContext, type WrittenLine } from '../editing/lines/lineDesk.ts';
import { splitLine } from '../editing/lines/lineNames.ts';
import { writeLine } from '../editing/lines/writeLine.ts';
import { createIssue, failure, success, type Issue } from '../issue.ts';
import { nameOf } from '../lineage/names.ts';
import { sameName } from '../sameness/name.ts';
import { taughtByPick, taughtBySorting } from './learning.ts';
import { understand, writeChoice, type Choice, type MarkedWord, type OpenTurn } from './understand.ts';

/** One way to take an entry: the edit that it makes, and the part that each word plays. */
export interface EntryChoice {
  readonly edit: LabelledEdit<WrittenLine>;
  readonly words: readonly MarkedWord[];
}

/** What is typed, as far as it is understood. */
export interface Entry {
  /** `turn`: it says what is looked at, or how. Else what becomes of the line; `refused` where nothing can be kept yet. */
  readonly outcome: 'turn' | 'recorded' | 'ask' | 'note' | 'refused';
  /** The likeliest first. */
  readonly choices: readonly EntryChoice[];
  readonly issues: readonly Issue[];
}

/** A line is at most this long: what is longer is pasted text. */
const LONGEST = 20_000;

const isOpen = (context: LineContext): context is LineContext & { readonly turn: OpenTurn } => {
  const { subject, source, edition } = context.turn;
  const isThere = (id: RecordId | null | undefined) => Boolean(id && findRecord(context.catalogue, id));
  return isThere(subject) && isThere(source) && (!edition || isThere(edition));
};

/** Reads what is typed. */
export function readEntry(context: LineContext, typed: string): Entry {
  const text = typed.trim();
  const named = splitLine(text);
  if (!isOpen(context) || isTurn(context, text, named)) return ofWritten(writeLine(context, text), 'turn');
  if (text.length > LONGEST)
    return refused(createIssue('error', 'line.long', text.slice(0, 80), { limit: LONGEST }));
  if (!text) return refused(createIssue('error', 'line.empty', ''));
  // The notation of earlier programs is still read where it shows itself by one of its signs.
  const isSigned = named !== null && / (?:@|#|>) /.test(text);
  const signed = isSigned ? writeLine(context, text) : null;
  if (signed?.ok) return ofWritten(signed, 'recorded');
  const { outcome, choices } = understand(context, text);
  const made = writtenChoices(context, choices);
  if (outcome === 'recorded' && made.length > 0) return { outcome, choices: made, issues: [] };
  // Where its words alone do not tell, a line that begins with the whole name of a fact is offered as that fact, as is the notation with a colon.
  const isNotation = isColoned(text, named);
  const plain = isNotation || isNamed(named) ? (signed ?? writeLine(context, text)) : null;
  if (!plain?.ok)
    return outcome === 'note' || made.length === 0
      ? { outcome: 'note', choices: [], issues: [] }
      : { outcome: 'ask', choices: made, issues: [] };
  const isSame = ({ edit }: EntryChoice) => JSON.stringify(edit.diff) === JSON.stringify(plain.value.diff);
  if (isNotation && (outcome === 'note' || made.length === 0 || made.some(isSame)))
    return ofWritten(plain, 'recorded');
  return { outcome: 'ask', choices: [...made, { edit: plain.value, words: [] }], issues: [] };
}

/** What a line may mean besides, however sure the first reading is: one of them is asked for. */
export function readOtherwise(context: LineContext, typed: string): Entry {
  if (!isOpen(context)) return refused(createIssue('error', 'line.empty', ''));
  const { choices } = understand(context, typed.trim(), { note: -Infinity, sure: Infinity });
  return { outcome: 'ask', choices: writtenChoices(context, choices), issues: [] };
}

function writtenChoices(
  context: LineContext & { readonly turn: OpenTurn },
  choices: readonly Choice[],
): EntryChoice[] {
  return choices.flatMap((choice): EntryChoice[] => {
    const edit = writeChoice(context, choice);
    return edit.ok ? [{ edit: edit.value, words: choice.parts }] : [];
  });
}

const refused = (...issues: readonly Issue[]): Entry => ({ outcome: 'refused', choices: [], issues });

function ofWritten(written: Edited<WrittenLine>, outcome: 'turn' | 'recorded'): Entry {
  return written.ok
    ? { outcome, choices: [{ edit: written.value, words: [] }], issues: [] }
    : refused(...written.issues);
}

/** How a source is usually begun, where `from` is no part of a remark. */
const SOURCE =
  /^(the )?(pages?|site|live|installed|virtual|hardware|handbook|manual|release notes|notes|directory|forum|heard|seen|from memory|measurement|capture|menu|terminal|documents?)\b/i;

/** True for a line that says what is looked at, from which source, or on which day. */
function isTurn(context: LineContext, text: string, named: ReturnType<typeof splitLine>): boolean {
  const word = named?.name.word;
  if (!named || !named.rest || (word !== 'about' && word !== 'from' && word !== 'day')) return false;
  if (/^[^:]{2,20}:/.test(text)) return true;
  if (word === 'about') return knownSubject(context.catalogue, named.rest) !== null;
  if (word === 'day') return parseWhen(named.rest, context.today) !== null;
  return (
    SOURCE.test(named.rest) ||
    (named.rest.length > 2 && sourcesTitled(context.catalogue, named.rest).length > 0)
  );
}

/** True for a line whose first words are the whole name of a fact. */
function isNamed(named: ReturnType<typeof splitLine>): boolean {
  const fact = named?.name.fact;
  return Boolean(
    fact && named?.rest && [fact.label, ...namesOfFact(fact.key)].some((name) => sameName(name, named.typed)),
  );
}

/** True for a line in the notation of earlier programs: a whole name and a colon. */
function isColoned(text: string, named: ReturnType<typeof splitLine>): boolean {
  const colon = /^([^:]{2,60}):(?:\s|$)/.exec(text);
  return Boolean(colon && named && text.startsWith(named.typed) && (named.name.word || isNamed(named)));
}

/**
 * Takes an entry: the choice, and the line as it was typed. `null` keeps the line as a note to be sorted; `sorts` is the note that the line sorts.
 * A line that is quoted from a text is where its readings stand.
 */
export function takeEntry(
  context: LineContext,
  typed: string,
  { outcome, issues }: Entry,
  choice: EntryChoice | null,
  { sorts, isQuoted = false }: { readonly sorts?: RecordId; readonly isQuoted?: boolean } = {},
): Edited<WrittenLine> {
  if (outcome === 'refused' || !isOpen(context) || outcome === 'turn')
    return choice
      ? success(choice.edit)
      : failure(...(issues.length > 0 ? issues : [createIssue('error', 'line.empty', '')]));
  const composed = new ComposedEdit(context.catalogue);
  const { turn } = context;
  const name = nameOf(context.catalogue, turn.subject);
  const label = choice?.edit.label ?? ({ code: 'note.keep', params: { of: name } } as const);
  if (choice) {
    const taken = composed.take(success(choice.edit));
    if (!taken.ok) return taken;
  }
  const records = (choice?.edit.made.records ?? []).filter((id) => findRecord(composed.catalogue, id));
  const quoted = isQuoted ? quotedReadings(composed.catalogue, records, typed.trim()) : [];
  const note = noteOf(context, typed.trim(), choice ? 'recorded' : 'unsorted', records, sorts);
  const learnt = taughtBy(composed.catalogue, note, typed.trim(), outcome === 'ask' ? choice : null);
  const kept = composed.take(
    createEdit(
      composed.catalogue,
      label,
      diffOfRecords(composed.catalogue, [...quoted, note, ...learnt]),
      undefined,
    ),
  );
  if (!kept.ok) return kept;
  return composed.finish(label, {
    records: choice ? records : [note.id],
    turn: choice?.edit.made.turn ?? turn,
  });
}

/** What taking a line teaches: where one reading was picked, and where a note is sorted by other words. */
function taughtBy(catalogue: Catalogue, note: Note, typed: string, picked: EntryChoice | null): Word[] {
  if (note.state !== 'recorded') return [];
  return note.text === typed
    ? picked
      ? taughtByPick(catalogue, typed, picked.words, note.records)
      : []
    : taughtBySorting(catalogue, note.text, typed, note.records);
}

/** The sentence is where its readings stand, as far as they say no other place. */
function quotedReadings(catalogue: Catalogue, records: readonly RecordId[], sentence: string): Reading[] {
  return records.flatMap((id) => {
    const record = findRecord(catalogue, id);
    return record?.kind === 'reading' && !record.place
      ? [{ ...record, place: `“${sentence.slice(0, 1900)}”` }]
      : [];
  });
}

function noteOf(
  context: LineContext & { readonly turn: OpenTurn },
  text: string,
  state: Note['state'],
  records: readonly RecordId[],
  sorts: RecordId | undefined,
): Note {
  const { turn, catalogue } = context;
  const known = sorts ? findRecord(catalogue, sorts) : undefined;
  const before = known?.kind === 'note' ? known : undefined;
  return createNote({
    id:
      before?.id ??
      createFreshId('note', `${tokenOf(turn.subject)}-${text.slice(0, 30)}`, (id) =>
        Boolean(findRecord(catalogue, id)),
      ),
    entered: before?.entered,
    subject: turn.subject,
    edition: turn.edition,
    source: turn.source ?? undefined,
    // What was typed first stays word for word, also where it is sorted by other words.
    text: before?.text ?? text,
    state,
    records: [...records],
    date: turn.day,
  });
}

/** Keeps a note as a remark: it is read again, and means nothing that is recorded elsewhere. */
export function keepNote(context: Pick<LineContext, 'catalogue'>, id: RecordId): Edited {
  const note = findRecord(context.catalogue, id);
  if (note?.kind !== 'note') return failure(createIssue('error', 'diff.stale', id));
  const label = { code: 'note.keep', params: { of: nameOf(context.catalogue, note.subject) } } as const;
  return createEdit(
    context.catalogue,
    label,
    diffOfRecords(context.catalogue, [{ ...note, state: 'kept' }]),
    undefined,
  );
}

/** The catalogue with a choice in it, for telling what it would record. */
export function withChoice(context: Pick<LineContext, 'catalogue'>, { edit }: EntryChoice) {
  const after = applyDiff(context.catalogue, edit.diff);
  return after.ok ? after.value : context.catalogue;
}
