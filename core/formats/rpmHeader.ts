/** The header of a package in an rpm database (rpm, "Header Structure"): tags with their values. */

/** Values of the tags that are read, as texts; what a header does not have is left out. */
export type RpmValues = Readonly<Record<string, string>>;

/** Tags by number (rpmtag.h). */
const TAGS: Readonly<Record<number, string>> = {
  1000: 'NAME',
  1001: 'VERSION',
  1002: 'RELEASE',
  1003: 'EPOCH',
  1008: 'INSTALLTIME',
  1009: 'SIZE',
  1011: 'VENDOR',
  1022: 'ARCH',
  1044: 'SOURCERPM',
  5009: 'LONGSIZE',
};
const INT32 = 4;
const INT64 = 5;
const TEXTS: readonly number[] = [6, 8, 9];
const MOST_ENTRIES = 1 << 16;

/** Reads a header, without the eight bytes that begin one in a file. Null for what is none. */
export function readRpmHeader(bytes: Uint8Array): RpmValues | null {
  if (bytes.length < 8) return null;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const count = view.getUint32(0);
  const start = 8 + count * 16;
  if (count > MOST_ENTRIES || start + view.getUint32(4) > bytes.length) return null;
  const values: Record<string, string> = {};
  for (let i = 0; i < count; i++) {
    const name = TAGS[view.getUint32(8 + i * 16)];
    if (!name) continue;
    const type = view.getUint32(12 + i * 16);
    const at = start + view.getUint32(16 + i * 16);
    if (TEXTS.includes(type)) {
      const end = bytes.indexOf(0, at);
      if (end < 0) return null;
      values[name] = new TextDecoder().decode(bytes.subarray(at, end));
    } else if (type === INT32 && at + 4 <= bytes.length) values[name] = String(view.getUint32(at));
    else if (type === INT64 && at + 8 <= bytes.length) values[name] = String(view.getBigUint64(at));
  }
  return values;
}
