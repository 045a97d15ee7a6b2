/** What becomes of a descendant when something in its base changes. */
import type { RecordId } from '../catalogue/recordId.ts';

/** What becomes of a descendant; the four add up to all. */
export const IMPACT_CLASSES = ['affected', 'overridden', 'notYet', 'cannotTell'] as const;

/** One of the four. */
export type ImpactClass = (typeof IMPACT_CLASSES)[number];

/** What becomes of one descendant, along which path. */
export interface Impact {
  /** A node of the graph. */
  readonly id: RecordId;
  readonly class: ImpactClass;
  /** From the base to it. */
  readonly path: readonly RecordId[];
  /** The editions that alone are meant, where it is not the whole project. */
  readonly editions: readonly RecordId[];
  /** What decided: the layer that sets its own, the release that it rests on, or the base that it keeps. */
  readonly by: RecordId | null;
}

/** How many are in each class. */
export function countImpacts(impacts: readonly Impact[]): Readonly<Record<ImpactClass, number>> {
  const counts = { affected: 0, overridden: 0, notYet: 0, cannotTell: 0 };
  for (const impact of impacts) counts[impact.class]++;
  return counts;
}
