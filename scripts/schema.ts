/**
 * Writes the JSON Schema of each file format of our own to docs/schema/, and the tables of the collector; with --check, tells
 * whether they are current.
 */
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { z } from 'zod';
import { catalogueFileSchema } from '../core/exchange/catalogueFile.ts';
import { withTables } from '../core/capture/image/wanted.ts';
import { configSchema } from '../server/config.ts';
import { ITEM_SCHEMAS } from '../workspace/storeSchema.ts';

const folder = new URL('../docs/schema/', import.meta.url);
const SCHEMAS = {
  'catalogue.schema.json': catalogueFileSchema,
  'server-config.schema.json': configSchema,
  'store.schema.json': z.strictObject(ITEM_SCHEMAS),
};

const collector = new URL('../collector/aspen-capture', import.meta.url);
const made = [
  ...Object.entries(SCHEMAS).map(([name, schema]) => ({
    name: `docs/schema/${name}`,
    file: new URL(name, folder),
    text: `${JSON.stringify(z.toJSONSchema(schema, { io: 'input' }), null, 2)}\n`,
  })),
  { name: 'collector/aspen-capture', file: collector, text: withTables(await readFile(collector, 'utf8')) },
];

await mkdir(folder, { recursive: true });
for (const { name, file, text } of made) {
  if (!process.argv.includes('--check')) await writeFile(file, text);
  else if ((await readFile(file, 'utf8').catch(() => '')) !== text) {
    console.error(`${name} is not current: run "npm run schema".`);
    process.exitCode = 1;
  }
}
