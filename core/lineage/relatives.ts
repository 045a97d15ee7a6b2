/**
 * Questions to a lineage graph: who rests on whom over any number of steps, what two have in common. Only lineal lines count.
 * What follows lines asks for nodes, editions that are shown apart among them; what counts asks for projects: an edition is no
 * derivative.
 */
import type { RecordId } from '../catalogue/recordId.ts';
import type { GraphLink, GraphNode, LineageGraph } from './lineageGraph.ts';

/** The derivatives of each node, direct ones only. */
export function derivativesOf(graph: LineageGraph): Map<RecordId, RecordId[]> {
  const derivatives = new Map<RecordId, RecordId[]>();
  for (const { id, bases } of graph.nodes.values())
    for (const base of bases) {
      const known = derivatives.get(base);
      if (known) known.push(id);
      else derivatives.set(base, [id]);
    }
  return derivatives;
}

/** What a project rests on, by whatever edition; the same whether its editions are shown apart or not. */
export function basesOfProject({ bases, editionBases }: GraphNode): RecordId[] {
  return editionBases.length > 0 ? [...new Set(editionBases.flatMap((each) => each.bases))] : [...bases];
}

/** The projects that rest on one, with the number of steps up to each: nearest first. Itself is at 0. */
export function projectsOn(graph: LineageGraph, id: RecordId): Map<RecordId, number> {
  const derivatives = new Map<RecordId, RecordId[]>();
  for (const node of graph.nodes.values())
    if (node.distribution === node.id)
      for (const base of basesOfProject(node))
        derivatives.set(base, [...(derivatives.get(base) ?? []), node.id]);
  return stepsFrom(id, (at) => derivatives.get(at) ?? []);
}

/** A project that rests on another: over how many steps, and by which line where that is one. */
export interface BuiltOn {
  readonly node: GraphNode;
  readonly steps: number;
  /** The line to it, of those that rest on it directly. */
  readonly by?: GraphLink;
}

/** Who is built on a project: those directly on it first, each by name. */
export function builtOn(graph: LineageGraph, id: RecordId): BuiltOn[] {
  const lines = new Map<RecordId, GraphLink>();
  for (const each of graph.links)
    if (each.base === id && each.kind === 'lineal' && !lines.has(each.derivative))
      lines.set(each.derivative, each);
  return [...projectsOn(graph, id)]
    .filter(([each]) => each !== id)
    .map(([each, steps]): BuiltOn => {
      const by = steps === 1 ? lines.get(each) : undefined;
      return { node: graph.nodes.get(each)!, steps, ...(by && { by }) };
    })
    .sort((a, b) => a.steps - b.steps || (a.node.name < b.node.name ? -1 : 1));
}

/** All beneath a node, with the number of steps down to each: nearest first. Itself is at 0. */
export function ancestorsOf(graph: LineageGraph, id: RecordId): Map<RecordId, number> {
  return stepsFrom(id, (at) => graph.nodes.get(at)?.bases ?? []);
}

/** All that rest on a node, with the number of steps up to each: nearest first. Itself is at 0. */
export function descendantsOf(
  graph: LineageGraph,
  id: RecordId,
  derivatives = derivativesOf(graph),
): Map<RecordId, number> {
  return stepsFrom(id, (at) => derivatives.get(at) ?? []);
}

function stepsFrom(id: RecordId, next: (id: RecordId) => readonly RecordId[]): Map<RecordId, number> {
  const steps = new Map([[id, 0]]);
  for (const [at, count] of steps)
    // a map is walked in the order of entry, also through what is added meanwhile
    for (const other of next(at)) if (!steps.has(other)) steps.set(other, count + 1);
  return steps;
}

/** The members of a node's family: all with the same root by their first bases. */
export function familyOf(graph: LineageGraph, id: RecordId): RecordId[] {
  const root = graph.nodes.get(id)?.root;
  return [...graph.nodes.values()].filter((node) => node.root === root).map((node) => node.id);
}

/** Those that share a direct base with a node, itself left out. */
export function siblingsOf(graph: LineageGraph, id: RecordId): RecordId[] {
  const bases = new Set(graph.nodes.get(id)?.bases);
  return [...graph.nodes.values()]
    .filter((node) => node.id !== id && node.bases.some((base) => bases.has(base)))
    .map((node) => node.id);
}
