/**
 * Which distributions a view of the lineage shows: by family, relation, changed area, standing, evidence, and by what
 * they have in common with each other. A filter says what must hold; what is left empty lets everything through.
 */
import type { StripAreaId } from '../catalogue/stripAreas.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { GraphNode, LineageGraph } from '../lineage/lineageGraph.ts';
import { ancestorsOf } from '../lineage/relatives.ts';
import type { PlateFacts } from './plateFacts.ts';
import { COHORT_RULES } from './cohortRules.ts';

/** What is asked for; a part that is left out asks for nothing. */
export interface MapFilter {
  /** The root of the family. */
  readonly family?: RecordId;
  readonly relation?: string;
  readonly changed?: StripAreaId;
  readonly standing?: string;
  /** As `LinkEvidence`, or `none` for those without a base. */
  readonly evidence?: string;
  /** `desktop~Trellis`: a cohort rule and the value in common. */
  readonly cohort?: string;
}

/** The parts of a filter. */
export const FILTER_NAMES = ['family', 'relation', 'changed', 'standing', 'evidence', 'cohort'] as const;

/** What a filter compares: for each part the value of a plate (all values, where it can have several). */
const VALUES: Readonly<Record<keyof MapFilter, (facts: PlateFacts, node: GraphNode) => readonly string[]>> = {
  family: (_, { root }) => [root],
  relation: ({ link }) => [link?.relation ?? ''],
  changed: ({ strip }) => strip.filter(({ level }) => level > 0).map(({ area }) => area),
  standing: ({ standing }) => [standing],
  evidence: ({ evidence }) => [evidence ?? 'none'],
  cohort: (facts, node) =>
    Object.entries(COHORT_RULES).flatMap(([rule, { valuesOf }]) =>
      valuesOf(facts, node).map((value) => `${rule}~${value}`),
    ),
};

/** True if a filter asks for anything. */
export function isFiltering(filter: MapFilter): boolean {
  return FILTER_NAMES.some((name) => filter[name]);
}

/** True if a plate is what the filter asks for. */
function matchesFilter(facts: PlateFacts, node: GraphNode, filter: MapFilter): boolean {
  return FILTER_NAMES.every((name) => !filter[name] || VALUES[name](facts, node).includes(filter[name]));
}

/** The values that one part of a filter can take, with how many projects have each; empty values are left out. */
export function filterChoices(
  graph: LineageGraph,
  facts: ReadonlyMap<RecordId, PlateFacts>,
  name: keyof MapFilter,
): Map<string, number> {
  const projects = new Map<string, Set<RecordId>>();
  for (const node of graph.nodes.values()) {
    const own = facts.get(node.id);
    for (const value of own ? VALUES[name](own, node) : [])
      if (value && !value.endsWith('~'))
        projects.set(value, (projects.get(value) ?? new Set()).add(node.distribution));
  }
  return new Map([...projects].map(([value, ids]) => [value, ids.size]));
}

/** What is shown under a filter: what matches, and as its surroundings the bases beneath. */
export function filterNodes(
  graph: LineageGraph,
  facts: ReadonlyMap<RecordId, PlateFacts>,
  filter: MapFilter,
): { readonly matching: ReadonlySet<RecordId>; readonly shown: ReadonlySet<RecordId> } {
  const matching = new Set<RecordId>();
  for (const node of graph.nodes.values()) {
    const own = facts.get(node.id);
    if (own && matchesFilter(own, node, filter)) matching.add(node.id);
  }
  const shown = new Set(matching);
  for (const id of matching) for (const beneath of ancestorsOf(graph, id).keys()) shown.add(beneath);
  return { matching, shown };
}
