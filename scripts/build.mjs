// Builds the sample and the interface; skips what is newer than its sources.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { ensureInstalled, ROOT } from './install.mjs';

function newest(paths) {
  let time = 0;
  for (const path of paths) {
    const full = join(ROOT, path);
    const info = statSync(full);
    if (!info.isDirectory()) time = Math.max(time, info.mtimeMs);
    else
      for (const entry of readdirSync(full))
        if (entry !== 'out') time = Math.max(time, newest([join(path, entry)]));
  }
  return time;
}

function isFresh(target, sources) {
  const full = join(ROOT, target);
  return existsSync(full) && statSync(full).mtimeMs >= newest(sources);
}

function run(command, args, stdio = 'inherit') {
  const done = spawnSync(command, args, { cwd: ROOT, stdio });
  if (done.status !== 0) process.exit(done.status ?? 1);
}

/** Builds the command; what it says goes to standard error. */
export async function buildCommand() {
  await ensureInstalled();
  run(
    'npx',
    ['--loglevel=error', 'vite', 'build', '--config', 'cli/vite.config.ts', '--logLevel', 'error'],
    [0, 2, 2],
  );
}

/** The parts of the sample that are missing or older than their sources. */
function staleParts() {
  const world = [
    'sample/world',
    'sample/repositories',
    'sample/day.ts',
    'sample/random.ts',
    'sample/seed.ts',
  ];
  const parts = [];
  if (!isFresh('sample/out/mirror.complete', [...world, 'core/formats', 'package-lock.json']))
    parts.push('mirror');
  if (!isFresh('sample/out/catalogue.json', ['core', 'package-lock.json', 'sample'])) parts.push('catalogue');
  return parts;
}

/** Builds the interface and the command if they are out of date; gives the parts of the sample that are to be made. */
export async function buildProgram() {
  await ensureInstalled();
  const isCommandFresh = isFresh('dist/cli/main.cjs', ['core', 'cli', 'collector', 'package-lock.json']);
  const ofPage = ['core', 'package-lock.json', 'web', 'workspace', 'vite.config.ts'];
  const isPageFresh = isFresh('dist/web/index.html', ofPage);
  if (!isCommandFresh || !isPageFresh) console.error('Building the program …');
  if (!isCommandFresh) await buildCommand();
  if (!isPageFresh) run('npx', ['--loglevel=error', 'vite', 'build', '--logLevel', 'warn']);
  return staleParts();
}

/** Builds all that is out of date. */
export async function build() {
  const parts = await buildProgram();
  if (parts.length === 0) return;
  console.error('Building the sample …');
  run('node', ['scripts/run.mjs', 'sample/build.ts', ...parts], [0, 2, 2]);
}

// `--program`: what a package of it needs; the sample is made where it is used.
if (process.argv[1] === new URL(import.meta.url).pathname) {
  if (process.argv[2] === '--program') await buildProgram();
  else await build();
}
