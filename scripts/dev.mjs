// npm run dev: the interface with hot reload, and the sample.
import { spawnSync } from 'node:child_process';
import { ensureInstalled, ROOT } from './install.mjs';

await ensureInstalled();
spawnSync('node', ['scripts/run.mjs', 'sample/build.ts'], { cwd: ROOT, stdio: 'inherit' });
spawnSync('npx', ['vite', '--host', '127.0.0.1'], { cwd: ROOT, stdio: 'inherit' });
