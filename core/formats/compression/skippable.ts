/** Frames that carry nothing of the contents: the same in zstd (RFC 8878, 3.1.2) and lz4 (frame format 1.6, "Skippable Frames"). */
import type { ByteReader } from '../byteReader.ts';
import { endsWithin } from './decoder.ts';

/** True for the sixteen numbers that begin such a frame. */
export const isSkippable = (magic: number): boolean => (magic & 0xfffffff0) >>> 0 === 0x184d2a50;

/** Passes over the frame that begins here. */
export async function skipFrame(reader: ByteReader): Promise<void> {
  const head = await reader.take(8);
  if (!head) throw endsWithin('a skippable frame');
  const passed = reader.pass(new DataView(head.buffer).getUint32(4, true));
  let step = await passed.next();
  while (!step.done) step = await passed.next();
  if (!step.value) throw endsWithin('a skippable frame');
}

/** The number that stands next, or null when fewer than four bytes are left. */
export async function nextMagic(reader: ByteReader): Promise<number | null> {
  const bytes = await reader.peek(4);
  return bytes.length === 4 ? new DataView(bytes.buffer).getUint32(0, true) : null;
}
