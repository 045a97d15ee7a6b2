/** Sums that tables of disks and file systems carry: CRC-32 (UEFI 2.10, 5.3.2) and CRC-32C (RFC 3720, appendix B.4). */

/** A function that goes on with a sum, for a polynomial with its bits turned round; nothing is inverted. */
function sumOf(polynomial: number): (sum: number, bytes: Uint8Array) => number {
  const table = Uint32Array.from({ length: 256 }, (_, byte) => {
    let sum = byte;
    for (let bit = 0; bit < 8; bit++) sum = sum & 1 ? (sum >>> 1) ^ polynomial : sum >>> 1;
    return sum;
  });
  return (sum, bytes) => {
    let value = sum;
    for (const byte of bytes) value = table[(value ^ byte) & 255] ^ (value >>> 8);
    return value >>> 0;
  };
}

/** Goes on with a CRC-32C, which begins with all bits set. */
export const crc32c = sumOf(0x82f63b78);

const plain = sumOf(0xedb88320);

/** The CRC-32 of bytes. */
export const crc32 = (bytes: Uint8Array): number => (plain(0xffffffff, bytes) ^ 0xffffffff) >>> 0;
