/** The history of one dossier: the edits that touched its records, in words, newest first. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import type { Edit, History } from '../catalogue/edit.ts';
import type { AnyRecord, KindName } from '../catalogue/recordKinds.ts';
import { kindOf, referencesOf } from '../catalogue/kindOf.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { wordEdit } from './editText.ts';
import { wordKindCount } from './kindText.ts';

interface HistoryLine {
  readonly label: string;
  /** ISO date and time. */
  readonly at: string;
  /** `2 readings added, 1 link changed`. */
  readonly what: string;
  /** True for an edit that was undone and can be redone. */
  readonly undone: boolean;
}

/** The edits of a catalogue that touched a distribution, its releases or editions, or what points to them. */
export function historyOf(catalogue: Catalogue, history: History, distribution: RecordId): HistoryLine[] {
  const own = new Set([
    distribution,
    ...recordsBelongingTo(catalogue, distribution, 'release').map(({ id }) => id),
    ...recordsBelongingTo(catalogue, distribution, 'edition').map(({ id }) => id),
  ]);
  const touches = (record: AnyRecord) =>
    own.has(record.id) || referencesOf(record).some(({ id }) => own.has(id));
  return history.edits
    .map((edit, i) => ({ edit, undone: i >= history.position, parts: partsOf(edit, touches) }))
    .filter(({ parts }) => parts.length > 0)
    .map(({ edit, undone, parts }) => ({
      label: wordEdit(edit.label),
      at: edit.at,
      what: parts.join(', '),
      undone,
    }))
    .reverse();
}

function partsOf({ diff }: Edit, touches: (record: AnyRecord) => boolean): string[] {
  const groups: readonly (readonly [verb: string, records: readonly AnyRecord[]])[] = [
    ['added', Object.values(diff.added)],
    ['changed', Object.values(diff.changed).map(([, after]) => after)],
    ['removed', Object.values(diff.removed)],
  ];
  return groups.flatMap(([verb, records]) => {
    const counts = new Map<KindName, number>();
    for (const record of records)
      if (touches(record)) counts.set(kindOf(record.id), (counts.get(kindOf(record.id)) ?? 0) + 1);
    return [...counts].map(([kind, count]) => `${wordKindCount(kind, count)} ${verb}`);
  });
}
