// Runs a TypeScript file of the project: node scripts/run.mjs FILE [ARGUMENT …]
import { pathToFileURL } from 'node:url';
import { resolve } from 'node:path';
import { ensureInstalled } from './install.mjs';

await ensureInstalled();
const { register } = await import('tsx/esm/api');
register();
await import(pathToFileURL(resolve(process.argv[2])).href);
