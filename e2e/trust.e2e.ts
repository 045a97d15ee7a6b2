/** A catalogue with markup in every text, and addresses that nobody made, through every screen: all of it stays text. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { formatCatalogueFile, parseCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { builtSample } from '../testing/builtSample.ts';
import { valueOf } from '../testing/catalogues.ts';
import { withMarkup } from '../testing/hostileCatalogue.ts';
import { openBrowser, startServer } from './browser.ts';
import { SCREENS } from './screens.ts';

/** Values that no link of ours has. */
const ODD = [
  '',
  'x',
  'constructor',
  'constructor:x',
  '__proto__',
  'release:nobody',
  '"><img src=x onerror=planted=1>',
  '%00',
  '9'.repeat(400),
];

describe('what is not to be trusted', () => {
  let server: Awaited<ReturnType<typeof startServer>>;
  let browser: Awaited<ReturnType<typeof openBrowser>>;
  let folder: string;
  const reports: string[] = [];
  /** Goes there as the back button does: the catalogue stays open. */
  const opened = async (path: string) => {
    await browser.page.evaluate((to) => {
      history.pushState({}, '', to);
      window.dispatchEvent(new PopStateEvent('popstate', { state: {} }));
    }, path);
    await browser.page.waitForTimeout(400);
  };
  /** Elements and globals that only planted markup makes. */
  const planted = () =>
    browser.page.evaluate(
      () =>
        document.querySelectorAll('img[src="x"], [onerror], script:not([src])').length +
        Number('planted' in window) +
        [...document.querySelectorAll('a')].filter((a) => a.href.startsWith('javascript:')).length,
    );

  beforeAll(async () => {
    server = await startServer((line) => reports.push(line));
    folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-trust-'));
    const sample = valueOf(
      parseCatalogueFile(readFileSync(`${builtSample()}catalogue.json`, 'utf8'), 'sample'),
    );
    const { catalogue } = withMarkup(sample.catalogue);
    writeFileSync(join(folder, 'planted.json'), formatCatalogueFile({ ...sample, catalogue }, ''));
    browser = await openBrowser();
    const { page } = browser;
    page.on('dialog', (dialog) => browser.errors.push(`dialog ${dialog.type()}: ${dialog.message()}`));
    await page.goto(server.address);
    await page.getByText(/^Saved/).waitFor();
    await page.getByLabel('Catalogue file to read').setInputFiles(join(folder, 'planted.json'));
    await page.getByRole('button', { name: 'Open it beside' }).click();
    await page.locator('button.catalogue', { hasText: '=1+1' }).waitFor();
    await page.getByText(/^Saved/).waitFor();
  }, 120_000);
  afterAll(async () => {
    await browser?.close();
    await server?.close();
    if (folder) rmSync(folder, { recursive: true, force: true });
  });

  it('is text on every screen', async () => {
    let seen = 0;
    for (const path of SCREENS) {
      await opened(path);
      expect(await planted(), path).toBe(0);
      if ((await browser.page.locator('body').innerText()).includes('window.planted=1')) seen++;
    }
    // It was there to be shown: most screens show some of it.
    expect(seen).toBeGreaterThan(SCREENS.length / 2);
    expect(browser.errors).toEqual([]);
  }, 120_000);

  it('is told by the browser where the policy forbids it, and nothing of ours is', async () => {
    expect(reports).toEqual([]);
    await browser.page.evaluate(() => {
      document.body.append(Object.assign(document.createElement('script'), { textContent: 'planted = 1' }));
    });
    await expect.poll(() => reports.length).toBeGreaterThan(0);
    expect(reports[0]).toMatch(/script-src.*inline/);
    expect(await browser.page.evaluate(() => 'planted' in window)).toBe(false);
    await browser.page.evaluate(() => document.querySelector('body > script:not([src])')!.remove());
    browser.errors.length = 0;
  });

  it('in an address breaks no screen', async () => {
    for (const [i, odd] of ODD.entries()) {
      const value = encodeURIComponent(odd);
      const screens = [
        'lineage',
        'visit',
        'sides',
        'company',
        'freshness',
        'support',
        'settle',
        'choose',
        'handover',
      ];
      // Each value on some screens, every screen with some values.
      for (const screen of [...screens.filter((_, at) => at % 3 === i % 3), `dossiers/${value || 'x'}`]) {
        await opened(
          `/${screen}?of=${value}&at=${value}&about=${value}&asof=${value}&fact=${value}&view=${value}&tab=${value}&area=${value}&edition=${value}&rule=${value}&source=${value}&point=${value}&purpose=${value}&link=${value}`,
        );
        expect(await planted(), `${screen} ${odd}`).toBe(0);
        expect(browser.errors, `${screen} ${odd}`).toEqual([]);
      }
    }
  }, 120_000);
});
