/** The first page of a dossier: everything that is recorded of a release of an edition, as statements in order. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { LayerTable } from '../layers/layerTable.ts';
import { nameOfLayer } from '../lineage/names.ts';
import { whatItIs, whatItRestsOn } from './aboutProject.ts';
import { whatIsNotThere, whatItChanges } from './differences.ts';
import { whatIsClaimed, whatIsDoubtful, whatIsRemarked, whatIsUnsettled } from './doubts.ts';
import { whatItIsLike } from './likeness.ts';
import { howItIsJudged, howItIsUsed, whatIsNewAgainst, whatIsPlanned } from './recorded.ts';
import { statementMaker, type Statement } from './statement.ts';
import type { Telling } from './telling.ts';
import { toldFacts } from './told.ts';

/** The statements on the top layer of a table, as of a day (days since 1970-01-01). */
export const dossierStatements = (catalogue: Catalogue, table: LayerTable, day: number): Statement[] =>
  statementsOn(tellingOf(catalogue, table, day));

/** What is told of the top layer of a table, as of a day (days since 1970-01-01). */
export function tellingOf(catalogue: Catalogue, table: LayerTable, day: number): Telling {
  const subject = nameOfLayer(catalogue, table.layers[table.layers.length - 1]);
  return { catalogue, table, subject, told: toldFacts(catalogue, table), day };
}

/** The statements, made of what is told. */
export function statementsOn(telling: Telling): Statement[] {
  return [
    ...whatItIs(telling),
    ...furtherIdentity(telling),
    ...whatItRestsOn(telling),
    ...whatItIsLike(telling),
    ...whatItChanges(telling),
    ...whatIsNewAgainst(telling),
    ...whatIsNotThere(telling),
    ...howItIsUsed(telling),
    ...whatIsRemarked(telling),
    ...whatIsDoubtful(telling),
    ...whatIsClaimed(telling),
    ...howItIsJudged(telling),
    ...whatIsPlanned(telling),
    ...whatIsUnsettled(telling),
  ];
}

const IN_SENTENCES: ReadonlySet<string> = new Set(
  ['purpose', 'audience', 'notFor', 'maker', 'country', 'since', 'standing', 'sponsor'].map(
    (name) => `identity.${name}`,
  ),
);

function furtherIdentity({ subject, told }: Telling): Statement[] {
  const rest = [...told.values()].filter(
    ({ key, isSaid, absent }) => key.startsWith('identity.') && isSaid && !absent && !IN_SENTENCES.has(key),
  );
  return rest.length ? [statementMaker(subject, 'what')('facts', {}, { area: 'identity', told: rest })] : [];
}
