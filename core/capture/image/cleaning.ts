/**
 * Takes out of texts what names machines and people, byte for byte as the collector does (collector/aspen-capture, "cleaning"):
 * a test holds the two against each other.
 */
import type { FileTree } from '../../images/fileSystem.ts';
import { ALPM_FIELDS, DPKG_FIELDS, type Taking } from './wanted.ts';

/** A text whose characters are the bytes of a file. */
export const textOfBytes = (bytes: Uint8Array): string => new TextDecoder('latin1').decode(bytes);

/** The bytes of such a text. */
export function bytesOfText(text: string): Uint8Array {
  const bytes = new Uint8Array(text.length);
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    bytes[i] = code < 256 ? code : BYTES.get(code)!;
  }
  return bytes;
}

// The decoder of Latin 1 is that of Windows, which has characters of its own for 27 bytes.
const BYTES = new Map(
  Array.from({ length: 256 }, (_, byte) => [textOfBytes(Uint8Array.of(byte)).charCodeAt(0), byte]),
);

/** Takes the names of a system and its people out of a text. */
export type NameCleaner = (text: string) => string;

const PEOPLE = { first: 1000, end: 60_000 };
const SHORT = 3;

/** The names that a tree bears: its host's, those of its people, those of its homes. */
export function namesCleaner(tree: FileTree): NameCleaner {
  const text = (path: string) => textOfBytes(tree.bytes(path, 1 << 20) ?? new Uint8Array());
  const release = text('etc/os-release');
  const words = [...release.matchAll(/^(?:ID|ID_LIKE)=(.*)$/gm)].flatMap(([, value]) =>
    value.replaceAll('"', '').split(/\s+/),
  );
  const kept = new Set([...words, 'localhost', 'root']);
  const home = tree.find('home');
  const names = [
    ...text('etc/hostname').split('\n'),
    ...text('etc/passwd')
      .split('\n')
      .map((line) => line.split(':'))
      .flatMap(([name, , id]) => (Number(id) >= PEOPLE.first && Number(id) < PEOPLE.end ? [name] : [])),
    ...(home?.kind === 'folder' ? tree.list(home).keys() : []),
  ].filter((name) => name.length > SHORT && !kept.has(name));
  const sorted = [...new Set(names)].sort();
  return (cleaned) => sorted.reduce((all, name) => all.replaceAll(name, '-'), cleaned);
}

/** Lines through a function; one that gives null is left out. What stands behind the last line's end stays as it is. */
function eachLine(text: string, change: (line: string) => string | null): string {
  const ends = text.endsWith('\n');
  const lines = (ends ? text.slice(0, -1) : text).split('\n');
  const kept = text === '' ? [] : lines.map(change).filter((line) => line !== null);
  return kept.length === 0 ? '' : kept.join('\n') + (ends || kept.length < lines.length ? '\n' : '');
}

/** Credentials in addresses, and local places that name people. */
const cleanPlain = (line: string): string | null =>
  /^[ \t]*#*[ \t]*(username|password|proxy_username|proxy_password|proxy|sslclientkey)[ \t]*=/.test(
    line.replace(ADDRESS, '$1').replace(HOME, '/home/-'),
  )
    ? null
    : line.replace(ADDRESS, '$1').replace(HOME, '/home/-');
const ADDRESS = /([a-zA-Z][a-zA-Z+]*:\/\/)[^/@ ]*@/g;
const HOME = /\/home\/[^/ ]*/g;

const NAMING: readonly RegExp[] = [
  /[0-9A-Za-z._%+-][0-9A-Za-z._%+-]*@[0-9A-Za-z-][0-9A-Za-z.-]*\.[A-Za-z][A-Za-z]*/g,
  /[0-9a-fA-F]{2}(?::[0-9a-fA-F]{2}){5}/g,
  /[0-9]+\.[0-9]+\.[0-9]+\.[0-9]+/g,
  /[0-9a-fA-F]{8}-[0-9a-fA-F]{4}-[0-9a-fA-F]{4}-[0-9a-fA-F]{4}-[0-9a-fA-F]{12}/g,
  /[0-9a-fA-F]{32,}/g,
];

