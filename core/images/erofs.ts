/**
 * erofs (Documentation/filesystems/erofs.rst, fs/erofs/erofs_fs.h): plain, inline and chunked files, and compressed ones
 * (erofsClusters.ts). Extended attributes are skipped; files that are shared among several (fragments) are named.
 */
import {
  cachedBy,
  partOf,
  pieceSource,
  runsSource,
  viewOf,
  longAt,
  type ByteSource,
  type Run,
} from './byteSource.ts';
import { loadBlockDecoder, type BlockDecoder } from './blockDecoders.ts';
import { crc32c } from './crc.ts';
import { clustersOf, type Cluster } from './erofsClusters.ts';
import type { FileNode, FileSystem, FolderEntry } from './fileSystem.ts';
import { damaged, notRead } from './imageFault.ts';

const HEAD_AT = 1024;
const MAGIC = 0xe0f5e1e2;
const HAS_SUM = 1;
/** Incompatible features that are understood: padded lz4, settings of compressions, big clusters, chunks, inline tails. */
const UNDERSTOOD = 0x1 | 0x2 | 0x4 | 0x10;
const ZERO_PADDED = 0x1;
const HAS_SETTINGS = 0x2;
const FOLDER_LIMIT = 256 << 20;
const HOLE = 0xffffffff;

/** True for a head of at least 1,028 bytes that begins such a file system. */
export const isErofs = (head: Uint8Array): boolean =>
  head.length >= HEAD_AT + 4 && viewOf(head).getUint32(HEAD_AT, true) === MAGIC;

/** Layouts of data (i_format). */
const PLAIN = 0;
const INLINE = 2;
const COMPACT = 3;
const CHUNKS = 4;

interface ErofsNode extends FileNode {
  readonly layout: number;
  readonly start: number;
  /** Where what follows the inode and its attributes stands. */
  readonly behind: number;
}

/** Opens a file system. Throws `ImageFault`. */
export async function openErofs(source: ByteSource): Promise<FileSystem> {
  const view = viewOf(source.read(HEAD_AT, 128));
  const bits = view.getUint8(12);
  if (bits < 9 || bits > 16)
    throw damaged('the head of erofs', 'the size of its blocks is none that it may have');
  const block = 2 ** bits;
  if (view.getUint32(8, true) & HAS_SUM) {
    const length = Math.max(block, 4096) - HEAD_AT;
    const checked = source.read(HEAD_AT, length).slice();
    checked.fill(0, 4, 8);
    if (crc32c(0xffffffff, checked) !== view.getUint32(4, true))
      throw damaged('the head of erofs', 'it does not agree with its sum');
  }
  const features = view.getUint32(80, true);
  if (features & ~UNDERSTOOD)
    throw notRead(
      `erofs with features ${(features & ~UNDERSTOOD).toString(16)}`,
      'copy its files out of the mounted image',
    );
  const lz4 = await loadBlockDecoder('lz4');
  const usesLzma = features & HAS_SETTINGS && view.getUint16(84, true) & 2;
  const lzma = usesLzma ? await loadBlockDecoder('microLzma') : null;
  return new Erofs(source, view, block, [lz4, lzma], (features & ZERO_PADDED) !== 0);
}

class Erofs implements FileSystem {
  readonly format = 'erofs';
  readonly made: number;
  readonly root: FileNode;
  private readonly meta: number;

  constructor(
    private readonly source: ByteSource,
    head: DataView,
    private readonly block: number,
    private readonly decoders: readonly (BlockDecoder | null)[],
    private readonly isPadded: boolean,
  ) {
    this.made = longAt(head, 24, 'the head of erofs');
    this.meta = head.getUint32(40, true) * block;
    this.root = this.node(head.getUint16(14, true));
    if (this.root.kind !== 'folder') throw damaged('the root of erofs', 'it is no folder');
  }

  private node(number: number): ErofsNode {
    const at = this.meta + number * 32;
    const format = viewOf(this.source.read(at, 2)).getUint16(0, true);
    const isLong = (format & 1) !== 0;
    const view = viewOf(this.source.read(at, isLong ? 64 : 32));
    const attributes = view.getUint16(2, true);
    const mode = view.getUint16(4, true);
    const layout = (format >> 1) & 7;
    if (layout > CHUNKS) throw damaged('an inode of erofs', `layout ${layout} is not known`);
    const kind = KINDS[mode >> 12] ?? 'other';
    const start = view.getUint32(16, true);
    return {
      kind,
      size: isLong ? longAt(view, 8, 'an inode of erofs') : view.getUint32(8, true),
      changed: isLong ? longAt(view, 32, 'an inode of erofs') : this.made,
      mode: mode & 0xfff,
      id: number,
      layout,
      start,
      behind: at + (isLong ? 64 : 32) + (attributes > 0 ? 12 + 4 * (attributes - 1) : 0),
      ...(kind === 'device' && { device: start }),
    };
  }

