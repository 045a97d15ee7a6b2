/**
 * Reads apt's source lists in both forms (sources.list(5)) into the same entries: one for each type, address
 * and suite, in the order in which apt takes them.
 *
 *     one-line = ( "deb" / "deb-src" ) [ "[" option *( " " option ) "]" ] uri suite *component
 *     deb822   = stanzas with Types, URIs, Suites, Components, Enabled, Signed-By …
 */
import { createIssue, type Issue } from '../issue.ts';
import { parseDeb822, type Deb822Stanza } from './deb822.ts';
import { lookUp } from '../lookUp.ts';

/** One source: where packages of one suite come from. */
export interface AptSource {
  readonly type: 'deb' | 'deb-src';
  readonly uri: string;
  readonly suite: string;
  readonly components: readonly string[];
  readonly enabled: boolean;
  /** Options by lower-case name as in deb822 (`architectures`, `signed-by`); the value as written. */
  readonly options: Readonly<Record<string, string>>;
  readonly line: number;
}

/** The sources that a file configures, and what could not be read of it. */
export interface AptSources {
  readonly sources: readonly AptSource[];
  readonly issues: readonly Issue[];
}

/** One-line option names (`arch`) and what deb822 calls them. */
const OPTION_NAMES: Readonly<Record<string, string>> = {
  arch: 'architectures',
  lang: 'languages',
  target: 'targets',
};

/** Reads the one-line form. A commented-out source is given with `enabled: false`. Never throws. */
export function parseAptSourcesList(text: string, where: string): AptSources {
  const sources: AptSource[] = [];
  const issues: Issue[] = [];
  text.split(/\r?\n/).forEach((raw, index) => {
    const commented = /^\s*#+\s*(?=deb(?:-src)?\s)/.exec(raw);
    const line = (commented ? raw.slice(commented[0].length) : raw).replace(/(^|\s)#.*$/, '').trim();
    if (!line) return;
    const source = parseSourceLine(line, index + 1, !commented);
    if (source) sources.push(source);
    else if (!commented) issues.push(createIssue('damage', 'aptSources.line', where, { line: index + 1 }));
  });
  return { sources, issues };
}

function parseSourceLine(line: string, number: number, enabled: boolean): AptSource | null {
  const match = /^(deb|deb-src)\s+(?:\[([^\]]*)\]\s*)?(\S+)\s+(\S+)(?:\s+(.*))?$/.exec(line);
  if (!match || !/^[a-z+-]+:/i.test(match[3])) return null;
  const components = (match[5] ?? '').split(/\s+/).filter(Boolean);
  if (components.length === 0 && !match[4].endsWith('/')) return null;
  const options: Record<string, string> = {};
  for (const option of (match[2] ?? '').split(/\s+/).filter(Boolean)) {
    const [, name, value] = /^([^=]+?)[+-]?=(.*)$/.exec(option) ?? [];
    if (!name) return null;
    options[lookUp(OPTION_NAMES, name) ?? name] = value;
  }
  return {
    type: match[1] as AptSource['type'],
    uri: match[3],
    suite: match[4],
    components,
    enabled,
    options,
    line: number,
  };
}

/** Reads the deb822 form. A stanza that lacks Types, URIs or Suites is skipped with an issue. Never throws. */
export function parseAptSourcesDeb822(text: string, where: string): AptSources {
  const { stanzas, issues } = parseDeb822(text, where);
  const sources: AptSource[] = [];
  for (const stanza of stanzas) {
    const types = words(stanza, 'types');
    const uris = words(stanza, 'uris');
    const suites = words(stanza, 'suites');
    if (!types.length || !uris.length || !suites.length) {
      issues.push(createIssue('damage', 'aptSources.stanza', where, { line: stanza.line }));
      continue;
    }
    const enabled = !/^(no|false|off|0|without|disable)$/i.test(stanza.fields.get('enabled')?.value ?? 'yes');
    const components = words(stanza, 'components');
    const options = optionsOf(stanza);
    for (const type of types) {
      if (type !== 'deb' && type !== 'deb-src') {
        issues.push(createIssue('damage', 'aptSources.stanza', where, { line: stanza.line }));
        continue;
      }
      for (const uri of uris) {
        for (const suite of suites)
          sources.push({ type, uri, suite, components, enabled, options, line: stanza.line });
      }
    }
  }
  return { sources, issues };
}

function words(stanza: Deb822Stanza, field: string): string[] {
  return (stanza.fields.get(field)?.value ?? '').split(/\s+/).filter(Boolean);
}

const STRUCTURE = new Set(['types', 'uris', 'suites', 'components', 'enabled']);

/** Keys written into the file itself are left out: they say nothing that a reading needs. */
function optionsOf(stanza: Deb822Stanza): Record<string, string> {
  const options: Record<string, string> = {};
  for (const [name, field] of stanza.fields) {
    if (!STRUCTURE.has(name)) options[name] = field.value.includes('\n') ? '(inline)' : field.value;
  }
  return options;
}

/** Writes sources in the one-line form; the inverse of `parseAptSourcesList`. */
export function formatAptSourcesList(sources: readonly AptSource[]): string {
  return sources
    .map(({ type, uri, suite, components, enabled, options }) => {
      const list = Object.entries(options).map(([name, value]) => {
        const short = Object.keys(OPTION_NAMES).find((key) => OPTION_NAMES[key] === name) ?? name;
        return `${short}=${value}`;
      });
      const bracket = list.length ? ` [${list.join(' ')}]` : '';
      return `${enabled ? '' : '# '}${[type + bracket, uri, suite, ...components].join(' ')}\n`;
    })
    .join('');
}
