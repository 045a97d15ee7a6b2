/** Welcome tools as a matrix: what each offers in which place, when it opens, whose it is. */
import type { Catalogue } from '../../catalogue/catalogue.ts';
import { findFactKey } from '../../catalogue/factSheet.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import { chainOf } from '../../lineage/chain.ts';
import type { LineageGraph } from '../../lineage/lineageGraph.ts';
import { layerTable } from '../layerTable.ts';
import { elementsOf, topOf } from './cells.ts';

/** A welcome tool: whose, when it opens, and what it offers in which place. */
interface WelcomeTool {
  /** The node of the graph whose tool it is. */
  readonly id: RecordId;
  readonly name: string;
  readonly opens: string;
  /** Actions by name, with their place from 1. */
  readonly actions: ReadonlyMap<string, number>;
}

/** What must come before what: otherwise the later step does not find what it needs. */
const BEFORE: readonly (readonly [first: string, then: string])[] = [
  ['updates', 'drivers'],
  ['updates', 'applications'],
  ['updates', 'codecs'],
  ['mirrors', 'updates'],
  ['keys', 'updates'],
];

interface WelcomeMatrix {
  /** The tool of the dossier first, then those of the others by name. */
  readonly tools: readonly WelcomeTool[];
  /** What any of them offers, what most offer first. */
  readonly actions: readonly string[];
}

/** The welcome tools of all distributions of a graph that set one themselves. */
export function welcomeMatrix(
  catalogue: Catalogue,
  graph: LineageGraph,
  of: RecordId,
  day: number,
): WelcomeMatrix {
  const keys = ['welcome.guide', 'welcome.opens', 'welcome.actions'].map((key) => findFactKey(key)!);
  const tools = [...graph.nodes.values()].flatMap((node): WelcomeTool[] => {
    const table = layerTable(catalogue, chainOf(catalogue, node.release ?? node.id, day), keys);
    const guide = topOf(table, 'welcome.guide');
    if (typeof guide?.value !== 'string' || (guide.setBy !== table.layers.length - 1 && node.id !== of))
      return [];
    const actions = elementsOf(topOf(table, 'welcome.actions'));
    if (actions.length === 0 && node.id !== of) return [];
    return [
      {
        id: node.id,
        name: guide.value,
        opens: String(topOf(table, 'welcome.opens')?.value ?? ''),
        actions: new Map(actions.map(({ name }, i) => [name, i + 1])),
      },
    ];
  });
  tools.sort((a, b) => Number(b.id === of) - Number(a.id === of) || (a.name < b.name ? -1 : 1));
  const counts = new Map<string, number>();
  for (const { actions } of tools)
    for (const name of actions.keys()) counts.set(name, (counts.get(name) ?? 0) + 1);
  const actions = [...counts].sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1)).map(([name]) => name);
  return { tools, actions };
}

/** Steps of a tool that stand before what they need, as pairs: the step, and what ought to be first. */
export function misplacedActions({
  actions,
}: WelcomeTool): readonly (readonly [step: string, needs: string])[] {
  return BEFORE.flatMap(([first, then]) => {
    const [a, b] = [actions.get(first), actions.get(then)];
    return a !== undefined && b !== undefined && b < a ? [[then, first] as const] : [];
  });
}
