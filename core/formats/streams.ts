/** Pieces of bytes as web streams (WHATWG Streams), and back. */
import type { Pieces } from './byteStream.ts';

/** A web stream over pieces; cancelling it ends the pieces. */
export function streamOf(pieces: Pieces): ReadableStream<Uint8Array<ArrayBuffer>> {
  const iterator = pieces[Symbol.asyncIterator]();
  return new ReadableStream({
    async pull(controller) {
      const { value, done } = await iterator.next();
      if (done) controller.close();
      else controller.enqueue(value.slice());
    },
    async cancel() {
      await iterator.return?.();
    },
  });
}

/** The pieces of a web stream; leaving the loop cancels it. */
export async function* piecesOfStream(stream: ReadableStream<Uint8Array>): AsyncGenerator<Uint8Array, void> {
  const reader = stream.getReader();
  let ended = false;
  try {
    for (;;) {
      const { value, done } = await reader.read();
      if (done) {
        ended = true;
        return;
      }
      yield value;
    }
  } catch (error) {
    ended = true;
    throw error;
  } finally {
    if (!ended) await reader.cancel();
  }
}
