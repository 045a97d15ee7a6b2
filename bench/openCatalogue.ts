/** Opening the large catalogue in the browser: its store read back into memory, against JSON.parse of its export there. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { formatCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { openBrowser, startServer } from '../e2e/browser.ts';
import { median, needs, type BenchResult } from './compare.ts';
import { largeCatalogue } from './edits.ts';

const ROUNDS = 5;
/** How many times JSON.parse of the export opening may take. */
const LIMIT = 5;

/** The time between two marks that the page sets: when it begins to open a catalogue, and when it has it. */
const OPENED = `(() => {
  const at = (name) => performance.getEntriesByName(name).at(-1)?.startTime;
  return at('catalogue opened') - at('catalogue opening');
})()`;

export async function openCatalogueBench(): Promise<BenchResult[]> {
  if (!needs('chromium')) return [];
  const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-bench-'));
  const server = await startServer();
  const browser = await openBrowser();
  try {
    const { page } = browser;
    page.setDefaultTimeout(120_000);
    const file = join(folder, 'catalogue.json');
    const { catalogue } = largeCatalogue();
    const count = catalogue.records.reading.size.toLocaleString('en');
    writeFileSync(file, formatCatalogueFile({ catalogue, packages: new Map() }, '2026-01-01T00:00:00Z'));
    await page.goto(server.address);
    await page.getByText(/^Saved/).waitFor();
    const begun = performance.now();
    await page.getByLabel('Catalogue file to read').setInputFiles(file);
    await page.getByRole('button', { name: 'Open it beside' }).click();
    const shown = page.getByText(`${count} readings`);
    await shown.waitFor();
    await page.getByText(/^Saved/).waitFor();
    console.log(`Read from a file, shown and saved after ${Math.round(performance.now() - begun)} ms.`);
    const opened: number[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      const start = performance.now();
      await page.reload();
      await shown.waitFor();
      console.log(`Opened after a reload and shown in ${Math.round(performance.now() - start)} ms.`);
      opened.push((await page.evaluate(OPENED)) as number);
    }
    await page.route('**/large.json', (route) => route.fulfill({ path: file }));
    const parsed = (await page.evaluate(`(async () => {
      const text = await (await fetch('/large.json')).text();
      const times = [];
      for (let i = 0; i < ${ROUNDS}; i++) {
        const start = performance.now();
        JSON.parse(text);
        times.push(performance.now() - start);
      }
      return times;
    })()`)) as number[];
    const [ours, theirs] = [median(opened), median(parsed)];
    return [
      {
        name: `Opening a stored catalogue of ${count} readings, against JSON.parse of its export in the same browser`,
        ours,
        theirs,
        ratio: ours / theirs,
        limit: LIMIT,
      },
    ];
  } finally {
    await browser.close();
    await server.close();
    rmSync(folder, { recursive: true });
  }
}
