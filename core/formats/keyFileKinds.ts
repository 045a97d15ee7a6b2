/** Which kind of key file a path and its content make. */
import type { KeyFile } from './keyFile.ts';

/** What a key file is, told by its groups and keys. */
export type KeyFileKind =
  | 'desktop-entry'
  | 'icon-theme'
  | 'gtk-settings'
  | 'mimeapps'
  | 'yum-repo'
  | 'pacman-conf'
  | 'gschema-override'
  | 'dconf-dump'
  | 'plymouth'
  | 'zram-generator'
  | 'other';

/** Group names of paths of settings (`org.desk.interface`) and of their dumps (`org/desk/interface`). */
const SCHEMA_GROUP = /^[a-z][\w-]*(\.[\w-]+)+(:[\w-]+)?$/i;

const DUMP_GROUP = /^(\/|[\w-]+(\/[\w-]+)+)$/;

const KINDS: readonly { kind: KeyFileKind; test: (groups: KeyFile['groups']) => boolean }[] = [
  { kind: 'desktop-entry', test: (groups) => groups.has('Desktop Entry') },
  { kind: 'icon-theme', test: (groups) => groups.has('Icon Theme') },
  {
    kind: 'gtk-settings',
    test: (groups) => Object.keys(groups.get('Settings') ?? {}).some((key) => key.startsWith('gtk-')),
  },
  {
    kind: 'mimeapps',
    test: (groups) => groups.has('Default Applications') || groups.has('Added Associations'),
  },
  { kind: 'plymouth', test: (groups) => 'Theme' in (groups.get('Daemon') ?? {}) },
  { kind: 'zram-generator', test: (groups) => [...groups.keys()].some((name) => /^zram\d+$/.test(name)) },
  {
    kind: 'yum-repo',
    test: (groups) =>
      [...groups.values()].some(
        (group) => 'baseurl' in group || 'metalink' in group || 'mirrorlist' in group,
      ),
  },
  { kind: 'pacman-conf', test: (groups) => groups.has('options') },
  { kind: 'gschema-override', test: (groups) => [...groups.keys()].some((name) => SCHEMA_GROUP.test(name)) },
  { kind: 'dconf-dump', test: (groups) => [...groups.keys()].some((name) => DUMP_GROUP.test(name)) },
];

/** The kind of a key file. */
export function keyFileKind({ groups }: Pick<KeyFile, 'groups'>): KeyFileKind {
  return KINDS.find(({ test }) => test(groups))?.kind ?? 'other';
}

/** True if a text is a key file: a group first, then mostly assignments. */
export function isKeyFile(text: string): boolean {
  const lines = text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line && !/^[#;]/.test(line));
  if (!/^\[[^\]]+\]$/.test(lines[0] ?? '')) return false;
  const odd = lines.filter(
    (line) => !/^\[[^\]]+\]$/.test(line) && !line.includes('=') && !/^[A-Z][A-Za-z]+$/.test(line),
  );
  return odd.length * 4 <= lines.length;
}
