/**
 * Images of containers: layouts of OCI (Image Layout Specification 1.1), as a folder or in one archive, and archives with a
 * list of layers (`manifest.json`, as the tools save them). Layers are archives that lie over one another.
 */
import { collectPieces, peekPieces, type Pieces } from '../formats/byteStream.ts';
import { decompress, isCompression } from '../formats/compression/decompress.ts';
import { HEAD_BYTES, recogniseFormat } from '../formats/recognise.ts';
import { readTarEntries } from '../formats/tar.ts';
import { createLoss, type Issue } from '../issue.ts';
import { latinText, type ByteSource } from './byteSource.ts';
import type { FileSystem } from './fileSystem.ts';
import { HeldFiles } from './heldFiles.ts';
import { ImageFault, issueOfFault } from './imageFault.ts';
import { Overlay } from './overlay.ts';

/** A file of such an image, by its path in the folder or archive. */
export interface ContainerFile {
  readonly path: string;
  readonly size: number;
  readonly pieces: Pieces;
}

/** The files of an image, gone through anew each time. */
export type ContainerFiles = () => AsyncIterable<ContainerFile>;

/** An image of a container that holds one system. */
export interface ContainerSystem {
  readonly name: string;
  readonly fileSystem: FileSystem;
}

const TEXT_LIMIT = 4 << 20;
const LAYERS_LIMIT = 512;
const FILE_LIMIT = 256 << 20;
/** A layer that unpacks to more is none. */
const MOST_UNPACKED = 2 ** 36;

/** True for a path that only such images have. */
export const isContainerIndex = (path: string): boolean => /^(\.\/)?(oci-layout|manifest\.json)$/.test(path);

interface Plan {
  readonly name: string;
  /** Where each layer stands, the lowest first. */
  readonly layers: readonly string[];
  readonly created: number;
}

/**
 * The systems of an image, with those contents that `keeps` wants; none where it is none. Throws `ImageFault`.
 */
export async function openContainer(
  files: ContainerFiles,
  keeps: (path: string, size: number) => boolean,
  where: string,
  onIssue: (issue: Issue) => void,
): Promise<ContainerSystem[]> {
  const texts = new Map<string, unknown>();
  for await (const { path, size, pieces } of files()) {
    if (size > TEXT_LIMIT || !/(^|\/)(oci-layout|[^/]+\.json|sha256\/[0-9a-f]{64}|[0-9a-f]{64})$/.test(path))
      continue;
    const { bytes } = await collectPieces(pieces, TEXT_LIMIT);
    if (bytes[0] !== 0x7b && bytes[0] !== 0x5b) continue;
    try {
      texts.set(path, JSON.parse(new TextDecoder().decode(bytes)));
    } catch {
      // a blob that is no text of this form
    }
  }
  const plans = plansOf(texts);
  if (plans.length === 0) return [];
  const wanted = new Set(plans.flatMap(({ layers }) => layers));
  if (wanted.size > LAYERS_LIMIT) throw new ImageFault('image.tooMuch', 'the image', `${wanted.size} layers`);
  const read = new Map<string, FileSystem>();
  for await (const file of files())
    if (wanted.has(file.path)) read.set(file.path, await readLayer(file, keeps, where, onIssue));
  return plans.map(({ name, layers, created }) => {
    const missing = layers.filter((path) => !read.has(path));
    if (missing.length > 0)
      onIssue(
        createLoss('image.damaged', where, {
          part: `${missing.length} of ${layers.length} layers`,
          reason: 'not there',
        }),
      );
    const there = layers.flatMap((path) => read.get(path) ?? []);
    const fileSystem = new Overlay(there.length > 0 ? there : [new HeldFiles('tar')]);
    return { name, fileSystem: Object.assign(fileSystem, { made: created || fileSystem.made }) };
  });
}

