/** Writes the JSON Schema of each file format of our own to docs/schema/; with --check, tells whether it is current. */
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { z } from 'zod';
import { catalogueFileSchema } from '../core/exchange/catalogueFile.ts';
import { configSchema } from '../server/mirror/config.ts';
import { ITEM_SCHEMAS } from '../workspace/storeSchema.ts';

const folder = new URL('../docs/schema/', import.meta.url);
const SCHEMAS = {
  'catalogue.schema.json': catalogueFileSchema,
  'server-config.schema.json': configSchema,
  'store.schema.json': z.strictObject(ITEM_SCHEMAS),
};

await mkdir(folder, { recursive: true });
for (const [name, schema] of Object.entries(SCHEMAS)) {
  const text = `${JSON.stringify(z.toJSONSchema(schema, { io: 'input' }), null, 2)}\n`;
  const file = new URL(name, folder);
  if (!process.argv.includes('--check')) await writeFile(file, text);
  else if ((await readFile(file, 'utf8').catch(() => '')) !== text) {
    console.error(`docs/schema/${name} is not current: run "npm run schema".`);
    process.exitCode = 1;
  }
}
