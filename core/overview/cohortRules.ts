/** Rules by which distributions are alike. */
import { basesOfProject } from '../lineage/relatives.ts';
import type { GraphNode } from '../lineage/lineageGraph.ts';
import type { PlateFacts } from './plateFacts.ts';

/** What a cohort has in common. A project whose editions rest on different bases has each of them, whichever came out last. */
export const COHORT_RULES = {
  base: { label: 'Base', valuesOf: (_, node) => basesOfProject(node) },
  desktop: { label: 'Desktop', valuesOf: ({ desktop }) => [desktop] },
  maker: { label: 'Maker', valuesOf: ({ maker }) => [maker] },
  country: { label: 'Country', valuesOf: ({ country }) => [country] },
  format: { label: 'Package format', valuesOf: ({ format }) => [format] },
} as const satisfies Record<
  string,
  { readonly label: string; readonly valuesOf: (facts: PlateFacts, node: GraphNode) => readonly string[] }
>;

/** A rule by which distributions are alike. */
export type CohortRule = keyof typeof COHORT_RULES;
