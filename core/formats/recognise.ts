/**
 * Tells what a file is from its first bytes, not from its name; only texts of a word or two are told by the place
 * where a system keeps them. One line of a table per format.
 */
import { isAlpmDesc } from './alpmDesc.ts';
import { skipSkippable } from './compression/frames.ts';
import { isIso9660, VOLUME_ENTRY } from './iso9660.ts';
import { parseKeyFile } from './keyFile.ts';
import { isKeyFile, keyFileKind, type KeyFileKind } from './keyFileKinds.ts';
import { isOpenPgpKey } from './openPgpKeys.ts';
import { isOsRelease } from './osRelease.ts';
import { isLsbRelease } from './lsbRelease.ts';
import { isMirrorList } from './mirrorList.ts';
import { isPackageText, isPkginfo } from './packageText.ts';
import { isReleaseCalendar } from './releaseCalendar.ts';
import { isRepomd, isRpmPrimary } from './rpmMetadataKinds.ts';
import { isRpmPackageTable } from './rpmPackageTable.ts';
import { isSoftwareBill } from './softwareBill.ts';
import { decodeText } from './text.ts';
import { isPreset } from './systemText.ts';
import { isMountTable } from './machineText.ts';
import { parseFree, parseProcessHead, parseUptime } from './printedState.ts';
import { parseAptPolicy, parseSession, parseUname } from './terminalText.ts';
import { parseSystemSummary } from './systemSummary.ts';

/** Small texts of a system that are read whole. */
type TextFormatId =
  | 'apt-extended-states'
  | 'apt-preferences'
  | 'alpm-mirror-list'
  | 'capture-manifest'
  | 'cpuinfo'
  | 'display-manager'
  | 'kernel-cmdline'
  | 'kernel-config'
  | 'kernel-release'
  | 'meminfo'
  | 'mount-table'
  | 'added-later'
  | 'apt-policy'
  | 'system-summary'
  | 'uptime'
  | 'boot-menu'
  | 'iso-volume'
  | 'free'
  | 'release-calendar'
  | 'shell-assignments'
  | 'systemd-preset'
  | 'uname'
  | 'process-head'
  | 'session-variables';

/** The formats that the program reads. */
export type FormatId =
  | TextFormatId
  | Exclude<KeyFileKind, 'other'>
  | 'key-file'
  | 'gzip'
  | 'xz'
  | 'zstd'
  | 'lz4'
  | 'tar'
  | 'os-release'
  | 'lsb-release'
  | 'apt-sources-list'
  | 'apt-sources-deb822'
  | 'dpkg-status'
  | 'deb-packages'
  | 'deb-release'
  | 'alpm-desc'
  | 'rpm-repomd'
  | 'rpm-primary'
  | 'rpm-packages'
  | 'package-text'
  | 'pkginfo'
  | 'software-bill'
  | 'openpgp-keys'
  | 'zip'
  | 'iso9660'
  | 'image'
  | 'empty'
  | 'binary'
  | 'unknown';

/** How a format is shown. */
export const FORMAT_LABELS: Readonly<Record<FormatId, string>> = {
  gzip: 'gzip file',
  xz: 'xz file',
  zstd: 'zstd file',
  lz4: 'lz4 file',
  tar: 'tar archive',
  'os-release': 'identification file (os-release)',
  'lsb-release': 'identification file (lsb-release)',
  'apt-sources-list': 'apt sources, one-line form',
  'apt-sources-deb822': 'apt sources, deb822 form',
  'dpkg-status': 'dpkg status database',
  'deb-packages': 'deb repository index (Packages)',
  'deb-release': 'deb release file',
  'alpm-desc': 'alpm package database',
  'rpm-repomd': 'rpm repository index (repomd)',
  'rpm-primary': 'rpm package metadata (primary)',
  'rpm-packages': 'list of rpm packages',
  'package-text': 'printed package list',
  pkginfo: 'alpm package information',
  'software-bill': 'bill of materials (SPDX, CycloneDX)',
  'openpgp-keys': 'OpenPGP keys',
  zip: 'zip archive',
  iso9660: 'image of a medium (ISO 9660)',
  image: 'image of a system',
  'iso-volume': 'head of an image',
  'boot-menu': 'boot menu',
  'added-later': 'packages added later',
  'system-summary': 'summary of a system',
  uptime: 'time since start-up',
  'apt-policy': 'apt policy',
  free: 'memory listing',
  'process-head': 'head of a list of processes',
  'session-variables': 'variables of a session',
  'release-calendar': 'release calendar',
  uname: 'kernel, by uname',
  'apt-extended-states': 'apt marks (extended_states)',
  'apt-preferences': 'apt preferences',
  'alpm-mirror-list': 'mirror list',
  'capture-manifest': 'manifest of a capture',
  cpuinfo: 'processors',
  'display-manager': 'choice of the login screen',
  'kernel-cmdline': 'kernel command line',
  'kernel-config': 'kernel build configuration',
  'kernel-release': 'kernel string',
  meminfo: 'memory',
  'mount-table': 'mount table',
  'shell-assignments': 'settings as assignments',
  'systemd-preset': 'service presets',
  'desktop-entry': 'desktop entry',
  'icon-theme': 'icon theme',
  'gtk-settings': 'toolkit settings',
  mimeapps: 'default applications',
  'yum-repo': 'rpm repositories (.repo)',
  'pacman-conf': 'pacman configuration',
  'gschema-override': 'overrides of settings',
  'dconf-dump': 'dump of settings',
  plymouth: 'boot screen',
  'zram-generator': 'compressed memory',
  'key-file': 'key file',
  empty: 'empty file',
  binary: 'binary file',
  unknown: 'not recognised',
};

