/** Paths over the lineage graph. */
import type { RecordId } from '../catalogue/recordId.ts';
import type { LineageGraph } from './lineageGraph.ts';
import { ancestorsOf, derivativesOf } from './relatives.ts';

/**
 * The nearest base that both rest on, over the fewest steps together; one of the two itself if the other rests on it.
 * Null when they share none.
 */
export function nearestSharedBase(graph: LineageGraph, a: RecordId, b: RecordId): RecordId | null {
  const [ofA, ofB] = [ancestorsOf(graph, a), ancestorsOf(graph, b)];
  let nearest: RecordId | null = null;
  let fewest = Infinity;
  for (const [id, steps] of ofA) {
    const sum = steps + (ofB.get(id) ?? Infinity);
    if (sum < fewest) [nearest, fewest] = [id, sum];
  }
  return nearest;
}

/** A step on the way between two: `base` goes down to what the one before rests on, `derivative` up. */
interface PathStep {
  readonly id: RecordId;
  readonly by: 'start' | 'base' | 'derivative';
}

/** The shortest way between two over lineal lines in either direction, both ends in it; null when there is none. */
export function pathBetween(graph: LineageGraph, from: RecordId, to: RecordId): PathStep[] | null {
  const derivatives = derivativesOf(graph);
  const came = new Map<RecordId, PathStep & { readonly before?: RecordId }>([
    [from, { id: from, by: 'start' }],
  ]);
  for (const [at] of came) {
    if (at === to) break;
    const steps = [
      ...(graph.nodes.get(at)?.bases ?? []).map((id) => ({ id, by: 'base' as const })),
      ...(derivatives.get(at) ?? []).map((id) => ({ id, by: 'derivative' as const })),
    ];
    for (const step of steps) if (!came.has(step.id)) came.set(step.id, { ...step, before: at });
  }
  const path: PathStep[] = [];
  for (let step = came.get(to); step; step = step.before ? came.get(step.before) : undefined)
    path.unshift({ id: step.id, by: step.by });
  return path.length > 0 && graph.nodes.has(to) && graph.nodes.has(from) ? path : null;
}
