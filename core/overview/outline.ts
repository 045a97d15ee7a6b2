/**
 * The lineage as an indented list: every plate once, under the first of its bases that is shown; siblings sorted by a
 * column, branches open or shut.
 */
import type { RecordId } from '../catalogue/recordId.ts';
import { boundsOf } from '../catalogue/when.ts';
import type { GraphNode, LineageGraph } from '../lineage/lineageGraph.ts';
import type { PlateFacts } from './plateFacts.ts';

interface OutlineRow {
  readonly id: RecordId;
  /** 1 for a root. */
  readonly level: number;
  readonly children: number;
  readonly isOpen: boolean;
  /** Place among its siblings, from 1, and how many they are. */
  readonly place: number;
  readonly among: number;
}

/** The columns that rows can be sorted by, and what each compares; what is not known comes last. */
export const OUTLINE_SORTS = {
  name: (node: GraphNode) => node.name,
  changes: (_: GraphNode, facts?: PlateFacts) => facts?.changes.length,
  carried: (_: GraphNode, facts?: PlateFacts) => facts?.carried,
  relation: (_: GraphNode, facts?: PlateFacts) => facts?.link?.relation,
  model: (_: GraphNode, facts?: PlateFacts) => facts?.model,
  support: (_: GraphNode, facts?: PlateFacts) => boundsOf(facts?.supportEnd ?? '')?.last,
  current: (_: GraphNode, facts?: PlateFacts) => facts?.current,
  open: (_: GraphNode, facts?: PlateFacts) => facts?.openPoints,
} as const;
/** What the outline is sorted by. */
export type OutlineSort = keyof typeof OUTLINE_SORTS;

interface OutlineOptions {
  readonly shown?: ReadonlySet<RecordId>;
  readonly shut?: ReadonlySet<RecordId>;
  readonly sort?: OutlineSort;
  readonly descending?: boolean;
}

/** The rows from top to bottom. */
export function outlineRows(
  graph: LineageGraph,
  facts: ReadonlyMap<RecordId, PlateFacts>,
  { shown, shut = new Set(), sort = 'name', descending = false }: OutlineOptions = {},
): OutlineRow[] {
  const nodes = [...graph.nodes.values()].filter(({ id }) => !shown || shown.has(id));
  const ids = new Set(nodes.map(({ id }) => id));
  const children = new Map<RecordId | null, GraphNode[]>();
  for (const node of nodes) {
    const base = node.bases.find((id) => ids.has(id)) ?? null;
    const known = children.get(base);
    if (known) known.push(node);
    else children.set(base, [node]);
  }
  const key = (node: GraphNode) => OUTLINE_SORTS[sort](node, facts.get(node.id));
  const compare = (a: GraphNode, b: GraphNode) =>
    compareKnown(key(a), key(b), descending ? -1 : 1) || a.name.localeCompare(b.name, 'en');
  const rows: OutlineRow[] = [];
  const walk = (base: RecordId | null, level: number) => {
    const siblings = (children.get(base) ?? []).sort(compare);
    siblings.forEach(({ id }, i) => {
      const count = children.get(id)?.length ?? 0;
      const isOpen = !shut.has(id);
      rows.push({ id, level, children: count, isOpen, place: i + 1, among: siblings.length });
      if (isOpen && count) walk(id, level + 1);
    });
  };
  walk(null, 1);
  return rows;
}

/** Orders two values in a direction; empty and unknown ones stand last in either. */
function compareKnown(a: string | number | undefined, b: string | number | undefined, sign: 1 | -1): number {
  const isEmpty = (value: string | number | undefined) => value === undefined || value === '';
  if (isEmpty(a) || isEmpty(b)) return Number(isEmpty(a)) - Number(isEmpty(b));
  return sign * (typeof a === 'string' ? a.localeCompare(String(b), 'en') : Number(a) - Number(b));
}
