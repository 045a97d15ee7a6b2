/** The analyst's last word on a report: sentences and headings rewritten or restored, own paragraphs, parts arranged. */
import { findRecord, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import { createEditorial, isOfReport, type Editorial, type ReportScope } from '../catalogue/editorial.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import { createEdit, editOfRecords, editOfRemoval, type Edited } from './labelledEdit.ts';
import type { Saying } from './sides.ts';

/** What of a report is rewritten: a sentence by its part and key (an empty key: the heading), with what the program says there. */
export interface Rewriting {
  readonly part: string;
  readonly at: string;
  readonly text: string;
  readonly instead: string;
  readonly sources: readonly RecordId[];
}

/** An own paragraph: `at` is above or below what a part tells; with a heading it is a part of its own. */
export type OwnParagraph = Pick<Editorial, 'part' | 'at' | 'title' | 'text'>;

const freshId = (catalogue: Catalogue, { report, subjects }: ReportScope, part: string) =>
  createFreshId('editorial', [report, ...subjects.map(tokenOf), part].join('-').slice(0, 60), (each) =>
    Boolean(findRecord(catalogue, each)),
  );

const scopeFields = ({ report, subjects }: ReportScope) => ({ report, subjects: [...subjects] });

/** The last word of an act on a report, a part of it and a place in that. */
function standing(
  catalogue: Catalogue,
  scope: ReportScope,
  does: Editorial['does'],
  part = '',
  at = '',
): Editorial | undefined {
  return [...recordsOf(catalogue, 'editorial')].find(
    (each) => each.does === does && isOfReport(scope, each) && each.part === part && each.at === at,
  );
}

/** Puts the analyst's words in place of a sentence or heading; an empty text leaves it out. `title`: of the report. */
export function rewriteSentence(
  catalogue: Catalogue,
  scope: ReportScope,
  title: string,
  { part, at, text, instead, sources }: Rewriting,
  { author, date }: Saying,
): Edited {
  const before = standing(catalogue, scope, 'rewrites', part, at);
  const record = createEditorial({
    ...(before ?? { id: freshId(catalogue, scope, part), ...scopeFields(scope), does: 'rewrites', part, at }),
    ...{ text: text.trim(), instead, records: [...sources], by: author, date },
  });
  return editOfRecords(catalogue, { code: 'report.rewrite', params: { title } }, [record]);
}

/** Gives the word back to the program, or takes an own paragraph out. */
export function dropLastWord(catalogue: Catalogue, id: RecordId, title: string): Edited {
  return editOfRemoval(catalogue, { code: 'report.restore', params: { title } }, [id]);
}

/** Writes an own paragraph, or corrects one. An empty text takes it out. */
export function writeParagraph(
  catalogue: Catalogue,
  scope: ReportScope,
  title: string,
  paragraph: OwnParagraph,
  id: RecordId | null,
  { author, date }: Saying,
): Edited<RecordId | undefined> {
  const before = id ? findRecord(catalogue, id) : undefined;
  if (!paragraph.text.trim() && id) return dropLastWord(catalogue, id, title);
  const record = createEditorial({
    ...(before?.kind === 'editorial'
      ? before
      : { id: freshId(catalogue, scope, 'own'), ...scopeFields(scope), does: 'adds' }),
    ...{ part: paragraph.part, at: paragraph.at, title: paragraph.title.trim(), text: paragraph.text.trim() },
    ...{ by: author, date },
  });
  const label = { code: 'report.add', params: { title } } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, [record]), record.id);
}

/** Keeps the order of the parts and which are left out; every part in the program's order is kept as nothing. */
export function arrangeParts(
  catalogue: Catalogue,
  scope: ReportScope,
  title: string,
  all: readonly string[],
  chosen: readonly string[],
  { author, date }: Saying,
): Edited {
  const before = standing(catalogue, scope, 'arranges');
  const label = { code: 'report.arrange', params: { title } } as const;
  if (String(all) === String(chosen)) return editOfRemoval(catalogue, label, before ? [before.id] : []);
  const record = createEditorial({
    ...(before ?? { id: freshId(catalogue, scope, 'parts'), ...scopeFields(scope), does: 'arranges' }),
    ...{ order: [...chosen], without: all.filter((id) => !chosen.includes(id)), by: author, date },
  });
  return editOfRecords(catalogue, label, [record]);
}
