/**
 * Reads whatever is dropped: recognises each file by its content, opens compressed files and archives, and
 * gives one reading result per file, also for those that are not recognised or damaged. What was not read whole says so.
 */
import { collectPieces, peekPieces, piecesOf, type Pieces } from '../formats/byteStream.ts';
import type { ColumnName } from '../formats/columnNames.ts';
import { decompress, isCompression } from '../formats/compression/decompress.ts';
import { formatByPlace, HEAD_BYTES, recogniseFormat, type FormatId } from '../formats/recognise.ts';
import { createIssue, createLoss, type Issue } from '../issue.ts';
import { parseCaptureManifest } from './captureManifest.ts';
import { Databases } from './databases.ts';
import type { ImageCaptures } from './image/imageCapture.ts';
import type { TellShare } from './image/taken.ts';
import { readContent } from './readContent.ts';
import type { InputFile, ReadFile } from './readFile.ts';
import { tellsOfEnd, withLoss } from './losses.ts';

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
  /** The columns of package lists that are wanted, where not all are; others may stay empty. */
  readonly columns?: readonly ColumnName[];
  /** The most that one compressed file may expand to; for tests. */
  readonly expansionLimit?: number;
}

const NESTING_LIMIT = 4;
/** More files than an archive of a whole system has. */
const FILES_LIMIT = 250_000;
/** So many files are told of one by one that gave nothing; further ones are only counted. */
const LEFT_OUT_LIMIT = 20_000;

/**
 * Reads files one after another. Never throws for bad input: that becomes issues of the file. Stops with what
 * is done so far when `signal` aborts; the caller tells that from the signal.
 */
export async function readFiles(files: readonly InputFile[], options: ReadOptions = {}): Promise<ReadFile[]> {
  const total = files.reduce((sum, file) => sum + file.size, 0);
  const results: ReadFile[] = [];
  const run: Run = { options, results, databases: new Databases(), leftOut: 0, uncounted: 0 };
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
      if (file.size > 1 << 20) options.onProgress?.({ done, total, path: file.path, files: results.length });
      const image = await imageIn(file, (share, what) =>
        options.onProgress?.({
          done: before + Math.round(file.size * share),
          total,
          path: `${file.path}, ${what}`,
          files: results.length,
        }),
      );
      if (image) await readImage(file, image, run);
      else
        await readOne(
          { path: file.path, from: file.path, containers: [], size: file.size, pieces: counted() },
          run,
        );
    } catch (error) {
      const reason = error instanceof Error ? error.message : String(error);
      const issue = createLoss('file.unreadable', file.path, { reason }, 'error');
      results.push({
        path: file.path,
        from: file.path,
        containers: [],
        bytes: 0,
        format: 'unknown',
        issues: [issue],
      });
      run.databases.lose(file.path, issue);
    }
    done = before + file.size;
  }
  results.push(...run.databases.finish());
  if (run.uncounted > 0) results.push(leftOut(files[0].path, run.uncounted));
  options.onProgress?.({ done: total, total, path: '', files: results.length });
  return results;
}

function leftOut(path: string, count: number): ReadFile {
  const issue = createIssue('note', 'files.leftOut', path, { count });
  return { path, from: path, containers: [], bytes: 0, format: 'unknown', issues: [issue] };
}

/** The systems in an image; null for a file that is none. */
async function imageIn(file: InputFile, tell: TellShare): Promise<ImageCaptures | null> {
  if (!file.random) return null;
  const { captureFile } = await import('./image/imageCapture.ts');
  return captureFile(file, tell);
}

/** Reads what was taken of a system that lies in a folder. */
export async function readCaptures(
  path: string,
  captures: ImageCaptures,
  options: ReadOptions = {},
): Promise<ReadFile[]> {
  const run: Run = { options, results: [], databases: new Databases(), leftOut: 0, uncounted: 0 };
  await readImage({ path, size: 0 }, captures, run);
  return [...run.results, ...run.databases.finish()];
}

