/** Tar archives (pax(1), ustar and GNU forms) as a stream of their files, by a well-known package. */
import { createTarDecoder } from 'modern-tar';
import type { Pieces } from './byteStream.ts';
import { piecesOfStream, streamOf } from './streams.ts';
import { createIssue, type Issue } from '../issue.ts';

/** A file in an archive. Its contents must be read, or left, before the next entry is asked for. */
export interface TarEntry {
  readonly path: string;
  readonly size: number;
  /** When the file was changed, in milliseconds since 1970; undefined when the archive does not say. */
  readonly changed?: number;
  readonly pieces: Pieces;
}

/**
 * The regular files of an archive. A cut-off or damaged archive gives what stands before the damage;
 * `onIssue` is then told `tar.damaged`.
 */
export async function* readTar(
  pieces: Pieces,
  where: string,
  onIssue: (issue: Issue) => void,
): AsyncGenerator<TarEntry> {
  const reader = streamOf(pieces).pipeThrough(createTarDecoder()).getReader();
  let ended = false;
  try {
    for (;;) {
      const { value: entry, done } = await reader.read();
      if (done) {
        ended = true;
        return;
      }
      if (entry.header.type !== undefined && entry.header.type !== 'file') {
        await entry.body.cancel();
        continue;
      }
      let opened = false;
      const contents = piecesOfStream(entry.body);
      async function* once() {
        opened = true;
        yield* contents;
      }
      yield {
        path: entry.header.name.replace(/^(\.?\/)+/, ''),
        size: entry.header.size,
        changed: entry.header.mtime?.getTime(),
        pieces: once(),
      };
      // What the reader left unread would hold up the entries after it.
      if (opened) await contents.return(undefined);
      else await entry.body.cancel();
    }
  } catch (error) {
    ended = true;
    const reason = error instanceof Error ? error.message : String(error);
    onIssue(createIssue('damage', 'tar.damaged', where, { reason }));
  } finally {
    if (!ended) await reader.cancel();
  }
}
