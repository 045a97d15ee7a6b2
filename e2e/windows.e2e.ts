/** Several windows of one browser, storage that fails or vanishes: nothing that was called saved is lost. */
import { afterEach, beforeAll, afterAll, beforeEach, describe, expect, it } from 'vitest';
import { openBrowser, plateOf, startServer, type Page } from './browser.ts';

let server: Awaited<ReturnType<typeof startServer>>;
let browser: Awaited<ReturnType<typeof openBrowser>>;
beforeAll(async () => void (server = await startServer()));
afterAll(() => server?.close());
beforeEach(async () => {
  browser = await openBrowser();
  await browser.page.goto(server.address);
  await browser.page.getByRole('button', { name: 'Start my own catalogue' }).click({ timeout: 45_000 });
  await browser.page.getByText('Nothing is placed yet').waitFor();
});
afterEach(() => browser?.close());

const isSaved = (page: Page) => page.getByText(/^Saved \d\d:\d\d$/).waitFor();
const distributions = (page: Page) => page.getByRole('contentinfo', { name: 'Catalogue' });
/** Adds a distribution on the map that is shown. */
async function add(page: Page, name: string): Promise<void> {
  const empty = page.getByRole('button', { name: 'Add a distribution by hand' });
  const more = page.getByRole('button', { name: 'More', exact: true });
  await empty.or(more).first().waitFor();
  if (await empty.isVisible()) await empty.click();
  else {
    await more.click();
    await page.getByText('Add a distribution …').click();
  }
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.keyboard.press('Enter');
  await plateOf(page, name).waitFor();
}
async function openWindow(): Promise<Page> {
  const page = await browser.context.newPage();
  await page.goto(server.address);
  await page.getByText('Another window writes this catalogue; this one follows it.').waitFor();
  return page;
}

describe('three windows', () => {
  it('one writes, the others follow, each can take over, and a closed writer frees it', async () => {
    const first = browser.page;
    await add(first, 'Fenwick');
    await isSaved(first);
    const second = await openWindow();
    const third = await openWindow();
    await plateOf(second, 'Fenwick').waitFor();
    await add(first, 'Larkspur');
    await plateOf(second, 'Larkspur').waitFor();
    await plateOf(third, 'Larkspur').waitFor();

    // A window that follows can export, and cannot edit.
    await plateOf(third, 'Larkspur').click();
    await third.getByRole('button', { name: 'Delete' }).click();
    await third.getByText('Another window writes this catalogue; this one follows it. Choose').waitFor();
    await plateOf(third, 'Larkspur').waitFor();
    await third.getByRole('button', { name: 'My catalogue' }).click();
    const exporting = third.waitForEvent('download');
    await third.getByText('Export this catalogue as a file').click();
    expect((await exporting).suggestedFilename()).toMatch(/^my-catalogue-.*\.json$/);

    await third.getByRole('button', { name: 'Write here' }).click();
    await first.getByText('Another window writes this catalogue').waitFor();
    await add(third, 'Tidewater');
    await plateOf(first, 'Tidewater').waitFor();
    await plateOf(second, 'Tidewater').waitFor();

    await third.close();
    // Of the two that wait, the one that waited longest writes.
    await second.getByText('Another window writes').waitFor({ state: 'detached' });
    await add(second, 'Marlowe');
    await plateOf(first, 'Marlowe').waitFor();
    await isSaved(second);
    await second.reload();
    await expect.poll(() => distributions(second).textContent()).toContain('4 distributions');
    expect(browser.errors).toEqual([]);
  });

  it('a window that opens another catalogue writes there, and frees the first', async () => {
    const first = browser.page;
    await add(first, 'Fenwick');
    await isSaved(first);
    const second = await openWindow();
    await first.getByRole('button', { name: 'My catalogue' }).click();
    await first.getByText('Begin a new catalogue').click();
    await first.getByText('Nothing is placed yet').waitFor();
    await second.getByText('Another window writes').waitFor({ state: 'detached' });
    await Promise.all([add(first, 'Larkspur'), add(second, 'Tidewater')]);
    await isSaved(first);
    await isSaved(second);
    await first.reload();
    await second.reload();
    await plateOf(first, 'Larkspur').waitFor();
    await plateOf(second, 'Tidewater').waitFor();
    expect(await plateOf(first, 'Fenwick').count()).toBe(0);
    await plateOf(second, 'Fenwick').waitFor();
  });
});

