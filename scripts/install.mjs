// Installs the npm packages when they are missing or older than the lock file. Uses nothing but Node itself.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
const MARK = `${ROOT}node_modules/.aspen-installed`;

/**
 * True if npm has put in all that a lock file names, by the list that it keeps of what it put in; of optional packages, most of which
 * are for other machines, at least one.
 */
export function isInstalled(lock, installed) {
  const has = ([path, { version, integrity }]) => {
    const there = installed.packages[path];
    return there !== undefined && there.version === version && there.integrity === integrity;
  };
  const wanted = Object.entries(lock.packages).filter(([path]) => path !== '');
  const optional = wanted.filter(([, { optional }]) => optional);
  return (
    wanted.every((each) => each[1].optional || has(each)) && (optional.length === 0 || optional.some(has))
  );
}

/** True if somebody ran `npm ci` or `npm install` by hand. */
function isInstalledByHand() {
  try {
    const [lock, installed] = ['package-lock.json', 'node_modules/.package-lock.json'].map((name) =>
      JSON.parse(readFileSync(`${ROOT}${name}`, 'utf8')),
    );
    return isInstalled(lock, installed);
  } catch {
    return false; // nothing is there
  }
}

/** Runs `npm ci` once per state of the lock file; messages go to standard error. */
export async function ensureInstalled() {
  if (!existsSync(`${ROOT}package-lock.json`)) return; // a package that was installed, with what it needs
  const state = createHash('sha256')
    .update(readFileSync(`${ROOT}package-lock.json`))
    .digest('hex');
  if (existsSync(MARK) && readFileSync(MARK, 'utf8') === state) return;
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Node ${process.versions.node} is too old: install Node 20.19 or newer.`);
    process.exit(1);
  }
  if (isInstalledByHand()) {
    writeFileSync(MARK, state);
    return;
  }
  console.error('Installing packages (npm ci) …');
  const done = spawnSync('npm', ['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: ROOT,
    stdio: ['ignore', 2, 2],
  });
  if (done.status !== 0) {
    console.error('npm ci failed: check the connection to the npm registry and run this again.');
    process.exit(1);
  }
  writeFileSync(MARK, state);
}
