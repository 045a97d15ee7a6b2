/** What an image may be: one line for each file system and disk, told by its first bytes, never by its name. */
import { latinText, viewOf, type ByteSource } from './byteSource.ts';
import { DISKS } from './disks.ts';
import { isErofs, openErofs } from './erofs.ts';
import { isExt, openExt } from './ext.ts';
import { isFat, openFat } from './fat.ts';
import type { FileSystem } from './fileSystem.ts';
import { openIso } from './iso.ts';
import { hasBootRecord, readPartitions, type Partition } from './partitions.ts';
import { isSquashfs, openSquashfs } from './squashfs.ts';

/** So many bytes tell what an image is. */
const HEAD = 36 * 1024;

/** What an image turned out to be. */
export type OpenedImage =
  | { readonly kind: 'files'; readonly format: string; open(): Promise<FileSystem> }
  | { readonly kind: 'disk'; readonly format: string; open(): Promise<ByteSource> }
  | { readonly kind: 'partitions'; readonly format: string; open(): Promise<readonly Partition[]> }
  /** Known, and not read: what to do instead. */
  | { readonly kind: 'other'; readonly format: string; readonly instead: string };

interface Opener {
  readonly format: string;
  readonly is: (head: Uint8Array) => boolean;
  readonly open: (source: ByteSource) => FileSystem | Promise<FileSystem>;
}

const hasText = (text: string, at: number) => (head: Uint8Array) =>
  latinText(head.subarray(at, at + text.length)) === text;

/** File systems, the stricter first: a volume for discs may begin with a boot record, a disk never with a squashfs. */
const FILE_SYSTEMS: readonly Opener[] = [
  { format: 'squashfs', is: isSquashfs, open: openSquashfs },
  { format: 'ISO 9660', is: hasText('CD001', 32_769), open: openIso },
  { format: 'erofs', is: isErofs, open: openErofs },
  { format: 'ext', is: isExt, open: openExt },
  { format: 'FAT', is: isFat, open: openFat },
];

/** What to do with a file system that is known and not read. */
export const COPY =
  'mount it on a system that can, and give the folder, or run the collector on the system itself';
const DECRYPT = 'unlock it on a system that can, and give what is in it';

/** Known by their first bytes, and named only. */
const OTHERS: readonly { format: string; is: (head: Uint8Array) => boolean; instead: string }[] = [
  { format: 'UDF', is: hasText('BEA01', 32_769), instead: COPY },
  { format: 'xfs', is: hasText('XFSB', 0), instead: COPY },
  { format: 'an encrypted partition', is: hasText('LUKS', 0), instead: DECRYPT },
  { format: 'a volume of several disks', is: hasText('LABELONE', 512), instead: COPY },
  {
    format: 'f2fs',
    is: (head) => head.length > 1028 && viewOf(head).getUint32(1024, true) === 0xf2f52010,
    instead: COPY,
  },
  {
    format: 'an older squashfs',
    is: hasText('hsqs', 0),
    instead: 'unpack it with its own tool, and give the folder',
  },
];
/** Its head stands further in than that of any other. */
const BTRFS = { at: 65_600, text: '_BHRfS_M' };

/** Tells what an image is; null for what is none. */
export function recogniseImage(source: ByteSource): OpenedImage | null {
  const head = source.read(0, Math.min(source.size, HEAD));
  const disk = DISKS.find(({ begins, at }) => begins.every((byte, i) => head[at + i] === byte));
  if (disk) return { kind: 'disk', format: disk.format, open: () => disk.open(source) };
  const found = FILE_SYSTEMS.find(({ is }) => is(head));
  if (found) return { kind: 'files', format: found.format, open: async () => found.open(source) };
  if (source.size > BTRFS.at + 8 && latinText(source.read(BTRFS.at, 8)) === BTRFS.text)
    return { kind: 'other', format: 'btrfs', instead: COPY };
  const other = OTHERS.find(({ is }) => is(head));
  if (other) return { kind: 'other', format: other.format, instead: other.instead };
  if (hasBootRecord(head))
    return { kind: 'partitions', format: 'a disk with partitions', open: async () => readPartitions(source) };
  return null;
}
