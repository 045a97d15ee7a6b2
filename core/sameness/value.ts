/**
 * When two values are the same, as exactly as they stand: texts by the rule for names, numbers and truths by themselves,
 * lists by their elements whatever their order, unless the fact has one. How far two values agree that were said by a range
 * or in part is told in agreement.ts.
 */
import type { Element, FactValue } from '../catalogue/factValue.ts';
import { keyOfName } from './name.ts';

/** What of a fact decides how its values are compared. */
export interface Comparable {
  /** Of a list: the order of its elements counts. */
  readonly ordered?: boolean;
}

/** A text that two elements share when they are the same thing: slot and name are the same. */
export const keyOfElement = ({ slot = '', name }: Pick<Element, 'slot' | 'name'>): string =>
  `${slot && keyOfName(slot)}\n${keyOfName(name)}`;

/** A text that two values share exactly when they are the same. */
export function keyOfValue(value: FactValue, { ordered = false }: Comparable = {}): string {
  if (typeof value === 'string') return keyOfName(value);
  if (!Array.isArray(value)) return JSON.stringify([value]);
  const keys = value.map((element) => {
    const settings = Object.entries(element.settings ?? {}).filter(([, said]) => said !== '');
    return JSON.stringify([
      keyOfElement(element),
      ...settings.map(([name, said]) => [name, keyOfName(said)]).sort(([a], [b]) => (a < b ? -1 : 1)),
    ]);
  });
  return `[${(ordered ? keys : keys.sort()).join(',')}]`;
}

/** True if both say the same. */
export function sameValue(a: FactValue, b: FactValue, fact?: Comparable): boolean {
  return a === b || keyOfValue(a, fact) === keyOfValue(b, fact);
}
