/** Text pasted into a visit: lines as they are typed one by one, a table of names and values, facts read off a terminal. */
import type { Conditions } from '../../catalogue/conditions.ts';
import { applyDiff } from '../../catalogue/applyDiff.ts';
import type { Catalogue } from '../../catalogue/catalogue.ts';
import { findFactKey } from '../../catalogue/factSheet.ts';
import { createReading } from '../../catalogue/reading.ts';
import { tokenOf, type RecordId } from '../../catalogue/recordId.ts';
import { spoilsOf } from '../../capture/conditions.ts';
import type { FactProposal } from '../../capture/proposeFacts.ts';
import { recordOf } from '../../catalogue/catalogue.ts';
import { createIssue, failure, type Issue } from '../../issue.ts';
import { nameOf } from '../../lineage/names.ts';
import { ComposedEdit } from '../composedEdit.ts';
import type { Edited } from '../labelledEdit.ts';
import { LineDesk, type LineContext, type WrittenLine } from './lineDesk.ts';
import { writeLine } from './writeLine.ts';

/** So much is taken at once; what is longer is read as a file at Intake. */
export const LONGEST_PASTE = 200_000;

/** One line of a pasted text, and what came of it. */
export interface PastedLine {
  /** As it is read: the columns of a table as a name and a value. */
  readonly text: string;
  readonly issues: readonly Issue[];
  /** What it would write; empty where it is refused. */
  readonly records: readonly RecordId[];
}

/** The lines of a text; of a table the first column is the name, the others the value. */
export function linesOfText(text: string): string[] {
  return text
    .split(/\r?\n/)
    .map((line) => line.replace(/^\s*(?:[-*•]|\d+[.)])\s+/, '').trim())
    .filter(Boolean)
    .map((line) => {
      const [name, ...values] = line.split(/\t+| {3,}|\s*\|\s*/).filter(Boolean);
      return values.length > 0 && /\t|\|| {3,}/.test(line)
        ? `${name.replace(/:$/, '')}: ${values.join('; ')}`
        : line;
    });
}

/**
 * Writes lines one after another, as one step; those that are refused are left out and told. Issue `line.pasteLong`.
 */
export function writeLines(
  context: LineContext,
  text: string,
): Edited<WrittenLine & { readonly lines: readonly PastedLine[] }> {
  if (text.length > LONGEST_PASTE)
    return failure(createIssue('error', 'line.pasteLong', 'pasted text', { limit: LONGEST_PASTE }));
  const edit = new ComposedEdit(context.catalogue);
  const lines: PastedLine[] = [];
  let turn = context.turn;
  for (const line of linesOfText(text)) {
    const written = edit.take(writeLine({ ...context, turn, catalogue: edit.catalogue }, line));
    const made = written.ok ? written.value.made : undefined;
    if (made) turn = made.turn;
    lines.push({ text: line, issues: written.ok ? [] : written.issues, records: made?.records ?? [] });
  }
  const records = lines.flatMap((line) => line.records);
  const label = {
    code: 'visit.lines',
    params: { count: lines.filter((line) => line.records.length > 0).length },
  } as const;
  return edit.finish(label, { records, turn, lines });
}

/** Records facts read off a terminal as seen in the visit, under what the text itself tells of the machine. Issue `line.noSource`. */
export function writeProposals(
  context: LineContext,
  proposals: readonly FactProposal[],
  around: Conditions,
): Edited<WrittenLine> {
  const { turn, catalogue } = context;
  if (!turn.subject || !turn.source) return failure(createIssue('error', 'line.noSource', 'pasted text'));
  const desk = new LineDesk(context, turn.subject, turn.edition);
  const { conditions: own = {}, losses = [] } = recordOf(catalogue, 'source', turn.source) ?? {};
  const conditions = { ...withoutKnown(around, own), ...(turn.edition && { edition: turn.edition }) };
  const records: RecordId[] = [];
  for (const { key, value, place, certainty, note = '' } of proposals) {
    const isOfProject = findFactKey(key)?.ofProject === true;
    const subject = isOfProject ? desk.distribution : turn.subject;
    const id = desk.freshId('reading', `${tokenOf(subject)}-${key}`);
    desk.put(
      createReading({
        ...{ id, subject, key, state: 'set', value, place, certainty, note },
        ...desk.origin,
        ...(Object.keys(conditions).length > 0 && !isOfProject && { conditions }),
        spoiledBy: spoilsOf(key, { ...own, ...conditions }, losses.length > 0),
      }),
    );
    records.push(id);
  }
  const label = {
    code: 'visit.pasted',
    params: { count: records.length, of: nameOf(catalogue, turn.subject) },
  } as const;
  return desk.finish(label, { records, turn });
}

/** What a text tells of the machine and the visit does not say already. */
function withoutKnown(around: Conditions, own: Conditions): Conditions {
  return Object.fromEntries(Object.entries(around).filter(([name]) => !(name in own))) as Conditions;
}

/** The catalogue as an edit would leave it, for whoever shows what would come of it. */
export function catalogueAfter(catalogue: Catalogue, edited: Edited<unknown>): Catalogue {
  if (!edited.ok) return catalogue;
  const after = applyDiff(catalogue, edited.value.diff);
  return after.ok ? after.value : catalogue;
}