/** How many bytes of a file are enough to tell its format. */
export const HEAD_BYTES = 64 * 1024;

/** Begins with these bytes, at this offset. */
const MAGIC: readonly { id: FormatId; offset: number; bytes: readonly number[] }[] = [
  { id: 'gzip', offset: 0, bytes: [0x1f, 0x8b, 0x08] }, // RFC 1952, 2.3
  { id: 'xz', offset: 0, bytes: [0xfd, 0x37, 0x7a, 0x58, 0x5a, 0x00] }, // .xz file format 1.2, 2.1.1.1
  { id: 'zstd', offset: 0, bytes: [0x28, 0xb5, 0x2f, 0xfd] }, // RFC 8878, 3.1.1
  { id: 'zip', offset: 0, bytes: [0x50, 0x4b, 0x03, 0x04] }, // APPNOTE 6.3, 4.3.7
  { id: 'lz4', offset: 0, bytes: [0x04, 0x22, 0x4d, 0x18] }, // LZ4 frame format 1.6
  { id: 'lz4', offset: 0, bytes: [0x02, 0x21, 0x4c, 0x18] }, // its older frames
  { id: 'tar', offset: 257, bytes: [0x75, 0x73, 0x74, 0x61, 0x72] }, // POSIX ustar, pax(1)
];

