/**
 * The real tools that tests hold our readers and orders against. A tool that is not installed makes its tests
 * skip with a line that says so; in continuous integration it is an error, unless the tool is optional there.
 */
import { execFile, execFileSync, spawnSync } from 'node:child_process';
import { describe } from 'vitest';

/** True if a command is on the path. */
export function hasTool(name: string): boolean {
  return spawnSync('sh', ['-c', `command -v ${name}`]).status === 0;
}

/** A `describe` that is skipped, loudly, when a tool is missing. */
export function describeWith(tools: readonly string[], title: string, body: () => void): void {
  const missing = tools.filter((tool) => !hasTool(tool));
  if (missing.length === 0) describe(title, body);
  else {
    console.warn(`SKIPPED: "${title}" needs ${missing.join(', ')}; install it and run again.`);
    describe.skip(`${title} (needs ${missing.join(', ')})`, body);
  }
}

/** Runs a tool and gives its standard output as text. */
export function run(command: string, args: readonly string[], input?: string | Uint8Array): string {
  return execFileSync(command, args, {
    input,
    encoding: 'utf8',
    maxBuffer: 1 << 29,
    stdio: ['pipe', 'pipe', 'pipe'],
  });
}

/** Runs a tool and gives its standard output as bytes. */
export function runBytes(command: string, args: readonly string[], input?: string | Uint8Array): Uint8Array {
  return new Uint8Array(
    execFileSync(command, args, { input, maxBuffer: 1 << 29, stdio: ['pipe', 'pipe', 'pipe'] }),
  );
}

/** Runs a tool without standing still meanwhile, for tools that ask a server of this process. Never rejects. */
export function runAside(
  command: string,
  args: readonly string[],
): Promise<{ status: number; output: string; errors: string }> {
  return new Promise((resolve) => {
    execFile(command, args, { encoding: 'utf8', maxBuffer: 1 << 29 }, (error, output, errors) =>
      resolve({ status: error ? Number(error.code ?? 1) || 1 : 0, output, errors }),
    );
  });
}
