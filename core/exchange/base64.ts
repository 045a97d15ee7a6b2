/** Base64 (RFC 4648, section 4), in the browser and without one. */
import { strFromU8, strToU8 } from 'fflate';

/** Bytes as base64. */
export function toBase64(bytes: Uint8Array): string {
  return btoa(strFromU8(bytes, true));
}

/** A text, as UTF-8, as base64. */
export function textToBase64(text: string): string {
  return toBase64(strToU8(text));
}

/** The bytes of base64; throws on what is none. */
export function fromBase64(text: string): Uint8Array {
  return Uint8Array.from(atob(text), (char) => char.charCodeAt(0));
}
