/**
 * How close a system is to the base it rests on: 1 − changed ÷ comparable elements, for each area and overall (domain: judging).
 * Only what is known of both is comparable; each element of a list counts, any other fact once.
 */
import { AREAS, type AreaId } from '../catalogue/areas.ts';
import { comparedElements, versionOrderOf } from '../layers/changes.ts';
import type { LayerTable } from '../layers/layerTable.ts';

/** How much each area counts; 1 where it is not named. */
export type AreaWeights = Readonly<Partial<Record<AreaId, number>>>;

/** The closeness in one area, or overall. */
export interface Closeness {
  readonly changed: number;
  readonly comparable: number;
  /** 0 to 1; null where nothing can be compared. */
  readonly share: number | null;
}

/** The closeness in an area. */
export interface AreaCloseness extends Closeness {
  readonly area: AreaId;
}

/** The closeness of a layer (the last one by default) to what is handed up to it. */
export function closenessOf(
  table: LayerTable,
  weights: AreaWeights = {},
  index = table.layers.length - 1,
): { readonly overall: Closeness; readonly areas: readonly AreaCloseness[] } {
  const order = versionOrderOf(table, index);
  const counted = new Map<AreaId, { changed: number; comparable: number }>();
  for (const row of table.rows) {
    const elements = comparedElements(row, index, order);
    if (!elements) continue;
    const own = counted.get(row.fact.area) ?? { changed: 0, comparable: 0 };
    // Two empty lists, or two that both have none, are one thing that is the same.
    own.comparable += Math.max(1, elements.length);
    own.changed += elements.filter(({ kind }) => kind !== 'keeps').length;
    counted.set(row.fact.area, own);
  }
  const areas = AREAS.flatMap(({ id }): AreaCloseness[] => {
    const own = counted.get(id);
    return own ? [{ area: id, ...own, share: shareOf(own.changed, own.comparable) }] : [];
  });
  const weigh = (field: 'changed' | 'comparable') =>
    areas.reduce((sum, each) => sum + (weights[each.area] ?? 1) * each[field], 0);
  const total = (field: 'changed' | 'comparable') => areas.reduce((sum, each) => sum + each[field], 0);
  return {
    overall: {
      changed: total('changed'),
      comparable: total('comparable'),
      share: shareOf(weigh('changed'), weigh('comparable')),
    },
    areas,
  };
}

const shareOf = (changed: number, comparable: number) => (comparable > 0 ? 1 - changed / comparable : null);