/** Is told by its text; the first that says yes wins, so the stricter stand first. */
const TEXTS: readonly { id: FormatId; test: (text: string) => boolean }[] = [
  { id: 'iso-volume', test: (text) => text.startsWith(`${VOLUME_ENTRY}\n`) },
  { id: 'added-later', test: (text) => text.startsWith('PACKAGE\tADDED\n') },
  { id: 'capture-manifest', test: (text) => text.startsWith('aspen-capture\t') },
  { id: 'alpm-desc', test: isAlpmDesc },
  { id: 'rpm-repomd', test: isRepomd },
  { id: 'rpm-primary', test: isRpmPrimary },
  { id: 'rpm-packages', test: isRpmPackageTable },
  { id: 'software-bill', test: isSoftwareBill },
  { id: 'pkginfo', test: isPkginfo },
  { id: 'release-calendar', test: isReleaseCalendar },
  { id: 'deb-release', test: isDebRelease },
  { id: 'dpkg-status', test: (text) => isPackageList(text) && /^Status: *\S+ +\S+ +\S+/m.test(text) },
  { id: 'deb-packages', test: isPackageList },
  {
    id: 'apt-extended-states',
    test: (text) => /^Package: *\S/m.test(text) && /^Auto-Installed: /m.test(text),
  },
  { id: 'apt-preferences', test: (text) => /^Package: *\S/m.test(text) && /^Pin-Priority: /m.test(text) },
  {
    id: 'apt-sources-deb822',
    test: (text) => /^Types: *(deb|deb-src)\b/m.test(text) && /^(URIs|Suites):/m.test(text),
  },
  { id: 'apt-sources-list', test: isSourcesList },
  { id: 'os-release', test: isOsRelease },
  { id: 'lsb-release', test: isLsbRelease },
  { id: 'meminfo', test: (text) => /^MemTotal:\s+\d+ kB$/m.test(text) },
  { id: 'cpuinfo', test: (text) => /^processor\s*: \d+$/m.test(text) },
  { id: 'kernel-config', test: (text) => /^CONFIG_[A-Z0-9_]+=/m.test(text) },
  { id: 'alpm-mirror-list', test: isMirrorList },
  { id: 'systemd-preset', test: isPreset },
  { id: 'mount-table', test: isMountTable },
  {
    id: 'boot-menu',
    test: (text) => /^\s*(menuentry\s+["']|menu\s+label\s|title\s+\S.*\n(.*\n)*linux\s)/im.test(text),
  },
  { id: 'apt-policy', test: (text) => parseAptPolicy(text).length > 0 },
  { id: 'system-summary', test: (text) => parseSystemSummary(text) !== null },
  { id: 'uname', test: (text) => parseUname(text) !== null },
  { id: 'free', test: (text) => parseFree(text) !== null },
  { id: 'process-head', test: (text) => parseProcessHead(text) !== null },
  { id: 'session-variables', test: (text) => parseSession(text) !== null },
  { id: 'uptime', test: (text) => text.length < 200 && parseUptime(text) !== null },
  { id: 'package-text', test: isPackageText },
];

/** Texts too short to tell anything by themselves, by the place where a system keeps them. */
const PLACES: readonly { id: FormatId; place: RegExp }[] = [
  { id: 'kernel-release', place: /(^|\/)proc\/sys\/kernel\/osrelease$/ },
  { id: 'uptime', place: /(^|\/)proc\/uptime$/ },
  { id: 'kernel-cmdline', place: /(^|\/)proc\/cmdline$/ },
  { id: 'display-manager', place: /(^|\/)etc\/X11\/default-display-manager$/ },
  {
    id: 'shell-assignments',
    place: /(^|\/)etc\/(locale\.conf|vconsole\.conf|environment|default\/(locale|keyboard))$/,
  },
];

/** The format that a text of no telling content has by its place, or null. */
export function formatByPlace(path: string): FormatId | null {
  return PLACES.find(({ place }) => place.test(path))?.id ?? null;
}

/**
 * The format of a file, from its first `HEAD_BYTES` bytes. `whole` says that there is nothing after them.
 */
export function recogniseFormat(head: Uint8Array, whole: boolean): FormatId {
  if (head.length === 0) return 'empty';
  const told = byMagic(head) ?? byMagic(head.subarray(skipSkippable(head)));
  if (told) return told;
  if (isOpenPgpKey(head)) return 'openpgp-keys';
  if (isIso9660(head)) return 'iso9660';
  if (head.includes(0)) return 'binary';
  const cut = whole ? head : head.subarray(0, head.lastIndexOf(10) + 1 || head.length);
  const text = decodeText(cut);
  const odd = [...text.slice(0, 4096)].filter(
    (char) => char === '\ufffd' || (char < ' ' && !'\n\r\t\f'.includes(char)),
  );
  if (odd.length * 20 > Math.min(text.length, 4096)) return 'binary';
  if (!text.trim()) return 'empty';
  return TEXTS.find(({ test }) => test(text))?.id ?? (isKeyFile(text) ? keyFileFormat(text) : 'unknown');
}

function byMagic(head: Uint8Array): FormatId | undefined {
  return MAGIC.find(({ offset, bytes }) => bytes.every((byte, i) => head[offset + i] === byte))?.id;
}

function keyFileFormat(text: string): FormatId {
  const kind = keyFileKind(parseKeyFile(text, ''));
  return kind === 'other' ? 'key-file' : kind;
}

function isPackageList(text: string): boolean {
  return /^Package: *\S/m.test(text) && (/^Version: *\S/m.test(text) || /^Status: /m.test(text));
}

function isDebRelease(text: string): boolean {
  return (
    /^(Suite|Codename): *\S/m.test(text) &&
    /^(SHA256|MD5Sum|Architectures|Components):/m.test(text) &&
    !/^Package:/m.test(text)
  );
}

function isSourcesList(text: string): boolean {
  const lines = text.split('\n').filter((line) => line.trim() && !/^\s*#/.test(line));
  const isSource = (line: string) => /^\s*deb(-src)?\s+(\[[^\]]*\]\s*)?[a-z+-]+:\S*\s+\S+/i.test(line);
  if (lines.length === 0) return /^\s*#+\s*deb(-src)?\s+(\[[^\]]*\]\s*)?[a-z+-]+:\S*\s+\S+/im.test(text);
  return lines.filter(isSource).length * 2 > lines.length;
}
