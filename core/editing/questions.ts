/** Questions of the analyst's: written down, corrected, answered. */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import { parseWhen } from '../catalogue/parseWhen.ts';
import { createQuestion, type Question } from '../catalogue/question.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import { createIssue, failure } from '../issue.ts';
import { createEdit, editOfRecords, editOfRemoval, type Edited } from './labelledEdit.ts';
import { splitLine } from './lines/lineNames.ts';
import type { Saying } from './sides.ts';

/** A question as it is typed. `about`: the fact that an answer would set; `until`: when it is to be looked at again. */
export interface QuestionSaying {
  readonly text: string;
  readonly about: string;
  readonly tried: string;
  readonly until: string;
}

/** Asks a question about a subject (null: about the whole catalogue), or corrects one. Gives its id. Issues: `question.empty`, `rule.fact`, `paste.date`. */
export function writeQuestion(
  catalogue: Catalogue,
  subject: RecordId | null,
  id: RecordId | null,
  { text: typed, about, tried, until: dated }: QuestionSaying,
  { author, date }: Saying,
): Edited<RecordId> {
  const text = typed.trim();
  if (!text) return failure(createIssue('error', 'question.empty', ''));
  const fact = about.trim() ? splitLine(about)?.name.fact : undefined;
  if (about.trim() && !fact) return failure(createIssue('error', 'rule.fact', about, { name: about }));
  const until = dated.trim() ? parseWhen(dated, date) : undefined;
  if (until === null) return failure(createIssue('error', 'paste.date', 'until', { text: dated }));
  const before = id ? recordOf(catalogue, 'question', id) : undefined;
  const name = subject ? `${tokenOf(subject)}-${text.slice(0, 40)}` : text.slice(0, 60);
  const made = id ?? createFreshId('question', name, (each) => catalogue.records.question.has(each));
  const record = createQuestion({
    ...(before ?? { id: made, raised: date, by: author, ...(subject && { subject }) }),
    ...{ text, key: fact?.key ?? '', tried: tried.trim(), until },
  });
  const label = { code: 'question.write', params: { text } } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, [record]), made);
}

/** Answers a question; without an answer it is open again. */
export function answerQuestion(catalogue: Catalogue, id: RecordId, answer: string): Edited {
  const question = recordOf(catalogue, 'question', id);
  if (!question) return failure(createIssue('error', 'diff.stale', id));
  const label = { code: 'question.answer', params: { text: question.text } } as const;
  return editOfRecords(catalogue, label, [{ ...question, answer: answer.trim() }]);
}

/** Forgets a question. */
export function removeQuestion(catalogue: Catalogue, { id, text }: Question): Edited {
  return editOfRemoval(catalogue, { code: 'record.remove', params: { name: `“${text}”` } }, [id]);
}
