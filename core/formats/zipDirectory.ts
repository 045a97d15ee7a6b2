/** The directory at the end of a zip archive (APPNOTE 6.3, 4.3.12 and 4.3.16). */

/** A file as the directory has it. */
interface ZipDirectoryEntry {
  readonly name: string;
  /** Bytes when unpacked. */
  readonly length: number;
  /** CRC-32 of its contents. */
  readonly sum: number;
}

const END = 0x06054b50;
const ENTRY = 0x02014b50;
const END_BYTES = 22;
const ENTRY_BYTES = 46;
/** Stands for "in the extra field" (zip64, 4.5.3). */
const ELSEWHERE = 0xffffffff;

/**
 * The entries, from the last bytes of an archive; those before `tail` begins are left out, and those whose length stands in a
 * zip64 field. Null when the archive has no end, or a directory that is not what it says.
 */
export function readZipDirectory(tail: Uint8Array): ZipDirectoryEntry[] | null {
  const view = new DataView(tail.buffer, tail.byteOffset, tail.length);
  let end = tail.length - END_BYTES;
  while (end >= 0 && view.getUint32(end, true) !== END) end--;
  if (end < 0) return null;
  const size = view.getUint32(end + 12, true);
  const entries: ZipDirectoryEntry[] = [];
  let at = size === ELSEWHERE ? end : end - size;
  if (at < 0) return [];
  const stated = view.getUint16(end + 10, true);
  let count = 0;
  while (at + ENTRY_BYTES <= end && view.getUint32(at, true) === ENTRY) {
    const isUtf8 = (view.getUint16(at + 8, true) & 0x800) !== 0;
    const nameLength = view.getUint16(at + 28, true);
    const name = tail.subarray(at + ENTRY_BYTES, at + ENTRY_BYTES + nameLength);
    const length = view.getUint32(at + 24, true);
    if (length !== ELSEWHERE)
      entries.push({
        name: isUtf8 ? new TextDecoder().decode(name) : String.fromCharCode(...name),
        length,
        sum: view.getUint32(at + 16, true),
      });
    count++;
    at += ENTRY_BYTES + nameLength + view.getUint16(at + 30, true) + view.getUint16(at + 32, true);
  }
  return count === stated || size === ELSEWHERE ? entries : null;
}
