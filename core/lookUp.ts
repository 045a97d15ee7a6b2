/**
 * The value that a table has under a word that somebody wrote, or a file says; undefined for any other word, also for those that
 * every object knows, such as `constructor`.
 */
export function lookUp<V>(table: Readonly<Record<string, V>>, word: string): V | undefined {
  return Object.hasOwn(table, word) ? table[word] : undefined;
}
