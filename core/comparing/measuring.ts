/**
 * Measurements are held against each other only under equal conditions: tool, moment, kind of machine, memory, desktop. What is
 * not said counts as equal to nothing, but for the desktop, which is then the one that the system comes with.
 */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { Conditions } from '../catalogue/conditions.ts';
import type { Interval, Reading } from '../catalogue/reading.ts';
import { topOf } from '../layers/areas/cells.ts';
import { conditionsOfReading } from '../weighing/disagreement.ts';
import type { LayerTable } from '../layers/layerTable.ts';
import { sameValue } from '../sameness/value.ts';

/** A condition of a measurement. */
export const MEASURING_CONDITIONS = ['tool', 'moment', 'machine', 'memoryMiB', 'desktop'] as const;

/** A condition of a measurement. */
export type MeasuringCondition = (typeof MEASURING_CONDITIONS)[number];

/** What is read off a tool at a moment; other figures (a duration, a size) need the machine alone. */
const WITH_TOOL: ReadonlySet<string> = new Set([
  'footprint.memory',
  'footprint.memoryUsed',
  'footprint.processor',
]);

/** One measurement of a side. */
export interface Measurement {
  readonly reading: Reading;
  readonly conditions: Conditions;
}

/** How the conditions of two measurements stand to each other. */
interface ConditionsBetween {
  readonly differ: readonly MeasuringCondition[];
  /** Not said of one of them, or of both. */
  readonly unknown: readonly MeasuringCondition[];
}

/** The measurements among some readings of the top layer of a table that can be held against others. */
export function measurementsOf(
  catalogue: Catalogue,
  table: LayerTable,
  readings: readonly Reading[],
): Measurement[] {
  const comesWith = topOf(table, 'defaults.desktop')?.value;
  const desktop = typeof comesWith === 'string' ? comesWith : undefined;
  return readings
    .filter(({ state, spoiledBy, accepted }) => state === 'set' && (accepted || spoiledBy.length === 0))
    .map((reading) => ({
      reading,
      conditions: { ...(desktop && { desktop }), ...conditionsOfReading(catalogue, reading) },
    }));
}

/** What differs around two measurements of a fact, and what is not known. */
export function conditionsBetween(key: string, a: Conditions, b: Conditions): ConditionsBetween {
  const needed = new Set<MeasuringCondition>(
    WITH_TOOL.has(key) ? ['tool', 'moment', 'machine', 'memoryMiB'] : ['machine', 'memoryMiB'],
  );
  const [differ, unknown]: MeasuringCondition[][] = [[], []];
  for (const name of MEASURING_CONDITIONS) {
    if (a[name] === undefined || b[name] === undefined) {
      if (needed.has(name)) unknown.push(name);
    } else if (!sameValue(a[name], b[name])) differ.push(name);
  }
  return { differ, unknown };
}

/** True where a measurement may be held against another. */
export function areEqualConditions(key: string, a: Conditions, b: Conditions): boolean {
  const { differ, unknown } = conditionsBetween(key, a, b);
  return differ.length === 0 && unknown.length === 0;
}

/** Of each side the measurement that is held against the others', and for one that is not, what differs from those. */
export interface Measured {
  readonly measurement?: Measurement;
  readonly differs?: ConditionsBetween;
}

/**
 * Chooses from what was measured on each side (the best reading first) the ones under equal conditions that most sides have;
 * of two such groups the one with the better readings. A side without one shows its best, and what differs.
 */
export function chooseMeasurements(key: string, sides: readonly (readonly Measurement[])[]): Measured[] {
  const groupOf = (anchor: Measurement) =>
    sides.map((all) => all.find((each) => areEqualConditions(key, anchor.conditions, each.conditions)));
  const rank = (group: readonly (Measurement | undefined)[]) =>
    group.reduce((sum, each, i) => sum + (each ? 1 - sides[i].indexOf(each) / 1000 : 0), 0);
  const groups = sides.flat().map(groupOf);
  const [best] = groups.sort((a, b) => rank(b) - rank(a));
  const anchor = best?.find((each) => each !== undefined);
  return sides.map((all, i): Measured => {
    const measurement = best?.[i] ?? all[0];
    if (!measurement) return {};
    const between = anchor && conditionsBetween(key, anchor.conditions, measurement.conditions);
    return best?.[i] || !between ? { measurement } : { measurement, differs: between };
  });
}

/**
 * What a figure may be by the way it was written: half a unit of its last place, in the unit of the fact. `0.7 GB` is 0.65 to
 * 0.75 GB, `8 % of 8 GiB` is 7.5 to 8.5 % of it. Undefined for a number in the fact's own unit, which is as it is.
 */
export function roundingOf({ said, unit, value, interval }: Reading): Interval | undefined {
  if (interval || typeof value !== 'number' || (!said && !unit)) return interval;
  const [, whole, decimals = ''] = /(\d[\d,]*)(?:\.(\d+))?/.exec(said ?? '') ?? [];
  if (!whole) return undefined;
  const figure = Number(`${whole.replaceAll(',', '')}.${decimals || '0'}`);
  if (figure === 0) return undefined;
  const half = (0.5 * 10 ** -decimals.length * value) / figure;
  return { least: value - half, most: value + half };
}
