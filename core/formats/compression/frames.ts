/**
 * Frames end to end, as zstd (RFC 8878, 3.1) and lz4 (frame format 1.6) have them. Both know frames that carry nothing of the
 * contents ("skippable"), and have them in common; a file may begin with one.
 */
import { ByteReader } from '../byteReader.ts';
import type { Pieces } from '../byteStream.ts';
import { damaged, endsWithin } from './decoder.ts';

/** Decodes the frame that begins with its own number. */
type FrameDecoder = (reader: ByteReader) => AsyncGenerator<Uint8Array>;

const SKIPPABLE_HEAD = 8;

/** True for the sixteen numbers that begin a frame that carries nothing. */
const isSkippable = (magic: number): boolean => (magic & 0xfffffff0) >>> 0 === 0x184d2a50;

/** Where the first frame that carries something begins, as far as a head tells. */
export function skipSkippable(head: Uint8Array): number {
  const view = new DataView(head.buffer, head.byteOffset, head.length);
  let at = 0;
  while (at + SKIPPABLE_HEAD <= head.length && isSkippable(view.getUint32(at, true)))
    at += SKIPPABLE_HEAD + view.getUint32(at + 4, true);
  return at;
}

/**
 * Decodes frames by the number that each begins with; gives how many bytes stand behind the last one. Throws
 * `CompressionError`.
 */
export async function* decodeFrames(
  pieces: Pieces,
  decoders: ReadonlyMap<number, FrameDecoder>,
): AsyncGenerator<Uint8Array, number> {
  const reader = new ByteReader(pieces);
  try {
    for (let frames = 0; ; frames++) {
      if (await reader.isAtEnd()) return 0;
      const magic = await nextMagic(reader);
      const decoder = magic === null ? undefined : decoders.get(magic);
      if (decoder) yield* decoder(reader);
      else if (magic !== null && isSkippable(magic)) await skipFrame(reader);
      else if (frames > 0) return await reader.drain();
      else if (magic === null) throw endsWithin('the head of a frame');
      else throw damaged('it does not begin with a frame');
    }
  } finally {
    await reader.close();
  }
}

/** True when what follows begins a frame of any of these numbers, or one that carries nothing. */
export async function beginsFrame(reader: ByteReader, magics: readonly number[]): Promise<boolean> {
  const magic = await nextMagic(reader);
  return magic !== null && (magics.includes(magic) || isSkippable(magic));
}

/** The number that stands next, or null when fewer than four bytes are left. */
async function nextMagic(reader: ByteReader): Promise<number | null> {
  const bytes = await reader.peek(4);
  return bytes.length === 4 ? new DataView(bytes.buffer).getUint32(0, true) : null;
}

async function skipFrame(reader: ByteReader): Promise<void> {
  const head = await reader.take(SKIPPABLE_HEAD);
  if (!head) throw endsWithin('a skippable frame');
  const passed = reader.pass(new DataView(head.buffer).getUint32(4, true));
  let step = await passed.next();
  while (!step.done) step = await passed.next();
  if (!step.value) throw endsWithin('a skippable frame');
}
