/** Walking the map by arrow keys. */
import type { RecordId } from '../../catalogue/recordId.ts';
import type { LineageGraph } from '../lineageGraph.ts';

/** Where a plate stands: columns have the same `x`. */
interface StandingPlate {
  readonly id: RecordId;
  readonly x: number;
  readonly y: number;
}

/**
 * Where an arrow key leads from a plate: to the first base that is shown, to the nearest derivative, to the next above or
 * below. From nowhere, to the first plate of the first column; undefined where nothing is that way.
 */
export function neighbourOf(
  plates: readonly StandingPlate[],
  graph: LineageGraph,
  from: RecordId | null,
  key: string,
): RecordId | undefined {
  const here = plates.find(({ id }) => id === from);
  if (!here) return plates.toSorted((a, b) => a.x - b.x || a.y - b.y)[0]?.id;
  if (key === 'ArrowLeft') {
    const shown = new Set(plates.map(({ id }) => id));
    return graph.nodes.get(here.id)?.bases.find((id) => shown.has(id));
  }
  if (key === 'ArrowRight')
    return plates
      .filter(({ id }) => graph.nodes.get(id)?.bases.includes(here.id))
      .sort((a, b) => Math.abs(a.y - here.y) - Math.abs(b.y - here.y))[0]?.id;
  const column = plates.filter(({ x }) => x === here.x).sort((a, b) => a.y - b.y);
  return column[column.findIndex(({ id }) => id === here.id) + (key === 'ArrowDown' ? 1 : -1)]?.id;
}
