/** Makes the sample in a process of its own while the server already answers. */
import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './folders.ts';

/** How far it is; `share` is 0 to 1. */
export type SampleState =
  | { readonly state: 'ready' }
  | { readonly state: 'making'; readonly share: number }
  | { readonly state: 'failed'; readonly reason: string };

/** The parts of the sample that are missing in a folder. */
export function missingParts(folder: string): string[] {
  const marks = { mirror: 'mirror.complete', catalogue: 'catalogue.json' };
  return Object.entries(marks).flatMap(([part, mark]) => (existsSync(join(folder, mark)) ? [] : [part]));
}

/** One making of some parts. */
export class SampleMaker {
  #state: SampleState = { state: 'ready' };
  #child: ChildProcess | null = null;

  constructor(private readonly folder: string) {}

  /** Of the catalogue, which is what a first start waits for. */
  get state(): SampleState {
    return this.#state;
  }

  /** Makes some parts; resolves when that has ended, however. */
  make(parts: readonly string[]): Promise<void> {
    if (parts.length === 0) return Promise.resolve();
    if (parts.includes('catalogue')) this.#state = { state: 'making', share: 0 };
    const child = spawn(
      process.execPath,
      [join(ROOT, 'scripts/run.mjs'), join(ROOT, 'sample/build.ts'), ...parts],
      {
        cwd: ROOT,
        env: { ...process.env, ASPEN_RIDGE_SAMPLE: this.folder },
        stdio: ['ignore', 'pipe', 'pipe'],
      },
    );
    this.#child = child;
    let trouble = '';
    child.stderr.on('data', (chunk: Buffer) => (trouble = (trouble + String(chunk)).slice(-2000)));
    child.stdout.on('data', (chunk: Buffer) => {
      const share = Number(/.*catalogue (\d+) %/s.exec(String(chunk))?.[1] ?? Number.NaN) / 100;
      if (share >= 1) this.#state = { state: 'ready' };
      else if (share >= 0 && this.#state.state === 'making') this.#state = { state: 'making', share };
    });
    return new Promise((resolve) => {
      const end = (failure: string | null) => {
        this.#child = null;
        if (failure === null) this.#state = { state: 'ready' };
        else if (this.#state.state === 'making') this.#state = { state: 'failed', reason: failure };
        resolve();
      };
      child.on('error', (error) => end(error.message));
      child.on('exit', (code) =>
        end(code === 0 ? null : trouble.trim().split('\n').at(-1) || `ended with ${code}`),
      );
    });
  }

  /** Ends what is being made. */
  stop(): void {
    this.#child?.kill();
  }
}
