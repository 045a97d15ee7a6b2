/** Opening the large catalogue in the browser: its store read back into memory, against JSON.parse of its export there. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { formatCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { openBrowser, startServer } from '../e2e/browser.ts';
import { median, needs, type BenchResult } from './compare.ts';
import { largestCatalogue } from '../testing/largestCatalogue.ts';

const ROUNDS = 5;
/** How many times JSON.parse of the export opening may take, and all of an import until it is shown. */
const LIMIT = 6;
const IMPORT_LIMIT = 22;

/** The time between two marks that the page sets: when it begins to open a catalogue, and when it has it. */
const OPENED = `(() => {
  const at = (name) => performance.getEntriesByName(name).at(-1)?.startTime;
  return at('catalogue opened') - at('catalogue opening');
})()`;

/** The time that JSON.parse of the export takes in the same page. */
const PARSED = `(async () => {
  const text = await (await fetch('/large.json')).text();
  const start = performance.now();
  const parsed = JSON.parse(text);
  const time = performance.now() - start;
  return parsed.records.length > 0 ? time : NaN;
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
    const { catalogue } = largestCatalogue();
    const count = catalogue.records.reading.size.toLocaleString('en');
    writeFileSync(file, formatCatalogueFile({ catalogue, packages: new Map() }, '2026-01-01T00:00:00Z'));
    await page.goto(server.address);
    await page.getByText(/^Saved/).waitFor();
    const tell = async (what: string, work: () => Promise<unknown>) => {
      const start = performance.now();
      await work();
      await page.evaluate('new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))');
      const time = performance.now() - start;
      console.log(`${what}: ${Math.round(time)} ms.`);
      return time;
    };
    /** Until words stand on the page, looked for in each frame: what waits for elements looks only twice a second. */
    const until = (words: string) =>
      page.evaluate(`new Promise((done) => {
        const look = () => document.body.innerText.includes('${words}') ? done() : requestAnimationFrame(look);
        look();
      })`);
    const heap = async () => {
      const session = await browser.context.newCDPSession(page);
      await session.send('HeapProfiler.collectGarbage');
      const { usedSize } = await session.send('Runtime.getHeapUsage');
      console.log(`Memory of the page: ${Math.round(usedSize / 1e6)} MB.`);
    };
    const beside = page.getByRole('button', { name: 'Open it beside' });
    const shown = `${count} readings`;
    const read = await tell('Read from a file', async () => {
      await page.getByLabel('Catalogue file to read').setInputFiles(file);
      await until('Open it beside');
    });
    const showing = await tell('Shown after that', async () => {
      await beside.click();
      await until(shown);
    });
    await tell('Saved after that', () => page.getByText(/^Saved/).waitFor());
    await heap();
    await page.route('**/large.json', (route) => route.fulfill({ path: file }));
    const opened: number[] = [];
    const parsed: number[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      await tell('Opened after a reload and shown', async () => {
        await page.reload();
        await until(shown);
      });
      opened.push((await page.evaluate(OPENED)) as number);
      parsed.push((await page.evaluate(PARSED)) as number);
    }
    await page.waitForTimeout(3000);
    for (const time of ['first', 'second']) {
      await tell(`The list of dossiers, the ${time} time`, async () => {
        await page.keyboard.press('2');
        await page.locator('[data-row]').first().waitFor();
      });
      await tell(`A dossier, the ${time} time`, async () => {
        await page.locator('[data-row] a').nth(time.length).click();
        await page.getByRole('tab').first().waitFor();
      });
    }
    await heap();
    const theirs = median(parsed);
    return [
      {
        name: `Importing the same until it is shown, without the time to answer, against that JSON.parse`,
        ours: read + showing,
        theirs,
        ratio: (read + showing) / theirs,
        limit: IMPORT_LIMIT,
      },
      {
        name: `Opening a stored catalogue of ${count} readings, against JSON.parse of its export in the same browser`,
        ours: median(opened),
        theirs,
        ratio: median(opened.map((time, round) => time / parsed[round])),
        limit: LIMIT,
      },
    ];
  } finally {
    await browser.close();
    await server.close();
    rmSync(folder, { recursive: true });
  }
}
