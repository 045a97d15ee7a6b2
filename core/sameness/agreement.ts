/**
 * When two values agree, as far as was said: equal ones, numbers whose intervals overlap, a list that names some elements of
 * which the other has them all as they are.
 */
import { elementsOfValue, type Element, type FactValue } from '../catalogue/factValue.ts';
import type { Interval } from '../catalogue/reading.ts';
import { sameName } from './name.ts';
import { keyOfElement, sameValue, type Comparable } from './value.ts';

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
export function agrees(a: SaidValue, b: SaidValue, fact?: Comparable): boolean {
  if (a.absent || b.absent) return a.absent === b.absent;
  const [x, y] = [boundsOfNumber(a), boundsOfNumber(b)];
  if (x && y) return x.least <= y.most && y.least <= x.most;
  if (a.value === undefined || b.value === undefined) return true; // words alone contradict nothing
  if (a.isPartial && Array.isArray(a.value)) return includes(b, a.value);
  if (b.isPartial && Array.isArray(b.value)) return includes(a, b.value);
  if (Array.isArray(a.value) && Array.isArray(b.value)) return agreeLists(a.value, b.value, fact);
  return sameValue(a.value, b.value, fact);
}

/** True if two whole lists have the same elements, as far as both say what they are, and in the same order where that counts. */
function agreeLists(a: readonly Element[], b: readonly Element[], fact?: Comparable): boolean {
  return (
    a.length === b.length &&
    includes({ value: [...b], isPartial: false }, a) &&
    !(fact?.ordered && isInOtherOrder(a.map(keyOfElement), b.map(keyOfElement)))
  );
}

/** True if what two lists have in common stands in another order. */
export function isInOtherOrder(a: readonly string[], b: readonly string[]): boolean {
  const places = a.map((key) => b.indexOf(key)).filter((place) => place >= 0);
  return places.some((place, i) => i > 0 && place < places[i - 1]);
}

/** True if a list has each of the elements as it is; a list that is partial itself only must not say otherwise of one. */
function includes(
  { value, isPartial }: Pick<SaidValue, 'value' | 'isPartial'>,
  elements: readonly Element[],
): boolean {
  const known = new Map(elementsOfValue(value).map((element) => [keyOfElement(element), element]));
  return elements.every((element) => {
    const other = known.get(keyOfElement(element));
    return other ? agreeElements(other, element) : isPartial;
  });
}

/** True if two elements say the same of one thing, as far as both say it: a setting that only one names says nothing against it. */
export function agreeElements(a: Element, b: Element): boolean {
  const [one, two] = [a.settings ?? {}, b.settings ?? {}];
  return Object.keys(one).every((key) => !one[key] || !two[key] || sameName(one[key], two[key]));
}

/** A list with the elements of another added; those that are there already stay in their place, as the other has them. */
export function withElements(list: FactValue | undefined, more: FactValue | undefined): Element[] {
  const joined = new Map(elementsOfValue(list).map((element) => [keyOfElement(element), element]));
  for (const element of elementsOfValue(more)) joined.set(keyOfElement(element), element);
  return [...joined.values()];
}
