/** FAT12, FAT16 and FAT32 with long names (ECMA-107; FAT32 File System Specification 1.03): what boots stands in them. */
import { latinText, runsSource, viewOf, type ByteSource, type Run } from './byteSource.ts';
import type { FileNode, FileSystem, FolderEntry } from './fileSystem.ts';
import { damaged } from './imageFault.ts';

const FOLDER_LIMIT = 4 << 20;

interface FatNode extends FileNode {
  readonly runs: readonly Run[];
}

/** True for a head of at least 512 bytes that begins such a file system. */
export function isFat(head: Uint8Array): boolean {
  if (head.length < 512 || head[510] !== 0x55 || head[511] !== 0xaa) return false;
  const view = viewOf(head);
  const sector = view.getUint16(11, true);
  const cluster = head[13];
  return (
    [512, 1024, 2048, 4096].includes(sector) &&
    cluster > 0 &&
    (cluster & (cluster - 1)) === 0 &&
    view.getUint16(14, true) > 0 &&
    (head[16] === 1 || head[16] === 2) &&
    (head[0] === 0xeb || head[0] === 0xe9)
  );
}

/** Opens a file system. Throws `ImageFault`. */
export function openFat(source: ByteSource): FileSystem {
  const head = viewOf(source.read(0, 512));
  const sector = head.getUint16(11, true);
  const cluster = head.getUint8(13) * sector;
  const tableStart = head.getUint16(14, true) * sector;
  const tableSize = (head.getUint16(22, true) || head.getUint32(36, true)) * sector;
  const rootSize = head.getUint16(17, true) * 32;
  const rootStart = tableStart + head.getUint8(16) * tableSize;
  const dataStart = rootStart + Math.ceil(rootSize / sector) * sector;
  const total = (head.getUint16(19, true) || head.getUint32(32, true)) * sector;
  const count = Math.floor((total - dataStart) / cluster);
  if (!(count > 0) || tableSize > 256 << 20)
    throw damaged('the head of FAT', 'its numbers do not fit together');
  const bits = count < 4085 ? 12 : count < 65525 ? 16 : 32;
  const next = (number: number): number => {
    const at = tableStart + Math.floor((number * bits) / 8);
    if (bits === 32) return viewOf(source.read(at, 4)).getUint32(0, true) & 0x0fffffff;
    const value = viewOf(source.read(at, 2)).getUint16(0, true);
    return bits === 16 ? value : (value >> (number % 2 ? 4 : 0)) & 0xfff;
  };
  const lastMark = bits === 32 ? 0x0ffffff8 : bits === 16 ? 0xfff8 : 0xff8;
  const chain = (first: number, size: number | null): Run[] => {
    const runs: Run[] = [];
    const most = size === null ? Math.ceil(FOLDER_LIMIT / cluster) : Math.ceil(size / cluster);
    let number = first;
    for (let i = 0; i < most && number < lastMark; i++, number = next(number)) {
      if (number < 2 || number >= count + 2) throw damaged('a chain of FAT', 'it leads nowhere');
      const from = dataStart + (number - 2) * cluster;
      const last = runs.at(-1);
      if (last && last.from! + last.length === from)
        runs[runs.length - 1] = { ...last, length: last.length + cluster };
      else runs.push({ at: i * cluster, length: cluster, from });
    }
    const length = runs.reduce((sum, run) => sum + run.length, 0);
    if (size !== null && length < size) throw damaged('a chain of FAT', 'it is shorter than its file');
    return runs;
  };
  const folder = (runs: readonly Run[], id: number): FatNode => ({
    kind: 'folder',
    size: runs.reduce((sum, { length }) => sum + length, 0),
    changed: 0,
    mode: 0o755,
    id,
    runs,
  });
  const root =
    bits === 32
      ? folder(chain(head.getUint32(44, true), null), head.getUint32(44, true))
      : folder([{ at: 0, length: rootSize, from: rootStart }], 0);
  return {
    format: `FAT${bits}`,
    made: 0,
    root,
    entries(node) {
      const { runs, size } = node as FatNode;
      const bytes = runsSource(source, runs, size, 'a folder of FAT').read(0, size);
      return entriesOf(bytes, (entry) => {
        const view = viewOf(entry);
        const first = view.getUint16(20, true) * 65536 + view.getUint16(26, true);
        if (entry[11] & 0x10) return folder(chain(first, null), first);
        const length = view.getUint32(28, true);
        const base = { kind: 'file', size: length, changed: timeOf(view), mode: 0o644, id: first } as const;
        return { ...base, runs: length > 0 ? chain(first, length) : [] } as FatNode;
      });
    },
    target: () => '',
    open: (file) => runsSource(source, (file as FatNode).runs, file.size, 'a file of FAT'),
  };
}

const END = 0;
const DELETED = 0xe5;
const LONG_NAME = 0x0f;
const VOLUME = 0x08;
/** Where the thirteen characters of a part of a long name stand. */
const CHARACTERS = [1, 3, 5, 7, 9, 14, 16, 18, 20, 22, 24, 28, 30];

function entriesOf(bytes: Uint8Array, nodeOf: (entry: Uint8Array) => FileNode): FolderEntry[] {
  const found: FolderEntry[] = [];
  let long = '';
  for (let at = 0; at + 32 <= bytes.length && bytes[at] !== END; at += 32) {
    const entry = bytes.subarray(at, at + 32);
    if (entry[0] === DELETED) long = '';
    else if (entry[11] === LONG_NAME) {
      const view = viewOf(entry);
      const codes = CHARACTERS.map((place) => view.getUint16(place, true));
      const end = codes.indexOf(0);
      long = String.fromCharCode(...(end < 0 ? codes : codes.slice(0, end))) + (entry[0] & 0x40 ? '' : long);
    } else {
      const name = long || shortName(entry);
      long = '';
      if (!(entry[11] & VOLUME) && name !== '.' && name !== '..')
        found.push({ name, node: () => nodeOf(entry) });
    }
  }
  return found;
}

function shortName(entry: Uint8Array): string {
  const part = (from: number, to: number, isLower: boolean) => {
    const text = latinText(entry.subarray(from, to)).trimEnd();
    return isLower ? text.toLowerCase() : text;
  };
  const name = part(0, 8, (entry[12] & 0x08) !== 0);
  const extension = part(8, 11, (entry[12] & 0x10) !== 0);
  return extension ? `${name}.${extension}` : name;
}

/** The day and time of the last change, which FAT keeps without a zone. */
function timeOf(view: DataView): number {
  const time = view.getUint16(22, true);
  const day = view.getUint16(24, true);
  const date = Date.UTC(
    1980 + (day >> 9),
    ((day >> 5) & 15) - 1,
    day & 31,
    time >> 11,
    (time >> 5) & 63,
    (time & 31) * 2,
  );
  return date / 1000;
}
