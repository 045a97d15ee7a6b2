/** lz4: frames (frame format 1.6.4) with their sums, frames of the older form, and skippable ones, end to end. */
import { createXXHash32 } from 'hash-wasm';
import type { ByteReader } from '../byteReader.ts';
import { damaged, endsWithin, type Decoder } from './decoder.ts';
import { beginsFrame, decodeFrames } from './frames.ts';
import { decodeLz4Block, WINDOW } from './lz4Block.ts';

const MAGIC = 0x184d2204;
const LEGACY_MAGIC = 0x184c2102;
const LEGACY_BLOCK = 8 << 20;

/** Decodes lz4. */
export const decodeLz4: Decoder = (pieces) =>
  decodeFrames(
    pieces,
    new Map([
      [MAGIC, decodeFrame],
      [LEGACY_MAGIC, decodeLegacyFrame],
    ]),
  );

const numberOf = (bytes: Uint8Array) => new DataView(bytes.buffer, bytes.byteOffset, 4).getUint32(0, true);

async function takeNumber(reader: ByteReader, part: string): Promise<number> {
  const bytes = await reader.take(4);
  if (!bytes) throw endsWithin(part);
  return numberOf(bytes);
}

/** Flags of a frame ("Frame Descriptor"). */
const INDEPENDENT = 0x20;
const BLOCK_SUMS = 0x10;
const HAS_SIZE = 0x08;
const CONTENT_SUM = 0x04;
const HAS_DICTIONARY = 0x01;

async function* decodeFrame(reader: ByteReader): AsyncGenerator<Uint8Array> {
  const flags = (await reader.peek(5))[4];
  if (flags === undefined) throw endsWithin('the head of a frame');
  const head = await reader.take(7 + (flags & HAS_SIZE ? 8 : 0) + (flags & HAS_DICTIONARY ? 4 : 0));
  if (!head) throw endsWithin('the head of a frame');
  const sums = await createXXHash32(0);
  const sumOf = (bytes: Uint8Array) => Number.parseInt(sums.init().update(bytes).digest('hex'), 16);
  if (flags >> 6 !== 1 || ((sumOf(head.subarray(4, -1)) >>> 8) & 255) !== head[head.length - 1])
    throw damaged('the head of a frame does not agree with its sum');
  if (flags & HAS_DICTIONARY) throw damaged('it needs a dictionary that does not come with it');
  const largest = 1 << (8 + 2 * ((head[5] >> 4) & 7));
  const whole = flags & CONTENT_SUM ? (await createXXHash32(0)).init() : null;
  // The window before the block, then the block.
  const target = new Uint8Array(WINDOW + largest);
  let window = 0;
  let length = 0;
  for (;;) {
    const stated = await takeNumber(reader, 'a frame');
    if (stated === 0) break;
    const isPlain = stated >>> 31 === 1;
    const size = stated & 0x7fffffff;
    if (size > largest) throw damaged('a block is larger than its frame allows');
    const block = await reader.take(size);
    if (!block) throw endsWithin('a block');
    if (flags & BLOCK_SUMS && (await takeNumber(reader, 'the sum of a block')) !== sumOf(block))
      throw damaged('a block does not agree with its sum');
    const end = isPlain ? copyInto(target, block, window) : decodeLz4Block(block, target, window);
    const decoded = target.slice(window, end);
    length += decoded.length;
    whole?.update(decoded);
    const kept = flags & INDEPENDENT ? 0 : Math.min(end, WINDOW);
    target.copyWithin(0, end - kept, end);
    window = kept;
    yield decoded;
  }
  if (whole && (await takeNumber(reader, 'the sum of a frame')) !== Number.parseInt(whole.digest('hex'), 16))
    throw damaged('the contents do not agree with their sum');
  if (flags & HAS_SIZE && Number(new DataView(head.buffer).getBigUint64(6, true)) !== length)
    throw damaged('the contents are not as long as the frame says');
}

function copyInto(target: Uint8Array, block: Uint8Array, start: number): number {
  target.set(block, start);
  return start + block.length;
}

/** Blocks of 8 MiB without an end mark: they end where the file or the next frame does ("Legacy frame"). */
async function* decodeLegacyFrame(reader: ByteReader): AsyncGenerator<Uint8Array> {
  await reader.take(4);
  const target = new Uint8Array(LEGACY_BLOCK);
  while (!(await reader.isAtEnd())) {
    if (await beginsFrame(reader, [MAGIC, LEGACY_MAGIC])) return;
    const size = await takeNumber(reader, 'a block');
    if (size > LEGACY_BLOCK + (LEGACY_BLOCK >> 7)) throw damaged('a block is larger than its frame allows');
    const block = await reader.take(size);
    if (!block) throw endsWithin('a block');
    yield target.slice(0, decodeLz4Block(block, target, 0));
  }
}
