/**
 * The value that a table has under a word that somebody wrote, or a file says; undefined for any other word, also for those that
 * every object knows, such as `constructor`.
 */
export function lookUp<V>(table: Readonly<Record<string, V>>, word: string): V | undefined {
  return Object.hasOwn(table, word) ? table[word] : undefined;
}

/** The word where the table has it, else another one: for what an address asks. */
export function keyOr<K extends string, E>(
  table: Readonly<Record<K, unknown>>,
  word: string | undefined,
  other: E,
): K | E {
  return word !== undefined && Object.hasOwn(table, word) ? (word as K) : other;
}
