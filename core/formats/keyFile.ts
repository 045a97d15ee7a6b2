/**
 * Key files: groups of assignments, as desktop entries, theme indexes, toolkit settings, repository files and many
 * others have them (Desktop Entry Specification 1.5, "Basic format of the file"; GLib key files).
 *
 *     file  = *( comment / empty-line / group )
 *     group = "[" name "]" *( key [ "[" locale "]" ] "=" value )
 */
import { createIssue, type Issue } from '../issue.ts';

/** Assignments of one group; a key with a locale is `Name[de]`. A repeated key keeps its first value. */
export type KeyGroup = Readonly<Record<string, string>>;

/** Groups of keys in the order of the file. */
export interface KeyFile {
  /** In the order of the file; a repeated group goes on where it was. */
  readonly groups: ReadonlyMap<string, KeyGroup>;
  readonly issues: readonly Issue[];
}

/** Reads a key file. Lines that are neither are skipped with `keyFile.line`. Never throws. */
export function parseKeyFile(text: string, where: string): KeyFile {
  const groups = new Map<string, Record<string, string>>();
  const issues: Issue[] = [];
  let current: Record<string, string> | undefined;
  text.split(/\r?\n/).forEach((raw, index) => {
    const line = raw.trim();
    if (!line || line.startsWith('#') || line.startsWith(';')) return;
    const group = /^\[([^\]]*)\]$/.exec(line)?.[1];
    const assignment = /^([^=]*?)\s*=\s*(.*)$/.exec(line);
    if (group !== undefined) {
      current = groups.get(group) ?? Object.create(null);
      groups.set(group, current!);
    } else if (assignment?.[1] && current) current[assignment[1]] ??= assignment[2];
    else issues.push(createIssue('damage', 'keyFile.line', where, { line: index + 1 }));
  });
  return { groups, issues };
}

/** Writes a key file; the inverse of `parseKeyFile` for values of one line. */
export function formatKeyFile(groups: Iterable<readonly [string, KeyGroup]>): string {
  return [...groups]
    .map(
      ([group, entries]) =>
        `[${group}]\n${Object.entries(entries)
          .map(([key, value]) => `${key}=${value}\n`)
          .join('')}`,
    )
    .join('\n');
}
