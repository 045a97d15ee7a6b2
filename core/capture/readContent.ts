/** Reads one file of a known format: package lists as streams, small texts whole. */
import { collectPieces, type Pieces } from '../formats/byteStream.ts';
import { parseAptSourcesDeb822, parseAptSourcesList } from '../formats/aptSources.ts';
import { DebPackagesReader } from '../formats/debPackages.ts';
import type { ColumnName } from '../formats/columnNames.ts';
import { parseDebRelease, parseReleasedFiles } from '../formats/debRelease.ts';
import { isKeyFile } from '../formats/keyFileKinds.ts';
import { parseKeyFile } from '../formats/keyFile.ts';
import { parseLsbRelease } from '../formats/lsbRelease.ts';
import { readOpenPgpKeys } from '../formats/openPgpKeys.ts';
import { signersOf } from '../formats/openPgpSigners.ts';
import { parseOsRelease } from '../formats/osRelease.ts';
import { parsePackageText, parsePkginfo } from '../formats/packageText.ts';
import type { FormatId } from '../formats/recognise.ts';
import { parseRpmPackageTable } from '../formats/rpmPackageTable.ts';
import { parseSoftwareBill } from '../formats/softwareBill.ts';
import { parseAptPolicy } from '../formats/terminalText.ts';
import { decodeText, textWithin } from '../formats/text.ts';
import { createIssue, createLoss, type Issue } from '../issue.ts';
import type { FileContent } from './readFile.ts';

/** What a file gave, and what was wrong with it. */
interface ReadContent {
  readonly content?: FileContent;
  readonly issues: readonly Issue[];
}

/** Small text files longer than this are not what they seem. */
export const TEXT_LIMIT = 8 << 20;
/** Bills name every file of every package. */
const BILL_LIMIT = 48 << 20;

/** The columns of a package list that are wanted. */
type Columns = readonly ColumnName[];

/** What reads XML is loaded when the first comes. */
const rpmMetadata = () => import('../formats/rpmMetadata.ts');

/** Package lists that are read piece by piece, since they are large. */
const LIST_STREAMS = {
  'dpkg-status': (path: string, columns?: Columns) => new DebPackagesReader('status', path, columns),
  'deb-packages': (path: string, columns?: Columns) => new DebPackagesReader('index', path, columns),
  'rpm-primary': async (path: string) => new (await rpmMetadata()).RpmPrimaryReader(path),
} as const;

const isListStream = (format: FormatId): format is keyof typeof LIST_STREAMS =>
  Object.hasOwn(LIST_STREAMS, format);

/** Package lists that are read whole. */
const LISTS = {
  'package-text': parsePackageText,
  pkginfo: parsePkginfo,
  'rpm-packages': parseRpmPackageTable,
  'software-bill': parseSoftwareBill,
} as const;

/** Reads a file; damage becomes issues. Of package lists, columns that are not named may stay empty. */
export async function readContent(
  format: FormatId,
  path: string,
  pieces: Pieces,
  head: Uint8Array,
  columns?: Columns,
): Promise<ReadContent> {
  if (isListStream(format)) {
    const reader = await LIST_STREAMS[format](path, columns);
    const origin = statedOrigin(head);
    for await (const piece of pieces) {
      reader.push(piece);
      if (reader.isFull) break;
    }
    const list = reader.finish();
    return { content: { type: 'packages', list, ...(origin && { origin }) }, issues: list.issues };
  }
  if (format === 'empty' || format === 'binary' || format === 'unknown')
    return { issues: [createIssue('note', `file.${format}`, path)] };
  const limit = format === 'software-bill' ? BILL_LIMIT : TEXT_LIMIT;
  const { bytes, cut } = await collectPieces(pieces, limit);
  const tooLong = cut ? [createLoss('file.tooLong', path, { limit })] : [];
  if (format === 'openpgp-keys') {
    const { keys, issues } = await readOpenPgpKeys(bytes, path);
    return { content: { type: 'keys', keys }, issues: [...tooLong, ...issues] };
  }
  if (format === 'rpm-repomd') {
    const { text, issues } = textWithin(bytes, path);
    const repomd = (await rpmMetadata()).parseRepomd(text, path);
    return { content: { type: 'repomd', repomd }, issues: [...tooLong, ...issues, ...repomd.issues] };
  }
  // A bill is one line, and its reader looks at it once.
  const read = format === 'software-bill' ? { text: decodeText(bytes), issues: [] } : textWithin(bytes, path);
  const { content, issues } = parseText(format, read.text, path);
  const signed = content.type === 'release' ? { ...content, signers: await signersOf(read.text) } : content;
  return { content: signed, issues: [...tooLong, ...read.issues, ...issues] };
}

/** Whose packages those at the beginning of a list say they are: the field `Origin`, the vendor; empty when most say nothing. */
function statedOrigin(head: Uint8Array): string {
  const text = new TextDecoder().decode(head);
  const packages = (text.match(/^Package: |<package[ >]/gm) ?? []).length;
  const counts = new Map<string, number>();
  for (const [, deb, rpm] of text.matchAll(/^Origin: (.{1,100})$|<rpm:vendor>([^<]{1,100})</gm))
    counts.set(deb ?? rpm, (counts.get(deb ?? rpm) ?? 0) + 1);
  const [[origin, count] = ['', 0]] = [...counts].sort((a, b) => b[1] - a[1]);
  return count * 2 > packages ? origin : '';
}

function parseText(format: FormatId, text: string, path: string): Required<ReadContent> {
  switch (format) {
    case 'os-release': {
      const osRelease = parseOsRelease(text, path);
      return { content: { type: 'osRelease', osRelease }, issues: osRelease.issues };
    }
    case 'lsb-release': {
      const osRelease = parseLsbRelease(text, path);
      return { content: { type: 'lsbRelease', osRelease }, issues: osRelease.issues };
    }
    case 'apt-sources-list':
    case 'apt-sources-deb822': {
      const parse = format === 'apt-sources-list' ? parseAptSourcesList : parseAptSourcesDeb822;
      const aptSources = parse(text, path);
      return { content: { type: 'aptSources', aptSources }, issues: aptSources.issues };
    }
    case 'package-text':
    case 'pkginfo':
    case 'rpm-packages':
    case 'software-bill': {
      const list = LISTS[format](text, path);
      return { content: { type: 'packages', list }, issues: list.issues };
    }
    case 'apt-policy': {
      const aptSources = { sources: parseAptPolicy(text), issues: [] };
      return { content: { type: 'aptSources', aptSources }, issues: [] };
    }
    case 'deb-release': {
      const release = parseDebRelease(text, path);
      const { files } = parseReleasedFiles(text, path);
      return { content: { type: 'release', release, files, signers: [] }, issues: release.issues };
    }
    default: {
      if (!isKeyFile(text)) return { content: { type: 'text', text }, issues: [] };
      const keyFile = parseKeyFile(text, path);
      // Lines without "=" are usual in pacman.conf: switches of its options.
      const issues = format === 'pacman-conf' ? [] : keyFile.issues;
      return { content: { type: 'keyFile', keyFile }, issues };
    }
  }
}
