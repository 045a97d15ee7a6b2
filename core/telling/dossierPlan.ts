/**
 * What is worth telling of a system, and in which order: its statements sorted by what they are for, its changes by importance.
 * Screen, report and command line tell from the same plan.
 */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import type { LayerTable } from '../layers/layerTable.ts';
import { nameOf, nameOfLayer } from '../lineage/names.ts';
import { statementsOn, tellingOf } from '../statements/dossierStatements.ts';
import type { Statement, StatementKind, StatementOf } from '../statements/statement.ts';
import type { Telling } from '../statements/telling.ts';
import { supportRowOf, type SupportRow } from '../support/supportRows.ts';
import { wordSpoils, wordSettling } from '../wording/spoilText.ts';
import { wordStatement } from '../wording/statements/wordStatement.ts';
import { formatCount, listOf } from '../wording/valueText.ts';
import { sentence, wordTold } from '../wording/statements/phrases.ts';
import { rankedChanges, type RankedChange } from './changeTable.ts';
import type { Sentence } from './document.ts';
import { nounOf } from '../wording/factTitles.ts';

/** What is told of one system. */
export interface DossierPlan extends Telling {
  /** The project by name, and the base it rests on; empty for none. */
  readonly project: string;
  readonly base: string;
  readonly support: SupportRow;
  readonly statements: readonly Statement[];
  readonly changes: readonly RankedChange[];
  /** What affects a reader, the gravest first. */
  readonly watchOut: readonly Sentence[];
  readonly stillOpen: readonly Sentence[];
}

/** The plan of the top layer of a table, as of a day (days since 1970-01-01). */
export function planDossier(catalogue: Catalogue, table: LayerTable, day: number): DossierPlan {
  const top = table.layers[table.layers.length - 1];
  const below = table.layers.at(-2);
  const telling = tellingOf(catalogue, table, day);
  const statements = statementsOn(telling);
  return {
    ...telling,
    project: nameOf(catalogue, top.distribution),
    base: below ? nameOfLayer(catalogue, below) : '',
    support: supportRowOf(catalogue, table, day),
    statements,
    changes: rankedChanges(telling),
    watchOut: watchOut(statements),
    stillOpen: stillOpen(statements),
  };
}

/** The statements of some kinds, in their order. */
export function statementsOf<K extends StatementKind>(
  statements: readonly Statement[],
  ...kinds: readonly K[]
): Extract<Statement, { kind: K }>[] {
  const isMeant = (each: Statement): each is Extract<Statement, { kind: K }> =>
    (kinds as readonly string[]).includes(each.kind);
  return statements.filter(isMeant);
}

/** A statement as a sentence with its sources. */
export function toldSentence(statement: Statement): Sentence {
  const { sources, to } = statement;
  return { text: wordStatement(statement), ...(!SOURCELESS.has(statement.kind) && { sources }), to };
}

/** Kinds of which nobody expects a source: what is unknown, only counted, or asked. */
const SOURCELESS: ReadonlySet<StatementKind> = new Set([
  ...(['baseUnknown', 'names', 'byEdition', 'question', 'unseen', 'alsoOpen', 'releases'] as const),
  ...(['takenOver', 'baseAssumed', 'verdict'] as const),
]);

/** What to watch out for, the gravest first: support, disagreements, faults, promises that do not hold, what is unreliable. */
function watchOut(statements: readonly Statement[]): Sentence[] {
  const faults = statementsOf(statements, 'fault');
  const grave = (weight: number) => faults.filter(({ params: { fault } }) => (fault.weight ?? 2) === weight);
  return [
    ...grave(3),
    ...supportAtRisk(statements),
    ...statementsOf(statements, 'contradiction', 'notBorneOut'),
    ...grave(2),
    ...statementsOf(statements, 'guideOdd'),
    ...statementsOf(statements, 'claim').filter(({ params: { claim } }) =>
      ['refuted', 'partly'].includes(claim.verdict),
    ),
  ]
    .map(toldSentence)
    .concat(unreliable(statements), grave(1).map(toldSentence))
    .filter(({ text }) => text);
}

/** Support where it outlasts the base, or where what is stated and what follows from the rules differ. */
function supportAtRisk(statements: readonly Statement[]): Statement[] {
  const support = statementsOf(statements, 'support').filter(({ params: { gap } }) => gap && gap.most > 0);
  const rules = statementsOf(statements, 'supportRules').filter(
    ({ params }) => (params.support.differDays ?? 0) !== 0,
  );
  return [...support, ...rules];
}

/** Single facts that are unreliable are told one by one up to this many, then together by what makes them so. */
const ONE_BY_ONE = 1;

function unreliable(statements: readonly Statement[]): Sentence[] {
  const spoiled = statementsOf(statements, 'spoiled');
  if (spoiled.length <= ONE_BY_ONE) return spoiled.map(toldSentence);
  const groups = new Map<string, StatementOf<'spoiled'>[]>();
  for (const each of spoiled) {
    const reasons = [...each.params.says[0].spoiledBy].sort().join('|');
    groups.set(reasons, [...(groups.get(reasons) ?? []), each]);
  }
  return [...groups.values()].map((group): Sentence => {
    const reasons = group[0].params.says[0].spoiledBy;
    const facts = group.map(({ params }) => {
      const [key] = Object.keys(params.told);
      const [first] = params.says;
      const saying = first.state === 'none' ? 'nothing found' : wordTold(key, first);
      return `${nounOf(findFactKey(key)!)} (${saying})`;
    });
    const shown = facts.slice(0, 4);
    const more = facts.length - shown.length;
    const named = more > 0 ? [...shown, `${formatCount(more)} more`] : shown;
    const settling = wordSettling(reasons);
    return {
      text: [
        sentence(
          `unreliable, because seen only ${wordSpoils(reasons)}, ${group.length === 1 ? 'is' : 'are'} the ${listOf(named)}`,
        ),
        settling && sentence(`to be sure, ${settling}`),
      ]
        .filter(Boolean)
        .join(' '),
      sources: [...new Set(group.flatMap(({ sources }) => sources))],
      to: group[0].to,
    };
  });
}

/** Questions, what could not be found out, claims that nobody has checked, areas that nobody has examined, the rest counted. */
function stillOpen(statements: readonly Statement[]): Sentence[] {
  const unchecked = statementsOf(statements, 'claim').filter(
    ({ params: { claim } }) => !['refuted', 'partly', 'confirmed'].includes(claim.verdict),
  );
  return [
    ...statementsOf(statements, 'question', 'notFoundOut'),
    ...unchecked,
    ...statementsOf(statements, 'takenOver', 'byEdition', 'unseen', 'alsoOpen'),
  ]
    .map(toldSentence)
    .filter(({ text }) => text);
}
