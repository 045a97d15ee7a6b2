// npm start: installs and builds what is missing, then serves on 127.0.0.1.
import { build } from './build.mjs';

await build();
const { register } = await import('tsx/esm/api');
register();
await import('../server/main.ts');
