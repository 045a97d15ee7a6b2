/** The report of one area over a peer group. */
import { AREAS, type AreaId } from '../../catalogue/areas.ts';
import type { Catalogue } from '../../catalogue/catalogue.ts';
import type { Cohort } from '../../catalogue/cohort.ts';
import { formatDay } from '../../catalogue/days.ts';
import { membersOf } from '../../peers/cohort.ts';
import { companyOf } from '../../peers/company.ts';
import { gridOf, type GridRow } from '../../peers/grid.ts';
import { nameOf } from '../../lineage/names.ts';
import { formatCount, formatNumberOf, listOf } from '../../wording/valueText.ts';
import { CLAIM_VERDICTS } from '../../wording/claimText.ts';
import {
  listBlock,
  paragraphBlock,
  partOf,
  type Block,
  type ReportDocument,
  type Sentence,
} from '../../telling/document.ts';
import { asOfText } from './asOfText.ts';

/** One area over a company: who has what, with what is claimed. */
export function areaDocument(
  catalogue: Catalogue,
  cohort: Pick<Cohort, 'rule' | 'members'> & { readonly name?: string },
  area: AreaId,
  day: number,
): ReportDocument {
  const company = companyOf(catalogue, day);
  const members = membersOf(company, cohort);
  const grid = gridOf(catalogue, company, members, area);
  const label = AREAS.find(({ id }) => id === area)!.label;
  const names = new Map(members.map(({ id, name }) => [id, name]));
  const shown = grid.members.map((id) => names.get(id) ?? nameOf(catalogue, id));
  const whose = cohort.name ? `“${cohort.name}”` : 'all recorded distributions';
  const byFact = new Map<string, { label: string; rows: GridRow[] }>();
  for (const row of grid.rows) {
    const known = byFact.get(row.key) ?? { label: row.label, rows: [] };
    known.rows.push(row);
    byFact.set(row.key, known);
  }
  return {
    title: `${label} of ${whose}`,
    subtitle: `${asOfText(day)}. ${formatNumberOf(members.length, 'distribution')}.`,
    asOf: formatDay(day),
    parts: [
      ...partOf(
        'short',
        'In short',
        paragraphBlock(areaInShort(label, members.length, [...byFact.values()])),
      ),
      ...partOf(
        'values',
        'Values',
        [...byFact.values()].map(({ label: fact, rows }): Block => {
          const isList = rows[0].element !== undefined;
          return {
            type: 'table',
            caption: `${fact} of ${formatNumberOf(members.length, 'distribution')}`,
            head: isList ? [fact, 'With it', 'Without it', 'Count'] : [fact, 'Distributions'],
            rows: isList ? rows.map((row) => rowOfElement(row, shown)) : rowsOfValues(rows[0], shown),
          };
        }),
      ),
      ...partOf(
        'claims',
        'Claims',
        listBlock(
          grid.claims.map(({ member, claim }) => ({
            text: `${names.get(member) ?? nameOf(catalogue, member)}: “${claim.wording}”, ${CLAIM_VERDICTS[claim.verdict]}.`,
            sources: claim.source ? [claim.source] : [],
          })),
        ),
      ),
    ],
  };
}

/** Of how many the area is recorded, and in which facts they differ most. */
function areaInShort(
  label: string,
  count: number,
  facts: readonly { readonly label: string; readonly rows: readonly GridRow[] }[],
): Sentence[] {
  const known = new Set(
    facts.flatMap(({ rows }) =>
      rows.flatMap(({ cells }) => cells.flatMap(({ state }, i) => (state === 'not known' ? [] : [i]))),
    ),
  );
  const differing = facts
    .filter(({ rows }) => rows[0].element === undefined)
    .map((fact) => ({
      fact: fact.label.toLowerCase(),
      values: new Set(fact.rows[0].cells.filter(({ state }) => state !== 'not known').map(({ text }) => text))
        .size,
    }))
    .filter(({ values }) => values > 1)
    .sort((a, b) => b.values - a.values)
    .slice(0, 3);
  const varied = differing.map(({ fact, values }) => `${fact} (${formatCount(values)} values)`);
  return [
    {
      text: `Facts on ${label.toLowerCase()} are recorded for ${formatCount(known.size)} of ${formatNumberOf(count, 'distribution')}.`,
    },
    ...(varied.length > 0 ? [{ text: `They differ most in ${listOf(varied)}.` }] : []),
  ];
}

function rowOfElement({ element, cells, k, n }: GridRow, names: readonly string[]): Sentence[] {
  const who = (state: string) => listOf(names.filter((_, i) => cells[i].state === state));
  return [{ text: element ?? '' }, { text: who('has') }, { text: who('has not') }, { text: `${k} of ${n}` }];
}

/** A row for each value, the most frequent first, then who has none. */
function rowsOfValues({ cells }: GridRow, names: readonly string[]): Sentence[][] {
  const byValue = new Map<string, string[]>();
  cells.forEach(({ state, text }, i) => {
    if (state === 'not known') return;
    const value = state === 'has not' ? 'none' : text;
    byValue.set(value, [...(byValue.get(value) ?? []), names[i]]);
  });
  return [...byValue]
    .sort(([a, x], [b, y]) => y.length - x.length || a.localeCompare(b, 'en'))
    .map(([value, who]) => [{ text: value }, { text: listOf(who) }]);
}
