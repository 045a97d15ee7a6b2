/**
 * Images of ISO 9660 volumes (ECMA-119, with the names of Rock Ridge, IEEE P1282) as a stream: the volume's head, and
 * those of its files that say what the image is. An image is read once from front to end and not held; files that
 * stand before the directory that names them are missed, and that is said, as is an image that ends before its volume does.
 */
import { createLoss, type Issue } from '../issue.ts';
import { concatBytes, piecesOf, type Pieces } from './byteStream.ts';
import type { TarEntry } from './tar.ts';

const SECTOR = 2048;
/** Volume descriptors stand from sector 16 on; sixteen are more than any image has (8.1). */
const DESCRIPTORS = { start: 16 * SECTOR, length: 16 * SECTOR };
const LIMITS = {
  directories: 20_000,
  directoryBytes: 4 << 20,
  allDirectoryBytes: 128 << 20,
  files: 2_000,
  fileBytes: 2 << 20,
} as const;

/** Files that identify an image: disc labels, release files, lists of its packages, boot menus. */
export const TELLING =
  /(^|\/)(\.disk\/[^/]+|\.treeinfo|\.discinfo|media\.\d\/media|os-release|version|(In)?Release|[^/]+\.manifest|packages\.txt|pkglist[^/]*\.txt|(grub|isolinux|syslinux|live|menu|txt|loopback)\.cfg|loader\/entries\/[^/]+\.conf)$/i;

interface Wanted {
  readonly kind: 'descriptors' | 'directory' | 'file';
  readonly start: number;
  readonly length: number;
  readonly path: string;
}

/** True if a head of at least 34 KiB is that of an image. */
export function isIso9660(head: Uint8Array): boolean {
  return latin(head.subarray(DESCRIPTORS.start + 1, DESCRIPTORS.start + 6)) === 'CD001';
}

/** The name of the entry that describes the volume itself, as lines `name: value`. */
export const VOLUME_ENTRY = 'volume-descriptor';

/**
 * Gives the volume's head as `VOLUME_ENTRY`, then the telling files in the order in which they stand. `size` is that of the
 * image, where it is known before; else it is read to its end. Losses: `iso.descriptor`, `iso.missed`, `iso.short`.
 */
export async function* readIso9660(
  pieces: Pieces,
  where: string,
  onIssue: (issue: Issue) => void,
  size?: number,
): AsyncGenerator<TarEntry> {
  let wanted: Wanted[] = [{ kind: 'descriptors', ...DESCRIPTORS, path: '' }];
  const seen = new Set<number>();
  let missed = 0;
  let directoryBytes = 0;
  let stated = 0;
  let length = 0;
  const add = (more: readonly Wanted[], position: number) => {
    for (const each of more) {
      if (each.kind === 'directory') {
        // A folder that names itself, or one that was seen, is not gone through again.
        if (seen.has(each.start)) continue;
        seen.add(each.start);
        directoryBytes += each.length;
      }
      const isTooMuch =
        seen.size > LIMITS.directories ||
        directoryBytes > LIMITS.allDirectoryBytes ||
        wanted.length > LIMITS.files;
      if (each.start < position || isTooMuch) missed++;
      else wanted.push(each);
    }
    wanted.sort((a, b) => a.start - b.start);
  };
  async function* counted() {
    for await (const piece of pieces) {
      length += piece.length;
      yield piece;
      if (wanted.length === 0 && size !== undefined) return;
    }
  }
  for await (const { part, bytes, position } of extents(counted(), () => wanted)) {
    wanted = wanted.filter((each) => each !== part);
    if (part.kind === 'file') yield { path: part.path, size: bytes.length, pieces: piecesOf(bytes) };
    else if (part.kind === 'directory') add(directoryEntries(bytes, part.path), position);
    else {
      const volume = describeVolume(bytes);
      if (!volume) break;
      stated = volume.bytes;
      const text = new TextEncoder().encode(volume.text);
      yield { path: VOLUME_ENTRY, size: text.length, pieces: piecesOf(text) };
      add([{ kind: 'directory', ...volume.root, path: '' }], position);
    }
  }
  const bytes = size ?? length;
  const count = missed + wanted.length;
  if (stated === 0) onIssue(createLoss('iso.descriptor', where));
  else if (bytes < stated) onIssue(createLoss('iso.short', where, { bytes, stated, count }));
  else if (count > 0) onIssue(createLoss('iso.missed', where, { count }));
}

