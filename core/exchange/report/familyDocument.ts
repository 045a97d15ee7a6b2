/** The report of a family. */
import type { Catalogue } from '../../catalogue/catalogue.ts';
import { formatDay } from '../../catalogue/days.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import type { PlateFacts } from '../../overview/plateFacts.ts';
import { linksFrom } from '../../lineage/linksInForce.ts';
import { nameOf } from '../../lineage/names.ts';
import { familyOf } from '../../lineage/relatives.ts';
import { STRIP_AREAS } from '../../catalogue/stripAreas.ts';
import { formatCount, formatNumberOf, formatShare } from '../../wording/valueText.ts';
import type { Illustration } from './dossierDocument.ts';
import { paragraphBlock, partOf, type ReportDocument, type Sentence } from '../../telling/document.ts';
import type { Lineage } from '../../drawing/lineagePicture.ts';
import { mapBlock } from './pictures.ts';
import { asOfText } from './asOfText.ts';

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