async function readLayer(
  file: ContainerFile,
  keeps: (path: string, size: number) => boolean,
  where: string,
  onIssue: (issue: Issue) => void,
): Promise<FileSystem> {
  const held = new HeldFiles('tar');
  const place = `${where}!/${file.path}`;
  let told = 0;
  const tell = (issue: Issue) => void (told++ < 20 && onIssue(issue));
  const { head, whole, pieces } = await peekPieces(file.pieces, HEAD_BYTES);
  const format = recogniseFormat(head.subarray(0, HEAD_BYTES), whole);
  const unpacked = isCompression(format) ? decompress(format, pieces, place, MOST_UNPACKED) : null;
  for await (const entry of readTarEntries(unpacked?.pieces ?? pieces, place, tell)) {
    try {
      const { path, size, mode = 0o644, changed = 0, type = 'file', linkTo = '' } = entry;
      const base = { size, mode: mode & 0xfff, changed: Math.floor(changed / 1000) };
      if (type === 'link') held.addName(path, linkTo);
      else if (type === 'symlink') held.add(path, { ...base, kind: 'link', linkTo, size: linkTo.length });
      else if (type === 'directory') held.add(path, { ...base, kind: 'folder' });
      else if (type === 'file') {
        const wanted = size > 0 && size <= FILE_LIMIT && keeps(path, size);
        const bytes = wanted ? (await collectPieces(entry.pieces, FILE_LIMIT)).bytes : undefined;
        held.add(path, { ...base, kind: 'file', bytes });
      } else held.add(path, { ...base, kind: 'other' });
    } catch (error) {
      tell(issueOfFault(error, place));
      if (error instanceof ImageFault && error.code === 'image.tooMuch') break;
    }
  }
  const issue = unpacked?.issue();
  if (issue?.loses) onIssue(issue);
  return held;
}

interface Descriptor {
  readonly digest?: string;
  readonly mediaType?: string;
  readonly annotations?: Readonly<Record<string, string>>;
}

const listOf = (value: unknown, name: string): readonly unknown[] => {
  const field = (value as Record<string, unknown> | null)?.[name];
  return Array.isArray(field) ? field : [];
};

function plansOf(texts: ReadonlyMap<string, unknown>): Plan[] {
  const layout = [...texts.keys()].find((path) => /(^|\/)oci-layout$/.test(path));
  if (layout !== undefined) return layoutPlans(texts, layout.slice(0, -'oci-layout'.length));
  const list = [...texts.keys()].find((path) => /(^|\/)manifest\.json$/.test(path));
  const base = list?.slice(0, -'manifest.json'.length) ?? '';
  const images = list === undefined ? [] : texts.get(list);
  return (Array.isArray(images) ? images : []).flatMap((image: unknown) => {
    const layers = listOf(image, 'Layers').map((path) => base + String(path));
    const config = texts.get(base + String((image as { Config?: string }).Config));
    const name = String(listOf(image, 'RepoTags')[0] ?? '');
    return layers.length > 0 ? [{ name, layers, created: createdOf(config) }] : [];
  });
}

/** What an index names, indexes in it followed. The same manifest is told once. */
function layoutPlans(texts: ReadonlyMap<string, unknown>, base: string): Plan[] {
  const blob = ({ digest = '' }: Descriptor) => `${base}blobs/${digest.replace(':', '/')}`;
  const seen = new Set<string>();
  const go = (value: unknown, name: string): Plan[] => {
    const layers = listOf(value, 'layers') as readonly Descriptor[];
    if (layers.length > 0) {
      const config = texts.get(blob((value as { config?: Descriptor }).config ?? {}));
      return [{ name, layers: layers.map(blob), created: createdOf(config) }];
    }
    return (listOf(value, 'manifests') as readonly Descriptor[]).flatMap((each) => {
      const path = blob(each);
      if (seen.has(path)) return [];
      seen.add(path);
      return go(texts.get(path), each.annotations?.['org.opencontainers.image.ref.name'] ?? name);
    });
  };
  return go(texts.get(`${base}index.json`), '');
}

/** When an image was made, in seconds since 1970; 0 where it does not say. */
function createdOf(config: unknown): number {
  const created = (config as { created?: unknown } | undefined)?.created;
  return typeof created === 'string' ? Math.floor(Date.parse(created) / 1000) || 0 : 0;
}

const BLOCK = 512;
const HEADS_LIMIT = 100_000;

/** True for an archive (tar, uncompressed) that holds the index of such an image; its heads are gone through, not its contents. */
export function holdsContainer(source: ByteSource): boolean {
  for (let at = 0, heads = 0; at + BLOCK <= source.size && heads < HEADS_LIMIT; heads++) {
    const head = source.read(at, BLOCK);
    if (latinText(head.subarray(257, 262)) !== 'ustar') return false;
    if (isContainerIndex(latinText(head.subarray(0, 100)))) return true;
    // Larger sizes than fit into digits are written in bytes (pax(1), GNU).
    const isLong = (head[124] & 0x80) !== 0;
    const size = isLong
      ? [...head.subarray(128, 136)].reduce((sum, byte) => sum * 256 + byte, 0)
      : Number.parseInt(latinText(head.subarray(124, 136)).trim() || '0', 8);
    if (!(size >= 0)) return false;
    at += BLOCK + Math.ceil(size / BLOCK) * BLOCK;
  }
  return false;
}
