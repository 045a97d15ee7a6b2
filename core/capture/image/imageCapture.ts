/** Captures of the systems in an image: what the collector would have taken of each, with a manifest. */
import { createSHA256 } from 'hash-wasm';
import { cachedSource, type ByteSource } from '../../images/byteSource.ts';
import { holdsContainer, openContainer, type ContainerFiles } from '../../images/containers.ts';
import { FileTree } from '../../images/fileSystem.ts';
import { recogniseImage } from '../../images/openers.ts';
import { lostLine } from '../captureManifest.ts';
import { isRoot, noSystem, readImage, type FoundRoot, type ImageContents } from '../../images/roots.ts';
import { readTar } from '../../formats/tar.ts';
import { createLoss, type Issue } from '../../issue.ts';
import type { InputFile } from '../readFile.ts';
import { isoTime, type Taken, type TakenFile, type TellShare } from './taken.ts';
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
  /** What of it and of the image around it could not be read; its manifest says so too. */
  readonly issues: readonly Issue[];
}

/** Captures of all systems in an image, and what is wrong with the image as a whole. */
export interface ImageCaptures {
  readonly format: string;
  readonly captures: readonly ImageCapture[];
  readonly issues: readonly Issue[];
}

/** Takes the systems out of an image; null where it is none. Never throws for what is wrong with it. */
export async function captureImage(
  bytes: ByteSource,
  name: string,
  tell: TellShare = () => undefined,
): Promise<ImageCaptures | null> {
  const source = cachedSource(bytes);
  if (source.size === 0 || !recogniseImage(source)) return null;
  return capturesOf(await readImage(source, name), name, tell);
}

/** The systems in a file that is an image of any kind; null where it is none. */
export async function captureFile(file: InputFile, tell?: TellShare): Promise<ImageCaptures | null> {
  if (!file.random || file.size < SMALLEST) return null;
  const isContainer = await file.random((bytes) => Promise.resolve(holdsContainer(cachedSource(bytes))));
  if (!isContainer) return file.random((bytes) => captureImage(bytes, file.path, tell));
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
  const capture = await captureOf(tree, takeRoot(tree, null), { place: '', time: '', around: [] });
  return { format: tree.fileSystem.format, captures: [capture], issues: [] };
}

async function capturesOf(
  contents: ImageContents,
  name: string,
  tell: TellShare = () => undefined,
): Promise<ImageCaptures> {
  const { roots, others, format } = contents;
  // Read on while systems are taken: what is wrong with the media shows on the way.
  const around = () => [...contents.issues, ...others.flatMap(({ tree }) => tree.issues)];
  const captures: ImageCapture[] = [];
  const made = madeOf(contents);
  for (const root of roots) {
    const { tree, place } = root;
    const before = captures.length;
    const taken = takeRoot(tree, { name, contents, root }, (share, path) =>
      tell((before + share) / roots.length, path),
    );
    const time = isoTime(made || tree.fileSystem.made);
    captures.push(await captureOf(tree, taken, { place, time, around: around() }));
  }
  if (captures.length > 0) return { format, captures, issues: around() };
  const files = mediumFiles(others, true).map((file) => ({ ...file, path: file.path.slice(MEDIUM.length) }));
  const issues = [...around(), noSystem(name, format)];
  return {
    format,
    issues,
    captures: files.length > 0 ? [{ place: '', files, database: '', issues: [] }] : [],
  };
}

/** When the outermost of what holds a system was made. */
const madeOf = ({ others }: ImageContents): number =>
  others.find(({ tree }) => tree.fileSystem.made > 0)?.tree.fileSystem.made ?? 0;

/** What was taken of a tree, with a manifest that also says what of it and of the image around it could not be read. */
async function captureOf(
  tree: FileTree,
  taken: Taken,
  { place, time, around }: { place: string; time: string; around: readonly Issue[] },
): Promise<ImageCapture> {
  const rows: string[] = [];
  const hash = await createSHA256();
  for (const { path, bytes, time: changed } of taken.files)
    rows.push(`file\t${path}\t${bytes.length}\t${hash.init().update(bytes).digest('hex')}\t${changed}`);
  // Its root was found by the database: where none came of it, something is wrong with that.
  if (!taken.database && !tree.issues.some(isOfDatabase))
    tree.issues.push(
      createLoss('image.damaged', tree.where, {
        part: 'the package database',
        reason: 'it is no file or folder that can be read',
      }),
    );
  const issues = [...around, ...tree.issues];
  const lines = [
    'aspen-capture\t1',
    ...(time ? [`taken\t${time}`] : []),
    ...taken.lines,
    ...issues.map((issue) => lostLine(issue, isOfDatabase(issue))),
    ...rows.sort(),
  ];
  const bytes = new TextEncoder().encode(`${lines.join('\n')}\n`);
  const manifest = { path: 'aspen-capture/manifest.tsv', bytes, time: '' };
  return { place, files: [manifest, ...taken.files], database: taken.database, issues };
}

/** True for an issue of the package database: by its code, by where it was met, or by the part that it names. */
const isOfDatabase = ({ code, where, params }: Issue): boolean =>
  code === 'image.packagesMissing' ||
  [where, String(params.part)].some((text) =>
    /var\/lib\/(dpkg|pacman|rpm)|lib\/sysimage\/rpm|share\/rpm/.test(text),
  );

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
