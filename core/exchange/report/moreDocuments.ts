/** Reports of several at once: a family, an area over a company, the answer to a purpose, what changed since a day. */
import { AREAS, type AreaId } from '../../catalogue/areas.ts';
import { recordOf, recordsOf, type Catalogue } from '../../catalogue/catalogue.ts';
import type { Cohort } from '../../catalogue/cohort.ts';
import { formatDay } from '../../catalogue/days.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import type { Purpose } from '../../catalogue/purpose.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import { boundsOf } from '../../catalogue/when.ts';
import { formatRule } from '../../editing/purposes/ruleLine.ts';
import { membersOf } from '../../peers/cohort.ts';
import { companyOf } from '../../peers/company.ts';
import { gridOf, type GridRow } from '../../peers/grid.ts';
import type { PlateFacts } from '../../overview/plateFacts.ts';
import { rankCandidates } from '../../purpose/ranking.ts';
import { lifeOf } from '../../lineage/lives.ts';
import { changesBetween } from '../../lineage/changesBetween.ts';
import { linksFrom } from '../../lineage/linksInForce.ts';
import { nameOf } from '../../lineage/names.ts';
import { familyOf } from '../../lineage/relatives.ts';
import { distributionOf } from '../../lineage/releases.ts';
import { STRIP_AREAS } from '../../catalogue/stripAreas.ts';
import { wordEvent } from '../../wording/eventText.ts';
import { wordLink } from '../../wording/lineageText.ts';
import { dropStop, onDate, sentence } from '../../wording/statements/phrases.ts';
import { wordRank, wordRanking, wordScore, wordScoreSource } from '../../wording/purposeText.ts';
import { formatCount, formatNumberOf, formatShare, listOf } from '../../wording/valueText.ts';
import { CLAIM_VERDICTS } from '../../wording/claimText.ts';
import type { Illustration } from './dossierDocument.ts';
import {
  listBlock,
  paragraphBlock,
  partOf,
  type Block,
  type ReportDocument,
  type ReportPart,
  type Sentence,
} from '../../telling/document.ts';
import type { Lineage } from '../../drawing/lineagePicture.ts';
import { mapBlock, rankBlock } from './pictures.ts';

const asOfText = (day: number) => `As of ${formatWhen(formatDay(day))}`;

/** The family of a distribution: the map of it, and a row for each with what it rests on and what it changes. */
export function familyDocument(
  catalogue: Catalogue,
  distribution: RecordId,
  day: number,
  lineage: Lineage,
  illustration?: Illustration,
): ReportDocument {
  const { graph, factsOf } = lineage;
  const root = graph.nodes.get(distribution)?.root ?? distribution;
  const members = familyOf(graph, root).filter((id) => graph.nodes.has(id));
  const name = nameOf(catalogue, root);
  const rows = members
    .map((id) => ({ node: graph.nodes.get(id)!, facts: factsOf(id) }))
    .sort((a, b) => a.node.generation - b.node.generation || a.node.name.localeCompare(b.node.name, 'en'));
  const title = `The family of ${name}`;
  return {
    title,
    subtitle: `${asOfText(day)}. ${formatNumberOf(members.length, 'distribution')}, in ${formatNumberOf(new Set(rows.map(({ node }) => node.generation)).size, 'generation')}.`,
    asOf: formatDay(day),
    parts: [
      ...partOf('short', 'In short', paragraphBlock(familyInShort(name, rows))),
      ...(illustration
        ? partOf(
            'map',
            'Lineage map',
            mapBlock(lineage, new Set(members), title, asOfText(day), illustration.drawing),
          )
        : []),
      ...partOf('members', 'Members', [
        {
          type: 'table',
          caption: `The members of the family of ${name}`,
          head: ['', 'Rests on', 'Release model', 'Status', 'Unmodified', 'What it is for'],
          rows: rows.map(({ node, facts }) => [
            { text: `${node.name} ${facts?.version ?? ''}`.trim() },
            basesOf(catalogue, node.id, facts),
            { text: facts?.model ?? '' },
            { text: facts?.standing ?? '' },
            { text: facts?.carried === undefined ? 'not measured' : formatShare(facts.carried * 1e6, 1e6) },
            { text: facts?.purpose ?? '' },
          ]),
        },
      ]),
      ...partOf('changes', 'What each changes', [
        {
          type: 'table',
          caption: 'Changed elements by area',
          head: ['', ...STRIP_AREAS.map(({ label }) => label)],
          rows: rows.map(({ node, facts }) => [
            { text: node.name },
            ...(facts?.strip ?? []).map(({ looked, changed }) => ({
              text: looked === 0 ? 'not examined' : String(changed),
            })),
          ]),
        },
      ]),
    ],
  };
}

