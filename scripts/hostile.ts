/**
 * npm run hostile: reads each hostile input in a process of its own, and prints how long that took, the most memory it had,
 * and what was said. The table in docs/hostile-inputs.md is made by it.
 */
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { HOSTILE_INPUTS } from '../testing/hostileInputs.ts';
import { wordIssue } from '../core/wording/issueText.ts';
import { createIssue } from '../core/issue.ts';

const LIMITS = { seconds: 20, megabytes: 400 } as const;
const COMMAND = fileURLToPath(new URL('../cli/aspen.mjs', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-hostile-'));

interface Outcome {
  readonly seconds: number;
  readonly megabytes: number;
  readonly said: string;
  readonly status: number | null;
}

interface Said {
  readonly text: string;
  readonly loses?: true;
}

/** The most memory of a process so far (proc(5), status: VmHWM), in megabytes. */
function peakOf(pid: number): number {
  try {
    return Number(/^VmHWM:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  } catch {
    return 0;
  }
}

async function read(path: string): Promise<Outcome> {
  const began = performance.now();
  const child = spawn(process.execPath, [COMMAND, 'inspect', path, '--json'], {
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  let peak = 0;
  const watch = setInterval(() => (peak = Math.max(peak, peakOf(child.pid!))), 10);
  const timer = setTimeout(() => child.kill('SIGKILL'), 3 * LIMITS.seconds * 1000);
  let output = '';
  child.stdout.on('data', (piece: Buffer) => (output += piece.toString()));
  const status = await new Promise<number | null>((resolve) => child.on('close', resolve));
  clearInterval(watch);
  clearTimeout(timer);
  const seconds = (performance.now() - began) / 1000;
  return { seconds, megabytes: peak, said: saidIn(output), status };
}

/** What a report says was lost; its first issue where nothing was. */
function saidIn(output: string): string {
  try {
    const report = JSON.parse(output) as {
      files: { issues: Said[] }[];
      issues: Said[];
    };
    const issues = [...report.files.flatMap((file) => file.issues), ...report.issues];
    return (issues.find(({ loses }) => loses) ?? issues[0])?.text ?? 'nothing';
  } catch {
    return wordIssue(createIssue('error', 'file.unreadable', '', { reason: 'no answer' }));
  }
}

let kept = true;
console.log('| input | file | seconds | memory | status | says |\n|---|--:|--:|--:|--:|---|');
for (const [i, { name, path, make }] of HOSTILE_INPUTS.entries()) {
  const full = join(folder, String(i), path);
  mkdirSync(dirname(full), { recursive: true });
  const bytes = await make();
  writeFileSync(full, bytes);
  const { seconds, megabytes, said, status } = await read(full);
  rmSync(full);
  kept &&= seconds <= LIMITS.seconds && megabytes <= LIMITS.megabytes && status !== null;
  const size = bytes.length < 10_000 ? `${bytes.length} B` : `${Math.round(bytes.length / 1000)} kB`;
  console.log(
    `| ${name} | ${size} | ${seconds.toFixed(1)} | ${megabytes.toFixed(0)} MB | ${status ?? 'killed'} | ${said.replaceAll(folder, '').replace(/\/\d+\//g, '')} |`,
  );
}
rmSync(folder, { recursive: true });
console.log(`\nAt most ${LIMITS.seconds} s and ${LIMITS.megabytes} MB: ${kept ? 'kept' : 'NOT kept'}.`);
process.exitCode = kept ? 0 : 1;
