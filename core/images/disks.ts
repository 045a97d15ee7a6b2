/** Disks of virtual machines, as the disk that they stand for: qcow2 (docs/interop/qcow2.rst), VDI, and VMDK (1.1) where it is one file. */
import { cachedBy, latinText, longAt, pieceSource, viewOf, type ByteSource } from './byteSource.ts';
import { loadBlockDecoder } from './blockDecoders.ts';
import { damaged, notRead } from './imageFault.ts';

/** Larger than any disk that is read: 64 TiB. */
const DISK_LIMIT = 2 ** 46;
const FLATTEN = 'convert it into one disk with “qemu-img convert -O raw”';

/** The disks that are read, by their first bytes. */
export const DISKS = [
  { format: 'qcow2', begins: [0x51, 0x46, 0x49, 0xfb], at: 0, open: openQcow2 },
  { format: 'VMDK', begins: [0x4b, 0x44, 0x4d, 0x56], at: 0, open: openVmdk },
  { format: 'VDI', begins: [0x7f, 0x10, 0xda, 0xbe], at: 64, open: openVdi },
] as const;

async function openQcow2(source: ByteSource): Promise<ByteSource> {
  const part = 'the qcow2 disk';
  const head = viewOf(source.read(0, 72));
  const version = head.getUint32(4);
  if (version !== 2 && version !== 3) throw notRead(`qcow2 of version ${version}`, FLATTEN);
  if (head.getBigUint64(8) !== 0n) throw notRead('a qcow2 disk that rests on another file', FLATTEN);
  if (head.getUint32(32) !== 0) throw notRead('an encrypted qcow2 disk', 'decrypt it first');
  const bits = head.getUint32(20);
  const size = longAt(head, 24, part, false);
  if (bits < 9 || bits > 21 || size > DISK_LIMIT)
    throw damaged(part, 'its numbers are none that it may have');
  const features = version === 3 ? viewOf(source.read(72, 32)) : null;
  const incompatible = features?.getBigUint64(0) ?? 0n;
  if (incompatible & 0x14n) throw notRead('a qcow2 disk with data elsewhere or subclusters', FLATTEN);
  const compression = incompatible & 8n ? source.read(104, 1)[0] : 0;
  const decode = await loadBlockDecoder(compression === 1 ? 'zstd' : 'deflate');
  const cluster = 2 ** bits;
  const perTable = cluster / 8;
  const tableCount = head.getUint32(36);
  if (tableCount * perTable * cluster < size) throw damaged(part, 'its table is shorter than the disk');
  const tableAt = longAt(head, 40, part, false);
  const table = cachedBy(256, (at: number) => viewOf(source.read(at, cluster)));
  const unpacked = cachedBy(64, (entry: bigint) => {
    const shift = BigInt(62 - (bits - 8));
    const at = Number(entry & ((1n << shift) - 1n));
    const sectors = Number((entry >> shift) & ((1n << (62n - shift)) - 1n)) + 1;
    const length = Math.min(sectors * 512 - (at % 512), source.size - at);
    const bytes = decode(source.read(at, length), cluster);
    if (bytes.length !== cluster) throw damaged(part, 'a compressed cluster is too short');
    return bytes;
  });
  return pieceSource(size, part, (at) => {
    const number = Math.floor(at / cluster);
    const within = at - number * cluster;
    const length = cluster - within;
    const first = viewOf(source.read(tableAt + Math.floor(number / perTable) * 8, 8)).getBigUint64(0);
    const offset = Number(first & 0x00fffffffffffe00n);
    if (offset === 0) return { length, bytes: null };
    const entry = table(offset).getBigUint64((number % perTable) * 8);
    if (entry & (1n << 62n)) {
      const bytes = unpacked(entry & ((1n << 62n) - 1n));
      return { length, bytes: (count) => bytes.subarray(within, within + count) };
    }
    const from = Number(entry & 0x00fffffffffffe00n);
    if (from === 0 || entry & 1n) return { length, bytes: null };
    return { length, bytes: (count) => source.read(from + within, count) };
  });
}

async function openVdi(source: ByteSource): Promise<ByteSource> {
  const part = 'the VDI disk';
  const head = viewOf(source.read(0, 512));
  const kind = head.getUint32(76, true);
  if (kind !== 1 && kind !== 2) throw notRead('a VDI disk that rests on another one', FLATTEN);
  const map = head.getUint32(340, true);
  const data = head.getUint32(344, true);
  const size = longAt(head, 368, part);
  const block = head.getUint32(376, true);
  const count = head.getUint32(384, true);
  if (block < 4096 || block > 1 << 28 || size > DISK_LIMIT || count * block < size)
    throw damaged(part, 'its numbers do not fit together');
  return pieceSource(size, part, (at) => {
    const number = Math.floor(at / block);
    const within = at - number * block;
    const place = viewOf(source.read(map + number * 4, 4)).getUint32(0, true);
    // Blocks that were never written, or were let go, are zeros.
    if (place >= 0xfffffffe) return { length: block - within, bytes: null };
    return { length: block - within, bytes: (most) => source.read(data + place * block + within, most) };
  });
}

async function openVmdk(source: ByteSource): Promise<ByteSource> {
  const part = 'the VMDK disk';
  const first = viewOf(source.read(0, 512));
  const AT_END = 0xffffffffffffffffn;
  // One that was written as a stream has the place of its table in a second head, behind all else.
  const head = first.getBigUint64(56, true) === AT_END ? viewOf(source.read(source.size - 1024, 512)) : first;
  if (head.getUint32(0, true) !== 0x564d444b) throw damaged(part, 'its second head is not there');
  const isPacked = (head.getUint32(8, true) & 0x10000) !== 0;
  const sectors = longAt(head, 12, part);
  const grain = longAt(head, 20, part);
  const perTable = head.getUint32(44, true);
  const folder = longAt(head, 56, part) * 512;
  if (grain < 1 || grain > 1 << 16 || perTable < 1 || perTable > 1 << 16 || sectors * 512 > DISK_LIMIT)
    throw damaged(part, 'its numbers are none that it may have');
  const described = latinText(
    source.read(longAt(first, 28, part) * 512, Math.min(longAt(first, 36, part), 40) * 512),
  );
  if (/^parentCID=(?!ffffffff)/m.test(described))
    throw notRead('a VMDK disk that rests on another file', FLATTEN);
  const decode = await loadBlockDecoder('zlib');
  const grainBytes = grain * 512;
  const unpacked = cachedBy(64, (at: number) => {
    const length = viewOf(source.read(at, 12)).getUint32(8, true);
    if (length > grainBytes * 2) throw damaged(part, 'a grain is too long');
    const bytes = decode(source.read(at + 12, length), grainBytes);
    if (bytes.length !== grainBytes) throw damaged(part, 'a grain is too short');
    return bytes;
  });
  return pieceSource(sectors * 512, part, (at) => {
    const number = Math.floor(at / grainBytes);
    const within = at - number * grainBytes;
    const length = grainBytes - within;
    const table = viewOf(source.read(folder + Math.floor(number / perTable) * 4, 4)).getUint32(0, true);
    if (table === 0) return { length, bytes: null };
    const place = viewOf(source.read(table * 512 + (number % perTable) * 4, 4)).getUint32(0, true);
    if (place <= 1) return { length, bytes: null };
    if (!isPacked) return { length, bytes: (count) => source.read(place * 512 + within, count) };
    const bytes = unpacked(place * 512);
    return { length, bytes: (count) => bytes.subarray(within, within + count) };
  });
}
