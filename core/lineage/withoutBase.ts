/** Who is left when a base ends. */
import type { RecordId } from '../catalogue/recordId.ts';
import type { LineageGraph } from './lineageGraph.ts';
import { derivativesOf, descendantsOf } from './relatives.ts';

/** What becomes of a descendant when a base ends. */
interface Outcome {
  readonly id: RecordId;
  /** `stranded`: every base leads to what ended. `standing`: another base stays, named in `keeps`. */
  readonly state: 'stranded' | 'standing';
  readonly keeps: readonly RecordId[];
  /** A way from what ended to it. */
  readonly path: readonly RecordId[];
}

/** All descendants of a base, sorted into those that are left standing when it ends and those that are not. */
export function outcomesWithout(graph: LineageGraph, ended: RecordId): Outcome[] {
  const derivatives = derivativesOf(graph);
  const below = descendantsOf(graph, ended, derivatives);
  below.delete(ended);
  const stranded = new Map<RecordId, boolean>([[ended, true]]);
  const isStranded = (id: RecordId): boolean => {
    const known = stranded.get(id);
    if (known !== undefined) return known;
    const { bases } = graph.nodes.get(id)!;
    const result = below.has(id) && bases.every(isStranded);
    stranded.set(id, result);
    return result;
  };
  const paths = new Map<RecordId, RecordId[]>([[ended, [ended]]]);
  for (const [id] of below) {
    const from = graph.nodes.get(id)!.bases.find((base) => paths.has(base))!;
    paths.set(id, [...paths.get(from)!, id]);
  }
  return [...below.keys()].map((id): Outcome => {
    const keeps = graph.nodes.get(id)!.bases.filter((base) => !isStranded(base));
    return { id, state: isStranded(id) ? 'stranded' : 'standing', keeps, path: paths.get(id)! };
  });
}
