/**
 * Takes of a system in an image or a folder what the collector takes of a running one, in the same form
 * (docs/capture-file.md); what only a start shows is not there.
 */
import type { ByteSource } from '../../images/byteSource.ts';
import type { FileTree } from '../../images/fileSystem.ts';
import { kernelOfImage, KERNEL_HEAD } from '../../formats/kernelImage.ts';
import { TELLING, VOLUME_ENTRY } from '../../formats/iso9660.ts';
import { compareDebVersions } from '../../packages/debVersion.ts';
import { volumeOf, type Found, type FoundRoot, type ImageContents } from '../../images/roots.ts';
import {
  cleanFile,
  cleanText,
  namesCleaner,
  type NameCleaner,
  bytesOfText,
  textOfBytes,
} from './cleaning.ts';
import { isoTime, type Taken, type TakenFile, type TellShare } from './taken.ts';
import { takePackages, type TakenPackages } from './takePackages.ts';
import { removedPackages } from './removals.ts';
import { WANTED, WANTED_LINKS } from './wanted.ts';

/** What is said of the image in the manifest. */
export interface ImageName {
  readonly name: string;
  readonly contents: ImageContents;
  readonly root: FoundRoot;
}

/** What only a running system has; in an image it is a rest of another one. */
const RUNNING = /^(proc|sys|run)\//;
const LONGEST = 4 << 20;

/** Takes a system. Faults are noted at its tree. */
export function takeRoot(tree: FileTree, image: ImageName | null, tell: TellShare = () => undefined): Taken {
  const cleanNames = namesCleaner(tree);
  tell(0, 'the package database');
  const packages = takePackages(tree);
  const removed = image
    ? removedPackages(image.contents.others, tree, packages.names)
    : new Map<string, string>();
  const gone = filesOfPackages(packages, [...removed.keys()]);
  const files: TakenFile[] = [...packages.files];
  const seen: string[] = [];
  for (const [i, { how, pattern }] of WANTED.entries()) {
    tell(i / WANTED.length, pattern);
    if (RUNNING.test(pattern)) continue;
    for (const path of tree.expand(pattern)) {
      const node = tree.find(path);
      if (!node || gone.has(path)) continue;
      if (how === 'names') seen.push(`seen\t${path}\t`);
      else if (how === 'seen') seen.push(`seen\t${path}\t${isoTime(newestIn(tree, path) || node.changed)}`);
      else if (node.kind === 'file' && node.size <= LONGEST) {
        const bytes = tree.bytes(path, LONGEST);
        if (!bytes) continue;
        const text = cleanFile(how, textOfBytes(bytes), cleanNames);
        files.push({ path, bytes: bytesOfText(text), time: isoTime(node.changed) });
      }
    }
  }
  files.push(...(image ? mediumFiles(image.contents.others, false) : []));
  return {
    files: files.filter(({ path }, i) => files.findIndex((other) => other.path === path) === i),
    lines: [
      ...(image ? imageLines(image, tree) : []),
      ...[...removed].map(([name, place]) => `removed\t${name}\t${place}`),
      ...seen.map(cleanNames),
      ...linkLines(tree, cleanNames),
    ],
    database: packages.database,
  };
}

/** The files that packages own. */
function filesOfPackages(packages: TakenPackages, names: readonly string[]): Set<string> {
  return new Set(names.flatMap((name) => packages.filesOf(name)));
}

/** When something below a folder was changed last, but for marks and what is not whole. */
function newestIn(tree: FileTree, path: string): number {
  let newest = 0;
  for (const { path: each, node } of tree.walk(path, 50_000)) {
    const name = each.slice(each.lastIndexOf('/') + 1);
    if (node.kind === 'file' && !name.startsWith('lock') && !each.includes('/partial/'))
      newest = Math.max(newest, node.changed);
  }
  return newest;
}

function linkLines(tree: FileTree, cleanNames: NameCleaner): string[] {
  return WANTED_LINKS.flatMap((pattern) => tree.expand(pattern)).flatMap((path) => {
    const target = tree.linkAt(path);
    if (target === null || !tree.find(path)) return [];
    const line = `link\t${path}\t${target}`.replace(/@[^.\t]*\./g, '@.');
    const cleaned = cleanText(line);
    return cleaned === null ? [] : [cleanNames(cleaned)];
  });
}

function imageLines({ name, contents, root }: ImageName, tree: FileTree): string[] {
  const cell = (text: string) => text.replace(/[\t\n]/g, ' ');
  const boots = kernelThatBoots(contents.others, tree);
  return [
    `image\t${cell(name.slice(name.lastIndexOf('/') + 1))}\t${root.formats.join(' › ')}\t${cell(root.place)}`,
    ...(boots ? [`boots\t${boots.release}\t${cell(boots.place)}`] : []),
  ];
}

/** What a medium says of itself and offers at start; of one without a system, also its lists of packages. */
export function mediumFiles(others: readonly Found[], withLists: boolean): TakenFile[] {
  return others.flatMap((medium) => {
    const volume = volumeOf(medium);
    const isTelling = (path: string) => TELLING.test(path) && (withLists || /\.(cfg|conf)$/.test(path));
    const found = [...medium.tree.walk('', 20_000)].flatMap(({ path, node }): TakenFile[] => {
      if (node.kind !== 'file' || node.size > LONGEST || !isTelling(path)) return [];
      const bytes = medium.tree.bytes(path, LONGEST);
      return bytes ? [{ path: `${MEDIUM}${path}`, bytes, time: isoTime(node.changed) }] : [];
    });
    const head = { path: `${MEDIUM}${VOLUME_ENTRY}`, bytes: new TextEncoder().encode(volume), time: '' };
    return volume ? [head, ...found] : found;
  });
}

/** Where a capture has what stands beside the system on its medium. */
export const MEDIUM = 'aspen-capture/medium/';

/** The kernel that the first entry of a boot menu starts; else the newest whose modules are there. */
function kernelThatBoots(
  others: readonly Found[],
  tree: FileTree,
): { release: string; place: string } | null {
  for (const medium of others)
    for (const { path, node } of medium.tree.walk('', 20_000)) {
      if (node.kind !== 'file' || node.size > LONGEST || !/\.(cfg|conf)$/.test(path)) continue;
      const text = textOfBytes(medium.tree.bytes(path, LONGEST) ?? new Uint8Array());
      const named = /^\s*(?:linux(?:efi|16)?|kernel)\s+(?:\([^)]*\)|\$\w+)?(\/\S+)/m.exec(text)?.[1];
      const release = named && releaseOf(medium.tree, named.replace(/^\/+/, ''));
      if (release) return { release, place: named };
    }
  const modules = tree
    .expand('usr/lib/modules/*')
    .filter((path) => tree.find(`${path}/kernel`) || tree.find(`${path}/modules.dep`));
  const releases = [
    ...new Set(
      [...modules, ...tree.expand('lib/modules/*')].map((path) => path.slice(path.lastIndexOf('/') + 1)),
    ),
  ];
  const [newest] = releases.sort((a, b) => compareDebVersions(b, a));
  return newest ? { release: newest, place: `usr/lib/modules/${newest}` } : null;
}

function releaseOf(tree: FileTree, path: string): string | null {
  const node = tree.find(path);
  if (node?.kind !== 'file') return null;
  const source: ByteSource | null = tree.attempt(() => tree.fileSystem.open(node), path);
  const head = source && tree.attempt(() => source.read(0, Math.min(node.size, KERNEL_HEAD)), path);
  return head ? kernelOfImage(head) : null;
}
