/** Moving about a map of 1,000 plates in the built interface: the longest task of the main thread, in milliseconds. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { formatCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { openBrowser, startServer } from '../e2e/browser.ts';
import { catalogueOf } from '../testing/catalogues.ts';
import { randomLineage } from '../testing/lineages.ts';
import { median, needs, type BenchResult } from './compare.ts';

const PLATES = 1000;
const ROUNDS = 5;
/** A task longer than this makes a frame visibly late. */
const LIMIT = 50;

export async function panZoomBench(): Promise<BenchResult[]> {
  if (!needs('chromium')) return [];
  const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-bench-'));
  const server = await startServer();
  const browser = await openBrowser();
  try {
    const { page } = browser;
    const file = join(folder, 'catalogue.json');
    const catalogue = catalogueOf(...randomLineage(PLATES));
    writeFileSync(file, formatCatalogueFile({ catalogue, packages: new Map() }, '2026-01-01T00:00:00Z'));
    await page.goto(server.address);
    await page.getByText(/^Saved/).waitFor();
    await page.getByLabel('Catalogue file to read').setInputFiles(file);
    await page.getByRole('button', { name: 'Open it beside' }).click();
    await page
      .getByText(`${PLATES.toLocaleString('en')} distributions`, { exact: true })
      .waitFor({ timeout: 60_000 });
    await page.locator('.far-name').first().waitFor({ timeout: 60_000 });
    await page.waitForTimeout(1500);
    await page.evaluate(() => {
      const kept = globalThis as unknown as { longest: number };
      kept.longest = 0;
      new PerformanceObserver((list) => {
        for (const { duration } of list.getEntries()) kept.longest = Math.max(kept.longest, duration);
      }).observe({ entryTypes: ['longtask'] });
    });
    const map = (await page.locator('svg.map').boundingBox())!;
    const zoom = async (steps: number, by: number) => {
      await page.mouse.move(map.x + map.width * 0.3, map.y + map.height * 0.3);
      await page.keyboard.down('Control');
      for (let i = 0; i < steps; i++) {
        await page.mouse.wheel(0, by);
        await page.waitForTimeout(40);
      }
      await page.keyboard.up('Control');
    };
    const longest: number[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      await page.evaluate(() => void ((globalThis as unknown as { longest: number }).longest = 0));
      await zoom(16, -110);
      const from = { x: map.x + map.width / 2, y: map.y + map.height * 0.8 };
      for (const [dx, dy] of [
        [-6, -14],
        [8, 10],
        [0, -16],
      ]) {
        await page.mouse.move(from.x, from.y);
        await page.mouse.down();
        for (let i = 1; i <= 25; i++) await page.mouse.move(from.x + i * dx, from.y + i * dy);
        await page.mouse.up();
      }
      await zoom(18, 110);
      await page.waitForTimeout(300);
      longest.push(await page.evaluate(() => (globalThis as unknown as { longest: number }).longest));
    }
    const typical = median(longest);
    return [
      {
        name: `Longest task while a map of ${PLATES} plates is moved and zoomed (median of ${ROUNDS} rounds: ${longest.map(Math.round).join(', ')}; 0: none over ${LIMIT} ms), against ${LIMIT} ms`,
        ours: typical,
        theirs: LIMIT,
        ratio: typical / LIMIT,
        limit: 1,
      },
    ];
  } finally {
    await browser.close();
    await server.close();
    rmSync(folder, { recursive: true });
  }
}
