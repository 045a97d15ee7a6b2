/**
 * One block of LZO1X, as its reference decoder reads it ("LZO stream format as understood by Linux's LZO decompressor",
 * Documentation/staging/lzo.rst). No package for it is kept.
 */
import { damaged } from './imageFault.ts';

const PART = 'a block of lzo';

/** Decodes `block` into `target`; gives how many bytes came out. Throws `ImageFault` for anything that does not fit. */
export function decodeLzoBlock(block: Uint8Array, target: Uint8Array): number {
  let from = 0;
  let to = 0;
  const next = (): number => {
    if (from >= block.length) throw damaged(PART, 'it ends within an instruction');
    return block[from++];
  };
  /** A length whose bits are all zero goes on: 255 for each zero byte, then the last one. */
  const longer = (length: number, bits: number): number => {
    if (length > 0) return length;
    let more = 0;
    let byte = next();
    for (; byte === 0; byte = next()) more += 255;
    return more + bits + byte;
  };
  const literals = (count: number): void => {
    if (from + count > block.length || to + count > target.length)
      throw damaged(PART, 'it says more than it holds');
    for (let i = 0; i < count; i++) target[to++] = block[from++];
  };
  const match = (distance: number, count: number): void => {
    if (distance > to) throw damaged(PART, 'a match reaches back before the beginning');
    if (to + count > target.length) throw damaged(PART, 'it holds more than a block may');
    for (let i = 0; i < count; i++, to++) target[to] = target[to - distance];
  };
  /** How many literals came last: 0 to 3 that an instruction carried, or 4 for a run of them. */
  let state = 0;
  if (block.length > 0 && block[0] > 17) {
    const count = next() - 17;
    literals(count);
    state = count < 4 ? count : 4;
  }
  for (;;) {
    const code = next();
    if (code < 16 && state === 0) {
      literals(longer(code, 15) + 3);
      state = 4;
      continue;
    }
    let carried: number;
    if (code < 16) {
      carried = code & 3;
      const distance = (code >> 2) + (next() << 2);
      if (state === 4) match(distance + 2049, 3);
      else match(distance + 1, 2);
    } else if (code >= 64) {
      carried = code & 3;
      match((next() << 3) + ((code >> 2) & 7) + 1, (code >> 5) + 1);
    } else {
      const isNear = code >= 32;
      const count = isNear ? longer(code & 31, 31) + 2 : longer(code & 7, 7) + 2;
      const low = next();
      carried = low & 3;
      const distance = (low >> 2) + (next() << 6);
      if (isNear) match(distance + 1, count);
      else {
        const far = distance + ((code & 8) << 11);
        if (far === 0) {
          if (from < block.length) throw damaged(PART, 'something stands behind its end');
          return to;
        }
        match(far + 16384, count);
      }
    }
    literals(carried);
    state = carried;
  }
}
