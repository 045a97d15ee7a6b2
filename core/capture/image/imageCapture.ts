/** Captures of the systems in an image: what the collector would have taken of each, with a manifest. */
import { createSHA256 } from 'hash-wasm';
import { cachedSource, type ByteSource } from '../../images/byteSource.ts';
import { holdsContainer, openContainer, type ContainerFiles } from '../../images/containers.ts';
import { FileTree } from '../../images/fileSystem.ts';
import { recogniseImage } from '../../images/openers.ts';
import { isRoot, noSystem, readImage, type FoundRoot, type ImageContents } from '../../images/roots.ts';
import { readTar } from '../../formats/tar.ts';
import { createLoss, type Issue } from '../../issue.ts';
import type { InputFile } from '../readFile.ts';
import { isoTime, type Taken, type TakenFile } from './taken.ts';
import { MEDIUM, mediumFiles, takeRoot } from './takeRoot.ts';
import { WANTED, WANTED_LINKS } from './wanted.ts';

/** What was taken of one system of an image, or of a medium that holds none. */
export interface ImageCapture {
  /** Where in the image the system lies; empty for the image itself. */
  readonly place: string;
  /** The manifest first. */
  readonly files: readonly TakenFile[];
  /** The package database, as the path of its file or folder; empty without one. */
  readonly database: string;
  /** What of it could not be read; that of its database apart. */
  readonly issues: readonly Issue[];
  readonly databaseIssues: readonly Issue[];
}

/** Captures of all systems in an image, and what is wrong with the image as a whole. */
export interface ImageCaptures {
  readonly format: string;
  readonly captures: readonly ImageCapture[];
  readonly issues: readonly Issue[];
}

/** Takes the systems out of an image; null where it is none. Never throws for what is wrong with it. */
export async function captureImage(bytes: ByteSource, name: string): Promise<ImageCaptures | null> {
  const source = cachedSource(bytes);
  if (source.size === 0 || !recogniseImage(source)) return null;
  return capturesOf(await readImage(source, name), name);
}

/** The systems in a file that is an image of any kind; null where it is none. */
export async function captureFile(file: InputFile): Promise<ImageCaptures | null> {
  if (!file.random || file.size < SMALLEST) return null;
  const isContainer = await file.random((bytes) => Promise.resolve(holdsContainer(cachedSource(bytes))));
  if (!isContainer) return file.random((bytes) => captureImage(bytes, file.path));
  const files = () => readTar(file.open(), file.path, () => undefined);
  return captureContainer(files, file.path);
}

/** No image of anything is smaller. */
const SMALLEST = 4096;

/** The same for an image of a container; null where it is none. */
export async function captureContainer(files: ContainerFiles, name: string): Promise<ImageCaptures | null> {
  const issues: Issue[] = [];
  const systems = await openContainer(files, isKept, name, (issue) => issues.push(issue));
  if (systems.length === 0) return null;
  const roots = systems.flatMap(({ name: place, fileSystem }): FoundRoot[] => {
    const tree = new FileTree(fileSystem, name);
    return isRoot(tree) ? [{ place, tree, formats: ['container', fileSystem.format] }] : [];
  });
  return capturesOf({ roots, others: [], issues, format: 'container' }, name);
}

/** A system that lies in a folder, or a file system that is at hand. */
export async function captureTree(tree: FileTree): Promise<ImageCaptures | null> {
  if (!isRoot(tree)) return null;
  const capture = await captureOf(tree, takeRoot(tree, null), '', '');
  return { format: tree.fileSystem.format, captures: [capture], issues: [] };
}

async function capturesOf(contents: ImageContents, name: string): Promise<ImageCaptures> {
  const captures: ImageCapture[] = [];
  const made = madeOf(contents);
  for (const root of contents.roots) {
    const before = root.tree.issues.length;
    const taken = takeRoot(root.tree, { name, contents, root });
    const capture = await captureOf(root.tree, taken, root.place, isoTime(made || root.tree.fileSystem.made));
    captures.push({ ...capture, issues: [...root.tree.issues.slice(0, before), ...capture.issues] });
  }
  const own = new Set(contents.roots.flatMap(({ tree }) => tree.issues));
  const issues = contents.issues.filter((issue) => !own.has(issue));
  if (captures.length > 0) return { format: contents.format, captures, issues };
  const files = mediumFiles(contents.others, true).map((file) => ({
    ...file,
    path: file.path.slice(MEDIUM.length),
  }));
  const medium = { place: '', files, database: '', issues: [], databaseIssues: [] };
  return {
    format: contents.format,
    captures: files.length > 0 ? [medium] : [],
    issues: [...issues, noSystem(name, contents.format)],
  };
}

/** When the outermost of what holds a system was made. */
const madeOf = ({ others }: ImageContents): number =>
  others.find(({ tree }) => tree.fileSystem.made > 0)?.tree.fileSystem.made ?? 0;

async function captureOf(tree: FileTree, taken: Taken, place: string, time: string): Promise<ImageCapture> {
  const rows: string[] = [];
  const hash = await createSHA256();
  for (const { path, bytes, time: changed } of taken.files)
    rows.push(`file\t${path}\t${bytes.length}\t${hash.init().update(bytes).digest('hex')}\t${changed}`);
  const lines = ['aspen-capture\t1', ...(time ? [`taken\t${time}`] : []), ...taken.lines, ...rows.sort()];
  const manifest = {
    path: 'aspen-capture/manifest.tsv',
    bytes: new TextEncoder().encode(`${lines.join('\n')}\n`),
    time: '',
  };
  const ofDatabase = (issue: Issue) =>
    issue.code === 'image.packagesMissing' ||
    /var\/lib\/(dpkg|pacman|rpm)|lib\/sysimage\/rpm|share\/rpm/.test(issue.where);
  // Its root was found by the database: where none came of it, something is wrong with that.
  if (!taken.database && tree.issues.every((issue) => !ofDatabase(issue)))
    tree.issues.push(
      createLoss('image.damaged', tree.where, {
        part: 'the package database',
        reason: 'it is no file or folder that can be read',
      }),
    );
  return {
    place,
    files: [manifest, ...taken.files],
    database: taken.database,
    issues: tree.issues.filter((issue) => !ofDatabase(issue)),
    databaseIssues: tree.issues.filter(ofDatabase),
  };
}

/** True for a file of a layer whose contents may be taken. */
function isKept(path: string, size: number): boolean {
  const bare = path.replace(/^(\.?\/)+/, '');
  return PATTERNS.some((pattern) => pattern.test(bare)) && (size <= 4 << 20 || DATABASE.test(bare));
}

const DATABASE = /^(var\/lib\/(dpkg|pacman|rpm)|usr\/lib\/sysimage\/rpm|usr\/share\/rpm)\//;
const PATTERNS = [
  DATABASE,
  /^var\/lib\/apt\/extended_states$/,
  /^etc\/(hostname|passwd)$/,
  ...[...WANTED.map(({ pattern }) => pattern), ...WANTED_LINKS, 'etc/*/modules/*.conf'].map(
    (pattern) =>
      new RegExp(
        `^${pattern.replace(/\[[^\]]*\]|[\s\S]/g, (part) => (part === '*' ? '[^/]*' : part.length > 1 ? part : part.replace(/[.+^${}()|\\]/g, '\\$&')))}$`,
      ),
  ),
];
