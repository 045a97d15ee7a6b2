/** Whose a repository's index is, of which suite: by its release file; else as far as its place and its packages tell. */
import type { DebRelease } from '../formats/debRelease.ts';

/** What an index is called. What is not known is empty, and has to be asked for. */
export interface IndexIdentity {
  /** Whose repositories they are (`Origin`). */
  readonly origin: string;
  /** The code name, else the suite, else the name of the repository. */
  readonly suite: string;
}

/** Ends of file names that say how an index is packed. */
const PACKING = [/\.(xz|gz|zst|lz4|txt)$/, /\.(db|db\.tar|xml|files)$/];

/** File names that every index of its kind has: they name nothing. */
const PLAIN_NAMES = /^(Packages|primary|[0-9a-f]{64}-primary)$/i;

/**
 * The identity of an index. apt's lists and mirrors name both in the path: `HOST_PATH_dists_SUITE_…_Packages`,
 * `PATH/dists/SUITE/…/Packages`; `NAME/repodata/…` names the repository. `stated` is the origin that its packages name.
 */
export function identityOfIndex(path: string, release: DebRelease | undefined, stated = ''): IndexIdentity {
  if (release) return { origin: release.origin || release.label, suite: release.codename || release.suite };
  const [, before = '', suite] = /^(.*?)(?:^|[_/])dists[_/](.+?)[_/][^_/]+[_/]binary-/.exec(path) ?? [];
  if (suite) return { origin: stated || lastWord(before), suite };
  const repository = /([^/]+)\/repodata\/[^/]*$/.exec(path)?.[1];
  if (repository) return { origin: stated, suite: repository };
  const file = PACKING.reduce((name, ending) => name.replace(ending, ''), path.split('/').pop()!);
  return { origin: stated, suite: PLAIN_NAMES.test(file) ? '' : file };
}

/** The last part of a place below a host: `mirror.example_fenwick` is of fenwick; a host alone says nothing. */
function lastWord(place: string): string {
  const parts = place.split(/[_/]/).filter(Boolean);
  return parts.length > 1 ? parts.at(-1)! : '';
}