/** Reads what was taken of the systems in an image like the captures that they are. */
async function readImage(
  file: Pick<InputFile, 'path' | 'size'> & Partial<Pick<Opened, 'containers'>>,
  { format, captures, issues }: ImageCaptures,
  run: Run,
): Promise<void> {
  // What is wrong with a system stands in its manifest; what is wrong with an image that holds none is told of the file.
  const hasSystem = captures.some(({ database }) => database);
  for (const { place, files } of captures) {
    const from = captures.length > 1 ? `${file.path}!/${place}` : file.path;
    for (const { path, bytes } of files)
      await readOne({ path, from, containers: ['image'], size: bytes.length, pieces: piecesOf(bytes) }, run);
  }
  if (format === 'folder') return;
  const { path, size: bytes } = file;
  run.results.push({
    path,
    from: path,
    containers: file.containers ?? [],
    bytes,
    format: 'image',
    issues: hasSystem ? [] : issues,
  });
}

interface Opened {
  readonly path: string;
  readonly from: string;
  readonly containers: readonly FormatId[];
  readonly size: number;
  readonly changed?: number;
  readonly pieces: Pieces;
}

/** One call of `readFiles`. */
interface Run {
  readonly options: ReadOptions;
  readonly results: ReadFile[];
  readonly databases: Databases;
  /** Files that gave nothing, and those among them that are only counted. */
  leftOut: number;
  uncounted: number;
}

async function readOne(file: Opened, run: Run): Promise<void> {
  const { options, results, databases } = run;
  const { head, whole, pieces } = await peekPieces(file.pieces, HEAD_BYTES);
  const beginning = head.subarray(0, HEAD_BYTES);
  const told = recogniseFormat(beginning, whole && beginning.length === head.length);
  const format = (told === 'unknown' && formatByPlace(file.path)) || told;
  const { path, from, containers, size } = file;
  const report = (issues: readonly Issue[], content?: ReadFile['content']) =>
    results.push({ path, from, containers, bytes: size, format, content, issues });

  if (containers.length >= NESTING_LIMIT && (isCompression(format) || isArchive(format))) {
    report([createLoss('file.nested', path, { limit: NESTING_LIMIT }, 'error')]);
  } else if (isCompression(format)) {
    const unpacked = decompress(format, pieces, path, options.expansionLimit);
    const first = results.length;
    await readOne({ path, from, containers: [...containers, format], size, pieces: unpacked.pieces }, run);
    const issue = unpacked.issue();
    if (issue) addIssue(run, first, file, format, issue);
  } else if (isArchive(format)) {
    await readArchive(file, format, pieces, run);
  } else if (format === 'alpm-desc') {
    await databases.add(file, pieces);
  } else if (await mayBeImage(file, format, beginning)) {
    await readHeldImage(file, format, pieces, run);
  } else {
    const { content, issues } = await readContent(format, path, pieces, beginning, options.columns);
    const gives = content !== undefined || issues.some(({ severity }) => severity !== 'note');
    if (!gives && containers.length > 0 && ++run.leftOut > LEFT_OUT_LIMIT) run.uncounted++;
    else report(issues, content);
  }
}

/** True for what begins as an image and lies in something that is read from front to end. */
async function mayBeImage({ containers }: Opened, format: FormatId, beginning: Uint8Array): Promise<boolean> {
  const isTold = format === 'binary' || format === 'iso9660';
  if (!isTold || containers.length === 0 || containers.includes('image') || beginning.length < LEAST_IMAGE)
    return false;
  const { recogniseImage } = await import('../images/openers.ts');
  const { bytesSource } = await import('../images/byteSource.ts');
  return recogniseImage(bytesSource(beginning)) !== null;
}

const LEAST_IMAGE = 4096;
/** So much of an image is held that cannot be read at random. */
const HELD_LIMIT = 256 << 20;

async function readHeldImage(file: Opened, format: FormatId, pieces: Pieces, run: Run): Promise<void> {
  const { bytes, cut } = await collectPieces(pieces, HELD_LIMIT);
  const { captureImage } = await import('./image/imageCapture.ts');
  const { bytesSource } = await import('../images/byteSource.ts');
  const image = cut ? null : await captureImage(bytesSource(bytes), file.path);
  if (image) return readImage(file, image, run);
  const params = { part: 'a large image in another file', reason: 'unpack it first' };
  const { path, from, containers, size } = file;
  run.results.push({
    path,
    from,
    containers,
    bytes: size,
    format,
    issues: [createLoss('image.notRead', path, params, 'error')],
  });
}

