/** What the decoders of compressed files share: how they end. */
import type { Pieces } from '../byteStream.ts';

/** A compressed file that is not whole; `truncated` when it only ends too early. */
export class CompressionError extends Error {
  constructor(
    readonly truncated: boolean,
    reason: string,
  ) {
    super(reason);
  }
}

/** The file ends within `part`. */
export const endsWithin = (part: string) => new CompressionError(true, `it ends within ${part}`);

/** Something in it is not as the format or its own sums say. */
export const damaged = (reason: string) => new CompressionError(false, reason);

/**
 * Decodes a compressed file: gives its contents, and at the end how many bytes stand behind its own end and belong to
 * nothing. Throws `CompressionError`.
 */
export type Decoder = (pieces: Pieces) => AsyncGenerator<Uint8Array, number>;
