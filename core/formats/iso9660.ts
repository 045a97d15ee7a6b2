/** What the head of an ISO 9660 volume (ECMA-119) tells, and which of a medium's files say what it is. */

const SECTOR = 2048;
/** Volume descriptors stand from sector 16 on (8.1). */
const DESCRIPTORS = 16 * SECTOR;

/** Files that identify an image: disc labels, release files, lists of its packages, boot menus. */
export const TELLING =
  /(^|\/)(\.disk\/[^/]+|\.treeinfo|\.discinfo|media\.\d\/media|os-release|version|(In)?Release|[^/]+\.manifest|packages\.txt|pkglist[^/]*\.txt|(grub|isolinux|syslinux|live|menu|txt|loopback)\.cfg|loader\/entries\/[^/]+\.conf)$/i;

/** True if a head of at least 34 KiB is that of an image. */
export function isIso9660(head: Uint8Array): boolean {
  return latin(head.subarray(DESCRIPTORS + 1, DESCRIPTORS + 6)) === 'CD001';
}

/** The name of the entry that describes the volume itself, as lines `name: value`. */
export const VOLUME_ENTRY = 'volume-descriptor';

/** What a volume says of itself: as lines, its bytes, the day it was made (ISO 8601, or empty). */
interface Volume {
  readonly text: string;
  readonly bytes: number;
  readonly created: string;
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
    return { text: `${VOLUME_ENTRY}\n${lines.join('\n')}\n`, bytes: size, created };
  }
  return null;
}

function latin(bytes: Uint8Array): string {
  return String.fromCharCode(...bytes.filter((byte) => byte >= 32 && byte < 127));
}