/** Notes an issue of a compression: at what came out of it, which is the file itself, or an archive and what that is cut within. */
function addIssue(
  { results, databases }: Run,
  first: number,
  { path, from, containers, size }: Opened,
  compression: FormatId,
  issue: Issue,
): void {
  if (issue.loses) databases.lose(path, issue);
  let place = -1;
  for (let i = first; i < results.length; i++) {
    const result = results[i];
    if (result.path === path) place = i;
    else if (issue.loses && result.from === path && result.issues.some(tellsOfEnd))
      results[i] = { ...result, issues: withLoss(result.issues, issue) };
  }
  const known = results[place];
  if (!known) results.push({ path, from, containers, bytes: size, format: compression, issues: [issue] });
  else {
    const format = known.format === 'empty' ? compression : known.format;
    const others = known.issues.filter(({ code }) => code !== 'file.empty');
    const issues = issue.loses ? withLoss(others, issue) : [issue, ...others];
    results[place] = { ...known, format, issues };
  }
}

/** Archives, and how each gives its files; what needs a package is loaded when the first one comes. */
const ARCHIVES = {
  tar: async () => (await import('../formats/tar.ts')).readTar,
  zip: async () => (await import('../formats/zip.ts')).readZip,
} as const;

type Archive = keyof typeof ARCHIVES;

/** True if a format holds files with paths of their own. */
const isArchive = (format: FormatId): format is Archive => Object.hasOwn(ARCHIVES, format);

async function readArchive(file: Opened, format: Archive, pieces: Pieces, run: Run): Promise<void> {
  const { options, results, databases } = run;
  const issues: Issue[] = [];
  const containers: FormatId[] = [...file.containers, format];
  let sums: ReadonlyMap<string, string> = new Map();
  let entries = 0;
  const filesOf = await ARCHIVES[format]();
  for await (const entry of filesOf(pieces, file.path, (issue) => issues.push(issue))) {
    if (options.signal?.aborted) break;
    if (++entries > FILES_LIMIT) {
      issues.push(createLoss('archive.tooMany', file.path, { limit: FILES_LIMIT }));
      break;
    }
    const sum = sums.get(entry.path);
    const checked = sum === undefined ? null : await summed(entry.pieces);
    const first = results.length;
    await readOne(
      {
        path: entry.path,
        from: file.path,
        containers,
        size: entry.size,
        changed: 'changed' in entry ? entry.changed : undefined,
        pieces: checked?.pieces ?? entry.pieces,
      },
      run,
    );
    if (checked && (await checked.sum()) !== sum)
      issues.push(createLoss('capture.sum', entry.path, { path: entry.path }));
    const read = results[first];
    if (read?.format === 'capture-manifest' && read.content?.type === 'text')
      sums = sumsOf(read.content.text, read.path);
  }
  if (entries === 0 && issues.length === 0) issues.push(createLoss('tar.empty', file.path, {}, 'error'));
  // The sum of the file within which an archive is cut is wrong because of that.
  const cut = issues.find(({ params }) => params.within)?.params.within;
  const told = issues.filter(({ code, where }) => code !== 'capture.sum' || where !== cut);
  for (const issue of told) {
    if (!issue.loses) continue;
    databases.lose(file.path, issue);
    // The file within which an archive is cut is not whole itself.
    const within = results.findIndex(
      ({ path, from }) => from === file.path && path !== from && path === issue.params.within,
    );
    if (within >= 0)
      results[within] = { ...results[within], issues: withLoss(results[within].issues, issue) };
  }
  if (told.length > 0) {
    const { path, from, containers: around, size: bytes } = file;
    results.push({ path, from, containers: around, bytes, format, issues: told });
  }
}

/** What the manifest of a capture says of the files behind it. */
function sumsOf(text: string, where: string): ReadonlyMap<string, string> {
  const manifest = parseCaptureManifest(text, where);
  return new Map(
    manifest.ok
      ? manifest.value.files.filter(({ sha256 }) => sha256).map(({ path, sha256 }) => [path, sha256])
      : [],
  );
}

/** Pieces, and the SHA-256 of all of them, also of those that nobody read. */
async function summed(pieces: Pieces): Promise<{ pieces: Pieces; sum: () => Promise<string> }> {
  const { createSHA256 } = await import('hash-wasm');
  const hash = (await createSHA256()).init();
  const iterator = pieces[Symbol.asyncIterator]();
  async function* counted() {
    for (let step = await iterator.next(); !step.done; step = await iterator.next()) {
      hash.update(step.value);
      yield step.value;
    }
  }
  const sum = async () => {
    for (let step = await iterator.next(); !step.done; step = await iterator.next()) hash.update(step.value);
    return hash.digest('hex');
  };
  return { pieces: counted(), sum };
}
