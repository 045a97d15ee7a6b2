/**
 * How close a system is to the base it rests on: 1 − changed ÷ comparable elements, for each area and overall (domain: judging).
 * Only what is known of both is comparable; each element of a list counts, any other fact once.
 */
import { AREAS, type AreaId } from '../catalogue/areas.ts';
import { isKnown } from '../layers/cell.ts';
import { belowOf, comparedElements, versionOrderOf } from '../layers/changes.ts';
import type { LayerTable } from '../layers/layerTable.ts';

/** How much each area counts; 1 where it is not named. */
export type AreaWeights = Readonly<Partial<Record<AreaId, number>>>;

/** The closeness in one area, or overall. */
export interface Closeness {
  readonly changed: number;
  readonly comparable: number;
  /** Facts that can be compared, of how many of which the base's value is known. */
  readonly facts: number;
  readonly known: number;
  /** 0 to 1; null where too little can be compared. */
  readonly share: number | null;
}

/** With fewer elements that can be compared nothing is said. */
export const LEAST_COMPARABLE = 3;

/** The closeness in an area. */
export interface AreaCloseness extends Closeness {
  readonly area: AreaId;
}

type Counted = { changed: number; comparable: number; facts: number; known: number };

/** The closeness of a layer (the last one by default) to what is handed up to it. */
export function closenessOf(
  table: LayerTable,
  weights: AreaWeights = {},
  index = table.layers.length - 1,
): { readonly overall: Closeness; readonly areas: readonly AreaCloseness[] } {
  const order = versionOrderOf(table, index);
  const counted = new Map<AreaId, Counted>();
  for (const row of table.rows) {
    if (!isKnown(belowOf(row, index))) continue;
    const own = counted.get(row.fact.area) ?? { changed: 0, comparable: 0, facts: 0, known: 0 };
    counted.set(row.fact.area, own);
    own.known++;
    const elements = comparedElements(row, index, order);
    if (!elements) continue;
    own.facts++;
    // Two empty lists, or two that both have none, are one thing that is the same.
    own.comparable += Math.max(1, elements.length);
    own.changed += elements.filter(({ kind }) => kind !== 'keeps').length;
  }
  const areas = AREAS.flatMap(({ id }): AreaCloseness[] => {
    const own = counted.get(id);
    return own && own.comparable > 0
      ? [{ area: id, ...own, share: shareOf(own.changed, own.comparable, own.comparable) }]
      : [];
  });
  const weigh = (field: 'changed' | 'comparable') =>
    areas.reduce((sum, each) => sum + (weights[each.area] ?? 1) * each[field], 0);
  const total = (field: keyof Counted) => [...counted.values()].reduce((sum, each) => sum + each[field], 0);
  return {
    overall: {
      changed: total('changed'),
      comparable: total('comparable'),
      facts: total('facts'),
      known: total('known'),
      share: shareOf(weigh('changed'), weigh('comparable'), total('comparable')),
    },
    areas,
  };
}

const shareOf = (changed: number, weighed: number, comparable: number) =>
  weighed > 0 && comparable >= LEAST_COMPARABLE ? 1 - changed / weighed : null;
