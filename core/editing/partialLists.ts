/** Whether a list that is typed is all of it, or names some elements only: what an editor suggests before it is said. */
import { parseFactValue, type FactKey } from '../catalogue/factSheet.ts';
import { elementsOfValue } from '../catalogue/factValue.ts';
import { keyOfName } from '../sameness/name.ts';
import { isKnown, type Handed } from '../layers/cell.ts';

/**
 * True where a list more likely names what a layer adds than all that it has: it has none of the base's elements, or rests on a
 * base of which nothing is known.
 */
export function isLikelyPartial(fact: FactKey, text: string, below: Handed | undefined): boolean {
  if (fact.type !== 'list' || !fact.inherited || !below) return false;
  if (!isKnown(below)) return true;
  const typed = parseFactValue(fact, text);
  const base = new Set(elementsOfValue(below.value).map(({ name }) => keyOfName(name)));
  if (!typed.ok || base.size === 0) return false;
  return !elementsOfValue(typed.value).some(({ name }) => base.has(keyOfName(name)));
}
