/** Writing down what candidates are judged for: a purpose, its criteria and must-haves line by line, candidates, scores by hand. */
import { recordOf, type Catalogue } from '../../catalogue/catalogue.ts';
import { diffOfRecords } from '../../catalogue/diff.ts';
import { createFreshId } from '../../catalogue/freshId.ts';
import { sameName } from '../../sameness/name.ts';
import { parseWhen } from '../../catalogue/parseWhen.ts';
import { createPurpose, type Purpose } from '../../catalogue/purpose.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import { createIssue, failure, success, type Result } from '../../issue.ts';
import { createEdit, editOfRemoval, type Edited } from '../labelledEdit.ts';
import type { Saying } from '../sides.ts';
import { parseCriterion, parseHandScore, parseMustHave } from './ruleLine.ts';

/** Begins a purpose; gives its id. Issue `purpose.unnamed`. */
export function beginPurpose(
  catalogue: Catalogue,
  name: string,
  candidates: readonly RecordId[],
  { author, date }: Saying,
): Edited<RecordId> {
  const called = name.trim();
  if (!called) return failure(createIssue('error', 'purpose.unnamed', ''));
  const id = createFreshId('purpose', called, (each) => catalogue.records.purpose.has(each));
  return put(catalogue, createPurpose({ id, name: called, candidates: [...candidates], author, date }), id);
}

function put<Made>(catalogue: Catalogue, record: Purpose, made: Made): Edited<Made> {
  const label = { code: 'purpose.write', params: { name: record.name } } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, [record]), made);
}

/** Corrects a purpose by what a function makes of it. */
function corrected(
  catalogue: Catalogue,
  id: RecordId,
  { author, date }: Saying,
  change: (before: Purpose) => Result<Partial<Purpose>>,
): Edited {
  const before = recordOf(catalogue, 'purpose', id);
  if (!before) return failure(createIssue('error', 'diff.stale', id));
  const after = change(before);
  return after.ok ? put(catalogue, { ...before, author, date, ...after.value }, undefined) : after;
}

/** Text of a purpose that is typed as it is. An empty name is refused; `until` is a date. */
export function writePurposeText(
  catalogue: Catalogue,
  id: RecordId,
  field: 'name' | 'audience' | 'why' | 'answer' | 'until',
  text: string,
  saying: Saying,
): Edited {
  const typed = text.trim();
  return corrected(catalogue, id, saying, (before) => {
    if (field === 'name' && !typed) return failure(createIssue('error', 'purpose.unnamed', ''));
    if (field !== 'until') return success({ [field]: typed });
    const until = typed ? parseWhen(typed, saying.date) : undefined;
    if (until === null) return failure(createIssue('error', 'paste.date', 'until', { text: typed }));
    // A date that is taken back leaves the record.
    const { until: _until, ...rest } = before;
    return success(until ? { until } : { ...rest, until: undefined });
  });
}

/** Writes a criterion from a line in place of another (`at`), or behind the last (-1); without text it goes. */
export function writeCriterion(
  catalogue: Catalogue,
  id: RecordId,
  at: number,
  text: string,
  saying: Saying,
): Edited {
  return corrected(catalogue, id, saying, ({ criteria, scores }) => {
    const written = writtenLine(
      criteria,
      at,
      text,
      (line) => parseCriterion(catalogue, line),
      ({ name }) => name,
    );
    return written.ok
      ? success({
          criteria: written.value,
          scores: renamed(scores, text.trim() ? criteria[at]?.name : undefined, written.value[at]?.name),
        })
      : written;
  });
}

/** Writes something that must be there; as criteria are written. */
export function writeMustHaveLine(
  catalogue: Catalogue,
  id: RecordId,
  at: number,
  text: string,
  saying: Saying,
): Edited {
  return corrected(catalogue, id, saying, ({ mustHaves, scores }) => {
    const written = writtenLine(
      mustHaves,
      at,
      text,
      (line) => parseMustHave(catalogue, line),
      (each) => each.text,
    );
    return written.ok
      ? success({
          mustHaves: written.value,
          scores: renamed(scores, text.trim() ? mustHaves[at]?.text : undefined, written.value[at]?.text),
        })
      : written;
  });
}

/** A list with a line in place of another or behind the last, or without it; refused (`rule.twice`) where another one has its name. */
function writtenLine<T>(
  all: readonly T[],
  at: number,
  text: string,
  parse: (line: string) => Result<T>,
  nameOf: (of: T) => string,
): Result<T[]> {
  if (!text.trim()) return success(all.filter((_, i) => i !== at));
  const read = parse(text);
  if (!read.ok) return read;
  const name = nameOf(read.value);
  if (all.some((each, i) => i !== at && sameName(nameOf(each), name)))
    return failure(createIssue('error', 'rule.twice', name));
  return success(at >= 0 && at < all.length ? all.with(at, read.value) : [...all, read.value]);
}

/** Scores by hand follow what they are on to its new name; those on what is gone stay, for undo and for a line that comes back. */
function renamed(
  scores: Purpose['scores'],
  from: string | undefined,
  to: string | undefined,
): Purpose['scores'] {
  return from === undefined || to === undefined || from === to
    ? scores
    : scores.map((each) => (sameName(each.on, from) ? { ...each, on: to } : each));
}

/** Sets the candidates; scores of those that are none any more go. */
export function setCandidates(
  catalogue: Catalogue,
  id: RecordId,
  candidates: readonly RecordId[],
  saying: Saying,
): Edited {
  return corrected(catalogue, id, saying, ({ scores }) =>
    success({
      candidates: [...new Set(candidates)],
      scores: scores.filter(({ candidate }) => candidate !== undefined && candidates.includes(candidate)),
    }),
  );
}

/** Scores a candidate by hand on a criterion or a must-have; without text the rule counts again. */
export function scoreByHand(
  catalogue: Catalogue,
  id: RecordId,
  candidate: RecordId,
  on: string,
  text: string,
  saying: Saying,
): Edited {
  return corrected(catalogue, id, saying, ({ scores }) => {
    const read = parseHandScore(text);
    if (!read.ok) return read;
    const others = scores.filter((each) => each.candidate !== candidate || !sameName(each.on, on));
    return success({ scores: read.value ? [...others, { candidate, on, ...read.value }] : others });
  });
}

/** Forgets a purpose. */
export function removePurpose(catalogue: Catalogue, { id, name }: Purpose): Edited {
  return editOfRemoval(catalogue, { code: 'record.remove', params: { name } }, [id]);
}
