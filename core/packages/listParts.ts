/** What a package list is within a base: its main repository, or something that is laid over it. */

/** `own` is the derivative's own. */
export type ListPart = 'base' | 'updates' | 'security' | 'backports' | 'own';

/** What a repository is within a release, by the words that suites and repositories are named with. */
export function partOfRepository(name: string): ListPart {
  if (/(^|[-_/.])security([-_/.]|$)/i.test(name)) return 'security';
  if (/(^|[-_/.])updates([-_/.]|$)/i.test(name)) return 'updates';
  if (/(^|[-_/.])backports([-_/.]|$)/i.test(name)) return 'backports';
  return 'base';
}
