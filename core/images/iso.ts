/**
 * ISO 9660 (ECMA-119) read at random, with names, links and times of Rock Ridge (IEEE P1282) where the volume has them,
 * else the names of Joliet; files of several extents (9.1.6) are put together.
 */
import { describeVolume } from '../formats/iso9660.ts';
import { latinText, runsSource, viewOf, type ByteSource, type Run } from './byteSource.ts';
import type { FileNode, FileSystem, FolderEntry } from './fileSystem.ts';
import { cutAt, damaged, notRead } from './imageFault.ts';

const SECTOR = 2048;
const FIRST_DESCRIPTOR = 16;
const DESCRIPTORS = 32;
const FOLDER_LIMIT = 16 << 20;
/** Areas that continue one another, for one name. */
const CONTINUED_LIMIT = 64;

interface IsoNode extends FileNode {
  readonly runs: readonly Run[];
  readonly linkTo: string;
  readonly isCompressed: boolean;
}

/** A volume with its own head, as text. */
export interface IsoFileSystem extends FileSystem {
  readonly volume: string;
  /** The bytes that the volume states. */
  readonly stated: number;
  /** True where the disc has the tables of UDF too (ECMA-167, 2/8.3), with the same files or with more. */
  readonly hasUdf: boolean;
}

/** Opens a volume. Throws `ImageFault`. */
export function openIso(source: ByteSource): IsoFileSystem {
  let primary: Uint8Array | null = null;
  let joliet: Uint8Array | null = null;
  let hasUdf = false;
  for (let i = 0; i < DESCRIPTORS; i++) {
    const sector = source.read((FIRST_DESCRIPTOR + i) * SECTOR, SECTOR);
    const kind = latinText(sector.subarray(1, 6));
    hasUdf ||= /^NSR0[23]$/.test(kind);
    if (!/^(CD001|BEA01|NSR0[23]|TEA01)$/.test(kind)) break;
    if (kind !== 'CD001') continue;
    if (sector[0] === 1) primary ??= sector;
    if (sector[0] === 2 && /^%\/[@CE]/.test(latinText(sector.subarray(88, 91)))) joliet ??= sector;
  }
  const described = primary && describeVolume(primary);
  if (!primary || !described) throw damaged('the volume', 'it has no descriptor');
  const rootOf = (sector: Uint8Array) => {
    const view = viewOf(sector);
    return { start: view.getUint32(158, true) * SECTOR, size: view.getUint32(166, true) };
  };
  const skip = rockRidgeSkip(source, rootOf(primary));
  const usesJoliet = skip === null && joliet !== null;
  const root = rootOf(usesJoliet ? joliet! : primary);
  const made = Math.floor(Date.parse(described.created) / 1000) || 0;
  return new Iso(source, root, skip, usesJoliet, { ...described, hasUdf }, made);
}

/** How many bytes stand before each area of Rock Ridge; null without one (SUSP 5.3). */
function rockRidgeSkip(source: ByteSource, root: { start: number }): number | null {
  const record = source.read(root.start, 34);
  if (record[0] < 34) throw damaged('the root of the volume', 'it has no record of itself');
  const area = source.read(root.start, record[0]).subarray(34);
  for (const skip of [0, 14, 15])
    if (area[skip] === 0x53 && area[skip + 1] === 0x50 && area[skip + 4] === 0xbe && area[skip + 5] === 0xef)
      return area[skip + 6];
  return null;
}

class Iso implements IsoFileSystem {
  readonly format = 'ISO 9660';
  readonly root: FileNode;
  readonly volume: string;
  readonly stated: number;
  readonly hasUdf: boolean;

  constructor(
    private readonly source: ByteSource,
    root: { start: number; size: number },
    private readonly skip: number | null,
    private readonly isJoliet: boolean,
    described: { readonly text: string; readonly bytes: number; readonly hasUdf: boolean },
    readonly made: number,
  ) {
    this.volume = described.text;
    this.stated = described.bytes;
    this.hasUdf = described.hasUdf;
    this.root = this.folder(root.start, root.size);
  }

