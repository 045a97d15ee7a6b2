/**
 * Reads the identification file of an operating system (os-release(5)): shell-like assignments.
 *
 *     file       = *( assignment / comment / empty-line )
 *     assignment = NAME "=" ( bare / '"' *( char / "\" char ) '"' / "'" *char "'" )
 */
import { createIssue, type Issue } from '../issue.ts';

/** The assignments of an identification file, by name. */
export interface OsRelease {
  readonly fields: Readonly<Record<string, string>>;
  readonly issues: readonly Issue[];
}

const ASSIGNMENT = /^\s*([A-Z][A-Z0-9_]*)=(.*?)\s*$/;

/** Reads an identification file. A line that is no assignment is skipped with `osRelease.line`. Never throws. */
export function parseOsRelease(text: string, where: string): OsRelease {
  const fields: Record<string, string> = {};
  const issues: Issue[] = [];
  text.split(/\r?\n/).forEach((line, index) => {
    if (!line.trim() || line.trimStart().startsWith('#')) return;
    const match = ASSIGNMENT.exec(line);
    const value = match ? unquote(match[2]) : null;
    if (match && value !== null) fields[match[1]] = value;
    else issues.push(createIssue('damage', 'osRelease.line', where, { line: index + 1 }));
  });
  return { fields, issues };
}

/** The text that a shell would assign, or null when its quotes are not closed. */
function unquote(raw: string): string | null {
  const quote = raw[0];
  if (quote !== '"' && quote !== "'") return /["'`$\\\s]/.test(raw) ? null : raw;
  if (raw.length < 2 || !raw.endsWith(quote)) return null;
  const inner = raw.slice(1, -1);
  if (quote === "'") return inner.includes("'") ? null : inner;
  if (/(^|[^\\])(\\\\)*"/.test(inner)) return null;
  return inner.replace(/\\(["\\$`])/g, '$1');
}

/** Writes an identification file; the inverse of `parseOsRelease`. */
export function formatOsRelease(fields: Readonly<Record<string, string>>): string {
  return Object.entries(fields)
    .map(([name, value]) => `${name}="${value.replace(/["\\$`]/g, '\\$&')}"\n`)
    .join('');
}

/** True if a text is an identification file: an `ID` or `NAME`, and nothing but assignments. */
export function isOsRelease(text: string): boolean {
  const { fields, issues } = parseOsRelease(text, '');
  return (
    ('ID' in fields || 'PRETTY_NAME' in fields) &&
    'NAME' in fields &&
    issues.length * 4 <= Object.keys(fields).length
  );
}
