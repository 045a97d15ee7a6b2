/** What is different in the lineage between two days. */
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { standpointOf } from './standpoint.ts';
import { unknownLives, diffStandpoints } from './events.ts';
import type { LineageEvent } from './event.ts';

/** What is different on the second day from the first. */
export function changesBetween(
  catalogue: Catalogue,
  from: number,
  to: number,
  lifeOf = unknownLives,
): LineageEvent[] {
  return [...recordsOf(catalogue, 'distribution')].flatMap(({ id }) => {
    const life = lifeOf(catalogue, id);
    const [before, after] = [from, to].map((day) => standpointOf(catalogue, id, day, life));
    return diffStandpoints(id, before, after);
  });
}
