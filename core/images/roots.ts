/**
 * Finds the systems in an image: the file systems that hold an identification and a package database, wherever they lie and
 * whatever they are called; what lies in a file in another one is opened too. Layers that belong together are put together
 * in the order in which the image mounts them.
 */
import type { Issue } from '../issue.ts';
import { createLoss } from '../issue.ts';
import { cachedSource, type ByteSource } from './byteSource.ts';
import { FileTree, type FileSystem } from './fileSystem.ts';
import { cutAt, ImageFault, issueOfFault } from './imageFault.ts';
import { type IsoFileSystem } from './iso.ts';
import { COPY, recogniseImage } from './openers.ts';
import { stackLayers } from './stacking.ts';

/** A file system within another one, and where it lies. */
export interface Found {
  /** Its place in what it lies in, from the image on: `live/system.img!/rootfs`. */
  readonly place: string;
  readonly tree: FileTree;
  /** Formats on the way to it, the outermost first. */
  readonly formats: readonly string[];
}

/** A system in an image. */
export interface FoundRoot extends Found {
  /** The same as it starts from the medium, where that adds layers which an installer leaves out. */
  readonly live?: FileTree;
}

/** What an image holds. */
export interface ImageContents {
  readonly roots: readonly FoundRoot[];
  /** File systems that hold no system: media with boot menus, lists of packages, what boots. */
  readonly others: readonly Found[];
  /** What is wrong with the image; that of a file system stands at its tree. */
  readonly issues: readonly Issue[];
  readonly format: string;
}

const DEPTH = 4;
/** File systems that are no system have few files. */
const LOOKED_AT = 60_000;
/** Smaller files hold no system: no format has smaller images. */
const LEAST = 4096;

const IDENTIFICATIONS = ['etc/os-release', 'usr/lib/os-release', 'etc/lsb-release'];
const DATABASES = [
  'var/lib/dpkg/status',
  'var/lib/pacman/local',
  'var/lib/rpm',
  'usr/lib/sysimage/rpm',
  'usr/share/rpm',
];

/** True for a tree that says what it is and what is installed in it. */
export const isRoot = (tree: FileTree): boolean =>
  IDENTIFICATIONS.some((path) => tree.find(path)?.kind === 'file') &&
  DATABASES.some((path) => tree.find(path) !== null);

/** True for a tree that begins as a system does: a layer of one. */
const isPartOfRoot = (tree: FileTree): boolean =>
  ['usr', 'etc', 'var'].some((name) => tree.findLink(name)?.kind === 'folder');

/** Looks into an image. Never throws for what is wrong with it: that is told. */
export async function readImage(source: ByteSource, where: string): Promise<ImageContents> {
  const search = new Search(where);
  await search.explore(source, '', [], 0);
  const { roots, others, issues } = search;
  const isUdf = ({ tree }: Found) => (tree.fileSystem as Partial<IsoFileSystem>).hasUdf === true;
  if (roots.length === 0 && others.some(isUdf)) search.note(new ImageFault('image.notRead', 'UDF', COPY), '');
  return { roots, others, issues, format: [...roots, ...others][0]?.formats[0] ?? '' };
}

class Search {
  readonly roots: FoundRoot[] = [];
  readonly others: Found[] = [];
  readonly issues: Issue[] = [];

  constructor(private readonly where: string) {}

  note(error: unknown, place: string): void {
    this.issues.push(issueOfFault(error, this.at(place)));
  }

  private readonly at = (place: string): string => (place ? `${this.where}!/${place}` : this.where);

  async explore(source: ByteSource, place: string, formats: readonly string[], depth: number): Promise<void> {
    try {
      await this.open(source, place, formats, depth);
    } catch (error) {
      this.note(error, place);
    }
  }

  private async open(
    source: ByteSource,
    place: string,
    formats: readonly string[],
    depth: number,
  ): Promise<void> {
    const image = recogniseImage(source);
    if (!image) return;
    const way = [...formats, image.format];
    if (image.kind === 'other')
      return this.note(new ImageFault('image.notRead', image.format, image.instead), place);
    if (depth > DEPTH)
      return this.note(new ImageFault('image.tooMuch', image.format, `more than ${DEPTH} deep`), place);
    if (image.kind === 'disk') return this.explore(cachedSource(await image.open()), place, way, depth);
    if (image.kind === 'partitions') {
      for (const { number, bytes } of await image.open())
        await this.explore(
          bytes,
          place ? `${place}!/partition ${number}` : `partition ${number}`,
          way,
          depth,
        );
      return;
    }
    const fileSystem = await image.open();
    const formatsToIt = [...formats, fileSystem.format];
    if (fileSystem.remark) this.note(fileSystem.remark, place);
    const tree = new FileTree(fileSystem, this.at(place));
    this.checkLength(fileSystem, source, place);
    if (isRoot(tree)) this.roots.push({ place, tree, formats: formatsToIt });
    else await this.search({ place, tree, formats: formatsToIt }, depth);
  }

  /** A volume states how long it is: an image that ends before is cut, whatever of it can be read. */
  private checkLength(fileSystem: FileSystem, source: ByteSource, place: string): void {
    const { stated } = fileSystem as Partial<IsoFileSystem>;
    if (stated !== undefined && stated > source.size)
      this.note(cutAt('the volume', stated, source.size), place);
  }

  /** Opens the images in a file system that is no system itself. */
  private async search(outer: Found, depth: number): Promise<void> {
    this.others.push(outer);
    const { tree, place, formats } = outer;
    const byFolder = new Map<string, Found[]>();
    for (const { path, node } of tree.walk('', LOOKED_AT)) {
      if (node.kind !== 'file' || node.size < LEAST) continue;
      const source = tree.attempt(() => cachedSource(tree.fileSystem.open(node)), path);
      const image = source && tree.attempt(() => recogniseImage(source), path);
      if (!source || !image) continue;
      const within = place ? `${place}!/${path}` : path;
      if (image.kind !== 'files' || image.format === 'ISO 9660' || image.format === 'FAT') {
        await this.explore(source, within, formats, depth + 1);
        continue;
      }
      try {
        const fileSystem = await image.open();
        const inner = new FileTree(fileSystem, this.at(within));
        const found = { place: within, tree: inner, formats: [...formats, fileSystem.format] };
        if (fileSystem.remark) this.note(fileSystem.remark, within);
        const folder = path.slice(0, path.lastIndexOf('/') + 1);
        if (isRoot(inner) || isPartOfRoot(inner))
          byFolder.set(folder, [...(byFolder.get(folder) ?? []), found]);
        else if (depth < DEPTH) await this.search(found, depth + 1);
        else this.note(new ImageFault('image.tooMuch', fileSystem.format, `more than ${DEPTH} deep`), within);
      } catch (error) {
        this.note(error, within);
      }
    }
    for (const [folder, layers] of byFolder) {
      const { roots, unused } = stackLayers(outer.tree, folder, layers, isRoot);
      this.roots.push(...roots);
      this.others.push(...unused);
    }
  }
}

/** The head of a volume, as text; empty for other file systems. */
export const volumeOf = ({ tree }: Found): string => (tree.fileSystem as Partial<IsoFileSystem>).volume ?? '';

/** What says that an image holds no system that can be read. */
export const noSystem = (where: string, format: string): Issue =>
  createLoss('image.noSystem', where, { format });
