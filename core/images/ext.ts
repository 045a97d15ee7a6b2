/**
 * ext2, ext3 and ext4 (Documentation/filesystems/ext4): blocks by map or extents, 64 bits, inline data, hashed folders, fast
 * links. Tables with sums are held against them. The journal is not replayed; that it should be is said.
 */
import {
  cachedBy,
  latinText,
  runsSource,
  viewOf,
  bytesSource,
  type ByteSource,
  type Run,
} from './byteSource.ts';
import { crc32c } from './crc.ts';
import type { FileNode, FileSystem, FolderEntry } from './fileSystem.ts';
import { damaged, ImageFault, notRead } from './imageFault.ts';

const HEAD_AT = 1024;
const MAGIC = 0xef53;
const ROOT = 2;
const FOLDER_LIMIT = 256 << 20;
const RUNS_LIMIT = 1 << 20;

/** Features without which nothing can be read (s_feature_incompat). */
const RECOVER = 0x4;
const META_GROUPS = 0x10;
const LONG = 0x80;
const HAS_SEED = 0x2000;
const UNREADABLE: readonly (readonly [bit: number, what: string])[] = [
  [0x1, 'compressed files'],
  [0x8, 'a journal only'],
];
/** Features that only writing depends on (s_feature_ro_compat). */
const SPARSE = 0x1;
const SUMS = 0x400;

const HAS_EXTENTS = 0x80000;
const IS_INLINE = 0x10000000;
const IS_ENCRYPTED = 0x800;

/** True for a head of at least 1,084 bytes that begins such a file system. */
export const isExt = (head: Uint8Array): boolean =>
  head.length >= HEAD_AT + 60 && viewOf(head).getUint16(HEAD_AT + 56, true) === MAGIC;

interface ExtNode extends FileNode {
  readonly flags: number;
  readonly inode: Uint8Array;
  /** The sum that those of its own tables go on from. */
  readonly seed: number;
}

/** Opens a file system. Throws `ImageFault`. */
export function openExt(source: ByteSource): FileSystem {
  const head = source.read(HEAD_AT, 1024);
  const view = viewOf(head);
  const incompatible = view.getUint32(96, true);
  for (const [bit, what] of UNREADABLE)
    if (incompatible & bit) throw notRead(`ext with ${what}`, 'copy its files out of the mounted image');
  const hasSums = (view.getUint32(100, true) & SUMS) !== 0;
  if (hasSums && crc32c(ALL_SET, head.subarray(0, 1020)) !== view.getUint32(1020, true))
    throw damaged('the head of ext', 'it does not agree with its sum');
  const shift = view.getUint32(24, true);
  const perGroup = view.getUint32(40, true);
  const inodeSize = view.getUint32(76, true) > 0 ? view.getUint16(88, true) : 128;
  if (shift > 6 || perGroup === 0 || inodeSize < 128 || inodeSize > 1024 << shift)
    throw damaged('the head of ext', 'its numbers are none that it may have');
  return new Ext(source, head, {
    block: 1024 << shift,
    blocksPerGroup: view.getUint32(32, true),
    first: view.getUint32(20, true),
    inodes: view.getUint32(0, true),
    perGroup,
    inodeSize,
    descriptor: incompatible & LONG ? Math.max(view.getUint16(254, true), 32) : 32,
    hasSums,
    seed: incompatible & HAS_SEED ? view.getUint32(624, true) : crc32c(ALL_SET, head.subarray(104, 120)),
    firstMetaGroup: incompatible & META_GROUPS ? view.getUint32(260, true) : Infinity,
    isSparse: (view.getUint32(100, true) & SPARSE) !== 0,
  });
}

const ALL_SET = 0xffffffff;

interface Layout {
  readonly block: number;
  readonly blocksPerGroup: number;
  readonly first: number;
  readonly inodes: number;
  readonly perGroup: number;
  readonly inodeSize: number;
  readonly descriptor: number;
  readonly hasSums: boolean;
  readonly seed: number;
  readonly firstMetaGroup: number;
  readonly isSparse: boolean;
}