/** How many rest on it, directly or not, and who keeps most and least of its base. */
function familyInShort(
  name: string,
  rows: readonly {
    readonly node: { readonly name: string; readonly generation: number };
    readonly facts: PlateFacts | undefined;
  }[],
): Sentence[] {
  const [root] = rows;
  const derivatives = rows.filter(({ node }) => root && node.generation > root.node.generation);
  if (derivatives.length === 0) return [{ text: `No derivative of ${name} is recorded.` }];
  const direct = derivatives.filter(({ node }) => node.generation === root.node.generation + 1);
  const measured = derivatives
    .filter(({ facts }) => facts?.carried !== undefined)
    .sort((a, b) => b.facts!.carried! - a.facts!.carried!);
  const share = ({ node, facts }: (typeof rows)[number]) =>
    `${node.name} (${formatShare(facts!.carried! * 1e6, 1e6)})`;
  const unmeasured = derivatives.length - measured.length;
  const sentences = [
    `${formatNumberOf(derivatives.length, 'distribution')} ${derivatives.length === 1 ? 'rests' : 'rest'} on ${name}, ${direct.length === derivatives.length ? 'all of them' : formatCount(direct.length)} directly.`,
    measured.length > 1 &&
      `Most packages of their base are unmodified in ${share(measured[0])}, fewest in ${share(measured[measured.length - 1])}.`,
    unmeasured > 0 && `The packages of ${formatCount(unmeasured)} have not been compared.`,
  ];
  return sentences.flatMap((text) => (text ? [{ text }] : []));
}

function basesOf(catalogue: Catalogue, id: RecordId, facts: PlateFacts | undefined): Sentence {
  if (facts?.independent) return { text: 'independent' };
  if (!facts?.link) return { text: facts?.dependsOnEdition ? 'depends on the edition' : 'not known' };
  const { link } = facts;
  const others = linksFrom(catalogue, id).filter(({ until, relation }) => !until && relation === 'borrows');
  const borrowed = others.map((each) => `borrows from ${nameOf(catalogue, each.base)}`);
  return {
    text: [`${link.relation} ${nameOf(catalogue, link.base)}`, ...borrowed].join('; '),
    sources: link.sources,
    ...(link.certainty !== 'sure' && { remark: link.certainty }),
  };
}

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

/** The answer to a purpose: who is first and what would turn it, every candidate with how each score came about. */
export function purposeDocument(
  catalogue: Catalogue,
  purpose: Purpose,
  day: number,
  illustration?: Illustration,
): ReportDocument {
  const ranking = rankCandidates(catalogue, purpose, day);
  const { candidates } = ranking;
  const about = [purpose.audience && `For ${purpose.audience}.`, purpose.why].filter(Boolean).join(' ');
  return {
    title: `Recommendation for “${purpose.name}”`,
    subtitle: `${asOfText(day)}. ${about}`.trim(),
    asOf: formatDay(day),
    parts: [
      ...partOf('answer', 'In short', [
        ...paragraphBlock(
          [...(purpose.answer ? [purpose.answer] : []), ...wordRanking(ranking)].map((text) => ({ text })),
        ),
        ...(illustration ? rankBlock(ranking, illustration.drawing) : []),
      ]),
      ...partOf('candidates', 'Candidates', [
        {
          type: 'table',
          caption: 'Candidates by rank',
          head: ['', 'Rank', 'Score of 10', 'Requirements'],
          rows: candidates.map((each) => [
            { text: each.name },
            { text: each.isOut ? 'out' : wordRank(each) },
            { text: wordScore(each) },
            { text: each.mustHaves.map(({ text, met }) => `${text}: ${met}`).join('; ') || '–' },
          ]),
        },
      ]),
      ...partOf('criteria', 'Criteria', [
        {
          type: 'table',
          caption: 'Criteria with their weights and rules',
          head: ['Criterion', 'Weight', 'Rule', 'Reason'],
          rows: purpose.criteria.map(({ name, weight, rule, reason }) => [
            { text: name },
            { text: String(weight) },
            { text: rule ? formatRule(catalogue, rule) : 'by hand' },
            { text: reason },
          ]),
        },
      ]),
      ...candidates.flatMap((candidate): ReportPart[] =>
        partOf(
          `scores-${candidate.subject}`,
          candidate.name,
          [
            {
              type: 'table',
              caption: `How the score of ${candidate.name} came about`,
              head: ['Criterion', 'Score of 10', 'From'],
              rows: candidate.scores.map((score, i) => [
                { text: purpose.criteria[i].name },
                { text: wordScore(score) },
                { text: wordScoreSource(score, purpose.criteria[i].rule?.key) },
              ]),
            },
          ],
          'scores',
        ),
      ),
    ],
  };
}

