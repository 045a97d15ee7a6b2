/**
 * What is unsettled about a release, by rule, in one list: plates, outline, summary and documents count and tell these and
 * no others. A point goes when its cause goes.
 */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import type { Claim } from '../catalogue/claim.ts';
import type { Question } from '../catalogue/question.ts';
import { settledChanges, type SettledChange } from '../layers/settledChanges.ts';
import type { LayerRow, LayerTable } from '../layers/layerTable.ts';

/** Something unsettled, by the rule that found it. */
export type OpenPoint =
  /** Sources disagree, and nothing around them explains it. */
  | { readonly rule: 'contradiction'; readonly row: LayerRow }
  /** All that was seen is spoiled by its conditions: the fact is not known. */
  | { readonly rule: 'spoiled'; readonly row: LayerRow }
  /** Looked for, and could not be found out. */
  | { readonly rule: 'notFoundOut'; readonly row: LayerRow }
  /** A change that was recorded directly, and that the base, known now, does not bear out. */
  | { readonly rule: 'notBorneOut'; readonly settled: SettledChange }
  /** A claim that is refuted, or true in part. */
  | { readonly rule: 'claim'; readonly claim: Claim }
  /** A question of the analyst's that has no answer yet. */
  | { readonly rule: 'question'; readonly question: Question };

/** The open points of the top layer of a table: those of facts in their order, then claims, then questions. */
export function openPointsOf(catalogue: Catalogue, table: LayerTable): OpenPoint[] {
  const points: OpenPoint[] = [];
  for (const row of table.rows) {
    const cell = row.cells[row.cells.length - 1];
    if (cell.disputed) points.push({ rule: 'contradiction', row });
    else if (cell.spoiled) points.push({ rule: 'spoiled', row });
    else if (cell.notFoundOut) points.push({ rule: 'notFoundOut', row });
  }
  for (const settled of settledChanges(table))
    if (settled.state === 'otherwise') points.push({ rule: 'notBorneOut', settled });
  const top = table.layers[table.layers.length - 1];
  for (const subject of new Set([top.id, top.edition ?? top.id, top.distribution])) {
    for (const claim of recordsBelongingTo(catalogue, subject, 'claim'))
      if (claim.verdict === 'refuted' || claim.verdict === 'partly') points.push({ rule: 'claim', claim });
    for (const question of recordsBelongingTo(catalogue, subject, 'question'))
      if (!question.answer) points.push({ rule: 'question', question });
  }
  return points;
}