class Ext implements FileSystem {
  readonly format: string;
  readonly made: number;
  readonly root: FileNode;
  readonly remark?: ImageFault;

  constructor(
    private readonly source: ByteSource,
    head: Uint8Array,
    private readonly layout: Layout,
  ) {
    const view = viewOf(head);
    const features = view.getUint32(96, true);
    const hasJournal = (view.getUint32(92, true) & 4) !== 0;
    this.format =
      features & 0x2c0 || view.getUint32(100, true) & 0x478 ? 'ext4' : hasJournal ? 'ext3' : 'ext2';
    // When it was written last: a disk that is in use goes on changing.
    this.made = view.getUint32(48, true) || view.getUint32(264, true);
    if (features & RECOVER)
      this.remark = damaged(
        'the journal of ext',
        'it was not put away cleanly, and its last changes are not read',
      );
    this.root = this.node(ROOT);
    if (this.root.kind !== 'folder') throw damaged('the root of ext', 'it is no folder');
  }

  /** Where the inodes of a group stand. */
  private readonly tableOf = cachedBy(4096, (group: number): number => {
    const { block, descriptor, first, firstMetaGroup, blocksPerGroup, isSparse, seed, hasSums } = this.layout;
    const perBlock = Math.floor(block / descriptor);
    const index = Math.floor(group / perBlock);
    const meta = index * perBlock;
    // With small blocks that are given out in clusters, the head stands in the second block of the first group.
    const moved = block === 1024 && first === 0 ? 1 : 0;
    const start =
      index < firstMetaGroup
        ? first + moved + 1 + index
        : first + meta * blocksPerGroup + (!isSparse || holdsCopy(meta) ? 1 : 0) + (meta === 0 ? moved : 0);
    const bytes = this.source.read(start * block + (group % perBlock) * descriptor, descriptor);
    const view = viewOf(bytes);
    if (hasSums) {
      const checked = bytes.slice();
      checked.fill(0, 30, 32);
      const sum = crc32c(crc32c(seed, fourBytes(group)), checked) & 0xffff;
      if (sum !== view.getUint16(30, true)) throw damaged('a group of ext', 'it does not agree with its sum');
    }
    const high = descriptor >= 64 ? view.getUint32(40, true) : 0;
    return (high * 2 ** 32 + view.getUint32(8, true)) * block;
  });

  private node(number: number): ExtNode {
    const { inodes, perGroup, inodeSize, hasSums, seed } = this.layout;
    if (number < 1 || number > inodes) throw damaged('a folder of ext', `inode ${number} does not exist`);
    const table = this.tableOf(Math.floor((number - 1) / perGroup));
    const inode = this.source.read(table + ((number - 1) % perGroup) * inodeSize, inodeSize);
    const view = viewOf(inode);
    const own = crc32c(crc32c(seed, fourBytes(number)), inode.subarray(100, 104));
    if (hasSums) this.checkInode(inode, own, number);
    const mode = view.getUint16(0, true);
    const size = view.getUint32(108, true) * 2 ** 32 + view.getUint32(4, true);
    const device = view.getUint32(40, true) || view.getUint32(44, true);
    const kind = KINDS[mode >> 12] ?? 'other';
    return {
      kind,
      size: kind === 'link' ? view.getUint32(4, true) : size,
      changed: view.getUint32(16, true),
      mode: mode & 0xfff,
      id: number,
      flags: view.getUint32(32, true),
      inode,
      seed: own,
      ...(kind === 'device' && { device }),
    };
  }

  private checkInode(inode: Uint8Array, seed: number, number: number): void {
    const view = viewOf(inode);
    const isLong = inode.length > 128 && view.getUint16(128, true) >= 4;
    const checked = inode.slice();
    checked.fill(0, 124, 126);
    if (isLong) checked.fill(0, 130, 132);
    const stated = view.getUint16(124, true) + (isLong ? view.getUint16(130, true) * 65536 : 0);
    const sum = crc32c(seed, checked);
    if ((isLong ? sum : sum & 0xffff) !== stated)
      throw damaged(`inode ${number} of ext`, 'it does not agree with its sum');
  }

