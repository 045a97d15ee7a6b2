/** Rules by which distributions are alike. */
import type { GraphNode } from '../lineage/lineageGraph.ts';
import type { PlateFacts } from './plateFacts.ts';

/** What a cohort has in common. */
export const COHORT_RULES = {
  base: { label: 'Base', valueOf: (_, node) => node.bases[0] ?? '' },
  desktop: { label: 'Desktop', valueOf: ({ desktop }) => desktop },
  maker: { label: 'Maker', valueOf: ({ maker }) => maker },
  country: { label: 'Country', valueOf: ({ country }) => country },
  format: { label: 'Package format', valueOf: ({ format }) => format },
} as const satisfies Record<
  string,
  { readonly label: string; readonly valueOf: (facts: PlateFacts, node: GraphNode) => string }
>;

/** A rule by which distributions are alike. */
export type CohortRule = keyof typeof COHORT_RULES;
