/**
 * squashfs 4.0 (Documentation/filesystems/squashfs.rst; "The Squashfs archive format"): folders, files with blocks, holes
 * and fragments, links. Extended attributes, owners and the export table are not looked at.
 */
import { cachedBy, longAt, pieceSource, viewOf, type ByteSource } from './byteSource.ts';
import { loadBlockDecoder, type BlockCompression, type BlockDecoder } from './blockDecoders.ts';
import type { FileNode, FileSystem, FolderEntry } from './fileSystem.ts';
import { cutAt, damaged, notRead } from './imageFault.ts';

const MAGIC = 0x73717368;
const HEAD = 96;
const METADATA = 8192;
/** Compressors by their number (squashfs_fs.h); 2 is a form of lzma that no released tool makes. */
const COMPRESSIONS: Readonly<Record<number, BlockCompression>> = {
  1: 'zlib',
  3: 'lzo',
  4: 'xz',
  5: 'lz4',
  6: 'zstd',
};
const NO_FRAGMENT = 0xffffffff;
/** More than the largest folder of a system. */
const FOLDER_LIMIT = 64 << 20;

/** True for a head of at least 32 bytes that begins such a file system. */
export const isSquashfs = (head: Uint8Array): boolean =>
  head.length >= 32 && viewOf(head).getUint32(0, true) === MAGIC && viewOf(head).getUint16(28, true) === 4;

interface Layout {
  readonly blockSize: number;
  readonly inodes: number;
  readonly folders: number;
  readonly fragments: number;
  readonly fragmentCount: number;
  readonly end: number;
}

/** An inode, as far as it is used. */
interface SquashNode extends FileNode {
  /** A folder's place in the table of folders, or where the blocks of a file begin. */
  readonly start: number;
  readonly offset: number;
  readonly fragment: number;
  /** Where the list of a file's blocks stands in the table of inodes. */
  readonly list: Place;
}

interface Place {
  readonly block: number;
  readonly offset: number;
}

/** Opens a file system. Throws `ImageFault`. */
export async function openSquashfs(source: ByteSource): Promise<FileSystem> {
  const head = viewOf(source.read(0, HEAD));
  const number = head.getUint16(20, true);
  const compression = COMPRESSIONS[number];
  if (!compression) throw notRead(`squashfs with compressor ${number}`, 'unpack it with its own tool');
  const layout: Layout = {
    blockSize: head.getUint32(12, true),
    fragmentCount: head.getUint32(16, true),
    end: longAt(head, 40, 'the head of squashfs'),
    inodes: longAt(head, 64, 'the head of squashfs'),
    folders: longAt(head, 72, 'the head of squashfs'),
    fragments: head.getUint32(16, true) > 0 ? longAt(head, 80, 'the head of squashfs') : 0,
  };
  const isPower = layout.blockSize === 2 ** head.getUint16(22, true);
  if (!isPower || layout.blockSize < 4096 || layout.blockSize > 1 << 20)
    throw damaged('the head of squashfs', 'the size of its blocks is none that it may have');
  if (layout.end > source.size) throw cutAt('the squashfs', layout.end, source.size);
  return new Squashfs(source, layout, await loadBlockDecoder(compression), head);
}

class Squashfs implements FileSystem {
  readonly format = 'squashfs';
  readonly made: number;
  readonly root: FileNode;

  constructor(
    private readonly source: ByteSource,
    private readonly layout: Layout,
    private readonly decode: BlockDecoder,
    head: DataView,
  ) {
    this.made = head.getUint32(8, true);
    this.root = this.node(Number(head.getBigUint64(32, true)));
    if (this.root.kind !== 'folder') throw damaged('the root of squashfs', 'it is no folder');
  }

  /** Blocks of the tables: their contents, and where the next one begins. */
  private readonly metadata = cachedBy(512, (at: number) => {
    const stated = viewOf(this.source.read(at, 2)).getUint16(0, true);
    const length = stated & 0x7fff;
    const isPlain = (stated & 0x8000) !== 0;
    if (length > METADATA) throw damaged('a table of squashfs', 'a block is too long');
    const raw = this.source.read(at + 2, length || (isPlain ? 0x8000 : 0));
    return { bytes: isPlain ? raw : this.decode(raw, METADATA), next: at + 2 + raw.length };
  });