  entries(folder: FileNode): FolderEntry[] {
    const node = folder as ExtNode;
    if (node.flags & IS_ENCRYPTED)
      throw notRead('an encrypted folder of ext', 'unlock it and copy its files');
    if (node.size > FOLDER_LIMIT) throw damaged('a folder of ext', `it states ${node.size} bytes`);
    if (node.flags & IS_INLINE) {
      const bytes = inlineData(node);
      // The folder above stands first, by its number only; then names, in two parts.
      return [...this.names(bytes.subarray(4, 60)), ...this.names(bytes.subarray(60))];
    }
    const bytes = this.open(node).read(0, node.size);
    const found: FolderEntry[] = [];
    const { block } = this.layout;
    for (let at = 0; at < bytes.length; at += block) {
      const part = bytes.subarray(at, at + block);
      if (this.layout.hasSums) checkFolder(part, node.seed);
      found.push(...this.names(part));
    }
    return found;
  }

  private names(block: Uint8Array): FolderEntry[] {
    const view = viewOf(block);
    const found: FolderEntry[] = [];
    for (let at = 0; at + 8 <= block.length;) {
      const number = view.getUint32(at, true);
      const stated = view.getUint16(at + 4, true);
      // A length that would take seventeen bits is written in another way (ext4, "rec_len").
      const length = block.length >= 65536 && (stated === 65535 || stated === 0) ? 65536 : stated;
      const nameLength = block[at + 6];
      if (length < 8 || length % 4 !== 0 || at + length > block.length || nameLength + 8 > length)
        throw damaged('a folder of ext', 'an entry does not fit into it');
      const name = UTF8.decode(block.subarray(at + 8, at + 8 + nameLength));
      if (number !== 0 && name !== '.' && name !== '..') found.push({ name, node: () => this.node(number) });
      at += length;
    }
    return found;
  }

  target(link: FileNode): string {
    const node = link as ExtNode;
    if (node.size > 65536) throw damaged('a link of ext', 'its target is too long');
    const isFast = node.size < 60 && !(node.flags & (HAS_EXTENTS | IS_INLINE));
    const bytes = isFast ? node.inode.subarray(40, 40 + node.size) : this.open(node).read(0, node.size);
    return UTF8.decode(bytes);
  }

  open(file: FileNode): ByteSource {
    const node = file as ExtNode;
    if (node.flags & IS_ENCRYPTED) throw notRead('an encrypted file of ext', 'unlock it and copy its files');
    if (node.flags & IS_INLINE) {
      const bytes = inlineData(node);
      if (bytes.length < node.size) throw damaged('a file of ext', 'it is shorter than it should be');
      return bytesSource(bytes.subarray(0, node.size));
    }
    const runs = node.flags & HAS_EXTENTS ? this.extents(node) : this.mapped(node);
    return runsSource(this.source, runs, node.size, 'a file of ext');
  }

  /** The runs of a tree of extents, in rising order ("Extent Tree"). */
  private extents(node: ExtNode): Run[] {
    const runs: Run[] = [];
    const { block, hasSums } = this.layout;
    const go = (bytes: Uint8Array, depth: number): void => {
      const view = viewOf(bytes);
      const count = view.getUint16(2, true);
      const stated = view.getUint16(6, true);
      if (
        view.getUint16(0, true) !== 0xf30a ||
        stated > 5 ||
        count * 12 + 12 > bytes.length ||
        (depth >= 0 && stated !== depth)
      )
        throw damaged('a file of ext', 'its tree of extents is none');
      if (hasSums && depth >= 0) {
        const end = 12 + view.getUint16(4, true) * 12;
        if (end + 4 > bytes.length || crc32c(node.seed, bytes.subarray(0, end)) !== view.getUint32(end, true))
          throw damaged('a file of ext', 'its tree of extents does not agree with its sum');
      }
      for (let i = 0; i < count; i++) {
        const at = 12 + i * 12;
        const number = view.getUint32(at, true) * block;
        if (stated > 0) {
          const below = view.getUint16(at + 8, true) * 2 ** 32 + view.getUint32(at + 4, true);
          go(this.source.read(below * block, block), stated - 1);
          continue;
        }
        const length = view.getUint16(at + 4, true);
        const from = (view.getUint16(at + 6, true) * 2 ** 32 + view.getUint32(at + 8, true)) * block;
        const isEmpty = length > 32768; // set aside, and never written
        const last = runs.at(-1);
        if (runs.length >= RUNS_LIMIT || (last && number < last.at + last.length))
          throw damaged('a file of ext', 'its extents are out of order');
        runs.push({
          at: number,
          length: (isEmpty ? length - 32768 : length) * block,
          from: isEmpty ? null : from,
        });
      }
    };
    go(node.inode.subarray(40, 100), -1);
    return runs;
  }

