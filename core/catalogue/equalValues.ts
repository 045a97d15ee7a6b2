/** When two values are equal. */
import type { FactValue } from './factValue.ts';

/** A text that is the same for equal values; lists are equal whatever their order. */
export function canonicalValue(value: FactValue): string {
  if (!Array.isArray(value)) return JSON.stringify(value);
  const elements = value.map((element) =>
    JSON.stringify([element.slot ?? '', element.name, Object.entries(element.settings ?? {}).sort()]),
  );
  return `[${elements.sort().join(',')}]`;
}

/** True if both say the same. */
export function equalValues(a: FactValue, b: FactValue): boolean {
  return canonicalValue(a) === canonicalValue(b);
}
