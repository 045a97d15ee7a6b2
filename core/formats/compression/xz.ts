/**
 * xz (.xz file format 1.2), by liblzma, which checks the sums of headers, blocks and index. A file may have several
 * streams end to end, with zeros between and behind them in fours (2.2).
 */
import type { WasmLzmaStream } from 'node-liblzma/wasm';
import { ByteReader } from '../byteReader.ts';
import { damaged, endsWithin, type Decoder } from './decoder.ts';

const INPUT = 1 << 16;
const OUTPUT = 1 << 18;
const MAGIC = [0xfd, 0x37, 0x7a, 0x58, 0x5a, 0x00];
/** More than any level of the tool asks for, 65 MiB (xz(1), "Compression preset level"). */
const MEMORY_LIMIT = 160 << 20;

/** What liblzma answers (lzma/base.h, lzma_ret). */
const OK = 0;
const STREAM_END = 1;
const REASONS: Readonly<Record<number, string>> = {
  5: 'no memory is left for it',
  6: `it needs more than ${MEMORY_LIMIT >> 20} MiB of memory`,
  7: 'it does not begin as a stream does',
  8: 'it has a filter or a check that is not known',
  9: 'a sum does not agree, or the data are damaged',
  10: 'the data are damaged',
};

/** Decodes xz. */
export const decodeXz: Decoder = async function* (pieces) {
  const lzma = await import('node-liblzma/wasm');
  const library = await lzma.initModule();
  const reader = new ByteReader(pieces);
  const input = library._malloc(INPUT);
  const output = library._malloc(OUTPUT);
  let stream: WasmLzmaStream | null = null;
  try {
    for (let count = 0; ; count++) {
      const behind = count === 0 ? 0 : await skipPadding(reader);
      if (count > 0 && (behind > 0 || (await reader.isAtEnd()))) return behind;
      stream = new lzma.WasmLzmaStream(library);
      lzma.decoderInit(stream, MEMORY_LIMIT);
      let status = OK;
      while (status === OK) {
        const part = await reader.peek(INPUT);
        if (part.length === 0) throw endsWithin('a stream');
        library.HEAPU8.set(part, input);
        stream.setInput(input, part.length);
        do {
          stream.setOutput(output, OUTPUT);
          status = lzma.code(stream, lzma.LZMA_RUN);
          const length = OUTPUT - stream.availOut;
          if (length > 0) yield library.HEAPU8.slice(output, output + length);
        } while (status === OK && (stream.availIn > 0 || stream.availOut === 0));
        await reader.take(part.length - stream.availIn);
        // Nothing to read and nothing to write is no failure while more may come.
        if (status === 10 && stream.availIn === 0) status = OK;
      }
      if (status !== STREAM_END) throw damaged(REASONS[status] ?? `liblzma answers ${status}`);
      lzma.end(stream);
      stream.free();
      stream = null;
    }
  } finally {
    if (stream) {
      lzma.end(stream);
      stream.free();
    }
    library._free(input);
    library._free(output);
    await reader.close();
  }
};

/** Skips zeros in fours; gives how many bytes follow that begin no stream. */
async function skipPadding(reader: ByteReader): Promise<number> {
  for (;;) {
    const next = await reader.peek(4);
    if (next.length < 4 || next.some((byte) => byte !== 0)) break;
    await reader.take(4);
  }
  const head = await reader.peek(MAGIC.length);
  const begins = head.every((byte, i) => byte === MAGIC[i]);
  return begins ? 0 : reader.drain();
}
