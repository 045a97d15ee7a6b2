/** The program without its server: everything but fetching works; a newer version is offered, and waits. */
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createApp } from '../server/app.ts';
import { listen, type Listening } from '../server/listen.ts';
import { openBrowser, plateOf } from './browser.ts';

const path = (relative: string) => fileURLToPath(new URL(relative, import.meta.url));

describe('without the server', () => {
  let folder: string;
  let server: Listening | null;
  let port: number;
  let browser: Awaited<ReturnType<typeof openBrowser>>;
  const start = async (at: number) => {
    server = await listen(createApp({ web: folder, sample: path('../sample/out') }), at);
    port = Number(new URL(server.address).port);
  };
  const stop = async () => {
    await server?.close();
    server = null;
  };
  const address = (more = '') => `http://127.0.0.1:${port}${more}`;
  const saved = () => browser.page.getByText(/^Saved/).waitFor();

  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-web-'));
    cpSync(path('../dist/web'), folder, { recursive: true });
    await start(0);
    browser = await openBrowser({ serviceWorkers: 'allow' });
    const { page } = browser;
    await page.goto(address());
    await saved();
    // All is kept when the sample is, which comes last.
    await page.waitForFunction(async () => {
      const { active } = await navigator.serviceWorker.ready;
      return (
        active?.state === 'activated' &&
        Boolean(await (await caches.open('sample')).match('/sample/catalogue.json'))
      );
    });
  });
  afterAll(async () => {
    await browser?.close();
    await stop();
    rmSync(folder, { recursive: true, force: true });
  });

  it('opens, edits, keeps, and puts the sample back', async () => {
    const { page } = browser;
    await stop();
    await page.reload();
    await plateOf(page, 'Tidewater').click();
    await page.goto(address('/dossiers/release:tidewater-7.1?fact=kernel.version'));
    await saved();
    await page.locator('[data-cell^="kernel.version:"]').last().press('u');
    await page.getByRole('button', { name: /^Undo/ }).and(page.locator(':enabled')).waitFor();
    await saved();
    await page.reload();
    await saved();
    await page.getByRole('button', { name: /^Undo/ }).and(page.locator(':enabled')).waitFor();
    await page.locator('button.catalogue').click();
    await page.getByText('Put the sample back as it was made').click();
    await page.getByText('The sample is as it was made.').waitFor();
  });

  it('has every screen, its workers and its reports', async () => {
    const { page } = browser;
    for (const [screen, shows] of [
      ['/dossiers/release:tidewater-7.1?tab=packages', /packages? of \d|[\d,]+ packages/],
      ['/visit', /What do you look at/],
      ['/sides?of=release:tidewater-7.1;release:varnley-6', /Trunk|shared base|Larkspur/],
      ['/company?about=distribution:varnley', /Varnley/],
      ['/intake', /Drop the files of a system here/],
      ['/freshness', /Freshness/],
      ['/support', /Tidewater/],
      ['/settle', /open points? in/],
      ['/choose', /Tidewater/],
      ['/handover?view=report&of=release:tidewater-7.1', /Tidewater/],
    ] as const) {
      await page.goto(address(screen));
      await saved();
      await page
        .getByRole('main')
        .getByText(shows)
        .or(page.getByRole('main').getByPlaceholder(shows))
        .first()
        .waitFor();
    }
    await page.goto(address('/intake'));
    await page.getByLabel('Files to read').setInputFiles('/etc/os-release');
    await page.getByText('identification file').first().waitFor();
    // What opens archives is loaded with the first one.
    await page.goto(address('/intake'));
    await page.getByLabel('Files to read').setInputFiles(path('../sample/out/captures/undershaw.tar.gz'));
    await page.getByText('alpm package database').first().waitFor();
  });

  it('offers a newer version, does not force it, and uses it when asked', async () => {
    const { page } = browser;
    const worker = readFileSync(join(folder, 'sw.js'), 'utf8');
    expect(worker).toMatch(/url:"index\.html",revision:"\w+"|revision:"\w+",url:"index\.html"/);
    writeFileSync(
      join(folder, 'sw.js'),
      worker.replace(/(url:"index\.html",revision:")\w+|(revision:")\w+(",url:"index\.html")/, '$1$2newer$3'),
    );
    const html = readFileSync(join(folder, 'index.html'), 'utf8');
    writeFileSync(
      join(folder, 'index.html'),
      html.replace('<head>', '<head><meta name="newer" content="yes" />'),
    );
    await start(port);
    await page.goto(address('/lineage'));
    await saved();
    await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.update());
    await page.getByText('A newer version of the program is ready.').waitFor();
    const newer = () => page.locator('meta[name=newer]').count();
    await page.reload();
    await saved();
    expect(await newer()).toBe(0);
    await page.getByRole('button', { name: 'Use it now' }).click();
    await page.waitForFunction(() => document.querySelector('meta[name=newer]') !== null);
    await saved();
    expect(await newer()).toBe(1);
  });

  it('raised no error on the page', () => {
    expect(
      browser.errors.filter((each) => !/Failed to load resource|ERR_CONNECTION_REFUSED/.test(each)),
    ).toEqual([]);
  });
});
