/**
 * Compressed blocks of file systems, which stand by themselves and are decoded at once: by well-known packages, but for
 * lz4 and lzo, whose blocks no maintained package decodes with limits (docs/decisions/0021-reading-images.md).
 */
import { decodeLz4Block } from '../formats/compression/lz4Block.ts';
import { viewOf } from './byteSource.ts';
import { damaged, ImageFault } from './imageFault.ts';
import { decodeLzoBlock } from './lzoBlock.ts';

/** Decodes a block; gives at most `most` bytes, and throws `ImageFault` for what is damaged or longer. */
export type BlockDecoder = (block: Uint8Array, most: number) => Uint8Array;

/** The compressions of blocks. */
export type BlockCompression = 'zlib' | 'deflate' | 'xz' | 'microLzma' | 'zstd' | 'lz4' | 'lzo';

const PART = 'a compressed block';

/** Gets a decoder ready: what it needs is loaded the first time. */
export async function loadBlockDecoder(compression: BlockCompression): Promise<BlockDecoder> {
  const decode = await LOADERS[compression]();
  return (block, most) => {
    try {
      return decode(block, most);
    } catch (error) {
      if (error instanceof ImageFault) throw error;
      throw damaged(PART, error instanceof Error ? error.message : String(error));
    }
  };
}

const LOADERS: Readonly<Record<BlockCompression, () => Promise<BlockDecoder>>> = {
  zlib: () => loadInflate(15),
  deflate: () => loadInflate(-15),
  xz: () => loadXz(),
  microLzma: async () => microLzma(await loadXz()),
  zstd: loadZstd,
  lz4: async () => (block, most) => {
    const target = new Uint8Array(most);
    return target.subarray(0, decodeLz4Block(block, target, 0, true));
  },
  lzo: async () => (block, most) => {
    const target = new Uint8Array(most);
    return target.subarray(0, decodeLzoBlock(block, target));
  },
};

const STREAM_END = 1;

/** zlib with its sum, or deflate without a head (window below zero), as zlib.h has it. */
async function loadInflate(window: number): Promise<BlockDecoder> {
  const { ZStream, zlibInflate, zlibInflateInit2, zlibInflateReset } = await import('pako');
  const stream = new ZStream();
  zlibInflateInit2(stream, window);
  return (block, most) => {
    zlibInflateReset(stream);
    const target = new Uint8Array(most);
    Object.assign(stream, { input: block, next_in: 0, avail_in: block.length });
    Object.assign(stream, { output: target, next_out: 0, avail_out: most });
    const status = zlibInflate(stream, 0);
    // A cluster of a disk is as long as it is, whatever follows in its sectors.
    if (status !== STREAM_END && !(window < 0 && stream.avail_out === 0))
      throw damaged(PART, stream.msg || 'it ends before its end, or is longer than a block may be');
    return target.subarray(0, stream.next_out);
  };
}

const MEMORY_LIMIT = 128 << 20;

/** xz with its sums, or lzma with the head of the older form. */
async function loadXz(): Promise<BlockDecoder> {
  const lzma = await import('node-liblzma/wasm');
  const library = await lzma.initModule();
  return (block, most) => {
    const input = library._malloc(block.length);
    const output = library._malloc(most);
    const stream = new lzma.WasmLzmaStream(library);
    try {
      library.HEAPU8.set(block, input);
      lzma.autoDecoderInit(stream, MEMORY_LIMIT);
      stream.setInput(input, block.length);
      stream.setOutput(output, most);
      const status = lzma.code(stream, lzma.LZMA_FINISH);
      const isFull = status === 0 && stream.availOut === 0;
      if (status !== STREAM_END && !isFull) throw damaged(PART, `liblzma answers ${status}`);
      return library.HEAPU8.slice(output, output + most - stream.availOut);
    } finally {
      lzma.end(stream);
      stream.free();
      library._free(input);
      library._free(output);
    }
  };
}

/**
 * lzma as erofs has it (XZ Utils, “MicroLZMA”): its first byte, which is always zero, is taken by its properties turned
 * over. The head of the older form is put back.
 */
const microLzma =
  (decode: BlockDecoder): BlockDecoder =>
  (block, most) => {
    const bytes = new Uint8Array(block.length + HEAD_BYTES);
    const view = viewOf(bytes);
    bytes[0] = ~block[0] & 255;
    view.setUint32(1, DICTIONARY, true);
    view.setBigUint64(5, BigInt(most), true);
    bytes.set(block.subarray(1), HEAD_BYTES + 1);
    return decode(bytes, most);
  };

const HEAD_BYTES = 13;
/** No image of erofs has clusters that look back further. */
const DICTIONARY = 8 << 20;

async function loadZstd(): Promise<BlockDecoder> {
  const { ZSTDDecoder } = await import('zstddec');
  const decoder = new ZSTDDecoder();
  await decoder.init();
  return (block, most) => {
    const { content, length } = frameOf(block);
    if ((content ?? 0) > most) throw damaged(PART, 'it is longer than a block may be');
    // One that is damaged gives a length that is none.
    const bytes = decoder.decode(block.subarray(0, length), content ?? most);
    if (bytes.length > most || bytes.length === 0 || (content !== null && bytes.length !== content))
      throw damaged(PART, 'it is no frame of zstd');
    return bytes;
  };
}

const SIZE_BYTES = [0, 2, 4, 8];
const DICTIONARY_BYTES = [0, 1, 2, 4];
const REPEATED = 1;

/** How many bytes a frame of zstd takes, and how many it holds where it says so (RFC 8878, 3.1.1). */
function frameOf(block: Uint8Array): { content: number | null; length: number } {
  if (block.length < 6 || block[0] !== 0x28 || block[1] !== 0xb5 || block[2] !== 0x2f || block[3] !== 0xfd)
    throw damaged(PART, 'it does not begin with a frame of zstd');
  const descriptor = block[4];
  const isSingle = (descriptor & 0x20) !== 0;
  const sizeBytes = SIZE_BYTES[descriptor >> 6] || (isSingle ? 1 : 0);
  let at = 5 + (isSingle ? 0 : 1) + DICTIONARY_BYTES[descriptor & 3];
  let content = sizeBytes === 2 ? 256 : 0;
  for (let i = 0; i < sizeBytes; i++) content += block[at + i] * 2 ** (8 * i);
  at += sizeBytes;
  for (let isLast = false; !isLast;) {
    const head = block[at] | (block[at + 1] << 8) | (block[at + 2] << 16);
    if (at + 3 > block.length) throw damaged(PART, 'it ends within a frame of zstd');
    isLast = (head & 1) === 1;
    at += 3 + (((head >> 1) & 3) === REPEATED ? 1 : head >> 3);
  }
  const length = at + (descriptor & 4 ? 4 : 0);
  if (length > block.length) throw damaged(PART, 'it ends within a frame of zstd');
  return { content: sizeBytes > 0 ? content : null, length };
}
