/** The clusters of a compressed file of erofs: from the index of its logical blocks, full or packed (fs/erofs/zmap.c). */
import { viewOf, type ByteSource } from './byteSource.ts';
import { damaged, notRead } from './imageFault.ts';

/** A cluster: what it holds of the file, and where its bytes stand. */
export interface Cluster {
  readonly at: number;
  readonly length: number;
  readonly from: number;
  readonly bytes: number;
  /** Which compression; null for bytes as they are. */
  readonly algorithm: number | null;
  /** How far bytes as they are have been turned round. */
  readonly shift: number;
}

interface CompressedFile {
  readonly size: number;
  readonly behind: number;
  readonly isCompact: boolean;
}

/** What a logical block begins. */
interface Head {
  readonly number: number;
  readonly offset: number;
  readonly type: number;
  readonly block: number;
  blocks: number;
}

const NOT_HEAD = 2;
const SECOND_HEAD = 3;
const COUNT_MARK = 1 << 11;
const PACKED_BY_TWO = 1;
const BIG_FIRST = 2;
const BIG_SECOND = 4;
const INLINE_TAIL = 8;
const INTERLACED = 16;
const FRAGMENTS = 32;

/** All clusters in rising order. Throws `ImageFault`. */
export function clustersOf(source: ByteSource, file: CompressedFile, block: number): Cluster[] {
  const part = 'a file of erofs';
  if (file.size === 0) return [];
  const headAt = Math.ceil(file.behind / 8) * 8;
  const head = viewOf(source.read(headAt, 8));
  const advise = head.getUint16(4, true);
  const algorithms = head.getUint8(6);
  const clusterBits = head.getUint8(7);
  if (advise & FRAGMENTS || clusterBits & 0x80)
    throw notRead('a file of erofs that is shared', 'copy its files out of the mounted image');
  const unit = block * 2 ** (clusterBits & 7);
  const count = Math.ceil(file.size / unit);
  if (count > 1 << 22) throw damaged(part, `it states ${file.size} bytes`);
  const index = file.isCompact
    ? packedIndex(source, headAt + 8, count, unit, advise)
    : fullIndex(source, headAt + 16, count, unit);
  const { end } = index;
  // Where a file ends within a block, that is marked like the beginning of one more.
  const heads = index.heads.filter(({ number, offset }) => number * unit + offset < file.size);
  if (heads.length === 0 || heads[0].number * unit + heads[0].offset !== 0)
    throw damaged(part, 'its index does not begin');
  const tail = advise & INLINE_TAIL ? head.getUint16(2, true) : 0;
  return heads.map((each, i): Cluster => {
    const at = each.number * unit + each.offset;
    const next = heads[i + 1];
    const length = (next ? next.number * unit + next.offset : file.size) - at;
    if (length <= 0) throw damaged(part, 'its index is out of order');
    const isInline = tail > 0 && i === heads.length - 1;
    const isPlain = each.type === 0;
    return {
      at,
      length,
      from: isInline ? end : each.block * block,
      bytes: isInline ? tail : each.blocks * block,
      algorithm: isPlain ? null : each.type === SECOND_HEAD ? algorithms >> 4 : algorithms & 15,
      shift: isPlain && advise & INTERLACED && !isInline ? each.offset : 0,
    };
  });
}

interface Index {
  readonly heads: Head[];
  /** Where the index ends. */
  readonly end: number;
}

function fullIndex(source: ByteSource, start: number, count: number, unit: number): Index {
  const view = viewOf(source.read(start, count * 8));
  const heads: Head[] = [];
  for (let number = 0; number < count; number++) {
    const type = view.getUint16(number * 8, true) & 3;
    const mark = view.getUint16(number * 8 + 4, true);
    if (type === NOT_HEAD) {
      const last = heads.at(-1);
      if (mark & COUNT_MARK && last) last.blocks = mark & ~COUNT_MARK;
      continue;
    }
    const offset = view.getUint16(number * 8 + 2, true);
    if (offset >= unit) throw damaged('a file of erofs', 'a cluster begins behind its block');
    heads.push({ number, offset, type, block: view.getUint32(number * 8 + 4, true), blocks: 1 });
  }
  return { heads, end: start + count * 8 };
}

/** Two blocks in eight bytes, or sixteen in 32; the number of the first block on the disk stands at each pack's end. */
function packedIndex(source: ByteSource, start: number, count: number, unit: number, advise: number): Index {
  const first = Math.min(count, ((32 - (start % 32)) / 4) & 7);
  const dense = advise & PACKED_BY_TWO ? Math.floor((count - first) / 16) * 16 : 0;
  const heads: Head[] = [];
  const isBig = (advise & (BIG_FIRST | BIG_SECOND)) !== 0;
  const bits = Math.max(Math.log2(unit), 12);
  let end = start;
  const read = (number: number, at: number, size: number, width: number, entries: number) => {
    const base = Math.floor(at / size) * size;
    const pack = source.read(base, size);
    const view = viewOf(pack);
    const at0 = (at - base) / width;
    const entryBits = ((size - 4) * 8) / (size / width);
    const entry = (i: number) => {
      const place = i * entryBits;
      const byte = Math.floor(place / 8);
      let value = 0;
      for (let k = 0; k < 4 && byte + k < size; k++) value += pack[byte + k] * 2 ** (8 * k);
      value = Math.floor(value / 2 ** (place % 8));
      return { low: value % 2 ** bits, type: Math.floor(value / 2 ** bits) & 3 };
    };
    for (let k = 0; k < entries; k++) {
      const { low, type } = entry(at0 + k);
      if (type === NOT_HEAD) {
        const last = heads.at(-1);
        if (low & COUNT_MARK && last) last.blocks = low & ~COUNT_MARK;
        continue;
      }
      const block = view.getUint32(size - 4, true) + blocksBefore(entry, at0 + k, isBig);
      heads.push({ number: number + k, offset: low, type, block, blocks: 1 });
    }
    end = base + size;
  };
  let number = 0;
  let at = start;
  const each = (many: number, size: number, width: number) => {
    for (let left = many; left > 0;) {
      const room = (size - (at % size)) / width;
      const entries = Math.min(left, room);
      read(number, at, size, width, entries);
      number += entries;
      at += entries * width;
      left -= entries;
    }
  };
  each(first, 8, 4);
  each(dense, 32, 2);
  each(count - first - dense, 8, 4);
  return { heads, end };
}

/** How many blocks of the disk stand in a pack before the one that begins at an entry. */
function blocksBefore(
  entry: (i: number) => { low: number; type: number },
  at: number,
  isBig: boolean,
): number {
  let blocks = isBig ? 0 : 1;
  for (let i = at; i > 0;) {
    i--;
    const { low, type } = entry(i);
    if (!isBig) {
      if (type === NOT_HEAD) i -= low;
      if (i >= 0) blocks++;
    } else if (type === NOT_HEAD) {
      if (low & COUNT_MARK) {
        i--;
        blocks += low & ~COUNT_MARK;
      } else {
        if (low <= 1) throw damaged('a file of erofs', 'its index does not fit together');
        i -= low - 2;
      }
    } else blocks++;
  }
  return blocks;
}
