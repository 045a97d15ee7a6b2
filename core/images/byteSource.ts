/**
 * Bytes that are read at random: an image, a partition in it, a file in that. Reading does not wait: whoever gives an
 * image has it at hand (a handle in Node, a file in a worker), and file systems ask for what they need when they need it.
 */
import { cutAt, damaged } from './imageFault.ts';

/** So many bytes, of which any part can be had. */
export interface ByteSource {
  readonly size: number;
  /** The bytes from `at` on, not to be written to. Throws `ImageFault` where the source ends before, or cannot be read. */
  read(at: number, length: number): Uint8Array;
}

/** Bytes that are at hand. */
export function bytesSource(given: Uint8Array): ByteSource {
  // A buffer of Node gives a view where an array gives a copy (`slice`): what is read is an array.
  const bytes = new Uint8Array(given.buffer, given.byteOffset, given.length);
  return {
    size: bytes.length,
    read(at, length) {
      if (at < 0 || at + length > bytes.length) throw cutAt('the image', at + length, bytes.length);
      return bytes.subarray(at, at + length);
    },
  };
}

const CACHED_BLOCK = 1 << 16;
const CACHED_BLOCKS = 256;

/** Reads blocks of a source and keeps the last ones: so much is held of an image, however large it is. */
export function cachedSource(
  source: ByteSource,
  blockSize = CACHED_BLOCK,
  blocks = CACHED_BLOCKS,
): ByteSource {
  const block = cachedBy(blocks, (number: number) => {
    const at = number * blockSize;
    return source.read(at, Math.min(blockSize, source.size - at));
  });
  return {
    size: source.size,
    read(at, length) {
      if (at < 0 || length < 0 || at + length > source.size)
        throw cutAt('the image', at + length, source.size);
      const first = Math.floor(at / blockSize);
      const from = at - first * blockSize;
      if (from + length <= blockSize)
        return length === 0 ? EMPTY : block(first).subarray(from, from + length);
      // What is longer than a few blocks is not asked for twice.
      if (length > blockSize * 4) return source.read(at, length);
      const bytes = new Uint8Array(length);
      for (let done = 0, number = first; done < length; number++) {
        const part = block(number)
          .subarray(number === first ? from : 0)
          .subarray(0, length - done);
        bytes.set(part, done);
        done += part.length;
      }
      return bytes;
    },
  };
}

const EMPTY = new Uint8Array(0);

/** Keeps the last results of what is asked for again and again. */
export function cachedBy<Key, Value>(most: number, make: (key: Key) => Value): (key: Key) => Value {
  const kept = new Map<Key, Value>();
  return (key) => {
    const known = kept.get(key);
    if (known !== undefined) {
      if (kept.size > most / 2) {
        kept.delete(key);
        kept.set(key, known);
      }
      return known;
    }
    const value = make(key);
    kept.set(key, value);
    if (kept.size > most) kept.delete(kept.keys().next().value!);
    return value;
  };
}

/** A part of a source. Throws where it does not lie within. */
export function partOf(source: ByteSource, start: number, size: number, part: string): ByteSource {
  if (!(start >= 0 && size >= 0)) throw damaged(part, 'it lies nowhere');
  return {
    size,
    read(at, length) {
      if (at < 0 || at + length > size) throw cutAt(part, at + length, size);
      if (start + at + length > source.size) throw cutAt(part, start + at + length, source.size);
      return source.read(start + at, length);
    },
  };
}

/** A run of bytes: from a place of the source below, or zeros where that is null. */
export interface Run {
  /** Where it begins in the file. */
  readonly at: number;
  readonly length: number;
  readonly from: number | null;
}

/** A file put together of runs in rising order; what no run covers is zeros. */
export function runsSource(source: ByteSource, runs: readonly Run[], size: number, part: string): ByteSource {
  return pieceSource(size, part, (at) => {
    let low = 0;
    let high = runs.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (runs[middle].at + runs[middle].length <= at) low = middle + 1;
      else high = middle;
    }
    const run = runs[low];
    if (!run || run.at > at) return { length: Math.min(size, run?.at ?? size) - at, bytes: null };
    const length = run.at + run.length - at;
    if (run.from === null) return { length, bytes: null };
    const from = run.from + at - run.at;
    return {
      length,
      bytes: (count) => {
        if (from + count > source.size) throw cutAt(part, from + count, source.size);
        return source.read(from, count);
      },
    };
  });
}

/** What stands at a place: so many bytes, which are zeros where nothing gives them. */
interface Piece {
  readonly length: number;
  readonly bytes: ((count: number) => Uint8Array) | null;
}

/** A source that asks for its pieces one after another. */
export function pieceSource(size: number, part: string, pieceAt: (at: number) => Piece): ByteSource {
  return {
    size,
    read(at, length) {
      if (at < 0 || at + length > size) throw cutAt(part, at + length, size);
      const first = length > 0 ? pieceAt(at) : null;
      if (first?.bytes && first.length >= length) return first.bytes(length);
      const bytes = new Uint8Array(length);
      let piece = first;
      for (let done = 0; done < length; piece = done < length ? pieceAt(at + done) : null) {
        const count = Math.min(piece!.length, length - done);
        if (count <= 0) throw damaged(part, 'a piece of it has no length');
        if (piece!.bytes) bytes.set(piece!.bytes(count), done);
        done += count;
      }
      return bytes;
    },
  };
}

/** A view of bytes, for numbers in them. */
export const viewOf = (bytes: Uint8Array): DataView =>
  new DataView(bytes.buffer, bytes.byteOffset, bytes.length);

/** A number of 64 bits. Throws where it is larger than any place in an image. */
export function longAt(view: DataView, at: number, part: string, littleEndian = true): number {
  const value = Number(view.getBigUint64(at, littleEndian));
  if (value > Number.MAX_SAFE_INTEGER) throw damaged(part, 'a place is beyond any image');
  return value;
}

/** Characters of one byte, without the zeros behind them. */
export function latinText(bytes: Uint8Array): string {
  const end = bytes.indexOf(0);
  return String.fromCharCode(...(end < 0 ? bytes : bytes.subarray(0, end)));
}
