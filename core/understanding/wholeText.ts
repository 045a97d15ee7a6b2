/** A whole text, pasted: its sentences one by one, and the records that they are read with. */
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { KIND_NAMES, type AnyRecord } from '../catalogue/recordKinds.ts';
import { recordsCiting } from '../editing/sources.ts';
import { linesOfText } from '../editing/lines/pastedLines.ts';
import type { VisitTurn } from '../editing/lines/lineDesk.ts';
import { chainOf } from '../lineage/chain.ts';
import { distributionOf, releasesOf } from '../lineage/releases.ts';
import { firstDayOf } from '../catalogue/days.ts';

const SENTENCES = new Intl.Segmenter('en', { granularity: 'sentence' });
/** Behind these a full stop ends no sentence. */
const SHORT = /(?:^|\s)(?:e\.g|i\.e|approx|ca|no|vs|etc|incl|excl|min|max|resp|[A-Z])\.\s*$/i;

/** The sentences of a text: lines, items and rows of a table by themselves; those that say nothing are left out. */
export function sentencesOf(text: string): string[] {
  return linesOfText(text).flatMap((line) => {
    const found: string[] = [];
    for (const { segment } of SENTENCES.segment(line)) {
      const last = found.at(-1);
      if (last !== undefined && SHORT.test(last)) found[found.length - 1] = last + segment;
      else found.push(segment);
    }
    return found.map((each) => each.trim()).filter((each) => /\p{L}|\p{N}/u.test(each));
  });
}

/** Kinds of which every record has a name that a sentence may speak of. */
const NAMED = ['about', 'distribution', 'edition', 'release', 'link', 'word'] as const;

/** What a line of a sitting is read with: everything that has a name, and what is known of what is looked at and of what lies below it. */
export function recordsFor(catalogue: Catalogue, turn: VisitTurn, today: string): AnyRecord[] {
  const subject = turn.subject!;
  const own = distributionOf(catalogue, subject);
  const below = chainOf(catalogue, subject, firstDayOf(today), turn.edition).map(({ id }) => id);
  const owners = new Set<RecordId>([
    subject,
    own,
    ...below,
    ...releasesOf(catalogue, own).map(({ id }) => id),
  ]);
  const found = new Map<RecordId, AnyRecord>();
  const put = (record: AnyRecord) => found.set(record.id, record);
  for (const kind of NAMED) for (const record of recordsOf(catalogue, kind)) put(record);
  for (const owner of owners)
    for (const kind of KIND_NAMES)
      for (const record of recordsBelongingTo(catalogue, owner, kind)) put(record as AnyRecord);
  if (turn.source) for (const record of recordsCiting(catalogue, turn.source)) put(record);
  for (const record of recordsOf(catalogue, 'source')) put(record);
  return [...found.values()];
}