  private readonly blocks = cachedBy(24, (key: string) => {
    const [at, stated] = key.split(' ').map(Number);
    return this.blockAt(at, stated);
  });

  private blockAt(at: number, stated: number): Uint8Array {
    const length = stated & 0xffffff;
    if (length > this.layout.blockSize) throw damaged('a file of squashfs', 'a block is too long');
    const raw = this.source.read(at, length);
    return stated & 0x1000000 ? raw : this.decode(raw, this.layout.blockSize);
  }

  /** `length` bytes of a table from a place on, which may go over its blocks. */
  private table(start: number, place: Place, length: number): { bytes: Uint8Array; end: Place } {
    let at = start + place.block;
    let offset = place.offset;
    const bytes = new Uint8Array(length);
    for (let done = 0; ;) {
      const block = this.metadata(at);
      const part = block.bytes.subarray(offset, offset + length - done);
      bytes.set(part, done);
      done += part.length;
      offset += part.length;
      if (done === length) return { bytes, end: { block: at - start, offset } };
      if (block.bytes.length < METADATA && part.length === 0)
        throw damaged('a table of squashfs', 'it ends before what it should hold');
      at = block.next;
      offset = 0;
    }
  }

  private node(reference: number): SquashNode {
    const place = { block: Math.floor(reference / 65536), offset: reference % 65536 };
    const take = (length: number) => this.table(this.layout.inodes, place, length);
    const type = viewOf(take(2).bytes).getUint16(0, true);
    const kind = KINDS[type];
    if (!kind) throw damaged('an inode of squashfs', `kind ${type} is not known`);
    const { bytes, end } = take(kind.length);
    const view = viewOf(bytes);
    const base = {
      kind: kind.kind,
      mode: view.getUint16(2, true) & 0xfff,
      changed: view.getUint32(8, true),
      id: view.getUint32(12, true),
      size: 0,
      start: 0,
      offset: 0,
      fragment: NO_FRAGMENT,
      list: end,
    };
    return { ...base, ...kind.read(view) };
  }

  entries(folder: FileNode): FolderEntry[] {
    const { start, offset, size } = folder as SquashNode;
    // What a folder states counts three bytes that are nowhere.
    const length = size - 3;
    if (length > FOLDER_LIMIT) throw damaged('a folder of squashfs', `it states ${size} bytes`);
    if (length <= 0) return [];
    const { bytes } = this.table(this.layout.folders, { block: start, offset }, length);
    const view = viewOf(bytes);
    const entries: FolderEntry[] = [];
    for (let at = 0; at < length;) {
      if (at + 12 > length) throw damaged('a folder of squashfs', 'it ends within a name');
      const count = view.getUint32(at, true) + 1;
      const block = view.getUint32(at + 4, true);
      if (count > 256) throw damaged('a folder of squashfs', 'a run of names is too long');
      at += 12;
      for (let i = 0; i < count; i++) {
        const nameLength = at + 8 <= length ? view.getUint16(at + 6, true) + 1 : Infinity;
        if (at + 8 + nameLength > length) throw damaged('a folder of squashfs', 'it ends within a name');
        const reference = block * 65536 + view.getUint16(at, true);
        entries.push({
          name: UTF8.decode(bytes.subarray(at + 8, at + 8 + nameLength)),
          node: () => this.node(reference),
        });
        at += 8 + nameLength;
      }
    }
    return entries;
  }

  target(link: FileNode): string {
    const { list, size } = link as SquashNode;
    if (size > 65536) throw damaged('a link of squashfs', 'its target is too long');
    return UTF8.decode(this.table(this.layout.inodes, list, size).bytes);
  }

