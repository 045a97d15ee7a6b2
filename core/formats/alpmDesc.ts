/**
 * Reads the `desc` files of libalpm's databases, of repositories (`NAME.db`, a tar archive that `repo-add` makes)
 * and of installed systems (`/var/lib/pacman/local`): one file per package.
 *
 *     file  = *( entry blank-line )
 *     entry = "%" NAME "%" newline *( value newline )
 *
 * Repository entries have `%FILENAME%`, installed ones `%INSTALLDATE%` or `%VALIDATION%`.
 */
import { PackageListBuilder, type ListRole, type PackageList } from './packageList.ts';

/** The entries of a `desc` file: lines by name. */
type AlpmDesc = ReadonlyMap<string, readonly string[]>;

/** Reads one `desc` file. Lines before the first entry are skipped. Never throws. */
export function parseAlpmDesc(text: string): AlpmDesc {
  const entries = new Map<string, string[]>();
  let lines: string[] | undefined;
  for (const raw of text.split('\n')) {
    const line = raw.replace(/\r$/, '');
    const name = /^%([A-Z0-9]+)%$/.exec(line)?.[1];
    if (name) entries.set(name, (lines = []));
    else if (line === '') lines = undefined;
    else lines?.push(line);
  }
  return entries;
}

/** Writes a `desc` file; entries without lines are left out. The inverse of `parseAlpmDesc`. */
export function formatAlpmDesc(entries: Iterable<readonly [string, readonly string[]]>): string {
  return [...entries]
    .filter(([, lines]) => lines.length > 0)
    .map(([name, lines]) => `%${name}%\n${lines.join('\n')}\n\n`)
    .join('');
}

/** True if a text is a `desc` file. */
export function isAlpmDesc(text: string): boolean {
  return /^\s*%(FILENAME|NAME)%\n/.test(text) && /^%VERSION%$/m.test(text);
}

/** Collects the `desc` files of one database into a package list. */
export class AlpmDatabaseReader {
  private readonly builder: PackageListBuilder;
  private role: ListRole | undefined;

  constructor(where: string) {
    this.builder = new PackageListBuilder('alpm', where);
  }

  /** Adds a package's file; `path` tells where it stands. */
  push(text: string, path: string): void {
    const desc = parseAlpmDesc(text);
    const value = (name: string) => desc.get(name)?.[0] ?? '';
    this.role ??= desc.has('FILENAME') ? 'index' : 'status';
    this.builder.add(
      {
        name: value('NAME'),
        version: value('VERSION'),
        architecture: value('ARCH'),
        source: value('BASE') || value('NAME'),
        maintainer: value('PACKAGER'),
        provides: desc.get('PROVIDES')?.join(', '),
      },
      path,
    );
  }

  finish(): PackageList {
    return this.builder.finish(this.role ?? 'index');
  }
}
