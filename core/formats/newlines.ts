/**
 * Where the newlines of a stretch of bytes are: half of the work of reading an index of 50 MB. Sixteen bytes at a time
 * by a few WebAssembly instructions (newlines.wat is their source), one at a time where those are not to be had.
 */

/** The most bytes that are looked through at a time. */
export const STRETCH = 1 << 16;

/** newlines.wat, assembled; a test assembles it again. */
export const NEWLINES_WASM =
  'AGFzbQEAAAABBwFgAn9/AX8DAgEABQMBAAYHEQIGbWVtb3J5AgAEc2NhbgAACm8BbQEDfyABIQQCQANAIAIgAE8NASAC/QAEAP0MCgoKCgoKCgoKCgoKCgoKCv0j/WQhAwJAA0AgA0UNASAEIAIgA2hqNgIAIARBBGohBCADIANBAWtxIQMMAAsLIAJBEGohAgwACwsgBCABa0ECdgs=';

interface Scanner {
  readonly bytes: Uint8Array;
  readonly places: Uint32Array;
  readonly scan: (length: number, out: number) => number;
}

/** The places of newlines found last; valid until the next call. */
export class NewlineFinder {
  private readonly scanner = createScanner();
  readonly places: Uint32Array = this.scanner?.places ?? new Uint32Array(STRETCH);

  /** Looks through `bytes` from `from` up to `to`, at most STRETCH of them; gives how many newlines `places` has, counted from `from`. */
  find(bytes: Uint8Array, from: number, to: number): number {
    const { scanner } = this;
    if (!scanner) return findOneByOne(bytes, from, to, this.places);
    const length = to - from;
    scanner.bytes.set(bytes.subarray(from, to));
    scanner.bytes.fill(0, length, (length + 15) & ~15);
    return scanner.scan(length, STRETCH);
  }
}

/** The same without WebAssembly. */
export function findOneByOne(bytes: Uint8Array, from: number, to: number, places: Uint32Array): number {
  let count = 0;
  for (let i = from; i < to; i++) if (bytes[i] === 10) places[count++] = i - from;
  return count;
}

function createScanner(): Scanner | null {
  try {
    const code = Uint8Array.from(atob(NEWLINES_WASM), (character) => character.charCodeAt(0));
    const { exports } = new WebAssembly.Instance(new WebAssembly.Module(code));
    const { buffer } = exports.memory as WebAssembly.Memory;
    return {
      bytes: new Uint8Array(buffer, 0, STRETCH),
      places: new Uint32Array(buffer, STRETCH, STRETCH),
      scan: exports.scan as Scanner['scan'],
    };
  } catch {
    return null; // these instructions are not to be had here
  }
}