  open(file: FileNode): ByteSource {
    const { size, start, list, fragment, offset } = file as SquashNode;
    const { blockSize } = this.layout;
    const whole = Math.floor(size / blockSize);
    const tail = size % blockSize;
    const count = fragment === NO_FRAGMENT ? Math.ceil(size / blockSize) : whole;
    // A list of blocks takes four bytes of the image for each, but for blocks of nothing.
    if (count * 4 > 64 << 20) throw damaged('a file of squashfs', `it states ${size} bytes`);
    const sizes = count > 0 ? viewOf(this.table(this.layout.inodes, list, count * 4).bytes) : null;
    const starts = new Float64Array(count);
    for (let i = 0, at = start; i < count; i++) {
      starts[i] = at;
      at += sizes!.getUint32(i * 4, true) & 0xffffff;
    }
    return pieceSource(size, 'a file of squashfs', (at) => {
      const index = Math.floor(at / blockSize);
      const from = at - index * blockSize;
      const length = (index === whole ? tail : blockSize) - from;
      if (index >= count) {
        const bytes = this.fragment(fragment, offset, tail).subarray(from);
        return { length, bytes: (most) => bytes.subarray(0, most) };
      }
      const stated = sizes!.getUint32(index * 4, true);
      if (stated === 0) return { length, bytes: null };
      const bytes = this.blocks(`${starts[index]} ${stated}`);
      if (bytes.length < from + length)
        throw damaged('a file of squashfs', 'a block is shorter than it should be');
      return { length, bytes: (most) => bytes.subarray(from, from + most) };
    });
  }

  private fragment(index: number, offset: number, length: number): Uint8Array {
    if (index >= this.layout.fragmentCount) throw damaged('a file of squashfs', 'its end is in no fragment');
    const { fragments } = this.layout;
    const pointer = viewOf(this.source.read(fragments + Math.floor(index / 512) * 8, 8));
    const block = this.metadata(longAt(pointer, 0, 'the table of fragments')).bytes;
    const at = (index % 512) * 16;
    if (at + 16 > block.length) throw damaged('the table of fragments', 'it ends before what it should hold');
    const view = viewOf(block.subarray(at, at + 16));
    const bytes = this.blocks(`${longAt(view, 0, 'the table of fragments')} ${view.getUint32(8, true)}`);
    if (offset + length > bytes.length)
      throw damaged('a fragment of squashfs', 'it is shorter than it should be');
    return bytes.subarray(offset, offset + length);
  }
}

const UTF8 = new TextDecoder();

interface InodeKind {
  readonly kind: FileNode['kind'];
  /** Bytes of the inode, without what follows of changing length. */
  readonly length: number;
  readonly read: (view: DataView) => Partial<SquashNode>;
}

/** A device's number as Linux packs it. */
const deviceNumber = (view: DataView): number => view.getUint32(20, true);

const FOLDER: InodeKind = {
  kind: 'folder',
  length: 32,
  read: (view) => ({
    start: view.getUint32(16, true),
    size: view.getUint16(24, true),
    offset: view.getUint16(26, true),
  }),
};
const LONG_FOLDER: InodeKind = {
  kind: 'folder',
  length: 40,
  read: (view) => ({
    size: view.getUint32(20, true),
    start: view.getUint32(24, true),
    offset: view.getUint16(34, true),
  }),
};
const FILE: InodeKind = {
  kind: 'file',
  length: 32,
  read: (view) => ({
    start: view.getUint32(16, true),
    fragment: view.getUint32(20, true),
    offset: view.getUint32(24, true),
    size: view.getUint32(28, true),
  }),
};
const LONG_FILE: InodeKind = {
  kind: 'file',
  length: 56,
  read: (view) => ({
    start: longAt(view, 16, 'an inode of squashfs'),
    size: longAt(view, 24, 'an inode of squashfs'),
    fragment: view.getUint32(44, true),
    offset: view.getUint32(48, true),
  }),
};
const LINK: InodeKind = { kind: 'link', length: 24, read: (view) => ({ size: view.getUint32(20, true) }) };
const DEVICE: InodeKind = { kind: 'device', length: 24, read: (view) => ({ device: deviceNumber(view) }) };
const OTHER: InodeKind = { kind: 'other', length: 20, read: () => ({}) };

/** By the number of their kind. */
const KINDS: Readonly<Record<number, InodeKind>> = {
  1: FOLDER,
  2: FILE,
  3: LINK,
  4: DEVICE,
  5: DEVICE,
  6: OTHER,
  7: OTHER,
  8: LONG_FOLDER,
  9: LONG_FILE,
  10: LINK,
  11: DEVICE,
  12: DEVICE,
  13: OTHER,
  14: OTHER,
};
