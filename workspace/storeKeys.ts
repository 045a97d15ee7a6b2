/** The keys of the items of a store (storeLayout.ts). */

/** The key of the mark. */
export const MARK = 'mark';

/** The keys of the two heads. */
export const HEADS = ['head/a', 'head/b'] as const;

/** The key of a step. */
export const stepKey = (term: number, number: number) => `step/${term}/${String(number).padStart(9, '0')}`;

/** The key of a package list. */
export const listKey = (sum: string) => `list/${sum}`;

/** The term and number in the key of a step; null for other keys. */
export function parseStepKey(key: string): { term: number; number: number } | null {
  const [, term, number] = /^step\/(\d+)\/(\d+)$/.exec(key) ?? [];
  return number === undefined ? null : { term: Number(term), number: Number(number) };
}
