/**
 * Decompression as a stream, by well-known packages. Damage does not throw: what came out before it is given,
 * and the issue says what happened. The readers of gzip and xz check the files' sums; those of zstd and lz4 do
 * not, so that damage within their data can pass unseen here and shows in the contents.
 */
import { Decompress as ZstdDecompress } from 'fzstd';
import lz4 from 'lz4js';
import xz from 'xz-decompress';
import { concatBytes, type Pieces } from './byteStream.ts';
import { piecesOfStream, streamOf } from './streams.ts';
import { createIssue, type Issue } from '../issue.ts';
import type { FormatId } from './recognise.ts';

/** The compressed formats. */
export type Compression = Extract<FormatId, 'gzip' | 'xz' | 'zstd' | 'lz4'>;

/** A decompressed stream; `issue` is known once the stream has ended. */
interface Decompressed {
  readonly pieces: Pieces;
  readonly issue: () => Issue | undefined;
}

/** The most that one compressed file may expand to, in bytes. */
const EXPANSION_LIMIT = 1 << 30;

const DECODERS: Readonly<Record<Compression, (pieces: Pieces) => Pieces>> = {
  gzip: (pieces) => piecesOfStream(streamOf(pieces).pipeThrough(new DecompressionStream('gzip'))),
  xz: (pieces) => piecesOfStream(new xz.XzReadableStream(streamOf(pieces))),
  zstd: decodeZstd,
  lz4: decodeLz4,
};

/** True if a format is a compression. */
export function isCompression(format: FormatId): format is Compression {
  return Object.hasOwn(DECODERS, format);
}

/**
 * Decompresses. Issues: `compressed.truncated` (the file ends too early), `compressed.damaged`, and
 * `compressed.tooLarge` when it expands beyond `limit` bytes; each with the bytes read until then.
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
    try {
      for await (const piece of DECODERS[format](pieces)) {
        length += piece.length;
        if (length > limit) {
          issue = createIssue('damage', 'compressed.tooLarge', where, { format, limit });
          return;
        }
        yield piece;
      }
    } catch (error) {
      const reason = error instanceof Error ? error.message : String(error);
      const truncated = /truncat|unexpected end|unexpected eof|EOF/i.test(reason);
      issue = createIssue('damage', truncated ? 'compressed.truncated' : 'compressed.damaged', where, {
        format,
        bytes: length,
        reason,
      });
    }
  }
  return { pieces: run(), issue: () => issue };
}

async function* decodeZstd(pieces: Pieces): AsyncGenerator<Uint8Array> {
  let ready: Uint8Array[] = [];
  const decoder = new ZstdDecompress((data) => ready.push(data));
  for await (const piece of pieces) {
    decoder.push(piece.slice());
    yield* ready;
    ready = [];
  }
  decoder.push(new Uint8Array(0), true);
  yield* ready;
}

/**
 * LZ4 frames (frame format 1.6.4): the blocks come from the package, the frame is read here, since the package
 * gives nothing of a frame that is cut off.
 */
async function* decodeLz4(pieces: Pieces): AsyncGenerator<Uint8Array> {
  const parts: Uint8Array[] = [];
  for await (const piece of pieces) parts.push(piece.slice());
  const bytes = concatBytes(parts);
  const view = new DataView(bytes.buffer);
  let position = 0;
  const need = (count: number) => {
    if (position + count > bytes.length) throw new Error('unexpected end of the file');
  };
  while (position < bytes.length) {
    need(7);
    if (view.getUint32(position, true) !== 0x184d2204) throw new Error('no frame where one is expected');
    const flags = bytes[position + 4];
    const blockLimit = 1 << (8 + 2 * ((bytes[position + 5] >> 4) & 7));
    position += 7 + (flags & 0x08 ? 8 : 0) + (flags & 0x01 ? 4 : 0);
    const linked = (flags & 0x20) === 0;
    let window = new Uint8Array(0);
    for (;;) {
      need(4);
      const size = view.getUint32(position, true);
      position += 4;
      if (size === 0) break;
      const length = size & 0x7fffffff;
      need(length);
      let block: Uint8Array;
      if (size & 0x80000000) block = bytes.slice(position, position + length);
      else {
        const out = new Uint8Array(window.length + blockLimit);
        out.set(window);
        const end = lz4.decompressBlock(bytes, out, position, length, window.length);
        block = out.subarray(window.length, end);
      }
      position += length + (flags & 0x10 ? 4 : 0);
      if (linked) window = concatBytes([window, block]).slice(-65536) as Uint8Array<ArrayBuffer>;
      yield block;
    }
    position += flags & 0x04 ? 4 : 0;
  }
}
