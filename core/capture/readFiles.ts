/**
 * Reads whatever is dropped: recognises each file by its content, opens compressed files and archives, and
 * gives one reading result per file, also for those that are not recognised or damaged.
 */
import { collectPieces, peekPieces, type Pieces } from '../formats/byteStream.ts';
import { parseAptSourcesDeb822, parseAptSourcesList } from '../formats/aptSources.ts';
import { AlpmDatabaseReader } from '../formats/alpmDesc.ts';
import { DebPackagesReader } from '../formats/debPackages.ts';
import { parseDebRelease } from '../formats/debRelease.ts';
import { decompress, isCompression } from '../formats/decompress.ts';
import { parseOsRelease } from '../formats/osRelease.ts';
import { parseLsbRelease } from '../formats/lsbRelease.ts';
import { readIso9660 } from '../formats/iso9660.ts';
import { parseKeyFile } from '../formats/keyFile.ts';
import { isKeyFile } from '../formats/keyFileKinds.ts';
import { formatByPlace, HEAD_BYTES, recogniseFormat, type FormatId } from '../formats/recognise.ts';
import { parsePackageText, parsePkginfo } from '../formats/packageText.ts';
import { parseRepomd, RpmPrimaryReader } from '../formats/rpmMetadata.ts';
import { parseRpmPackageTable } from '../formats/rpmPackageTable.ts';
import { parseSoftwareBill } from '../formats/softwareBill.ts';
import { readTar } from '../formats/tar.ts';
import { parseAptPolicy } from '../formats/terminalText.ts';
import { readZip } from '../formats/zip.ts';
import { createIssue, type Issue } from '../issue.ts';
import type { InputFile, ReadFile, FileContent } from './readFile.ts';

/** How far the reading is: bytes of the dropped files, and the file at hand. */
export interface ReadProgress {
  readonly done: number;
  readonly total: number;
  readonly path: string;
  readonly files: number;
}

/** What reading can be given: a way to stop it, and to be told how far it is. */
export interface ReadOptions {
  readonly onProgress?: (progress: ReadProgress) => void;
  readonly signal?: AbortSignal;
  /** The most that one compressed file may expand to; for tests. */
  readonly expansionLimit?: number;
}

/** Small text files longer than this are not what they seem. */
const TEXT_LIMIT = 8 << 20;

const NESTING_LIMIT = 4;

/**
 * Reads files one after another. Never throws for bad input: that becomes issues of the file. Stops with what
 * is done so far when `signal` aborts; the caller tells that from the signal.
 */
export async function readFiles(files: readonly InputFile[], options: ReadOptions = {}): Promise<ReadFile[]> {
  const total = files.reduce((sum, file) => sum + file.size, 0);
  const results: ReadFile[] = [];
  const run: Run = { options, results, databases: new Map() };
  let done = 0;
  for (const file of files) {
    if (options.signal?.aborted) break;
    const before = done;
    async function* counted() {
      for await (const piece of file.open()) {
        if (options.signal?.aborted) return;
        done += piece.length;
        options.onProgress?.({ done: Math.min(done, total), total, path: file.path, files: results.length });
        yield piece;
      }
    }
    try {
      await readOne(
        { path: file.path, from: file.path, containers: [], size: file.size, pieces: counted() },
        run,
      );
    } catch (error) {
      const reason = error instanceof Error ? error.message : String(error);
      results.push(unread(file.path, createIssue('error', 'file.unreadable', file.path, { reason })));
    }
    done = before + file.size;
  }
  results.push(...[...run.databases.values()].map(finishDatabase));
  options.onProgress?.({ done: total, total, path: '', files: results.length });
  return results;
}

function unread(path: string, issue: Issue): ReadFile {
  return { path, from: path, containers: [], bytes: 0, format: 'unknown', issues: [issue] };
}

interface Opened {
  readonly path: string;
  readonly from: string;
  readonly containers: readonly FormatId[];
  readonly size: number;
  readonly pieces: Pieces;
}

/** One call of `readFiles`. */
interface Run {
  readonly options: ReadOptions;
  readonly results: ReadFile[];
  /** Databases that have a file per package, by the place where they stand. */
  readonly databases: Map<string, OpenDatabase>;
}

async function readOne(file: Opened, run: Run): Promise<void> {
  const { options, results } = run;
  const { head, whole, pieces } = await peekPieces(file.pieces, HEAD_BYTES);
  const beginning = head.subarray(0, HEAD_BYTES);
  const told = recogniseFormat(beginning, whole && beginning.length === head.length);
  const format = (told === 'unknown' && formatByPlace(file.path)) || told;
  const { path, from, containers, size } = file;
  const report = (issues: readonly Issue[], content?: FileContent) =>
    results.push({ path, from, containers, bytes: size, format, content, issues });

  if (containers.length >= NESTING_LIMIT && (isCompression(format) || isArchive(format))) {
    report([createIssue('error', 'file.nested', path, { limit: NESTING_LIMIT })]);
  } else if (isCompression(format)) {
    const unpacked = decompress(format, pieces, path, options.expansionLimit);
    const first = results.length;
    await readOne({ path, from, containers: [...containers, format], size, pieces: unpacked.pieces }, run);
    const issue = unpacked.issue();
    if (issue) addIssue(results, first, format, issue);
  } else if (isArchive(format)) {
    await readArchive(file, format, pieces, run);
  } else if (isListStream(format)) {
    const reader = LIST_STREAMS[format](path);
    for await (const piece of pieces) reader.push(piece);
    const list = reader.finish();
    report(list.issues, { type: 'packages', list });
  } else if (format === 'alpm-desc') {
    await addToDatabase(file, pieces, run);
  } else {
    await readSmall(format, path, pieces, report);
  }
}