  entries(folder: FileNode): FolderEntry[] {
    if (folder.size > FOLDER_LIMIT) throw damaged('a folder of erofs', `it states ${folder.size} bytes`);
    const bytes = this.open(folder).read(0, folder.size);
    const found: FolderEntry[] = [];
    for (let at = 0; at < bytes.length; at += this.block) {
      const part = bytes.subarray(at, at + this.block);
      const view = viewOf(part);
      const count = part.length >= 12 ? Math.floor(view.getUint16(8, true) / 12) : 0;
      if (count < 1 || count * 12 > part.length)
        throw damaged('a folder of erofs', 'its names stand nowhere');
      for (let i = 0; i < count; i++) {
        const from = view.getUint16(i * 12 + 8, true);
        const end = i + 1 < count ? view.getUint16(i * 12 + 20, true) : part.length;
        if (from < count * 12 || end < from || end > part.length)
          throw damaged('a folder of erofs', 'a name does not fit into it');
        const raw = part.subarray(from, end);
        const zero = i + 1 < count ? -1 : raw.indexOf(0);
        const name = UTF8.decode(zero < 0 ? raw : raw.subarray(0, zero));
        const number = longAt(view, i * 12, 'a folder of erofs');
        if (name !== '.' && name !== '..') found.push({ name, node: () => this.node(number) });
      }
    }
    return found;
  }

  target(link: FileNode): string {
    if (link.size > 65536) throw damaged('a link of erofs', 'its target is too long');
    return UTF8.decode(this.open(link).read(0, link.size));
  }

  open(file: FileNode): ByteSource {
    const node = file as ErofsNode;
    const part = 'a file of erofs';
    const { block } = this;
    if (node.layout === PLAIN) return partOf(this.source, node.start * block, node.size, part);
    if (node.layout === INLINE) {
      // Whole blocks stand elsewhere, the rest behind the inode.
      const whole = Math.floor(node.size / block) * block;
      const runs: Run[] = [
        { at: 0, length: whole, from: node.start * block },
        { at: whole, length: node.size - whole, from: node.behind },
      ];
      return runsSource(
        this.source,
        runs.filter(({ length }) => length > 0),
        node.size,
        part,
      );
    }
    if (node.layout === CHUNKS) return this.chunked(node);
    return this.compressed(node);
  }

  private chunked(node: ErofsNode): ByteSource {
    const chunk = this.block * 2 ** (node.start & 31);
    const width = node.start & 32 ? 8 : 4;
    const table = Math.ceil(node.behind / width) * width;
    return pieceSource(node.size, 'a file of erofs', (at) => {
      const index = Math.floor(at / chunk);
      const view = viewOf(this.source.read(table + index * width, width));
      const place = view.getUint32(width - 4, true);
      if (width === 8 && view.getUint16(2, true) !== 0)
        throw notRead('erofs over several devices', 'copy its files out of the mounted image');
      const within = at - index * chunk;
      const length = Math.min(chunk, node.size - index * chunk) - within;
      if (place === HOLE) return { length, bytes: null };
      return { length, bytes: (count) => this.source.read(place * this.block + within, count) };
    });
  }

  private compressed(node: ErofsNode): ByteSource {
    const clusters = clustersOf(this.source, { ...node, isCompact: node.layout === COMPACT }, this.block);
    const contents = cachedBy(4, (index: number) => this.decode(clusters[index]));
    return pieceSource(node.size, 'a file of erofs', (at) => {
      let low = 0;
      let high = clusters.length - 1;
      while (low < high) {
        const middle = (low + high + 1) >> 1;
        if (clusters[middle].at <= at) low = middle;
        else high = middle - 1;
      }
      const { at: start, length } = clusters[low];
      const bytes = contents(low);
      return {
        length: start + length - at,
        bytes: (count) => bytes.subarray(at - start, at - start + count),
      };
    });
  }

  private decode({ from, bytes, length, algorithm, shift }: Cluster): Uint8Array {
    const raw = this.source.read(from, bytes);
    if (algorithm === null) {
      if (length > bytes) throw damaged('a file of erofs', 'a cluster is shorter than it should be');
      if (shift === 0) return raw.subarray(0, length);
      const turned = new Uint8Array(bytes);
      turned.set(raw.subarray(shift));
      turned.set(raw.subarray(0, shift), bytes - shift);
      return turned.subarray(0, length);
    }
    const decoder = this.decoders[algorithm];
    if (!decoder) throw notRead('a compression of erofs', 'copy its files out of the mounted image');
    // Zeros stand before what is compressed, so that it ends where its block does.
    const first = this.isPadded
      ? Math.max(
          0,
          raw.findIndex((byte) => byte !== 0),
        )
      : 0;
    const decoded = decoder(raw.subarray(first), length);
    if (decoded.length !== length) throw damaged('a file of erofs', 'a cluster is shorter than it should be');
    return decoded;
  }
}

const UTF8 = new TextDecoder();
const KINDS: Readonly<Record<number, FileNode['kind']>> = {
  2: 'device',
  4: 'folder',
  6: 'device',
  8: 'file',
  10: 'link',
};
