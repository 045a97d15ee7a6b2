/**
 * Runs a reader in a process of its own, within limits of time and memory: whatever it is given, the server goes on
 * answering. What it is given goes in by its standard input, what it read comes out by its standard output.
 */
import { spawn } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { concatBytes } from '../../core/formats/byteStream.ts';
import { createIssue, failure, success, type Issue, type Result } from '../../core/issue.ts';

/** What the process may take. */
export interface ReadingLimits {
  /** Milliseconds. */
  readonly time: number;
  /** Bytes of memory of the whole process. */
  readonly memory: number;
}

interface Reading {
  /** The file of the reader, and what it is told. */
  readonly program: URL;
  readonly args: readonly string[];
  readonly input?: Uint8Array;
  /** What is read, as issues name it. */
  readonly where: string;
  readonly limits: ReadingLimits;
  readonly signal: AbortSignal;
}

/** How often its memory is looked at, in milliseconds. */
const WATCH_EVERY = 50;

/** What a reader printed. Issues: `reading.time`, `reading.memory`, `reading.stopped`. */
export async function readApart(reading: Reading): Promise<Result<Uint8Array>> {
  const { program, args, input, where, limits, signal } = reading;
  const refused = (code: string, params: Issue['params'] = {}) =>
    failure(createIssue('error', code, where, params));
  if (signal.aborted) return refused('reading.stopped');
  const heap = Math.max(64, Math.round(limits.memory / 2 ** 20));
  const child = spawn(
    process.execPath,
    [`--max-old-space-size=${heap}`, '--import', import.meta.resolve('tsx'), fileURLToPath(program), ...args],
    { stdio: ['pipe', 'pipe', 'ignore'] },
  );
  let ended = '';
  const end = (code: string) => {
    ended ||= code;
    child.kill('SIGKILL');
  };
  const timer = setTimeout(() => end('reading.time'), limits.time);
  const watch = setInterval(async () => {
    if ((await memoryOf(child.pid!)) > limits.memory) end('reading.memory');
  }, WATCH_EVERY);
  const stop = () => end('reading.stopped');
  signal.addEventListener('abort', stop, { once: true });
  try {
    child.stdin.on('error', () => undefined); // it ended before it had read all: its end tells
    child.stdin.end(input);
    const parts: Uint8Array[] = [];
    child.stdout.on('data', (part: Uint8Array) => parts.push(part));
    const status = await new Promise<number | null>((resolve, reject) => {
      child.on('error', reject);
      child.on('close', resolve);
    });
    if (ended === 'reading.time') return refused(ended, { seconds: Math.round(limits.time / 1000) });
    if (ended === 'reading.memory') return refused(ended, { limit: limits.memory });
    if (ended) return refused(ended);
    // An end by the limit of its heap has no answer either.
    if (status !== 0) return refused('reading.memory', { limit: limits.memory });
    return success(concatBytes(parts));
  } finally {
    clearTimeout(timer);
    clearInterval(watch);
    signal.removeEventListener('abort', stop);
  }
}

/** What a reader printed: JSON in a line, and bytes behind it. */
export function partsOf<Head>(answer: Uint8Array): { head: Head; rest: Uint8Array } {
  const lineEnd = answer.indexOf(10);
  const head = JSON.parse(new TextDecoder().decode(answer.subarray(0, lineEnd))) as Head;
  return { head, rest: answer.slice(lineEnd + 1) };
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