/** Cuts out of a stream what is wanted of it, in order of place; what is wanted may grow on the way. */
async function* extents(
  pieces: Pieces,
  wanted: () => readonly Wanted[],
): AsyncGenerator<{ part: Wanted; bytes: Uint8Array; position: number }> {
  let offset = 0;
  let held: Uint8Array = new Uint8Array(0);
  for await (const piece of pieces) {
    held = held.length > 0 ? concatBytes([held, piece]) : piece.slice();
    for (let [next] = wanted(); next; [next] = wanted()) {
      if (next.start + next.length > offset + held.length) {
        const skip = Math.min(held.length, Math.max(0, next.start - offset));
        held = held.slice(skip);
        offset += skip;
        break;
      }
      const from = next.start - offset;
      // What was cut out may be wanted again by what it names: nothing before the next start is given up yet.
      yield { part: next, bytes: held.slice(from, from + next.length), position: offset };
    }
    if (wanted().length === 0) {
      offset += held.length;
      held = new Uint8Array(0);
    }
  }
}

/** What a volume says of itself: as lines, its bytes, the day it was made (ISO 8601, or empty), where its root stands. */
interface Volume {
  readonly text: string;
  readonly bytes: number;
  readonly created: string;
  readonly root: { readonly start: number; readonly length: number };
}

/** The volume that a sector or several of descriptors speak of; null without one (8.4). */
export function describeVolume(bytes: Uint8Array): Volume | null {
  for (let at = 0; at + SECTOR <= bytes.length; at += SECTOR) {
    const sector = bytes.subarray(at, at + SECTOR);
    if (latin(sector.subarray(1, 6)) !== 'CD001' || sector[0] === 255) return null;
    if (sector[0] !== 1) continue;
    const view = new DataView(sector.buffer, sector.byteOffset, SECTOR);
    const field = (from: number, length: number) => latin(sector.subarray(from, from + length)).trim();
    const [, year, month, day] = /^(\d{4})(\d\d)(\d\d)/.exec(field(813, 17)) ?? [];
    const created = year && year !== '0000' ? `${year}-${month}-${day}` : '';
    const size = view.getUint32(80, true) * view.getUint16(128, true);
    const lines = [
      `volume: ${field(40, 32)}`,
      `publisher: ${field(318, 128)}`,
      `application: ${field(574, 128)}`,
      `created: ${created}`,
      `bytes: ${size}`,
    ];
    const root = { start: view.getUint32(158, true) * SECTOR, length: view.getUint32(166, true) };
    return { text: `${VOLUME_ENTRY}\n${lines.join('\n')}\n`, bytes: size, created, root };
  }
  return null;
}

/** Directories, and telling files, that a directory names (9.1). Records never cross a sector's end. */
function directoryEntries(bytes: Uint8Array, path: string): Wanted[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const entries: Wanted[] = [];
  for (let at = 0; at < bytes.length;) {
    const size = bytes[at];
    if (size === 0) {
      at = (Math.floor(at / SECTOR) + 1) * SECTOR;
      continue;
    }
    if (size < 34 || at + size > bytes.length) break;
    const nameLength = bytes[at + 32];
    const isSelfOrParent = nameLength === 1 && bytes[at + 33] <= 1;
    if (!isSelfOrParent) {
      const name =
        rockRidgeName(bytes.subarray(at + 33 + nameLength + ((nameLength + 1) % 2), at + size)) ??
        plainName(bytes.subarray(at + 33, at + 33 + nameLength));
      const isDirectory = (bytes[at + 25] & 2) !== 0;
      const full = path ? `${path}/${name}` : name;
      const length = view.getUint32(at + 10, true);
      const start = view.getUint32(at + 2, true) * SECTOR;
      if (isDirectory && length <= LIMITS.directoryBytes)
        entries.push({ kind: 'directory', start, length, path: full });
      if (!isDirectory && length > 0 && length <= LIMITS.fileBytes && TELLING.test(full))
        entries.push({ kind: 'file', start, length, path: full });
    }
    at += size;
  }
  return entries;
}

/** `NAME.EXT;1` as it is meant. */
function plainName(bytes: Uint8Array): string {
  return latin(bytes).replace(/;\d+$/, '').replace(/\.$/, '').toLowerCase();
}

/** The name in the `NM` entries of the system use area; null without one. */
function rockRidgeName(area: Uint8Array): string | null {
  let name: string | null = null;
  for (let at = 0; at + 4 <= area.length;) {
    const length = area[at + 2];
    if (length < 4) break;
    if (area[at] === 0x4e && area[at + 1] === 0x4d && length > 5)
      name = (name ?? '') + new TextDecoder().decode(area.subarray(at + 5, at + length));
    at += length;
  }
  return name;
}

function latin(bytes: Uint8Array): string {
  return String.fromCharCode(...bytes.filter((byte) => byte >= 32 && byte < 127));
}
