/**
 * Tar archives (pax(1), ustar and GNU forms) as a stream of their files, by a well-known package, which checks the sums
 * of the heads and that the two blocks are there which end an archive.
 */
import { createTarDecoder, type TarHeader } from 'modern-tar';
import type { Pieces } from './byteStream.ts';
import { piecesOfStream, streamOf } from './streams.ts';
import { createLoss, type Issue } from '../issue.ts';

/** A file in an archive. Its contents must be read, or left, before the next entry is asked for. */
export interface TarEntry {
  /** What kind of file it is: that of an archive of another form is always `file`. */
  readonly type?: TarType;
  /** Where a link leads. */
  readonly linkTo?: string;
  readonly mode?: number;
  readonly path: string;
  readonly size: number;
  /** When the file was changed, in milliseconds since 1970; undefined when the archive does not say. */
  readonly changed?: number;
  readonly pieces: Pieces;
}

/** Kinds of entries, as pax(1) has them. */
type TarType = NonNullable<TarHeader['type']>;

/** The regular files of an archive. */
export const readTar = (
  pieces: Pieces,
  where: string,
  onIssue: (issue: Issue) => void,
): AsyncGenerator<TarEntry> => readTarEntries(pieces, where, onIssue, (type) => type === 'file');

/**
 * The entries of an archive, of those kinds that are wanted. A cut-off or damaged archive gives what stands before the damage, a file within which it is
 * cut as far as it goes; `onIssue` is then told `tar.truncated` or `tar.damaged`.
 */
export async function* readTarEntries(
  pieces: Pieces,
  where: string,
  onIssue: (issue: Issue) => void,
  isWanted: (type: TarType) => boolean = () => true,
): AsyncGenerator<TarEntry> {
  const taking = new Taking();
  const reader = streamOf(taking.held(pieces))
    .pipeThrough(createTarDecoder({ strict: true }))
    .getReader();
  let ended = false;
  let files = 0;
  let last = '';
  let within = '';
  try {
    for (;;) {
      const { value: entry, done } = await taking.wait(reader.read());
      if (done) {
        ended = true;
        return;
      }
      const { type = 'file', linkname: linkTo, mode, size, mtime } = entry.header;
      if (!isWanted(type)) {
        await taking.wait(entry.body.cancel());
        continue;
      }
      let opened = false;
      const contents = piecesOfStream(entry.body);
      async function* once() {
        opened = true;
        try {
          for (
            let step = await taking.wait(contents.next());
            !step.done;
            step = await taking.wait(contents.next())
          )
            yield step.value;
        } catch {
          within = last; // that the archive is cut here is told when the next file is asked for
        }
      }
      if (type === 'file') files++;
      last = entry.header.name.replace(/^(\.?\/)+/, '');
      yield { path: last, type, linkTo, mode, size, changed: mtime?.getTime(), pieces: once() };
      // What the reader left unread would hold up the entries after it.
      if (opened) await taking.wait(contents.return(undefined));
      else await taking.wait(entry.body.cancel());
    }
  } catch (error) {
    ended = true;
    const reason = error instanceof Error ? error.message : String(error);
    const code = /truncated/.test(reason) ? 'tar.truncated' : 'tar.damaged';
    onIssue(createLoss(code, where, { files, last, within, reason }));
  } finally {
    taking.leave();
    if (!ended) await reader.cancel();
  }
}

/** So many turns of waiting for nothing show that all was taken that came. */
const IDLE_TURNS = 2;

/**
 * Tells the decoder of the end only once all that came is taken: at an end that comes too early it forgets what it had
 * not handed on yet.
 */
class Taking {
  private waiting = false;
  private steps = 0;
  private left = false;

  async wait<T>(step: Promise<T>): Promise<T> {
    this.waiting = true;
    try {
      return await step;
    } finally {
      this.waiting = false;
      this.steps++;
    }
  }

  async *held(pieces: Pieces): AsyncGenerator<Uint8Array> {
    yield* pieces;
    for (let idle = 0; idle < IDLE_TURNS && !this.left;) {
      const before = this.steps;
      await new Promise((resolve) => setTimeout(resolve, 0));
      idle = this.waiting && this.steps === before ? idle + 1 : 0;
    }
  }

  leave(): void {
    this.left = true;
  }
}
