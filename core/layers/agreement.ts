/**
 * When two values agree, as far as was said: equal ones, numbers whose intervals overlap, a list that names some elements of
 * which the other has them all as they are.
 */
import { elementsOfValue, type Element, type FactValue } from '../catalogue/factValue.ts';
import { equalValues } from '../catalogue/equalValues.ts';
import type { Interval } from '../catalogue/reading.ts';

/** A value with how exactly it was said. */
export interface SaidValue {
  readonly value?: FactValue;
  readonly absent: boolean;
  readonly interval?: Interval;
  readonly isPartial: boolean;
}

/** What a number may be; a plain number is its own interval. Null for what is no number. */
function boundsOfNumber({ value, interval }: SaidValue): { least: number; most: number } | null {
  if (interval) return { least: interval.least ?? -Infinity, most: interval.most ?? Infinity };
  return typeof value === 'number' ? { least: value, most: value } : null;
}

/** True if two say the same, as far as they say it. Neither may be unknown. */
export function agrees(a: SaidValue, b: SaidValue): boolean {
  if (a.absent || b.absent) return a.absent === b.absent;
  const [x, y] = [boundsOfNumber(a), boundsOfNumber(b)];
  if (x && y) return x.least <= y.most && y.least <= x.most;
  if (a.value === undefined || b.value === undefined) return true; // words alone contradict nothing
  if (a.isPartial && Array.isArray(a.value)) return includes(b, a.value);
  if (b.isPartial && Array.isArray(b.value)) return includes(a, b.value);
  return equalValues(a.value, b.value);
}

/** True if a list has each of the elements as it is; a list that is partial itself only must not say otherwise of one. */
function includes({ value, isPartial }: SaidValue, elements: readonly Element[]): boolean {
  const known = new Map(elementsOfValue(value).map((element) => [idOfElement(element), element]));
  return elements.every((element) => {
    const other = known.get(idOfElement(element));
    return other ? equalValues([other], [element]) : isPartial;
  });
}

/** Two elements are the same thing if slot and name agree. */
export const idOfElement = ({ slot = '', name }: Element) => `${slot}\n${name}`;

/** A list with the elements of another added, those that are there already as the other has them. */
export function withElements(list: FactValue | undefined, more: FactValue | undefined): Element[] {
  const added = elementsOfValue(more);
  const ids = new Set(added.map(idOfElement));
  return [...elementsOfValue(list).filter((element) => !ids.has(idOfElement(element))), ...added];
}
