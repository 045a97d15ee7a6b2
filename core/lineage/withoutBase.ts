/** Who is left when a base ends: projects, counted once, whether their editions are shown apart or not. */
import type { RecordId } from '../catalogue/recordId.ts';
import type { LineageGraph } from './lineageGraph.ts';
import { basesOfProject, projectsOn } from './relatives.ts';

/** What becomes of a project when a base ends. */
interface Outcome {
  readonly id: RecordId;
  /** `stranded`: every base leads to what ended. `standing`: another base stays, named in `keeps`. */
  readonly state: 'stranded' | 'standing';
  readonly keeps: readonly RecordId[];
  /** The editions that are left without a base while others of the project stay. */
  readonly editions: readonly RecordId[];
  /** A way from what ended to it. */
  readonly path: readonly RecordId[];
}

/** All projects that rest on a base, sorted into those that are left standing when it ends and those that are not. */
export function outcomesWithout(graph: LineageGraph, ended: RecordId): Outcome[] {
  const start = graph.nodes.get(ended)?.distribution ?? ended;
  const below = projectsOn(graph, start);
  below.delete(start);
  const nodeOf = (id: RecordId) => graph.nodes.get(id)!;
  const stranded = new Map<RecordId, boolean>([[start, true]]);
  const isStranded = (id: RecordId): boolean => {
    const known = stranded.get(id);
    if (known !== undefined) return known;
    const result = below.has(id) && basesOfProject(nodeOf(id)).every(isStranded);
    stranded.set(id, result);
    return result;
  };
  const paths = new Map<RecordId, RecordId[]>([[start, [start]]]);
  for (const [id] of below) {
    const from = basesOfProject(nodeOf(id)).find((base) => paths.has(base))!;
    paths.set(id, [...paths.get(from)!, id]);
  }
  return [...below.keys()].map((id): Outcome => {
    const keeps = basesOfProject(nodeOf(id)).filter((base) => !isStranded(base));
    const editions = nodeOf(id).editionBases.filter(
      ({ bases }) => keeps.length > 0 && bases.length > 0 && bases.every(isStranded),
    );
    return {
      id,
      state: isStranded(id) ? 'stranded' : 'standing',
      keeps,
      editions: editions.map(({ edition }) => edition),
      path: paths.get(id)!,
    };
  });
}
