/** Which kernel a boot image holds (The Linux/x86 Boot Protocol, "kernel_version"). */

const MAGIC_AT = 0x202;
const VERSION_AT = 0x20e;

/** So many bytes of an image are enough. */
export const KERNEL_HEAD = 64 * 1024;

/** The kernel's string, `6.4.9-1-stock`; null where the image does not say. */
export function kernelOfImage(head: Uint8Array): string | null {
  const magic = String.fromCharCode(...head.subarray(MAGIC_AT, MAGIC_AT + 4));
  if (magic !== 'HdrS') return null;
  const at = (head[VERSION_AT] | (head[VERSION_AT + 1] << 8)) + 0x200;
  const end = head.indexOf(0, at);
  if (at === 0x200 || end < 0 || end - at > 200) return null;
  const text = new TextDecoder('latin1').decode(head.subarray(at, end));
  return /^[0-9]+\.[0-9]+\S*/.exec(text)?.[0] ?? null;
}
