/**
 * Why readings of one fact say different things: first by what differs around them (edition, live or installed, machine, tool
 * and load, date). What stays unexplained is a contradiction.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Conditions } from '../catalogue/conditions.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { boundsOf } from '../catalogue/when.ts';

/** What can differ around two readings, and explain that they do. */
export type Circumstance = 'scope' | 'edition' | 'medium' | 'machine' | 'tool' | 'moment' | 'date';

/** A reading that says something else than the one in force. */
export interface Disagreement {
  readonly reading: Reading;
  /** What explains it; nothing: it is a contradiction. */
  readonly explainedBy: readonly Circumstance[];
}

/** The conditions of a reading: those of its source, and what differs from them. */
export function conditionsOfReading(catalogue: Catalogue, reading: Reading): Conditions {
  const source = reading.source ? recordOf(catalogue, 'source', reading.source) : undefined;
  return { ...source?.conditions, ...reading.conditions };
}

/** The edition that a reading was made of, where it was of one. */
export function editionOfReading(catalogue: Catalogue, reading: Reading): RecordId | undefined {
  if (reading.subject.startsWith('edition:')) return reading.subject;
  return conditionsOfReading(catalogue, reading).edition;
}

/** When a reading was made: its own date, else its source's, else the day on which that was read; as known as that is. */
export function daysOfReading(
  catalogue: Catalogue,
  { date, source: id }: Reading,
): { readonly first: number; readonly last: number } | null {
  const source = id ? recordOf(catalogue, 'source', id) : undefined;
  return boundsOf(date ?? source?.date ?? source?.read ?? '');
}

/** The last day on which a reading may have been made. Days since 1970-01-01. */
export function dayOfReading(catalogue: Catalogue, reading: Reading): number | undefined {
  const day = daysOfReading(catalogue, reading)?.last;
  return day === undefined || !Number.isFinite(day) ? undefined : day;
}

/** Values that moving things have are of one time when no more than a week lies between them. */
export const SAME_TIME_DAYS = 7;

/** What differs around two readings and explains that they do not say the same. `moves`: the layer rolls on. */
export function circumstancesBetween(
  catalogue: Catalogue,
  fact: FactKey,
  a: Reading,
  b: Reading,
  moves: boolean,
): Circumstance[] {
  const [one, other] = [a, b].map((reading) => conditionsOfReading(catalogue, reading));
  const differ = (...names: readonly (keyof Conditions)[]) =>
    names.some((name) => one[name] !== undefined && other[name] !== undefined && one[name] !== other[name]);
  const [edition, otherEdition] = [a, b].map((reading) => editionOfReading(catalogue, reading));
  const [day, otherDay] = [a, b].map((reading) => dayOfReading(catalogue, reading));
  const isOfTime = fact.measured || fact.passes || (moves && fact.type === 'version');
  const isOfAll = ({ subject }: Reading) => subject.startsWith('distribution:');
  const found: Record<Circumstance, boolean | undefined> = {
    // What is said of one release or edition alone is no less true for what is said of the project.
    scope: isOfAll(a) !== isOfAll(b),
    edition: edition !== undefined && otherEdition !== undefined && edition !== otherEdition,
    medium: differ('medium'),
    machine: fact.measured && differ('machine', 'memoryMiB', 'cores', 'processor', 'graphics'),
    tool: fact.measured && differ('tool'),
    moment: fact.measured && differ('moment', 'openPrograms', 'desktop'),
    date:
      isOfTime && day !== undefined && otherDay !== undefined && Math.abs(day - otherDay) > SAME_TIME_DAYS,
  };
  return (Object.keys(found) as Circumstance[]).filter((name) => found[name]);
}