/** Notes an issue of a compression at the first file that came out of it, or at itself when nothing did. */
function addIssue(results: ReadFile[], index: number, compression: FormatId, issue: Issue): void {
  const file = results[index];
  if (!file) return;
  const format = file.format === 'empty' ? compression : file.format;
  const issues = [issue, ...file.issues.filter(({ code }) => code !== 'file.empty')];
  results[index] = { ...file, format, issues };
}

/** A database of which some files were read. */
interface OpenDatabase {
  readonly path: string;
  readonly from: string;
  readonly containers: readonly FormatId[];
  readonly reader: AlpmDatabaseReader;
  bytes: number;
}

/** libalpm keeps `PACKAGE-VERSION/desc` in an archive or below a folder: what stands before is the database. */
async function addToDatabase(file: Opened, pieces: Pieces, { databases }: Run): Promise<void> {
  const { path, from, containers } = file;
  const folder = path.split('/').slice(0, -2).join('/');
  const key = `${from === path ? '' : from}!/${folder}`;
  let database = databases.get(key);
  if (!database) {
    const name = folder || from;
    database = {
      path: name,
      from: from === path ? name : from,
      containers,
      reader: new AlpmDatabaseReader(name),
      bytes: 0,
    };
    databases.set(key, database);
  }
  const { bytes } = await collectPieces(pieces, TEXT_LIMIT);
  database.reader.push(new TextDecoder().decode(bytes), path);
  database.bytes += bytes.length;
}

function finishDatabase({ path, from, containers, reader, bytes }: OpenDatabase): ReadFile {
  const list = reader.finish();
  return {
    path,
    from,
    containers,
    bytes,
    format: 'alpm-desc',
    content: { type: 'packages', list },
    issues: list.issues,
  };
}

/** Archives, and how each gives its files. */
const ARCHIVES = { tar: readTar, zip: readZip, iso9660: readIso9660 } as const;

type Archive = keyof typeof ARCHIVES;

/** True if a format holds files with paths of their own. */
export const isArchive = (format: FormatId): format is Archive => Object.hasOwn(ARCHIVES, format);

async function readArchive(file: Opened, format: Archive, pieces: Pieces, run: Run): Promise<void> {
  const { options, results } = run;
  const issues: Issue[] = [];
  const containers: FormatId[] = [...file.containers, format];
  let entries = 0;
  for await (const entry of ARCHIVES[format](pieces, file.path, (issue) => issues.push(issue))) {
    if (options.signal?.aborted) break;
    entries++;
    await readOne(
      { path: entry.path, from: file.path, containers, size: entry.size, pieces: entry.pieces },
      run,
    );
  }
  if (entries === 0 && issues.length === 0) issues.push(createIssue('error', 'tar.empty', file.path));
  if (issues.length > 0) {
    results.push({
      path: file.path,
      from: file.path,
      containers: file.containers,
      bytes: file.size,
      format,
      issues,
    });
  }
}

/** Package lists that are read piece by piece, since they are large. */
const LIST_STREAMS = {
  'dpkg-status': (path: string) => new DebPackagesReader('status', path),
  'deb-packages': (path: string) => new DebPackagesReader('index', path),
  'rpm-primary': (path: string) => new RpmPrimaryReader(path),
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

type Report = (issues: readonly Issue[], content?: FileContent) => void;

async function readSmall(format: FormatId, path: string, pieces: Pieces, report: Report): Promise<void> {
  if (format === 'empty' || format === 'binary' || format === 'unknown') {
    report([createIssue('note', `file.${format}`, path)]);
    return;
  }
  const { bytes, cut } = await collectPieces(pieces, TEXT_LIMIT);
  const text = new TextDecoder().decode(bytes);
  const tooLong = cut ? [createIssue('damage', 'file.tooLong', path, { limit: TEXT_LIMIT })] : [];
  switch (format) {
    case 'os-release': {
      const osRelease = parseOsRelease(text, path);
      return report([...tooLong, ...osRelease.issues], { type: 'osRelease', osRelease });
    }
    case 'lsb-release': {
      const osRelease = parseLsbRelease(text, path);
      return report([...tooLong, ...osRelease.issues], { type: 'lsbRelease', osRelease });
    }
    case 'apt-sources-list':
    case 'apt-sources-deb822': {
      const parse = format === 'apt-sources-list' ? parseAptSourcesList : parseAptSourcesDeb822;
      const aptSources = parse(text, path);
      return report([...tooLong, ...aptSources.issues], { type: 'aptSources', aptSources });
    }
    case 'rpm-repomd': {
      const repomd = parseRepomd(text, path);
      return report([...tooLong, ...repomd.issues], { type: 'repomd', repomd });
    }
    case 'package-text':
    case 'pkginfo':
    case 'rpm-packages':
    case 'software-bill': {
      const list = LISTS[format](text, path);
      return report([...tooLong, ...list.issues], { type: 'packages', list });
    }
    case 'apt-policy': {
      const aptSources = { sources: parseAptPolicy(text), issues: [] };
      return report(tooLong, { type: 'aptSources', aptSources });
    }
    case 'deb-release': {
      const release = parseDebRelease(text, path);
      return report([...tooLong, ...release.issues], { type: 'release', release });
    }
    default: {
      if (!isKeyFile(text)) return report(tooLong, { type: 'text', text });
      const keyFile = parseKeyFile(text, path);
      // Lines without "=" are usual in pacman.conf: switches of its options.
      const issues = format === 'pacman-conf' ? [] : keyFile.issues;
      return report([...tooLong, ...issues], { type: 'keyFile', keyFile });
    }
  }
}
