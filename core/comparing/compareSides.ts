/** Two to four systems side by side: every point with what each has, who set it, and how they stand to each other. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { FACT_KEYS } from '../catalogue/factKeys.ts';
import { firstDayOf } from '../catalogue/days.ts';
import type { Side, SideBySide } from '../catalogue/sideBySide.ts';
import { layerTable, type LayerTable } from '../layers/layerTable.ts';
import { nameOf } from '../lineage/names.ts';
import { factPoints } from './factPoints.ts';
import { countPoints, type Point, type PointCounts } from './point.ts';
import { changePoints, faultPoints, ownPoints, packagePoints, supportPoints } from './recordPoints.ts';
import { layersOfSide, nameOfSide } from './side.ts';
import { trunkOf, type Trunk } from './trunk.ts';

/** A side by side, computed. */
export interface Compared {
  readonly sides: readonly Side[];
  /** Names of the sides, in their order. */
  readonly names: readonly string[];
  readonly tables: readonly LayerTable[];
  readonly trunk: Trunk | null;
  /** The release of the shared base that each side rests on, by name; none without one. */
  readonly trunkOfSides: readonly string[];
  /** The same, each once. */
  readonly trunkNames: readonly string[];
  /** The place of a side that is the shared base itself; -1 where none is. */
  readonly trunkSide: number;
  readonly points: readonly Point[];
  readonly counts: PointCounts;
}

/** Holds sides against each other as of a day (days since 1970-01-01); `own` are points of the analyst's own. */
export function compareSides(
  catalogue: Catalogue,
  sides: readonly Side[],
  day: number,
  own: SideBySide['own'] = [],
): Compared {
  const tables = sides.map((side) => layerTable(catalogue, layersOfSide(catalogue, side, day), FACT_KEYS));
  const trunk = trunkOf(tables.map(({ layers }) => layers));
  const days = sides.map(({ on }) => (on ? firstDayOf(on) : day));
  const points = [
    ...factPoints({ catalogue, tables, trunk }),
    ...supportPoints(catalogue, tables),
    ...changePoints(catalogue, tables),
    ...packagePoints(catalogue, tables),
    ...faultPoints(catalogue, tables, days),
    ...ownPoints(catalogue, tables, own),
  ];
  const trunkOfSides = trunk
    ? tables.map(({ layers }, i) => nameOf(catalogue, layers[trunk.places[i]].id))
    : [];
  return {
    sides,
    names: sides.map((side, i) => nameOfSide(catalogue, side, tables[i].layers)),
    tables,
    trunk,
    trunkOfSides,
    trunkNames: [...new Set(trunkOfSides)],
    trunkSide: trunk ? tables.findIndex(({ layers }, i) => trunk.places[i] === layers.length - 1) : -1,
    points,
    counts: countPoints(points),
  };
}
