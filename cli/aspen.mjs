#!/usr/bin/env node
// The command line: makes sure that the packages are installed, then runs main.ts.
import { ensureInstalled } from '../scripts/install.mjs';

await ensureInstalled();
const { register } = await import('tsx/esm/api');
register();
await import('./main.ts');
