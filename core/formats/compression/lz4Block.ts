/**
 * One block of lz4 ("LZ4 Block Format Description"). No maintained package decodes blocks that continue the one before
 * them in browsers and Node alike (docs/decisions/0010-reading-whole-or-saying-so.md).
 */
import { damaged } from './decoder.ts';

/** The farthest that a match reaches back. */
export const WINDOW = 65_535;

/**
 * Decodes `block` into `target` from `start` on; what stands before `start` may be referred to. Gives where it ended.
 * Throws `CompressionError` for anything that the format does not allow, or that does not fit. With `stopsFull` it ends where
 * the target does, whatever stands behind: for blocks of a known length in places of another one.
 */
export function decodeLz4Block(
  block: Uint8Array,
  target: Uint8Array,
  start: number,
  stopsFull = false,
): number {
  let from = 0;
  let to = start;
  const lengthOf = (nibble: number): number => {
    let length = nibble;
    if (nibble < 15) return length;
    for (;;) {
      if (from >= block.length) throw damaged('a block ends within a length');
      const more = block[from++];
      length += more;
      if (more < 255) return length;
    }
  };
  while (from < block.length) {
    const token = block[from++];
    const literals = lengthOf(token >> 4);
    if (from + literals > block.length || to + literals > target.length)
      throw damaged('a block says more than it holds');
    target.set(block.subarray(from, from + literals), to);
    from += literals;
    to += literals;
    if (from === block.length || (stopsFull && to === target.length)) return to; // the last sequence has literals only
    if (from + 2 > block.length) throw damaged('a block ends within a match');
    const offset = block[from] | (block[from + 1] << 8);
    from += 2;
    const length = lengthOf(token & 15) + 4;
    if (offset === 0 || offset > to) throw damaged('a match reaches back before the beginning');
    if (to + length > target.length) throw damaged('a block holds more than a block may');
    if (offset >= length) target.copyWithin(to, to - offset, to - offset + length);
    else for (let i = 0; i < length; i++) target[to + i] = target[to + i - offset];
    to += length;
    if (stopsFull && to === target.length) return to;
  }
  throw damaged('a block ends with a match');
}
