/** Sentences about the lineage: bands, events and relations in words. */
import { nameOf } from '../lineage/names.ts';
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Link } from '../catalogue/link.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { nearestSharedBase, pathBetween } from '../lineage/paths.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { GraphLink, LineageGraph } from '../lineage/lineageGraph.ts';
import { wordLoss } from './lossText.ts';
import { formatNumberOf, formatShare } from './valueText.ts';

/** A relation as a verb: `is a flavour of`, `was forked from`, `installs from`. */
export function wordRelation(relation: Link['relation']): string {
  if (relation === 'flavour of') return 'is a flavour of';
  return relation === 'forked from' ? 'was forked from' : relation;
}

/** What a band says: `Tidewater installs from Fenwick: 86.4 % of 2,480 packages carried`. */
export function wordBand(band: GraphLink, graph: LineageGraph): string {
  const nameIn = (id: string) => graph.nodes.get(id)?.name ?? id;
  const [derivative, base] = [nameIn(band.derivative), nameIn(band.base)];
  if (!band.link) return `${derivative} is an edition of ${base}`;
  const parts = band.link.parts.length ? ` (${band.link.parts.join(', ')})` : '';
  const names = `${derivative} ${wordRelation(band.link.relation)} ${base}${parts}`;
  if (band.past) return `${names}, until it ended`;
  if (band.kind !== 'lineal') return names;
  const counts = band.comparison?.counts;
  const edition = band.edition ? `, ${band.editionName} only` : '';
  const loss = band.comparison?.losses[0];
  return counts
    ? `${names}${edition}: ${formatShare(counts.same, counts.installed)} of ${formatNumberOf(counts.installed, 'package')}${loss ? ` of a list ${wordLoss(loss)}` : ''} unmodified`
    : `${names}${edition}: not measured`;
}

/** How one rests on its base, beside its name: `installs from it, 86.4 % unmodified`; empty where the line is an edition's. */
export function describeHold({ link, comparison }: GraphLink): string {
  if (!link) return '';
  const share = comparison
    ? `${formatShare(comparison.counts.same, comparison.counts.installed)} unmodified`
    : 'not measured';
  const relation = wordRelation(link.relation);
  return `${link.until ? 'until it ended, ' : ''}${relation} it, ${share}`;
}

/** A link as a sentence: `Tidewater 7.1 installs from Fenwick 31, since 3 Mar 2026.` */
export function wordLink(catalogue: Catalogue, link: Link): string {
  const since = link.since ?? recordOf(catalogue, 'release', link.derivative)?.date;
  const dates = [since && `since ${formatWhen(since)}`, link.until && `until ${formatWhen(link.until)}`];
  const parts = link.parts.length ? ` (${link.parts.join(', ')})` : '';
  return `${[
    `${nameOf(catalogue, link.derivative)} ${wordRelation(link.relation)} ${nameOf(catalogue, link.base)}${parts}`,
    ...dates.filter(Boolean),
  ].join(', ')}.`;
}

/** How two are related: `Shared base: Larkspur. Tidewater › Fenwick › Larkspur ‹ Varnley.` */
export function wordWay(graph: LineageGraph, from: RecordId, to: RecordId): string {
  const nameIn = (id: RecordId) => graph.nodes.get(id)?.name ?? id;
  const shared = nearestSharedBase(graph, from, to);
  const path = pathBetween(graph, from, to);
  if (!path) return `${nameIn(from)} and ${nameIn(to)} have no base in common, and nothing rests on both.`;
  const way = path
    .map(({ id, by }) => `${by === 'base' ? ' › ' : by === 'derivative' ? ' ‹ ' : ''}${nameIn(id)}`)
    .join('');
  if (shared === to) return `${nameIn(from)} rests on ${nameIn(to)}: ${way}.`;
  if (shared === from) return `${nameIn(to)} rests on ${nameIn(from)}: ${way}.`;
  return shared
    ? `Nearest shared base: ${nameIn(shared)}. ${way}.`
    : `No base in common, but a derivative: ${way}.`;
}
