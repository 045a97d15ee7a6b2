/** What stands behind the first page of a dossier: the project, its lineage, support, packages, areas, records, assessments. */
import { formatDay } from '../catalogue/days.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { newestComparison } from '../lineage/lineageGraph.ts';
import { nameOf } from '../lineage/names.ts';
import type { Statement } from '../statements/statement.ts';
import { opinionsOf, standingOpinions } from '../assessments/standing.ts';
import { subjectsOfLayer } from '../lineage/chain.ts';
import { wordLoss } from '../wording/lossText.ts';
import { wordTotal } from '../wording/opinionText.ts';
import { wordExpected } from '../wording/supportText.ts';
import { CLASS_LABELS, formatCount, formatShare } from '../wording/valueText.ts';
import { asClause, dropStop, onDate, sayingOf, sentence, series } from '../wording/statements/phrases.ts';
import { areaTables } from './areaTables.ts';
import { changeTable, dossierPage, FIRST_CHANGES, furtherPoints } from './dossierPage.ts';
import {
  listBlock,
  paragraphBlock,
  partOf,
  type Block,
  type ReportDocument,
  type ReportPart,
  type Sentence,
} from './document.ts';
import { statementsOf, toldSentence, type DossierPlan } from './dossierPlan.ts';

/** All that is told of a dossier: its first page, then what stands behind it. */
export const tellDossier = (plan: DossierPlan, lineage: readonly Block[] = []): ReportDocument => ({
  title: plan.subject,
  subtitle: describeSubject(plan),
  asOf: formatDay(plan.day),
  parts: [...dossierPage(plan), ...dossierReference(plan, lineage)],
});

/** The parts behind the first page; the lineage may consist of its picture. */
export function dossierReference(plan: DossierPlan, lineage: readonly Block[] = []): ReportPart[] {
  return [
    ...partOf('about', 'The project', paragraphBlock(told(plan, 'purpose', 'maker', 'releases', 'names'))),
    ...partOf('lineage', 'Lineage', [...lineage, ...lineageBlocks(plan)]),
    ...partOf('support', 'Support', supportBlocks(plan)),
    ...partOf('packages', 'Packages', packageBlocks(plan)),
    ...partOf(
      'more-changes',
      'Further changes',
      changeTable(plan, plan.changes.slice(FIRST_CHANGES), 'Further changes'),
    ),
    ...areaTables(plan).flatMap(({ id, title, blocks }) => partOf(`area-${id}`, title, blocks, 'areas')),
    ...partOf('use', 'In use', useBlocks(plan)),
    ...partOf('claims', 'Claims', claimBlocks(plan)),
    ...partOf('opinions', 'Assessments in full', opinionBlocks(plan)),
    ...partOf('more-points', 'Further points', listBlock(furtherPoints(plan))),
  ];
}

const told = ({ statements }: DossierPlan, ...kinds: readonly Statement['kind'][]): Sentence[] =>
  statementsOf(statements, ...kinds)
    .map(toldSentence)
    .filter(({ text }) => text);

function lineageBlocks(plan: DossierPlan): Block[] {
  const said = (key: string, word: (saying: string) => string): Sentence[] => {
    const fact = plan.told.get(key);
    const saying = fact?.isSaid ? sayingOf(fact) : '';
    return saying ? [{ text: sentence(word(saying)), sources: fact!.sources, to: { fact: key } }] : [];
  };
  return paragraphBlock([
    ...told(plan, 'baseReason', 'baseAssumed', 'baseBefore', 'taken', 'continues'),
    ...said('lineage.wording', (text) => `according to the project, “${dropStop(text)}”`),
    ...said('lineage.reason', (text) => `the reason given for the base is: ${asClause(text)}`),
  ]);
}