/** What is different on a day from an earlier one: lineage, releases, what was read and judged in between. */
export function sinceDocument(
  catalogue: Catalogue,
  since: number,
  day: number,
  subject?: RecordId,
): ReportDocument {
  const of = subject && distributionOf(catalogue, subject);
  const isMeant = (id: RecordId) => !of || distributionOf(catalogue, id) === of;
  const isBetween = (when: string | undefined) => {
    const bounds = when ? boundsOf(when) : null;
    return bounds !== null && bounds !== undefined && bounds.first > since && bounds.last <= day;
  };
  const events = changesBetween(catalogue, since, day, lifeOf).filter(({ distribution }) =>
    isMeant(distribution),
  );
  const releases = [...recordsOf(catalogue, 'release')]
    .filter((each) => isMeant(each.distribution) && isBetween(each.date))
    .sort((a, b) => (a.date! < b.date! ? -1 : 1));
  const readings = new Map<RecordId, number>();
  for (const reading of recordsOf(catalogue, 'reading')) {
    const source = reading.source && recordOf(catalogue, 'source', reading.source);
    const when = reading.date ?? (source ? (source.read ?? source.date) : undefined);
    if (reading.source && isMeant(reading.subject) && isBetween(when))
      readings.set(reading.source, (readings.get(reading.source) ?? 0) + 1);
  }
  const opinions = [...recordsOf(catalogue, 'assessment')].filter(
    (each) => isMeant(each.subject) && isBetween(each.date),
  );
  const links = [...recordsOf(catalogue, 'link')].filter(
    (each) => isMeant(each.derivative) && isBetween(each.since),
  );
  return {
    title: of
      ? `${nameOf(catalogue, of)} since ${formatWhen(formatDay(since))}`
      : `What has changed since ${formatWhen(formatDay(since))}`,
    subtitle: `Between ${formatWhen(formatDay(since))} and ${formatWhen(formatDay(day))}.`,
    asOf: formatDay(day),
    parts: [
      ...partOf(
        'short',
        'In short',
        paragraphBlock(
          sinceInShort([
            [releases.length, 'release came out', 'releases came out'],
            [links.length, 'base was chosen', 'bases were chosen'],
            [readings.size, 'source was read', 'sources were read'],
            [opinions.length, 'assessment was written', 'assessments were written'],
          ]),
        ),
      ),
      ...partOf(
        'lineage',
        'Lineage',
        listBlock(events.map((event) => ({ text: wordEvent(catalogue, event) }))),
      ),
      ...partOf(
        'links',
        'New bases',
        listBlock(links.map((link) => ({ text: wordLink(catalogue, link), sources: link.sources }))),
      ),
      ...partOf(
        'releases',
        'Releases',
        listBlock(
          releases.map(({ id, date, sources }) => ({
            text: `${nameOf(catalogue, id)} came out ${onDate(date!)}.`,
            ...(sources.length > 0 && { sources }),
          })),
        ),
      ),
      ...partOf(
        'looked',
        'Examined',
        listBlock(
          [...readings].map(([id, count]) => ({
            text: `${formatNumberOf(count, 'fact')} ${count === 1 ? 'was' : 'were'} read from “${nameOf(catalogue, id)}”.`,
            sources: [id],
          })),
        ),
      ),
      ...partOf(
        'judged',
        'Assessments',
        listBlock(
          opinions.map(({ subject: whom, author, date, changed, source }) => ({
            text: `${author} assessed ${nameOf(catalogue, whom)} ${onDate(date!)}.${changed ? ` Since the assessment before, this changed: ${dropStop(changed)}.` : ''}`,
            ...(source && { sources: [source] }),
          })),
        ),
      ),
    ],
  };
}

/** What happened, counted: `5 releases came out and 2 sources were read.` */
function sinceInShort(counts: readonly (readonly [count: number, one: string, many: string])[]): Sentence[] {
  const said = counts.flatMap(([count, one, many]) =>
    count > 0 ? [`${formatCount(count)} ${count === 1 ? one : many}`] : [],
  );
  return said.length > 0 ? [{ text: sentence(listOf(said)) }] : [];
}
