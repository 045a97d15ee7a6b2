/**
 * Files as streams of bytes. A piece is valid only until the next one is asked for, since whoever reads a
 * file may use one buffer for all of them; what is kept must be copied.
 */

/** The contents of a file, in pieces of any length. */
export type Pieces = AsyncIterable<Uint8Array>;

/** The first bytes of a stream, whether they are all, and the stream from its start. */
interface Peeked {
  readonly head: Uint8Array;
  readonly whole: boolean;
  readonly pieces: Pieces;
}

/** Reads up to `size` bytes ahead without losing them. */
export async function peekPieces(pieces: Pieces, size: number): Promise<Peeked> {
  const iterator = pieces[Symbol.asyncIterator]();
  const parts: Uint8Array[] = [];
  let length = 0;
  let whole = false;
  while (length < size && !whole) {
    const { value, done } = await iterator.next();
    if (done) whole = true;
    else {
      parts.push(value.slice());
      length += value.length;
    }
  }
  async function* replay() {
    try {
      yield* parts;
      if (!whole)
        for (let step = await iterator.next(); !step.done; step = await iterator.next()) yield step.value;
    } finally {
      await iterator.return?.();
    }
  }
  return { head: concatBytes(parts), whole, pieces: replay() };
}

/** Reads a stream to its end, but at most `limit` bytes; `cut` tells that there were more. */
export async function collectPieces(
  pieces: Pieces,
  limit: number,
): Promise<{ bytes: Uint8Array; cut: boolean }> {
  const parts: Uint8Array[] = [];
  let length = 0;
  for await (const piece of pieces) {
    parts.push(piece.slice(0, limit - length));
    length += piece.length;
    if (length > limit) return { bytes: concatBytes(parts), cut: true };
  }
  return { bytes: concatBytes(parts), cut: false };
}

/** The parts end to end, as one array. */
export function concatBytes(parts: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let offset = 0;
  for (const part of parts) {
    whole.set(part, offset);
    offset += part.length;
  }
  return whole;
}

/** A stream of one piece. */
export async function* piecesOf(bytes: Uint8Array): AsyncGenerator<Uint8Array> {
  yield bytes;
}