  private folder(start: number, size: number): IsoNode {
    const runs = [{ at: 0, length: size, from: start }];
    const base = { kind: 'folder', size, changed: this.made, mode: 0o755, id: start } as const;
    return { ...base, runs, linkTo: '', isCompressed: false };
  }

  entries(folder: FileNode): FolderEntry[] {
    const { runs, size } = folder as IsoNode;
    if (size > FOLDER_LIMIT) throw damaged('a folder of the volume', `it states ${size} bytes`);
    const bytes = runsSource(this.source, runs, size, 'a folder of the volume').read(0, size);
    const found: FolderEntry[] = [];
    let extents: Run[] = [];
    for (let at = 0; at < bytes.length;) {
      const length = bytes[at];
      if (length === 0) {
        at = (Math.floor(at / SECTOR) + 1) * SECTOR;
        continue;
      }
      const nameLength = bytes[at + 32];
      if (length < 34 || at + length > bytes.length || 33 + nameLength > length)
        throw damaged('a folder of the volume', 'a record does not fit into it');
      const record = bytes.subarray(at, at + length);
      const view = viewOf(record);
      const place = runs[0].from! + at;
      at += length;
      if (nameLength === 1 && record[33] <= 1) continue;
      const size = view.getUint32(10, true);
      const last = extents.at(-1);
      extents.push({
        at: last ? last.at + last.length : 0,
        length: size,
        from: (view.getUint32(2, true) + record[1]) * SECTOR,
      });
      if (record[25] & 0x80) continue; // another extent of the same file follows
      const fields = this.rockRidge(record.subarray(33 + nameLength + ((nameLength + 1) % 2)));
      const node = this.nodeOf(record, extents, fields, place);
      extents = [];
      if (fields.isRelocated) continue;
      found.push({ name: fields.name ?? this.plainName(record.subarray(33, 33 + nameLength)), node });
    }
    return found;
  }

  private nodeOf(record: Uint8Array, runs: Run[], fields: RockRidge, place: number): () => FileNode {
    const isFolder = (record[25] & 2) !== 0;
    return () => {
      if (fields.child !== null) {
        // A folder that was moved up: its own record says how long it is.
        const start = fields.child * SECTOR;
        return this.folder(start, viewOf(this.source.read(start, 34)).getUint32(10, true));
      }
      if (isFolder) return this.folder(runs[0].from!, runs[0].length);
      const size = runs.reduce((sum, { length }) => sum + length, 0);
      const kind = fields.kind === 'file' && fields.linkTo ? 'link' : fields.kind;
      return {
        kind,
        size: kind === 'link' ? fields.linkTo.length : size,
        changed: fields.changed || recordTime(record),
        mode: fields.mode,
        id: place,
        runs,
        linkTo: fields.linkTo,
        isCompressed: fields.isCompressed,
      } as IsoNode;
    };
  }

  target(link: FileNode): string {
    return (link as IsoNode).linkTo;
  }

  open(file: FileNode): ByteSource {
    const { runs, size, isCompressed } = file as IsoNode;
    if (isCompressed)
      throw notRead('a compressed file of the volume', 'copy the files out of the mounted image');
    const end = runs.at(-1)!;
    if (size > 0 && end.from! + end.length > this.source.size)
      throw cutAt('a file of the volume', end.from! + end.length, this.source.size);
    return runsSource(this.source, runs, size, 'a file of the volume');
  }

  /** `NAME.EXT;1` as it is meant. */
  private plainName(bytes: Uint8Array): string {
    const name = this.isJoliet ? new TextDecoder('utf-16be').decode(bytes) : latinText(bytes);
    const bare = name.replace(/;\d+$/, '');
    return this.isJoliet ? bare : bare.replace(/\.$/, '').toLowerCase();
  }