/** Addresses of machines and mail, hardware, file systems and accounts. */
export function cleanText(line: string): string | null {
  const cleaned = NAMING.reduce((text, pattern) => text.replace(pattern, '-'), line);
  return /[Pp]assword|[Pp]asswd|[Ss]ecret|[Tt]oken=|[Aa]uto[Ll]ogin/.test(cleaned) ? null : cleaned;
}

const SESSION =
  /^[ \t]*(GTK_IM_MODULE|QT_IM_MODULE|XMODIFIERS|INPUT_METHOD|QT_QPA_PLATFORMTHEME|QT_STYLE_OVERRIDE|GTK_THEME|LANG)=/;
const MOUNTED = /^(\/|\/boot|\/boot\/efi|\/efi|\/home|\/var|\/usr|\/tmp|none|swap)$/;
const OPTION =
  /^(rw|ro|defaults|noatime|relatime|discard|compress[a-z-]*(=[a-z0-9:]+)?|subvol=\/?@?[a-z]*|x-systemd\.growfs)$/;

/** The root, the system's own places and swap: kind of device, place, type and the options that say something. */
function cleanMount(line: string): string | null {
  const [device, place, type, options = ''] = line.trim().split(/[ \t]+/);
  if (/^[ \t]*#/.test(line) || type === undefined || !MOUNTED.test(place)) return null;
  const named = /^(UUID|PARTUUID|LABEL|PARTLABEL)=/.exec(device)?.[1];
  const isDevice = device.startsWith('/dev/');
  const isKnown = /^(\/swap[a-z]*|overlay|tmpfs|squashfs|aufs|zfs|none)$/.test(device);
  const shown = named ? `${named}=-` : isDevice ? '/dev/-' : isKnown ? device : '-';
  const kept = options.split(',').filter((option) => OPTION.test(option));
  return `${shown} ${place} ${type} ${kept.join(',') || 'defaults'} 0 0`;
}

/** A file's text, cleaned in the way that its line of the table says. */
export function cleanFile(how: Taking, text: string, cleanNames: NameCleaner): string {
  if (how === 'plain') return eachLine(text, cleanPlain);
  if (how === 'environment') return eachLine(text, (line) => (SESSION.test(line) ? line : null));
  if (how === 'mounts') {
    const lines = eachLine(text, cleanMount);
    return lines && !lines.endsWith('\n') ? `${lines}\n` : lines;
  }
  const cleaned = eachLine(text, (line) => {
    const plain = cleanPlain(line);
    return plain === null ? null : cleanText(plain);
  });
  return cleanNames(cleaned);
}

const FIELD = new RegExp(`^(${DPKG_FIELDS})$`);
const HAS_MAIL = /@[^ >@]+\.[a-zA-Z]+>?$/;

/** A dpkg database cut down to the fields that are read; a maintainer without a real mail domain is somebody's own machine. */
export function cutStanzas(text: string): string {
  let keep = false;
  return ended(
    eachLine(text, (line) => {
      if (line === '') keep = false;
      else if (!/^[ \t]/.test(line)) {
        const name = line.slice(0, Math.max(0, line.indexOf(':')));
        keep = FIELD.test(name);
        if (keep && name === 'Maintainer' && !HAS_MAIL.test(line)) return 'Maintainer: -';
      }
      return keep || line === '' ? line : null;
    }),
  );
}

const SECTION = new RegExp(`^%(${ALPM_FIELDS})%$`);

/** The description of a package of alpm, cut down in the same way. */
export function cutDescription(text: string): string {
  let keep = false;
  let isPackager = false;
  return ended(
    eachLine(text, (line) => {
      if (/^%[A-Z0-9]+%$/.test(line)) {
        keep = SECTION.test(line);
        isPackager = line === '%PACKAGER%';
      }
      if (!keep) return null;
      return isPackager && !line.startsWith('%') && line.trim() && !HAS_MAIL.test(line) ? '-' : line;
    }),
  );
}

const ended = (text: string): string => (text && !text.endsWith('\n') ? `${text}\n` : text);
