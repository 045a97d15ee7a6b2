/**
 * The lineage graph for other programs: GraphML (graphml.graphdrawing.org, 1.0) and the DOT language of Graphviz.
 * Both carry what is shown: names, releases, standings, relations, dates, and the carried share where it was measured.
 */
import type { RecordId } from '../catalogue/recordId.ts';
import type { PlateFacts } from '../overview/plateFacts.ts';
import { isOver } from '../lineage/life.ts';
import type { GraphLink, GraphNode, LineageGraph } from '../lineage/lineageGraph.ts';
import { escapeXml } from '../drawing/xml.ts';

/** What a graph file holds. */
export interface GraphFileOptions {
  readonly graph: LineageGraph;
  readonly factsOf: (id: RecordId) => PlateFacts | undefined;
  /** What is written; all by default. */
  readonly shown?: ReadonlySet<RecordId>;
  readonly title: string;
  /** The day it holds for, `YYYY-MM-DD`. */
  readonly date: string;
}

interface Attribute<T> {
  readonly name: string;
  readonly type: 'string' | 'double' | 'boolean' | 'int';
  readonly of: (item: T) => string | number | boolean | undefined;
}

const nodeAttributes = ({ factsOf }: GraphFileOptions): readonly Attribute<GraphNode>[] => [
  { name: 'name', type: 'string', of: ({ name }) => name },
  { name: 'release', type: 'string', of: ({ id }) => factsOf(id)?.version },
  { name: 'packageFormat', type: 'string', of: ({ id }) => factsOf(id)?.format },
  { name: 'releaseModel', type: 'string', of: ({ id }) => factsOf(id)?.model },
  { name: 'standing', type: 'string', of: ({ standing }) => standing },
  { name: 'placing', type: 'string', of: ({ placing }) => placing },
  { name: 'generation', type: 'int', of: ({ generation }) => generation },
  { name: 'family', type: 'string', of: ({ root }) => root },
];

/** The share that is carried, where it was measured. */
function measuredShare({ comparison }: GraphLink): number | undefined {
  const counts = comparison?.counts;
  return counts?.installed ? counts.same / counts.installed : undefined;
}

const LINK_ATTRIBUTES: readonly Attribute<GraphLink>[] = [
  { name: 'relation', type: 'string', of: ({ link }) => link?.relation ?? 'edition of' },
  { name: 'since', type: 'string', of: ({ link }) => link?.since },
  { name: 'until', type: 'string', of: ({ link }) => link?.until },
  { name: 'certainty', type: 'string', of: ({ link }) => link?.certainty },
  { name: 'parts', type: 'string', of: ({ link }) => link?.parts.join('; ') },
  {
    name: 'carriedShare',
    type: 'double',
    of: measuredShare,
  },
  { name: 'packages', type: 'int', of: ({ comparison }) => comparison?.counts.installed },
  { name: 'past', type: 'boolean', of: ({ past }) => past || undefined },
];

function shownParts({ graph, shown }: GraphFileOptions): { nodes: GraphNode[]; links: GraphLink[] } {
  const nodes = [...graph.nodes.values()]
    .filter(({ id }) => !shown || shown.has(id))
    .sort((a, b) => (a.id < b.id ? -1 : 1));
  const ids = new Set(nodes.map(({ id }) => id));
  const links = graph.links
    .filter(({ base, derivative }) => ids.has(base) && ids.has(derivative))
    .sort((a, b) => (a.key < b.key ? -1 : 1));
  return { nodes, links };
}

/** The graph as GraphML; edges run from base to derivative. */
export function formatGraphMl(options: GraphFileOptions): string {
  const { nodes, links } = shownParts(options);
  const ofNodes = nodeAttributes(options);
  const declare = (target: string, attributes: readonly Attribute<never>[]) =>
    attributes.map(
      ({ name, type }) =>
        `  <key id="${target}-${name}" for="${target}" attr.name="${name}" attr.type="${type}"/>`,
    );
  const data = <T>(target: string, attributes: readonly Attribute<T>[], item: T) =>
    attributes
      .map(({ name, of }) => [name, of(item)] as const)
      .filter(([, value]) => value !== undefined && value !== '')
      .map(([name, value]) => `<data key="${target}-${name}">${escapeXml(String(value))}</data>`)
      .join('');
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<graphml xmlns="http://graphml.graphdrawing.org/xmlns" xmlns:xsi="http://www.w3.org/2001/XMLSchema-instance" xsi:schemaLocation="http://graphml.graphdrawing.org/xmlns http://graphml.graphdrawing.org/xmlns/1.0/graphml.xsd">',
    ...declare('node', ofNodes as readonly Attribute<never>[]),
    ...declare('edge', LINK_ATTRIBUTES as readonly Attribute<never>[]),
    `  <key id="graph-title" for="graph" attr.name="title" attr.type="string"/>`,
    `  <key id="graph-date" for="graph" attr.name="date" attr.type="string"/>`,
    '  <graph id="lineage" edgedefault="directed">',
    `    <data key="graph-title">${escapeXml(options.title)}</data><data key="graph-date">${options.date}</data>`,
    ...nodes.map((node) => `    <node id="${escapeXml(node.id)}">${data('node', ofNodes, node)}</node>`),
    ...links.map(
      (link, i) =>
        `    <edge id="e${i}" source="${escapeXml(link.base)}" target="${escapeXml(link.derivative)}">${data('edge', LINK_ATTRIBUTES, link)}</edge>`,
    ),
    '  </graph>',
    '</graphml>',
    '',
  ].join('\n');
}

/** How a relation is drawn in DOT: succession and borrowing do not decide the ranks. */
const STYLES: Readonly<Record<GraphLink['kind'], string>> = {
  lineal: '',
  edition: 'style=dotted',
  succession: 'style=dashed, constraint=false',
  lateral: 'style=dotted, constraint=false',
};

/** The graph in the DOT language, left to right; measured links are as wide as they carry. */
export function formatDot(options: GraphFileOptions): string {
  const { nodes, links } = shownParts(options);
  const quote = (text: string) => `"${text.replace(/["\\]/g, '\\$&').replace(/[^\u0020-\uffff]/g, ' ')}"`;
  const { factsOf, title, date } = options;
  return [
    'digraph lineage {',
    `  graph [rankdir=LR, label=${quote(`${title}, as of ${date}`)}];`,
    '  node [shape=box];',
    ...nodes.map(({ id, name, standing }) => {
      const facts = factsOf(id);
      const label = [[name, facts?.version].filter(Boolean).join(' '), facts?.model, facts?.format];
      return `  ${quote(id)} [label=${quote(label.filter(Boolean).join(', '))}${isOver(standing) ? ', style=dashed' : ''}];`;
    }),
    ...links.map((link) => {
      const share = measuredShare(link);
      const attributes = [
        `label=${quote(link.link?.relation ?? 'edition of')}`,
        STYLES[link.kind],
        share === undefined ? '' : `penwidth=${(1 + 7 * share).toFixed(1)}`,
      ];
      return `  ${quote(link.base)} -> ${quote(link.derivative)} [${attributes.filter(Boolean).join(', ')}];`;
    }),
    '}',
    '',
  ].join('\n');
}
