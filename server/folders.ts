/**
 * Where the program keeps what it makes and fetches: in a checkout below it; installed as a package in the user's folder for caches
 * (XDG Base Directory Specification), a folder for each version.
 */
import { existsSync, readFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The folder of the program. */
export const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** Folders that are written to. */
export interface Folders {
  /** The generated sample. */
  readonly sample: string;
  /** Files that were fetched from mirrors. */
  readonly mirrors: string;
}

/** The folders for a program in `root`; only a checkout has a lock file. */
export function foldersOf(root: string, environment: NodeJS.ProcessEnv, home = homedir()): Folders {
  if (existsSync(join(root, 'package-lock.json')))
    return { sample: join(root, 'sample/out'), mirrors: join(root, '.cache/mirror') };
  const caches = join(environment.XDG_CACHE_HOME || join(home, '.cache'), 'aspen-ridge');
  const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')) as { version: string };
  return { sample: join(caches, version, 'sample'), mirrors: join(caches, 'mirror') };
}
