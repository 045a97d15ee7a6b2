/** Packages in the real interface: every package of a system, mirrors through the server, freshness. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openBrowser, startServer } from './browser.ts';

const sample = fileURLToPath(new URL('../sample/out', import.meta.url));
const key = (owner: string) => readFileSync(join(sample, 'mirror/keys', `${owner}.asc`), 'utf8');
let server: Awaited<ReturnType<typeof startServer>>;
let browser: Awaited<ReturnType<typeof openBrowser>>;

beforeAll(async () => {
  server = await startServer();
  browser = await openBrowser();
  await browser.page.goto(server.address);
  await browser.page.getByText('This is the sample, all of it invented.').waitFor();
  await browser.page.getByText(/^Saved/).waitFor();
});
afterAll(async () => {
  await browser?.close();
  await server?.close();
});

const status = () => browser.page.getByRole('contentinfo').innerText();

describe('a captured system', () => {
  it('is placed with an account for every package, followed down to its versions', async () => {
    const { page } = browser;
    await page.goto(`${server.address}/intake`);
    await page.getByLabel('Files to read').setInputFiles(join(sample, 'captures/penhallow-5.tar.gz'));
    await page.getByText('Built on Tidewater 7.1.').waitFor({ timeout: 30_000 });
    await page.getByText('The configured repositories name Tidewater 7.1 too.').waitFor();
    await page.getByRole('button', { name: 'Tidewater 7.1 kelp' }).click();
    const packages = page.getByRole('region', { name: 'Packages', exact: true });
    await packages.getByText(/^82 packages of 1,360$/).waitFor();
    await packages.getByLabel('Package name or version').fill('amber-mixer');
    await packages.getByText(/^1 package of 1,360$/).waitFor();
    await packages.getByRole('button', { name: 'amber-mixer' }).click();
    const versions = page.getByRole('region', { name: 'Versions of amber-mixer' });
    await versions.getByText('← installed').waitFor();
    expect(await versions.innerText()).toMatch(/same: equal version\. Explained by Tidewater 7\.1 kelp/);
  });

  it('shows the same in its dossier, by an address that brings the filters back', async () => {
    const { page } = browser;
    await page.goto(`${server.address}/dossiers/release:tidewater-7.1?tab=packages`);
    const packages = page.getByRole('region', { name: 'Packages', exact: true });
    await packages.getByRole('button', { name: /^ahead 16$/ }).click({ timeout: 20_000 });
    await packages.getByText(/^16 packages of 1,342$/).waitFor();
    await page.waitForURL(/class=ahead/);
    await page.reload();
    await packages.getByText(/^16 packages of 1,342$/).waitFor({ timeout: 20_000 });
    await packages.getByRole('button', { name: /^ahead 16$/ }).click();
    await packages.getByText(/^1,342 packages$/).waitFor();
  });
  it('fills a large window with its list, and shows enough of it in a small one', async () => {
    const { page } = browser;
    const list = page.getByRole('region', { name: 'Packages', exact: true }).locator('.v-table__wrapper');
    const heightIn = async (width: number, height: number) => {
      await page.setViewportSize({ width, height });
      return (await list.boundingBox())!.height;
    };
    expect(await heightIn(1280, 800)).toBe(380);
    await expect.poll(() => heightIn(1920, 1080)).toBe(750);
    const rows = list.getByRole('row').filter({ hasText: 'saltmarsh' });
    await expect.poll(() => rows.count()).toBeGreaterThan(22);
    const { y, height } = (await list.boundingBox())!;
    expect(y + height).toBeLessThan(1080);
    await page.setViewportSize({ width: 1280, height: 800 });
  });
});

describe('a mirror', () => {
  const fill = async (path: string, suite: string, withKey: string) => {
    const { page } = browser;
    await page.goto(`${server.address}/intake`);
    await page.getByRole('button', { name: 'Fetch from a mirror' }).click();
    await page.getByLabel('Address').fill(`${server.mirror}${path}`);
    await page.getByLabel('Suite').fill(suite);
    await page.getByLabel('OpenPGP key').fill(withKey);
    await page.getByRole('button', { name: 'Fetch its package lists' }).click();
  };

  it('is fetched and verified, its list kept as a snapshot, and taken back by undo', async () => {
    const { page } = browser;
    await fill('/larkspur.example/archive', 'brindle', key('larkspur'));
    const lists = page.getByRole('region', { name: 'Package lists' });
    await lists.getByText('1 package list of repositories').waitFor();
    await lists.getByRole('cell', { name: 'verified' }).waitFor();
    expect(await lists.getByLabel('Distribution of these lists').inputValue()).toBe('Larkspur');
    expect(await lists.getByLabel('Release of these lists').inputValue()).toBe('7');
    await lists.getByRole('button', { name: 'Keep 1 package list' }).click();
    await page.getByText('Kept 1 package list of Larkspur.').waitFor();
    await page.getByRole('button', { name: 'Undo' }).click();
    expect(await status()).toMatch(/72 releases/);
  });

  it('that is signed by another key, or damaged, is shown as such', async () => {
    const { page } = browser;
    await fill('/~other-key/larkspur.example/archive', 'brindle', key('larkspur'));
    await page.getByRole('cell', { name: 'not by the key given' }).waitFor();
    await fill('/~checksum/larkspur.example/archive', 'brindle', key('larkspur'));
    await page.getByText(/is not what the release file vouches for/).waitFor();
    expect(await page.getByRole('region', { name: 'Package lists' }).count()).toBe(0);
  });

  it('shows how far it is, and stops when told', async () => {
    const { page } = browser;
    await fill('/~slow/larkspur.example/archive', 'brindle', key('larkspur'));
    await page.getByText(/Packages.*: [\d,]+ of [\d,]+ bytes|[0-9a-f]{64}: [\d,]+ of [\d,]+ bytes/).waitFor();
    await page.getByRole('button', { name: 'Cancel' }).click();
    await page.getByRole('button', { name: 'Fetch its package lists' }).waitFor();
    expect(await page.getByRole('alert').count()).toBe(0);
  });

  it('whose host is not on the list is not asked', async () => {
    const { page } = browser;
    await page.getByLabel('Address').fill('http://elsewhere.example/archive');
    await page.getByText(/elsewhere\.example is not on the server.s list yet/).waitFor();
    await page.getByRole('button', { name: 'Fetch its package lists' }).click();
    await page.getByText(/elsewhere\.example is not on the list of hosts/).waitFor();
  });
});

describe('freshness', () => {
  it('says how far behind, and holds what is said of the delay against it', async () => {
    const { page } = browser;
    await page.goto(
      `${server.address}/freshness?of=${encodeURIComponent('repository distribution:quickthorn')}`,
    );
    await page
      .getByText(/of the 3,033 packages that Copperline has are current/)
      .waitFor({ timeout: 30_000 });
    const said = page.getByRole('region', { name: 'Delay' });
    const row = said.getByRole('row', { name: /Five days behind Copperline/ });
    await row.getByText('refuted').waitFor();
    await row.getByRole('button', { name: 'Record the verdict' }).click();
    await row.getByText('recorded').waitFor();
    await page.getByRole('button', { name: 'Undo' }).click();
    await row.getByRole('button', { name: 'Record the verdict' }).waitFor();
    await page.getByText('As a table').first().click();
    const chart = page.getByRole('table', { name: 'Packages behind, by days' });
    await chart.getByRole('row', { name: /^1–7 \d+$/ }).waitFor();
  });

  it('is walked by the arrows, filtered, and sorted by days', async () => {
    const { page } = browser;
    const list = page.getByRole('navigation', { name: 'Measured systems and repositories' });
    // While subjects are being measured the list puts them into their order.
    await page.locator('.list-head [role=status]').waitFor({ state: 'detached', timeout: 100_000 });
    const current = list.locator('[aria-current]');
    await current.focus();
    const before = await current.innerText();
    await page.keyboard.press('ArrowDown');
    await page.waitForFunction(
      (text) => document.querySelector<HTMLElement>('.list [aria-current]')?.innerText !== text,
      before,
    );
    await page.keyboard.press('ArrowUp');
    await page.getByText(/of the 3,033 packages/).waitFor({ timeout: 60_000 });
    const packages = page.getByRole('region', { name: 'Packages', exact: true });
    const rows = packages.locator('tr.line');
    await rows.first().waitFor();
    const days = (text: string) =>
      Number(
        /(\d+)( or more| to \d+)?\t\d+\t[^\t]*$/.exec(
          text.trimEnd() + (text.trimEnd().split('\t').length < 6 ? '\t' : ''),
        )?.[1] ?? NaN,
      );
    const texts = await rows.allInnerTexts();
    const numbers = texts.slice(0, 8).map(days);
    expect(numbers.every((each) => each > 0)).toBe(true);
    expect(numbers).toEqual(numbers.toSorted((a, b) => b - a));
    await packages.getByLabel('Package name').fill('alder');
    await packages.getByText(/^\d+ packages$/).waitFor();
    expect((await rows.allInnerTexts()).every((text) => text.includes('alder'))).toBe(true);
  });

  it('made no error in the page', () => {
    // The browser tells of an answer that refuses a request; that is no error of the page.
    expect(browser.errors.filter((text) => !/status of 4\d\d/.test(text))).toEqual([]);
  });
});