/** Support as far as the first page has not told it: the end, the next release. */
function supportBlocks({ support: row, day, statements, watchOut }: DossierPlan): Block[] {
  const texts = new Set(watchOut.map(({ text }) => text));
  const own = statementsOf(statements, 'support', 'supportRules')
    .map(toldSentence)
    .filter(({ text }) => text && !texts.has(text));
  const rolls: Sentence[] =
    row.state === 'rolls' ? [{ text: `${row.name} is a rolling release without an end of support.` }] : [];
  const next: Sentence[] = row.next ? [{ text: sentence(wordExpected(row.next, day)) }] : [];
  return paragraphBlock([...own, ...rolls, ...next]);
}

/** The account of packages next to each base. */
function packageBlocks({ catalogue, table, day }: DossierPlan): Block[] {
  const { bases = [] } = table.layers[table.layers.length - 1];
  return bases.flatMap((link): Block[] => {
    const comparison = newestComparison(catalogue, link, day);
    if (!comparison) return [];
    const { counts, losses, source, base } = comparison;
    const sources = source ? { sources: [source] } : {};
    return [
      {
        type: 'table',
        caption: `Packages next to ${nameOf(catalogue, base)}`,
        head: ['', 'Packages', 'Share', 'What it means'],
        rows: CLASS_LABELS.filter(({ id }) => counts[id] > 0).map(({ id, label, means }) => [
          { text: label },
          { text: formatCount(counts[id]), ...sources },
          { text: formatShare(counts[id], counts.installed) },
          { text: means },
        ]),
      },
      ...paragraphBlock(
        losses.map((loss) => ({ text: sentence(`the list is of a file ${wordLoss(loss)}`) })),
      ),
    ];
  });
}

/** Steps, faults that are not told on the first page, events, plans, remarks, reasons of what no change tells. */
function useBlocks(plan: DossierPlan): Block[] {
  const texts = new Set(plan.watchOut.map(({ text }) => text));
  return listBlock(
    told(plan, 'procedure', 'fault', 'event', 'against', 'plan', 'remarks', 'why').filter(
      ({ text }) => !texts.has(text),
    ),
  );
}

/** Claims that hold: those that do not are told on the first page. */
function claimBlocks({ statements }: DossierPlan): Block[] {
  return listBlock(
    statementsOf(statements, 'claim')
      .filter(({ params: { claim } }) => claim.verdict === 'confirmed')
      .map(toldSentence),
  );
}

/** Each author's criteria as a table; one without criteria is told by the verdict. */
function opinionBlocks({ catalogue, table }: DossierPlan): Block[] {
  const top = table.layers[table.layers.length - 1];
  const opinions = standingOpinions(opinionsOf(catalogue, subjectsOfLayer(top)));
  return opinions
    .filter(({ criteria }) => criteria.length > 0)
    .flatMap((opinion): Block[] => {
      const { criteria, author, date } = opinion;
      const text = `${author}, ${date ? `${formatWhen(date)}: ` : ''}${wordTotal(opinion).replace(/, from the criteria$/, '')}`;
      const table: Block = {
        type: 'table',
        caption: `Criteria of ${author}`,
        head: ['Criterion', 'Weight', 'Score of 10', 'Reason'],
        rows: criteria.map(({ name, weight, score, least, most, reason }) => [
          { text: name },
          { text: formatCount(weight) },
          {
            text:
              least !== undefined || most !== undefined
                ? `${formatCount(score)} (${formatCount(least ?? score)} to ${formatCount(most ?? score)})`
                : formatCount(score),
          },
          { text: reason },
        ]),
      };
      return [{ type: 'heading', text }, table];
    });
}

/** The subtitle: `Distribution for newcomers, schools and offices; released on 3 March 2026; supported until 1 June 2029`. */
export function describeSubject({ told: facts, statements, support, day }: DossierPlan): string {
  const audience = series(sayingOf(facts.get('identity.audience')));
  const [release] = statementsOf(statements, 'releases');
  const parts = [
    `A distribution${audience ? ` for ${audience}` : ''}`,
    release && `released ${onDate(release.params.date)}`,
    support.own.end && support.state !== 'rolls' && `supported until ${formatWhen(support.own.end)}`,
  ].filter(Boolean);
  return `${parts.join(', ')}. As known ${onDate(formatDay(day))}.`;
}
