/**
 * Views that fit an area: repositories in their order with whose each is, welcome tools as a matrix of what they offer,
 * theme parts with where each comes from. Read off the layer table, and off other dossiers to hold it against.
 */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { findFactKey, type FactKey } from '../catalogue/factSheet.ts';
import { equalValues, type Element } from '../catalogue/factValue.ts';
import type { RecordId } from '../catalogue/recordKind.ts';
import { chainOf } from '../lineage/chain.ts';
import type { LineageGraph } from '../lineage/lineageGraph.ts';
import { layerTable, type Cell, type LayerTable } from './layerTable.ts';

const cellsOf = (table: LayerTable, key: string): readonly Cell[] =>
  table.rows.find(({ fact }) => fact.key === key)?.cells ?? [];
const topOf = (table: LayerTable, key: string): Cell | undefined => cellsOf(table, key).at(-1);
const elementsOf = (cell: Cell | undefined): readonly Element[] =>
  Array.isArray(cell?.value) ? (cell.value as Element[]) : [];

/** A repository of the top layer. */
export interface RepositoryRow {
  /** Place in the order in which the system asks them, from 1. */
  readonly place: number;
  readonly name: string;
  /** The lowest layer that has it: whose it is. */
  readonly layer: RecordId;
  readonly components: string;
  /** `on`, `off`, or as recorded. */
  readonly state: string;
  /** Days that packages are held before they come into it, where that is known of the layer that has it. */
  readonly holding?: number;
}

/** The repositories of the top layer in order, and the ones of the base that it does without. */
export function repositoriesOf(table: LayerTable): {
  readonly rows: readonly RepositoryRow[];
  readonly missing: readonly string[];
} {
  const cells = cellsOf(table, 'repositories.archives');
  const holding = cellsOf(table, 'repositories.holding');
  const rows = elementsOf(cells.at(-1)).map(({ name, settings }, i): RepositoryRow => {
    const first = cells.findIndex((cell) => elementsOf(cell).some((other) => other.name === name));
    // How long a base tests its packages says nothing of an archive that a derivative adds.
    const days = holding[first]?.setBy === first ? holding[first].value : undefined;
    return {
      place: i + 1,
      name,
      layer: table.layers[first].id,
      components: settings?.components ?? '',
      state: settings?.state ?? 'on',
      ...(typeof days === 'number' && { holding: days }),
    };
  });
  const names = new Set(rows.map(({ name }) => name));
  const missing = elementsOf(cells.at(-2)).flatMap(({ name }) => (names.has(name) ? [] : [name]));
  return { rows, missing };
}

/** A welcome tool: whose, when it opens, and what it offers in which place. */
export interface WelcomeTool {
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

export interface WelcomeMatrix {
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

/** Where a theme part comes from. */
export type ThemeOrigin =
  | { readonly kind: 'carried'; readonly from: RecordId }
  | { readonly kind: 'variant'; readonly of: string }
  | { readonly kind: 'asIn'; readonly others: readonly RecordId[] }
  | { readonly kind: 'own' };

export interface ThemePart {
  readonly fact: FactKey;
  readonly value: string;
  readonly origin: ThemeOrigin;
}

const PARTS = ['icons', 'widgets', 'cursor', 'shell', 'font', 'monospace', 'login', 'boot', 'wallpaper'].map(
  (name) => findFactKey(`themes.${name}`)!,
);

/** The theme parts that are known of the top layer, with their origin; `others` are dossiers outside its chain. */
export function themeParts(table: LayerTable, others: readonly LayerTable[]): ThemePart[] {
  const chain = new Set(table.layers.map(({ distribution }) => distribution));
  const strangers = others.filter(({ layers }) => !chain.has(layers[layers.length - 1].distribution));
  return PARTS.flatMap((fact): ThemePart[] => {
    const cells = cellsOf(table, fact.key);
    const top = cells.at(-1);
    if (typeof top?.value !== 'string') return [];
    const part = (origin: ThemeOrigin): ThemePart[] => [{ fact, value: top.value as string, origin }];
    if (top.setBy < table.layers.length - 1)
      return part({ kind: 'carried', from: table.layers[top.setBy].id });
    const base = cells.at(-2)?.value;
    if (typeof base === 'string' && isVariant(top.value, base)) return part({ kind: 'variant', of: base });
    const same = strangers.filter((other) => {
      const cell = topOf(other, fact.key);
      return cell?.value !== undefined && equalValues(cell.value, top.value!);
    });
    if (same.length)
      return part({ kind: 'asIn', others: same.map(({ layers }) => layers[layers.length - 1].id) });
    return part({ kind: 'own' });
  });
}

/** A name made from another one: they begin with the same word of some length. */
function isVariant(name: string, stock: string): boolean {
  const first = (text: string) => /^\p{L}{3,}/u.exec(text.toLowerCase())?.[0];
  return first(name) !== undefined && first(name) === first(stock);
}

/** Whether applications of different toolkits look alike, as far as it is known. */
export function likenessOf(table: LayerTable): 'one' | 'yes' | 'partly' | 'no' | 'untested' | 'unknown' {
  const toolkits = topOf(table, 'themes.toolkits')?.value;
  const alike = topOf(table, 'themes.alike')?.value;
  if (alike === 'yes' || alike === 'partly' || alike === 'no') return alike;
  if (typeof toolkits !== 'number') return 'unknown';
  return toolkits === 1 ? 'one' : 'untested';
}
