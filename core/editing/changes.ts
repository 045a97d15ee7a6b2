/** What is recorded of a change: a note on a computed one, or a change where the base's value is not known. */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import { createChange, type ChangeKind, type RecordedChange } from '../catalogue/change.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import { parseFactValue, type FactKey } from '../catalogue/factSheet.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import type { When } from '../catalogue/when.ts';
import { createIssue, failure, success, type Result } from '../issue.ts';
import { nameOf } from '../lineage/names.ts';
import { createEdit, editOfRecords, type Edited } from './labelledEdit.ts';
import { citedSource, type ChosenSource } from './sources.ts';

/** What an editor says of a change. */
export interface ChangeSaying {
  /** Only for a change that is recorded directly. */
  readonly does?: ChangeKind;
  readonly before: string;
  readonly after: string;
  readonly element: string;
  readonly motive: string;
  readonly consequence: string;
  readonly weight?: 1 | 2 | 3;
}

interface ChangeWriting {
  readonly subject: RecordId;
  readonly fact: FactKey;
  readonly saying: ChangeSaying;
  readonly chosen: ChosenSource;
  readonly today: When;
  /** What it is a change from, where that is not the base. */
  readonly against?: RecordId;
  /** The record that is written anew, where there is one. */
  readonly known?: RecordedChange;
}

/** Which of the two values a kind of change asks for. */
export const VALUES_ASKED: Readonly<Record<ChangeKind, { before: boolean; after: boolean }>> = {
  adds: { before: false, after: true },
  drops: { before: true, after: false },
  replaces: { before: true, after: true },
  retunes: { before: false, after: true },
  'holds back': { before: false, after: true },
  keeps: { before: true, after: false },
};

/** Writes a change; gives the id of the source it cites. Issues `change.value`, `value.invalid`. */
export function writeChange(
  catalogue: Catalogue,
  { subject, fact, saying, chosen, today, against, known }: ChangeWriting,
): Edited<RecordId | undefined> {
  const values = valuesOf(fact, saying);
  if (!values.ok) return values;
  const { id: source, records } = citedSource(catalogue, chosen, today);
  const { does, element, motive, consequence, weight } = saying;
  const change = createChange({
    id:
      known?.id ??
      createFreshId('change', `${tokenOf(subject)}-${fact.key}`, (id) => Boolean(findRecord(catalogue, id))),
    subject,
    key: fact.key,
    element: does ? '' : element,
    ...(does && { does, ...values.value }),
    against: against ?? known?.against,
    motive: motive.trim(),
    consequence: consequence.trim(),
    weight,
    sources: source ? [source] : [],
    date: today,
    by: known?.by,
  });
  const label = {
    code: 'change.write',
    params: { fact: fact.label, of: nameOf(catalogue, subject) },
  } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, [...records, change]), source);
}

function valuesOf(fact: FactKey, saying: ChangeSaying): Result<Pick<RecordedChange, 'before' | 'after'>> {
  if (!saying.does) return success({});
  const asked = VALUES_ASKED[saying.does];
  const found: Pick<RecordedChange, 'before' | 'after'> = {};
  for (const side of ['before', 'after'] as const) {
    const text = saying[side].trim();
    // What a single value was may not be known; elements of a list must be named.
    const mayMiss = !text && side === 'before' && (fact.type !== 'list' || saying.does === 'replaces');
    if (!asked[side] || mayMiss) continue;
    if (!text) return failure(createIssue('error', 'change.value', fact.label, { does: saying.does }));
    const value = parseFactValue(fact, text);
    if (!value.ok) return failure(...value.issues);
    found[side] = value.value;
  }
  return success(found);
}

/** Gives a change another weight, or none. */
export function weighChange(
  catalogue: Catalogue,
  { weight: _weight, ...rest }: RecordedChange,
  weight: 1 | 2 | 3 | undefined,
): Edited {
  return editOfRecords(catalogue, { code: 'change.weigh', params: {} }, [
    { ...rest, ...(weight && { weight }) },
  ]);
}