  /** The runs of a map of blocks: twelve of them, then blocks of such numbers, to the third degree. */
  private mapped(node: ExtNode): Run[] {
    const { block } = this.layout;
    const wanted = Math.ceil(node.size / block);
    const runs: Run[] = [];
    let number = 0;
    const put = (place: number) => {
      const at = number++ * block;
      if (place === 0) return;
      const from = place * block;
      const last = runs.at(-1);
      if (last && last.at + last.length === at && last.from! + last.length === from)
        runs[runs.length - 1] = { ...last, length: last.length + block };
      else runs.push({ at, length: block, from });
      if (runs.length > RUNS_LIMIT) throw damaged('a file of ext', 'its blocks are in too many places');
    };
    const go = (place: number, degree: number): void => {
      if (number >= wanted) return;
      if (degree === 0) return put(place);
      if (place === 0) {
        number += (block / 4) ** degree;
        return;
      }
      const view = viewOf(this.source.read(place * block, block));
      for (let i = 0; i < block / 4 && number < wanted; i++) go(view.getUint32(i * 4, true), degree - 1);
    };
    const view = viewOf(node.inode);
    for (let i = 0; i < 15; i++) go(view.getUint32(40 + i * 4, true), Math.max(0, i - 11));
    return runs;
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

const fourBytes = (value: number): Uint8Array => {
  const bytes = new Uint8Array(4);
  viewOf(bytes).setUint32(0, value, true);
  return bytes;
};

/** True for groups that hold a copy of the head: 0, 1, and powers of 3, 5 and 7. */
function holdsCopy(group: number): boolean {
  if (group <= 1) return true;
  return [3, 5, 7].some((base) => {
    let power = base;
    while (power < group) power *= base;
    return power === group;
  });
}

/** A block of a folder ends with its sum; those of an index have it elsewhere, and hold no names. */
function checkFolder(block: Uint8Array, seed: number): void {
  const view = viewOf(block);
  const end = block.length - 12;
  const hasTail =
    view.getUint32(end, true) === 0 && view.getUint16(end + 4, true) === 12 && block[end + 7] === 0xde;
  if (hasTail && crc32c(seed, block.subarray(0, end)) !== view.getUint32(end + 8, true))
    throw damaged('a folder of ext', 'it does not agree with its sum');
}

const ATTRIBUTES = 0xea020000;
const SYSTEM = 7;

/** What stands in the inode itself: sixty bytes, and what goes on in its attribute `system.data`. */
function inlineData({ inode }: ExtNode): Uint8Array {
  const first = inode.subarray(40, 100);
  const view = viewOf(inode);
  const start = 128 + (inode.length > 128 ? view.getUint16(128, true) : 0);
  if (start + 4 > inode.length || view.getUint32(start, true) !== ATTRIBUTES) return first;
  const entries = start + 4;
  for (let at = entries; at + 16 <= inode.length && view.getUint32(at, true) !== 0;) {
    const length = inode[at];
    const name = latinText(inode.subarray(at + 16, at + 16 + length));
    if (inode[at + 1] === SYSTEM && name === 'data') {
      const from = entries + view.getUint16(at + 2, true);
      const size = view.getUint32(at + 8, true);
      if (from + size > inode.length)
        throw damaged('a file of ext', 'its attribute does not fit into the inode');
      const bytes = new Uint8Array(60 + size);
      bytes.set(first);
      bytes.set(inode.subarray(from, from + size), 60);
      return bytes;
    }
    at += (16 + length + 3) & ~3;
  }
  return first;
}
