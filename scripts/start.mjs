// npm start, and `aspen serve`: installs and builds what is missing, then serves on 127.0.0.1. The sample is made meanwhile.
import { existsSync } from 'node:fs';
import { ROOT } from './install.mjs';

// A package that was installed is built.
if (existsSync(`${ROOT}package-lock.json`)) {
  const { buildProgram } = await import('./build.mjs');
  process.env.ASPEN_RIDGE_SAMPLE_PARTS = (await buildProgram()).join(' ');
}
const { register } = await import('tsx/esm/api');
register();
await import('../server/main.ts');
