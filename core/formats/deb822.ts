/**
 * Stanzas of `Field: value` lines, as in apt sources, `Release` files and other small Debian control files
 * (deb822(5)). For package lists with tens of thousands of stanzas there is debPackages.ts.
 *
 *     file   = stanza *( blank-line stanza )
 *     stanza = 1*( field / comment )
 *     field  = name ":" value *( newline blank value )
 */
import { createIssue, type Issue } from '../issue.ts';

/** A field with its value; lines of a folded value are joined by newlines, each without its leading blank. */
interface Deb822Field {
  readonly name: string;
  readonly value: string;
  readonly line: number;
}

/** A stanza; fields are found by lower-case name. `line` is its first line, from 1. */
export interface Deb822Stanza {
  readonly line: number;
  readonly fields: ReadonlyMap<string, Deb822Field>;
}

/** Reads stanzas. A line that is no field is skipped with the issue `deb822.broken`. Never throws. */
export function parseDeb822(text: string, where: string): { stanzas: Deb822Stanza[]; issues: Issue[] } {
  const stanzas: Deb822Stanza[] = [];
  const issues: Issue[] = [];
  let fields = new Map<string, Deb822Field>();
  let current = '';
  let first = 0;
  const lines = text.split('\n');
  lines.push('');
  lines.forEach((raw, index) => {
    const line = raw.replace(/\r$/, '');
    if (line.startsWith('#')) return;
    if (!line.trim()) {
      if (fields.size > 0) stanzas.push({ line: first, fields });
      fields = new Map();
      current = '';
      return;
    }
    const field = /^([!-9;-~]+):[ \t]*(.*?)[ \t]*$/.exec(line);
    const known = fields.get(current);
    if (/^[ \t]/.test(line) && known) {
      const more = line.trim();
      fields.set(current, { ...known, value: known.value ? `${known.value}\n${more}` : more });
    } else if (field) {
      if (fields.size === 0) first = index + 1;
      current = field[1].toLowerCase();
      fields.set(current, { name: field[1], value: field[2], line: index + 1 });
    } else {
      issues.push(createIssue('damage', 'deb822.broken', where, { line: index + 1 }));
      current = '';
    }
  });
  return { stanzas, issues };
}

/** Writes stanzas; the inverse of `parseDeb822` for values without blank lines. A value may begin on the next line. */
export function formatDeb822(stanzas: readonly Readonly<Record<string, string>>[]): string {
  const formatField = ([name, value]: [string, string]) =>
    `${name}:${value.startsWith('\n') ? '' : ' '}${value.replaceAll('\n', '\n ')}\n`;
  return stanzas.map((stanza) => Object.entries(stanza).map(formatField).join('')).join('\n');
}
