/**
 * Reads a fetched package list in a process of its own, within limits of time and memory: whatever a mirror sends, the
 * server goes on answering. The bytes go in by its standard input, the packed list comes out by its standard output.
 */
import { spawn } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { concatBytes } from '../../core/formats/byteStream.ts';
import type { Family } from '../../core/formats/family.ts';
import { createIssue, failure, success, type Issue, type Result } from '../../core/issue.ts';

/** What the process says before the packed list, as JSON in one line. */
export interface ReadListHead {
  readonly family: Family | null;
  readonly packages: number;
  /** When its newest part was changed, in milliseconds since 1970; 0 when it does not say. */
  readonly newest: number;
  readonly issues: readonly Issue[];
}

/** A list that was read. */
export interface ReadList extends ReadListHead {
  readonly family: Family;
  readonly packed: Uint8Array;
}

/** What the process may take. */
export interface ReadingLimits {
  /** Milliseconds. */
  readonly time: number;
  /** Bytes of memory of the whole process. */
  readonly memory: number;
  /** The most that a file may expand to, in bytes. */
  readonly expandedBytes: number;
}

const CHILD = fileURLToPath(new URL('child.ts', import.meta.url));
/** How often its memory is looked at, in milliseconds. */
const WATCH_EVERY = 50;

/**
 * Reads a list that was fetched from `url`. Issues: `mirror.notAList`, `mirror.readingTime`, `mirror.readingMemory`,
 * `mirror.stopped`, and those of the readers.
 */
export async function readList(
  url: string,
  bytes: Uint8Array,
  limits: ReadingLimits,
  signal: AbortSignal,
): Promise<Result<ReadList>> {
  const refused = (code: string, params: Issue['params'] = {}) =>
    failure(createIssue('error', code, url, params));
  if (signal.aborted) return refused('mirror.stopped');
  const name = url.slice(url.lastIndexOf('/') + 1);
  const heap = Math.max(64, Math.round(limits.memory / 2 ** 20));
  const child = spawn(
    process.execPath,
    [
      `--max-old-space-size=${heap}`,
      '--import',
      import.meta.resolve('tsx'),
      CHILD,
      name,
      String(limits.expandedBytes),
    ],
    { stdio: ['pipe', 'pipe', 'ignore'] },
  );
  let ended = '';
  const end = (code: string) => {
    ended ||= code;
    child.kill('SIGKILL');
  };
  const timer = setTimeout(() => end('mirror.readingTime'), limits.time);
  const watch = setInterval(async () => {
    if ((await memoryOf(child.pid!)) > limits.memory) end('mirror.readingMemory');
  }, WATCH_EVERY);
  const stop = () => end('mirror.stopped');
  signal.addEventListener('abort', stop, { once: true });
  try {
    child.stdin.on('error', () => undefined); // it ended before it had read all: its end tells
    child.stdin.end(bytes);
    const parts: Uint8Array[] = [];
    child.stdout.on('data', (part: Uint8Array) => parts.push(part));
    const status = await new Promise<number | null>((resolve, reject) => {
      child.on('error', reject);
      child.on('close', resolve);
    });
    if (ended === 'mirror.readingTime') return refused(ended, { seconds: Math.round(limits.time / 1000) });
    if (ended === 'mirror.readingMemory') return refused(ended, { limit: limits.memory });
    if (ended) return refused(ended);
    // An end by the limit of its heap has no answer either.
    if (status !== 0) return refused('mirror.readingMemory', { limit: limits.memory });
    return answerOf(concatBytes(parts), url);
  } finally {
    clearTimeout(timer);
    clearInterval(watch);
    signal.removeEventListener('abort', stop);
  }
}

function answerOf(answer: Uint8Array, url: string): Result<ReadList> {
  const lineEnd = answer.indexOf(10);
  const head = JSON.parse(new TextDecoder().decode(answer.subarray(0, lineEnd))) as ReadListHead;
  const { family, issues } = head;
  if (family === null) return failure(...issues, createIssue('error', 'mirror.notAList', url));
  return success({ ...head, family, packed: answer.slice(lineEnd + 1) });
}

/** The memory of a process that is in use, in bytes, as Linux tells it (proc(5), statm); 0 elsewhere. */
async function memoryOf(pid: number): Promise<number> {
  try {
    const [, pages] = (await readFile(`/proc/${pid}/statm`, 'utf8')).split(' ');
    return Number(pages) * 4096;
  } catch {
    return 0; // it has ended, or this is another system
  }
}