describe('storage', () => {
  it('that is full: the bar stays, nothing is forgotten, and all is written once there is room', async () => {
    const { page, context } = browser;
    await add(page, 'Fenwick');
    await isSaved(page);
    const protocol = await context.newCDPSession(page);
    const origin = server.address;
    await protocol.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: 1 });
    await add(page, 'Larkspur');
    const bar = page.getByRole('alert').filter({ hasText: 'Not saved' });
    // Chromium may let small writes through: then what is said is that it is saved, and that must be true.
    const refused = await bar.waitFor({ timeout: 5000 }).then(
      () => true,
      () => false,
    );
    if (refused) {
      await add(page, 'Tidewater').catch(() => undefined);
      await bar.getByText(/in this window only/).waitFor();
      await protocol.send('Storage.overrideQuotaForOrigin', { origin });
      await bar.getByRole('button', { name: 'Try again now' }).click();
    } else await protocol.send('Storage.overrideQuotaForOrigin', { origin });
    await isSaved(page);
    await page.reload();
    await plateOf(page, 'Larkspur').waitFor();
  });

  it('that fails at every write: tried again in order, leaving is held, the export imports', async () => {
    const { page } = browser;
    await add(page, 'Fenwick');
    await isSaved(page);
    await page.evaluate(() => {
      const put = IDBObjectStore.prototype.put;
      (window as never as { mend: () => void }).mend = () => void (IDBObjectStore.prototype.put = put);
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('full', 'QuotaExceededError');
      };
    });
    await add(page, 'Larkspur');
    await page.getByText('Not saved: 1 edit is in this window only.').waitFor();
    await add(page, 'Tidewater');
    await page.getByText('Not saved: 2 edits are in this window only.').waitFor();
    await page.getByText('2 edits not saved').waitFor();
    const holds = await page.evaluate(
      () => !window.dispatchEvent(new Event('beforeunload', { cancelable: true })),
    );
    expect(holds).toBe(true);
    const exporting = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Export it as a file' }).click();
    const file = await (await exporting).path();
    await page.evaluate(() => (window as never as { mend: () => void }).mend());
    await page.getByRole('button', { name: 'Try again now' }).click();
    await isSaved(page);
    await page.reload();
    await plateOf(page, 'Tidewater').waitFor();
    await page.getByLabel('Catalogue file to read').setInputFiles(file);
    await page.getByRole('button', { name: 'Replace “My catalogue” by it' }).click();
    await page.getByText('is in place of what was there. Undo brings that back.').waitFor();
    await plateOf(page, 'Tidewater').waitFor();
  });

  it('that is cleared while the page is open: noticed at the next edit, and stored again', async () => {
    const { page } = browser;
    await add(page, 'Fenwick');
    await isSaved(page);
    await page.evaluate(async () => {
      for (const { name } of await indexedDB.databases())
        if (name?.startsWith('aspen-ridge-catalogue-')) {
          const open = indexedDB.open(name);
          await new Promise((resolve) => (open.onsuccess = resolve));
          const clear = open.result
            .transaction('keyvaluepairs', 'readwrite')
            .objectStore('keyvaluepairs')
            .clear();
          await new Promise((resolve) => (clear.onsuccess = resolve));
          open.result.close();
        }
    });
    await add(page, 'Larkspur');
    await page.getByText('Not saved: the browser’s storage was emptied while this page was open.').waitFor();
    await page.getByRole('button', { name: 'Store it again' }).click();
    await isSaved(page);
    await page.reload();
    await plateOf(page, 'Fenwick').waitFor();
    await plateOf(page, 'Larkspur').waitFor();
  });

  it('that is refused altogether: the page says so and what to do, and raises nothing', async () => {
    const page = await browser.context.newPage();
    const errors: string[] = [];
    page.on('pageerror', (error) => errors.push(error.message));
    await page.addInitScript(() => {
      for (const name of ['localStorage', 'sessionStorage', 'indexedDB'])
        Object.defineProperty(window, name, {
          get: () => {
            throw new DOMException('The operation is insecure.', 'SecurityError');
          },
        });
    });
    await page.goto(server.address);
    await page.getByRole('heading', { name: 'The catalogue could not be opened' }).waitFor();
    await page.getByText(/The browser's storage does not answer/).waitFor();
    await page.getByRole('button', { name: 'Try again' }).waitFor();
    await page.getByRole('button', { name: 'Dark colours' }).click();
    expect(errors).toEqual([]);
    await page.close();
  });

  it('that was emptied before the start: told from a first start, with ways on', async () => {
    const { page } = browser;
    await add(page, 'Fenwick');
    await isSaved(page);
    await page.goto(`${server.address}/favicon.svg`);
    await page.evaluate(async () => {
      for (const { name } of await indexedDB.databases())
        await new Promise((resolve) => (indexedDB.deleteDatabase(name!).onsuccess = resolve));
    });
    await page.goto(server.address);
    await page.getByText('“My catalogue” is no longer stored in this browser').waitFor();
    await page.getByText('There was a catalogue of 2 records here, last saved on').waitFor();
    await page.getByRole('button', { name: 'Begin it anew, empty' }).click();
    await page.getByText('Nothing is placed yet').waitFor();
    await add(page, 'Larkspur');
    await isSaved(page);
  });

  it('that is damaged: shown read-only with what is missing, saved as a file, and gone on from', async () => {
    const { page } = browser;
    for (const name of ['Fenwick', 'Larkspur', 'Tidewater']) {
      await add(page, name);
      await isSaved(page);
    }
    await page.goto(`${server.address}/favicon.svg`);
    await page.evaluate(async () => {
      for (const { name } of await indexedDB.databases()) {
        if (!name?.startsWith('aspen-ridge-catalogue-c')) continue;
        const open = indexedDB.open(name);
        await new Promise((resolve) => (open.onsuccess = resolve));
        const items = open.result.transaction('keyvaluepairs', 'readwrite').objectStore('keyvaluepairs');
        const all = items.getAllKeys();
        await new Promise((resolve) => (all.onsuccess = resolve));
        const steps = (all.result as string[]).filter((key) => key.startsWith('step/')).sort();
        await new Promise((resolve) => (items.delete(steps[1]).onsuccess = resolve));
        open.result.close();
      }
    });
    await page.goto(server.address);
    const bar = page.getByRole('alert').filter({ hasText: 'What this browser stored is not whole.' });
    await bar.getByText(/Step 2 is missing or damaged/).waitFor();
    await plateOf(page, 'Fenwick').waitFor();
    expect(await plateOf(page, 'Larkspur').count()).toBe(0);
    const exporting = page.waitForEvent('download');
    await bar.getByRole('button', { name: 'Save it as a file' }).click();
    const file = await (await exporting).path();
    await bar.getByRole('button', { name: 'Go on with what is shown' }).click();
    await bar.waitFor({ state: 'detached' });
    await add(page, 'Marlowe');
    await isSaved(page);
    await page.reload();
    await plateOf(page, 'Marlowe').waitFor();
    await plateOf(page, 'Fenwick').waitFor();
    expect(await plateOf(page, 'Tidewater').count()).toBe(0);
    await page.getByLabel('Catalogue file to read').setInputFiles(file);
    await page.getByRole('button', { name: 'Open it beside' }).click();
    await page.getByText('Opened “My catalogue (2)”.').waitFor();
    await plateOf(page, 'Fenwick').waitFor();
  });

  it('takes dated copies into a folder, where the browser can write to one', async () => {
    const { page } = browser;
    await add(page, 'Fenwick');
    await isSaved(page);
    await page.evaluate(async () => {
      const root = await navigator.storage.getDirectory();
      const folder = await root.getDirectoryHandle('copies', { create: true });
      Object.assign(window, { showDirectoryPicker: async () => folder });
    });
    await page.getByRole('button', { name: 'My catalogue' }).click();
    await page.getByText('All catalogues of this browser').click();
    await page.getByRole('button', { name: 'Put dated copies into a folder …' }).click();
    await page.getByText(/on each day with edits, last on/).waitFor();
    const text = await page.evaluate(async () => {
      const root = await navigator.storage.getDirectory();
      const folder = await root.getDirectoryHandle('copies');
      for await (const handle of (
        folder as never as { values(): AsyncIterable<FileSystemFileHandle> }
      ).values())
        return `${handle.name}\n${await (await handle.getFile()).text()}`;
      return '';
    });
    expect(text).toMatch(/^my-catalogue-\d{4}-\d\d-\d\d\.json\n\{"format":"aspen-ridge-catalogue"/);
    expect(text).toContain('Fenwick');
  });
});
