/** A file as pieces of its text, in order, as a stream: it is never held whole. */

/** Reads UTF-8; what is none becomes a replacement character. */
export async function* piecesOf(file: Blob): AsyncGenerator<string> {
  const reader = file.stream().pipeThrough(new TextDecoderStream()).getReader();
  try {
    for (let read = await reader.read(); !read.done; read = await reader.read()) yield read.value;
  } finally {
    await reader.cancel();
  }
}
