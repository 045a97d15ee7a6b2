/** The first page of a dossier: in short, verdict, what it changes next to its base, what to watch out for, what is still open. */
import { countsOf } from '../layers/counts.ts';
import { isUncheckedHere } from '../layers/cell.ts';
import { sentence } from '../wording/statements/phrases.ts';
import { formatNumberOf } from '../wording/valueText.ts';
import { changeRow, isReasoned } from './changeTable.ts';
import { describeVerdicts } from './verdicts.ts';
import { listBlock, paragraphBlock, partOf, type Block, type ReportPart, type Sentence } from './document.ts';
import type { DossierPlan } from './dossierPlan.ts';
import { inShort } from './inShort.ts';

/** So many changes stand on the first page; the others in the tables behind it. */
export const FIRST_CHANGES = 12;

/** So many points stand in a list of the first page, so many the rest is counted. */
const FIRST_POINTS = 7;

/** The parts of the first page. */
export function dossierPage(plan: DossierPlan): ReportPart[] {
  return [
    ...partOf('short', 'In short', paragraphBlock(inShort(plan)), 'first'),
    ...partOf('verdict', 'Verdict', describeVerdicts(plan), 'first'),
    ...partOf('changes', 'What it changes', changeBlocks(plan), 'first'),
    ...partOf('watch', 'Watch out', listBlock(plan.watchOut.slice(0, FIRST_POINTS)), 'first'),
    ...partOf('open', 'Still open', listBlock(plan.stillOpen.slice(0, FIRST_POINTS)), 'first'),
  ];
}

/** Points of the first page that found no room on it. */
export const furtherPoints = ({ watchOut, stillOpen }: DossierPlan): Sentence[] => [
  ...watchOut.slice(FIRST_POINTS),
  ...stillOpen.slice(FIRST_POINTS),
];

function changeBlocks(plan: DossierPlan): Block[] {
  const first = plan.changes.slice(0, FIRST_CHANGES);
  return [...changeTable(plan, first, 'What it changes'), ...paragraphBlock(aroundChanges(plan))];
}

/** Some changes as a table. */
export function changeTable(plan: DossierPlan, changes: DossierPlan['changes'], caption: string): Block[] {
  if (changes.length === 0) return [];
  const hasReasons = changes.some(isReasoned);
  return [
    {
      type: 'table',
      caption,
      head: ['', plan.base || 'Before', plan.subject, ...(hasReasons ? ['Why'] : [])],
      rows: changes.map((each) => changeRow(plan.catalogue, each, hasReasons)),
    },
  ];
}

/** What is unchanged, inherited or cannot be compared, each as a number. */
function aroundChanges({ table, base, changes, subject }: DossierPlan): Sentence[] {
  const { same, baseUnknown, recorded } = countsOf(table.rows);
  const top = table.layers.length - 1;
  const inherited = table.rows.filter(
    ({ cells }) => cells[top].state === 'carried' && !isUncheckedHere(cells[top]),
  ).length;
  const rest = changes.length - FIRST_CHANGES;
  if (recorded === 0) return [{ text: `Nobody has examined ${subject} yet.` }];
  if (!base) return [];
  const sentences = [
    rest > 0 && `the tables below have ${formatNumberOf(rest, 'further change')}`,
    (same > 0 || inherited > 0) &&
      `from ${base}, ${[
        same > 0 && `${formatNumberOf(same, 'fact')} ${same === 1 ? 'is' : 'are'} confirmed unchanged`,
        inherited > 0 && `${formatNumberOf(inherited, 'fact')} inherited without having been examined`,
      ]
        .filter(Boolean)
        .join(', ')}`,
    baseUnknown > 0 && `for ${formatNumberOf(baseUnknown, 'fact')}, the value of ${base} is not known`,
  ];
  return sentences.flatMap((text) => (text ? [{ text: sentence(text) }] : []));
}
