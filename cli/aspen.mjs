#!/usr/bin/env node
// The command line: builds the command when it is missing or older than its sources, then runs it.
import { existsSync, readdirSync, statSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const BUILT = `${ROOT}dist/cli/main.cjs`;

/** True if a source below a folder is newer than a moment. */
function isNewer(folder, moment) {
  return readdirSync(folder, { withFileTypes: true }).some((entry) => {
    const path = `${folder}/${entry.name}`;
    if (entry.isDirectory()) return isNewer(path, moment);
    return entry.name.endsWith('.ts') && !entry.name.endsWith('.test.ts') && statSync(path).mtimeMs > moment;
  });
}

// A package that was installed has no lock file: it is built.
if (existsSync(`${ROOT}package-lock.json`)) {
  const builtAt = existsSync(BUILT) ? statSync(BUILT).mtimeMs : 0;
  if (!builtAt || ['core', 'cli'].some((name) => isNewer(ROOT + name, builtAt))) {
    const { buildCommand } = await import('../scripts/build.mjs');
    await buildCommand();
  }
}
process.env.ASPEN_RIDGE_ROOT = ROOT;
createRequire(ROOT)(BUILT);
