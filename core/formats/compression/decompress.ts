/**
 * Decompression as a stream, by well-known packages. Damage does not throw: what came out before it is given, and the
 * issue says what happened. Every reader checks the sums that its format has, and that the end is there.
 */
import type { Pieces } from '../byteStream.ts';
import { createIssue, createLoss, type Issue } from '../../issue.ts';
import type { FormatId } from '../recognise.ts';
import { CompressionError, type Decoder } from './decoder.ts';

/** The compressed formats. */
export type Compression = Extract<FormatId, 'gzip' | 'xz' | 'zstd' | 'lz4'>;

/** A decompressed stream; `issue` is known once the stream has ended. */
interface Decompressed {
  readonly pieces: Pieces;
  readonly issue: () => Issue | undefined;
}

/** The most that one compressed file may expand to, in bytes. */
const EXPANSION_LIMIT = 1 << 30;

/** Each is loaded when the first file of its format comes: what reads plain files starts without them. */
const DECODERS: Readonly<Record<Compression, () => Promise<Decoder>>> = {
  gzip: async () => (await import('./gzip.ts')).decodeGzip,
  xz: async () => (await import('./xz.ts')).decodeXz,
  zstd: async () => (await import('./zstd.ts')).decodeZstd,
  lz4: async () => (await import('./lz4.ts')).decodeLz4,
};

/** True if a format is a compression. */
export function isCompression(format: FormatId): format is Compression {
  return Object.hasOwn(DECODERS, format);
}

/**
 * Decompresses. Losses: `compressed.truncated` (the file ends too early), `compressed.damaged`, and
 * `compressed.tooLarge` when it expands beyond `limit` bytes; each with the bytes read until then. The note
 * `compressed.behind` tells of bytes behind the file's own end, which belong to nothing.
 */
export function decompress(
  format: Compression,
  pieces: Pieces,
  where: string,
  limit = EXPANSION_LIMIT,
): Decompressed {
  let issue: Issue | undefined;
  async function* run() {
    let length = 0;
    const decode = await DECODERS[format]();
    const decoded = decode(pieces);
    try {
      for (let step = await decoded.next(); ; step = await decoded.next()) {
        if (step.done) {
          if (step.value > 0)
            issue = createIssue('note', 'compressed.behind', where, { format, bytes: step.value });
          return;
        }
        length += step.value.length;
        if (length > limit) {
          issue = createLoss('compressed.tooLarge', where, { format, limit });
          return;
        }
        yield step.value;
      }
    } catch (error) {
      if (!(error instanceof CompressionError)) throw error;
      const code = error.truncated ? 'compressed.truncated' : 'compressed.damaged';
      issue = createLoss(code, where, { format, bytes: length, reason: error.message });
    } finally {
      await decoded.return(0);
    }
  }
  return { pieces: run(), issue: () => issue };
}
