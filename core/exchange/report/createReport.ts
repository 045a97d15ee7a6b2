/** Every kind of report by one name: what the screen previews is what the command line writes. */
import type { AreaId } from '../../catalogue/areas.ts';
import { recordOf, type Catalogue } from '../../catalogue/catalogue.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import type { Side } from '../../catalogue/sideBySide.ts';
import { LineageView } from '../../overview/lineageView.ts';
import { compareSides } from '../../comparing/compareSides.ts';
import { outcomesOf } from '../../comparing/outcome.ts';
import { saidOfSides } from '../../comparing/words.ts';
import { layerTable } from '../../layers/layerTable.ts';
import { chainOfSubject } from '../../lineage/chain.ts';
import { distributionOf } from '../../lineage/releases.ts';
import { dossierDocument } from './dossierDocument.ts';
import type { ReportDocument } from '../../telling/document.ts';
import type { ReportScope } from '../../catalogue/editorial.ts';
import { dossierScope, withLastWord, type WordedDocument } from '../../telling/lastWord.ts';
import { areaDocument } from './areaDocument.ts';
import { familyDocument } from './familyDocument.ts';
import { purposeDocument } from './purposeDocument.ts';
import { sinceDocument } from './sinceDocument.ts';
import type { Drawing, Lineage } from '../../drawing/lineagePicture.ts';
import { sideDocument } from './sideDocument.ts';

/** What is asked for. Days are since 1970-01-01. */
export type ReportAsk =
  | { readonly kind: 'dossier'; readonly subject: RecordId; readonly edition?: RecordId }
  | { readonly kind: 'sides'; readonly sides: readonly Side[] }
  | { readonly kind: 'family'; readonly subject: RecordId }
  | { readonly kind: 'area'; readonly area: AreaId; readonly cohort?: RecordId }
  | { readonly kind: 'purpose'; readonly purpose: RecordId }
  | { readonly kind: 'since'; readonly since: number; readonly subject?: RecordId };

/** The kinds of reports, with what each is called. */
export const REPORT_KINDS: Readonly<Record<ReportAsk['kind'], string>> = {
  dossier: 'A dossier',
  sides: 'A comparison',
  family: 'A family',
  area: 'An area over a peer group',
  purpose: 'A recommendation',
  since: 'Changes since a day',
};

/**
 * The report that is asked for, with the analyst's last word on it. Throws on a purpose that is not there: who asks has looked.
 */
export function createReport(
  catalogue: Catalogue,
  ask: ReportAsk,
  day: number,
  drawing: Drawing,
): WordedDocument {
  return withLastWord(catalogue, scopeOf(catalogue, ask, day), toldReport(catalogue, ask, day, drawing));
}

/** The report that is asked for, as the analyst's words name it. */
export const scopeOf = (catalogue: Catalogue, ask: ReportAsk, day: number): ReportScope =>
  ask.kind === 'dossier'
    ? dossierScope(tableOf(catalogue, ask, day))
    : { report: ask.kind, subjects: subjectsOf(ask) };

const tableOf = (catalogue: Catalogue, ask: Extract<ReportAsk, { kind: 'dossier' }>, day: number) =>
  layerTable(catalogue, chainOfSubject(catalogue, ask.subject, day, ask.edition));

/** Of whom a report is; nobody where it is of an area or of all. */
function subjectsOf(ask: Exclude<ReportAsk, { kind: 'dossier' }>): RecordId[] {
  switch (ask.kind) {
    case 'sides':
      return ask.sides.map(({ id }) => id);
    case 'purpose':
      return [ask.purpose];
    case 'area':
      return ask.cohort ? [ask.cohort] : [];
    case 'family':
    case 'since':
      return ask.subject ? [ask.subject] : [];
  }
}

function toldReport(catalogue: Catalogue, ask: ReportAsk, day: number, drawing: Drawing): ReportDocument {
  switch (ask.kind) {
    case 'dossier':
      return dossierDocument(catalogue, tableOf(catalogue, ask, day), day, {
        drawing,
        lineage: lineageOf(catalogue, day),
      });
    case 'sides': {
      const compared = compareSides(catalogue, ask.sides, day);
      const said = saidOfSides(catalogue, compared);
      const outcomes = outcomesOf(compared.points, said, ask.sides.length);
      return sideDocument(
        { catalogue, compared, said, outcomes, day },
        { drawing, lineage: lineageOf(catalogue, day) },
      );
    }
    case 'family': {
      const lineage = lineageOf(catalogue, day);
      return familyDocument(catalogue, distributionOf(catalogue, ask.subject), day, lineage, {
        drawing,
        lineage,
      });
    }
    case 'area': {
      const cohort = ask.cohort ? recordOf(catalogue, 'cohort', ask.cohort) : undefined;
      return areaDocument(catalogue, cohort ?? { rule: {}, members: [] }, ask.area, day);
    }
    case 'purpose': {
      const purpose = recordOf(catalogue, 'purpose', ask.purpose);
      if (!purpose) throw new Error(`report: expected a purpose of the catalogue, came "${ask.purpose}"`);
      return purposeDocument(catalogue, purpose, day, { drawing, lineage: lineageOf(catalogue, day) });
    }
    case 'since':
      return sinceDocument(catalogue, ask.since, day, ask.subject);
  }
}

function lineageOf(catalogue: Catalogue, day: number): Lineage {
  const view = new LineageView();
  return { graph: view.graph(catalogue, day), factsOf: (id) => view.factsOf(id) };
}
