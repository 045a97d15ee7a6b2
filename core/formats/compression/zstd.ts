/**
 * zstd (RFC 8878), its blocks by libzstd, which checks the sums of contents. The frames are walked here: the package
 * does not tell damage from an end, nor what stands behind the last frame.
 */
import type { ByteReader } from '../byteReader.ts';
import { damaged, endsWithin, type Decoder } from './decoder.ts';
import { decodeFrames } from './frames.ts';

const MAGIC = 0xfd2fb528;
/** libzstd decodes no larger windows unless told to (zstd.h, ZSTD_WINDOWLOG_LIMIT_DEFAULT). */
const WINDOW_LIMIT = 128 << 20;

/** Decodes zstd. */
export const decodeZstd: Decoder = async function* (pieces) {
  const { ZSTDDecoder } = await import('zstddec/stream');
  const decoder = new ZSTDDecoder();
  await decoder.init();
  return yield* decodeFrames(pieces, new Map([[MAGIC, (reader) => decodeFrame(decoder, reader)]]));
};

/** Decodes one frame. A part is there before the package asks for it, since it cannot wait. */
async function* decodeFrame(
  decoder: InstanceType<typeof import('zstddec/stream').ZSTDDecoder>,
  reader: ByteReader,
): AsyncGenerator<Uint8Array> {
  const waiting: Uint8Array[] = [];
  const decoded = decoder.decodeStreaming({
    *[Symbol.iterator]() {
      for (let next = waiting.shift(); next; next = waiting.shift()) yield next;
    },
  });
  const parts = frameParts(reader);
  let isFed = false;
  let idle = 0;
  for (;;) {
    if (waiting.length === 0 && !isFed) {
      const part = await parts.next();
      if (part.done) isFed = true;
      else waiting.push(part.value);
    }
    const before = waiting.length;
    const step = nextOf(decoded);
    if (step.done) return;
    // It does not tell errors: it goes on without taking or giving anything.
    idle = step.value.length === 0 && waiting.length === before ? idle + 1 : 0;
    if (idle > MOST_IDLE) throw damaged('a block is damaged, or the sum of the contents does not agree');
    if (step.value.length > 0) yield step.value;
  }
}

const MOST_IDLE = 3;

function nextOf(decoded: Generator<Uint8Array>): IteratorResult<Uint8Array> {
  try {
    return decoded.next();
  } catch {
    throw damaged('a frame has other contents than its blocks say');
  }
}

const DICTIONARY_BYTES = [0, 1, 2, 4];
const SIZE_BYTES = [0, 2, 4, 8];

/** The bytes of one frame, a block at a time (3.1.1). */
async function* frameParts(reader: ByteReader): AsyncGenerator<Uint8Array> {
  const [descriptor] = (await reader.peek(5)).subarray(4);
  if (descriptor === undefined) throw endsWithin('the head of a frame');
  const isSingle = (descriptor & 0x20) !== 0;
  const sizeBytes = SIZE_BYTES[descriptor >> 6] || (isSingle ? 1 : 0);
  const length = 5 + (isSingle ? 0 : 1) + DICTIONARY_BYTES[descriptor & 3] + sizeBytes;
  const head = await reader.take(length);
  if (!head) throw endsWithin('the head of a frame');
  const window = isSingle ? sizeOf(head, sizeBytes) : windowOf(head[5]);
  if (window > WINDOW_LIMIT) throw damaged(`it needs a window of ${Math.round(window / 2 ** 20)} MiB`);
  yield head;
  for (let isLast = false; !isLast;) {
    const [low, middle, high] = await reader.peek(3);
    if (high === undefined) throw endsWithin('a frame');
    const block = low | (middle << 8) | (high << 16);
    isLast = (block & 1) === 1;
    const type = (block >> 1) & 3;
    if (type === RESERVED) throw damaged('a block is of a kind that is not defined');
    const bytes = await reader.take(3 + (type === REPEATED ? 1 : block >> 3));
    if (!bytes) throw endsWithin('a block');
    yield bytes;
  }
  if ((descriptor & 4) === 0) return;
  const sum = await reader.take(4);
  if (!sum) throw endsWithin('the sum of a frame');
  yield sum;
}

const REPEATED = 1;
const RESERVED = 3;

/** The size of the contents, which is that of the window in a frame of one segment (3.1.1.1.4). */
function sizeOf(head: Uint8Array, bytes: number): number {
  let size = bytes === 2 ? 256 : 0;
  for (let i = 0; i < bytes; i++) size += head[head.length - bytes + i] * 2 ** (8 * i);
  return size;
}

/** 3.1.1.1.2 */
function windowOf(descriptor: number): number {
  const base = 2 ** (10 + (descriptor >> 3));
  return base + (base / 8) * (descriptor & 7);
}