  private rockRidge(area: Uint8Array): RockRidge {
    const fields: RockRidge = { ...NOTHING, nameParts: [], linkParts: [] };
    if (this.skip === null) return fields;
    let rest: Uint8Array | null = area.subarray(this.skip);
    for (let count = 0; rest; count++) {
      if (count > CONTINUED_LIMIT) throw damaged('a name of the volume', 'it continues for ever');
      let next: Uint8Array | null = null;
      for (let at = 0; at + 4 <= rest.length;) {
        const length = rest[at + 2];
        if (length < 4 || at + length > rest.length) break;
        const entry: Uint8Array = rest.subarray(at, at + length);
        const signature = latinText(entry.subarray(0, 2));
        if (signature === 'ST') break;
        if (signature === 'CE' && length >= 28) {
          const view = viewOf(entry);
          const place = view.getUint32(4, true) * SECTOR + view.getUint32(12, true);
          next = this.source.read(place, view.getUint32(20, true));
        } else ENTRIES[signature]?.(entry, fields);
        at += length;
      }
      rest = next;
    }
    if (fields.nameParts.length > 0) fields.name = UTF8.decode(Uint8Array.from(fields.nameParts.flat()));
    fields.linkTo = fields.linkParts.join('').replace(/(?<=.)\/$/, '');
    return fields;
  }
}

const UTF8 = new TextDecoder();

interface RockRidge {
  name: string | null;
  nameParts: number[][];
  linkTo: string;
  linkParts: string[];
  kind: FileNode['kind'];
  mode: number;
  changed: number;
  child: number | null;
  isRelocated: boolean;
  isCompressed: boolean;
}

const NOTHING: RockRidge = {
  name: null,
  nameParts: [],
  linkTo: '',
  linkParts: [],
  kind: 'file',
  mode: 0o644,
  changed: 0,
  child: null,
  isRelocated: false,
  isCompressed: false,
};

const KINDS: Readonly<Record<number, FileNode['kind']>> = {
  0o100000: 'file',
  0o120000: 'link',
  0o040000: 'folder',
  0o020000: 'device',
  0o060000: 'device',
};

/** Entries of the system use area that are read, by their signature (RRIP 4.1). */
const ENTRIES: Readonly<Record<string, (entry: Uint8Array, fields: RockRidge) => void>> = {
  NM: (entry, fields) => void fields.nameParts.push([...entry.subarray(5)]),
  PX: (entry, fields) => {
    if (entry.length < 8) return;
    const mode = viewOf(entry).getUint32(4, true);
    fields.mode = mode & 0xfff;
    fields.kind = KINDS[mode & 0o170000] ?? 'other';
  },
  SL: (entry, fields) => {
    for (let at = 5; at + 2 <= entry.length;) {
      const [flags, length] = entry.subarray(at, at + 2);
      const text = UTF8.decode(entry.subarray(at + 2, at + 2 + length));
      const part = flags & 2 ? '.' : flags & 4 ? '..' : flags & 8 ? '' : text;
      fields.linkParts.push(flags & 1 ? part : `${part}/`);
      at += 2 + length;
    }
  },
  TF: (entry, fields) => {
    // Creation, change, access: each is there when its bit is set.
    const [flags] = entry.subarray(4);
    const isLong = (flags & 0x80) !== 0;
    const at = 5 + (flags & 1 ? (isLong ? 17 : 7) : 0);
    if (flags & 2 && !isLong && at + 7 <= entry.length) fields.changed = timeOf(entry.subarray(at, at + 7));
  },
  CL: (entry, fields) => void (fields.child = viewOf(entry).getUint32(4, true)),
  RE: (_, fields) => void (fields.isRelocated = true),
  ZF: (_, fields) => void (fields.isCompressed = true),
};

const recordTime = (record: Uint8Array): number => timeOf(record.subarray(18, 25));

/** Seven bytes of a day and time, with its offset from UTC in quarters of an hour (9.1.5). */
function timeOf(bytes: Uint8Array): number {
  const [years, month, day, hour, minute, second, zone] = bytes;
  const offset = (zone << 24) >> 24;
  return Date.UTC(1900 + years, month - 1, day, hour, minute, second) / 1000 - offset * 900;
}
