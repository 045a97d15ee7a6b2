/** The whole path in the real interface, with the real files of this machine. */
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Download } from 'playwright-core';
import { run } from '../testing/tools.ts';
import { openBrowser, plateOf, startServer } from './browser.ts';

let server: Awaited<ReturnType<typeof startServer>>;
let browser: Awaited<ReturnType<typeof openBrowser>>;
const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-e2e-'));
const drop = join(folder, 'drop');

beforeAll(async () => {
  if (!existsSync('/var/lib/dpkg/status') || !existsSync('/var/lib/apt/lists'))
    throw new Error('The browser tests read a Debian system: run them on one, after apt-get update.');
  mkdirSync(join(drop, 'etc'), { recursive: true });
  mkdirSync(join(drop, 'var/lib/dpkg'), { recursive: true });
  cpSync('/etc/os-release', join(drop, 'etc/os-release'), { dereference: true });
  cpSync('/etc/apt', join(drop, 'etc/apt'), {
    recursive: true,
    filter: (path) => !/auth|trusted|keyrings/.test(path),
  });
  cpSync('/var/lib/dpkg/status', join(drop, 'var/lib/dpkg/status'));
  cpSync('/var/lib/apt/lists', join(drop, 'var/lib/apt/lists'), {
    recursive: true,
    filter: (path) => !/partial|lock|auxfiles/.test(path),
  });
  server = await startServer();
  browser = await openBrowser();
});
afterAll(async () => {
  await browser?.close();
  await server?.close();
  rmSync(folder, { recursive: true, force: true });
});

/** What the page showed when a test failed is kept beside the results. */
beforeEach(({ onTestFailed, task }) => {
  onTestFailed(async () => {
    const name = task.name.replace(/\W+/g, '-').slice(0, 50);
    await browser.page.screenshot({ path: `build/results/${name}.png` });
    console.error(await browser.page.url(), browser.errors.slice(0, 3));
  });
});

async function saved(download: Download): Promise<string> {
  const path = join(folder, download.suggestedFilename());
  await download.saveAs(path);
  return readFileSync(path, 'utf8');
}
const status = () => browser.page.getByRole('contentinfo').innerText();
const isSaved = () => browser.page.getByText(/^Saved \d\d:\d\d$/).waitFor();
/** The map's plate of a distribution. */
const plate = (name: string) => plateOf(browser.page, name);

let exported = '';

describe('from the files of a system to a published dossier', () => {
  it('opens with the sample, and begins an own catalogue', async () => {
    const { page } = browser;
    await page.goto(server.address);
    await page.getByText('This is the sample, all of it invented.').waitFor();
    await plate('Tidewater').click();
    await page.getByText('Tidewater 7.1 installs from Fenwick 31, which copies Larkspur 7.').waitFor();
    await page.goBack();
    await page.getByRole('button', { name: 'Start my own catalogue' }).click();
    await page.getByText('Nothing is placed yet').waitFor();
  });

  it('reads the system and its indexes, lists every file, and places it where its sources point', async () => {
    const { page } = browser;
    await page.getByRole('link', { name: 'Read a system' }).click();
    await page.getByLabel('Folder to read').setInputFiles(drop);
    await page.getByText('Facts found').waitFor({ timeout: 60_000 });
    const codename = run('sh', ['-c', '. /etc/os-release; echo "$VERSION_CODENAME"']).trim();
    // The index is that of the very system: under its own name it is that system itself.
    await page.getByText(`It is ${codename} itself.`).waitFor();
    await page.getByText(`The configured repositories name ${codename} too.`).waitFor();
    const installed = Number(run('sh', ['-c', 'dpkg-query -W | wc -l']));
    await page
      .getByText(`${installed.toLocaleString('en-GB')} packages`)
      .first()
      .waitFor();
    const files = await page.getByRole('table', { name: 'Files of the drop' }).innerText();
    for (const taken of [
      'identification file',
      'apt sources',
      'dpkg status database',
      'deb repository index',
    ])
      expect(files).toContain(taken);
  });

  it('records what the analyst takes, and shows it on the map', async () => {
    const { page } = browser;
    await page.getByLabel('Distribution', { exact: true }).fill('Reading room');
    await page.getByLabel('Release', { exact: true }).fill('1');
    await page.getByRole('checkbox', { name: /Packages preinstalled/ }).uncheck();
    await page.getByRole('button', { name: /^Accept the placing and \d+ facts$/ }).click();
    await plate('Reading room').waitFor();
    expect(await status()).toMatch(/2 distributions.*2 releases.*1 link/s);
    await page.getByText(/packages unmodified from/).waitFor();
    await isSaved();
  });

  it('takes all of it back with one undo, and brings it back', async () => {
    const { page } = browser;
    await page.keyboard.press('Control+z');
    await page.getByText('Nothing is placed yet').waitFor();
    await page.keyboard.press('Control+Shift+z');
    await plate('Reading room').waitFor();
  });

  it('edits a fact in place with a new source, from the keyboard', async () => {
    const { page } = browser;
    await plate('Reading room').click();
    await page.getByRole('link', { name: 'Open the dossier' }).click();
    const cell = page.getByRole('gridcell', { name: /^Icons, Reading room 1/ });
    await cell.focus();
    await page.keyboard.press('Enter');
    const editor = page.getByRole('form', { name: 'Edit Icons of Reading room 1' });
    await editor.getByLabel('Value').fill('Vellum');
    await editor.getByLabel('Source').fill('seen A look at the reading room');
    await editor.getByText(/^New: A look at the reading room \(hands-on note/).waitFor();
    await editor.getByRole('button', { name: 'Save value' }).click();
    await editor.waitFor({ state: 'detached' });
    await page.getByRole('gridcell', { name: 'Icons, Reading room 1, Vellum' }).waitFor();
    await page.getByText('A look at the reading room').waitFor();
  });

  it('takes a measurement with its conditions, shows its arithmetic, and knows what spoils it', async () => {
    const { page } = browser;
    await page.getByRole('gridcell', { name: /^Memory in use, Reading room 1/ }).dblclick();
    const editor = page.getByRole('form', { name: 'Edit Memory in use of Reading room 1' });
    await editor.getByLabel('Value').fill('12 % of 8 GiB');
    await editor.getByText('12 % of 8 GiB = 983 MiB').waitFor();
    await editor.getByLabel('Source').fill('measured The first start, by K. Brand');
    await editor.getByRole('button', { name: 'Save value' }).click();
    await editor.getByText(/A measurement needs its conditions/).waitFor();
    await editor.getByLabel('Source').fill('measured The first start, by K. Brand, live, virtual, 8 GiB');
    await editor.getByText(/Live image in a virtual machine with 8 GiB/).waitFor();
    await editor.getByLabel('How sure').selectOption('likely');
    await editor.getByRole('button', { name: 'Save value' }).click();
    await editor.waitFor({ state: 'detached' });
    await page.getByText('unreliable: live image').waitFor();
    await page.getByText('12 % of 8 GiB = 983 MiB').waitFor();
    await page.keyboard.press('Control+z');
  });

  it('refuses a value of the wrong type with what it expects, and changes nothing', async () => {
    const { page } = browser;
    await page.getByRole('gridcell', { name: /^Testing before release, Reading room 1/ }).dblclick();
    const editor = page.getByRole('form', { name: 'Edit Testing before release of Reading room 1' });
    await editor.getByLabel('Value').fill('a while');
    await editor.getByLabel('Value').press('Enter');
    await editor.getByText('"a while" does not fit Testing before release: expected a number.').waitFor();
    await editor.getByLabel('Value').press('Escape');
    await editor.waitFor({ state: 'detached' });
    await page
      .getByRole('gridcell', { name: 'Testing before release, Reading room 1, not examined' })
      .waitFor();
  });

  it('has everything after a reload', async () => {
    const { page } = browser;
    await isSaved();
    await page.reload();
    await page.getByRole('gridcell', { name: 'Icons, Reading room 1, Vellum' }).waitFor();
    expect(await status()).toMatch(/2 distributions/);
  });

  it('previews the dossier as a report, and saves it with its sources', async () => {
    const { page } = browser;
    await page.getByRole('link', { name: 'Report …' }).click();
    const preview = page.frameLocator('iframe');
    await preview.getByRole('heading', { name: 'Reading room 1', level: 1 }).waitFor();
    expect(await preview.getByRole('rowheader', { name: 'Icon theme' }).count()).toBe(1);
    // What is unticked is not in what is saved.
    await page.getByRole('checkbox', { name: 'In short', exact: true }).uncheck();
    await preview.getByRole('heading', { name: 'In short', exact: true }).waitFor({ state: 'detached' });
    const save = async (name: string) => {
      const [download] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('button', { name }).click(),
      ]);
      return saved(download);
    };
    const markdown = await save('Save as Markdown');
    expect(markdown).toMatch(/^# Reading room 1\n/);
    expect(markdown).toMatch(/Icon theme \|.*Vellum.*\[\^\d+\]/);
    expect(markdown).toContain('A look at the reading room');
    expect(markdown).not.toContain('## In short\n');
    expect(await save('Save as HTML')).toContain('A look at the reading room');
  });

  it('exports the catalogue, and imports it on an empty program as the same catalogue', async () => {
    const { page } = browser;
    await page.getByRole('button', { name: 'My catalogue' }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByText('Export this catalogue as a file').click(),
    ]);
    exported = await saved(download);
    const other = await openBrowser();
    try {
      await other.page.goto(server.address);
      await other.page.getByText('This is the sample, all of it invented.').waitFor();
      await other.page
        .getByLabel('Catalogue file to read')
        .setInputFiles(join(folder, download.suggestedFilename()));
      await other.page.getByRole('button', { name: 'Open it beside' }).click();
      await plateOf(other.page, 'Reading room').waitFor();
      await other.page.getByRole('button', { name: 'My catalogue' }).click();
      const [again] = await Promise.all([
        other.page.waitForEvent('download'),
        other.page.getByText('Export this catalogue as a file').click(),
      ]);
      const [before, after] = [exported, await saved(again)].map(
        (text) => JSON.parse(text) as { exported: string },
      );
      expect({ ...after, exported: '' }).toEqual({ ...before, exported: '' });
      expect(other.errors).toEqual([]);
    } finally {
      await other.close();
    }
  });

  it('refuses a damaged or newer file, says why, and keeps what is there', async () => {
    const { page } = browser;
    const newer = JSON.parse(exported) as { versions: Record<string, number> };
    newer.versions.reading = 77;
    writeFileSync(join(folder, 'cut.json'), exported.slice(0, 500));
    writeFileSync(join(folder, 'newer.json'), JSON.stringify(newer));
    for (const [name, says] of [
      ['cut.json', /not a complete JSON file/],
      ['newer.json', /newer version of the program/],
    ] as const) {
      await page.getByLabel('Catalogue file to read').setInputFiles(join(folder, name));
      await page.getByText(says).waitFor();
      expect(await status()).toMatch(/2 distributions/);
      await page.getByRole('button', { name: 'Close', exact: true }).click();
    }
  });

  it('lets reading be cancelled, and stays responsive meanwhile', async () => {
    const { page } = browser;
    await page.getByRole('link', { name: 'Import' }).click();
    const line = 'Package: a\nVersion: 1\nFilename: x\nDescription: long\n'.repeat(20_000);
    writeFileSync(join(folder, 'large'), line.repeat(120));
    await page.getByLabel('Files to read').setInputFiles(join(folder, 'large'));
    await page.getByRole('button', { name: 'Cancel' }).click();
    await page.getByText('Drop the files of a system here').waitFor();
    expect(await status()).toMatch(/2 distributions/);
  });

  it('answers bad files with a message each', async () => {
    const { page } = browser;
    writeFileSync(join(folder, 'empty'), '');
    writeFileSync(join(folder, 'zeros.gz'), gzipSync(Buffer.alloc(1 << 26)));
    writeFileSync(
      join(folder, 'cut.gz'),
      gzipSync('Package: a\nVersion: 1\nFilename: x\n\n'.repeat(9000)).subarray(0, 300),
    );
    await page
      .getByLabel('Files to read')
      .setInputFiles(['empty', 'zeros.gz', 'cut.gz'].map((name) => join(folder, name)));
    await page.getByText('The file is empty.').waitFor();
    await page.getByText('A binary file of no format that is read here.').waitFor();
    await page.getByText(/The gzip file (ends too early|is damaged)/).waitFor();
  });

  it('takes files that are dropped on the screen', async () => {
    const { page } = browser;
    await page.getByRole('button', { name: 'Read something else' }).click();
    const transfer = await page.evaluateHandle(() => {
      const data = new DataTransfer();
      data.items.add(new File(['NAME="Dropped"\nID=dropped\nVERSION_ID=1\n'], 'anything'));
      return data;
    });
    await page.locator('.screen').dispatchEvent('drop', { dataTransfer: transfer });
    await page.getByRole('heading', { name: 'Dropped' }).waitFor();
    await page.getByText('No base found: no list of installed packages was read.').waitFor();
  });

  it('raised no error on the page', () => expect(browser.errors).toEqual([]));
});

describe('with the keyboard alone', () => {
  it('walks the map, opens a dossier, and shows the shortcuts', async () => {
    const { page } = browser;
    await page.goto(server.address);
    await page.getByRole('button', { name: 'My catalogue' }).click();
    await page.getByText('Open “Highmoor reading rooms”').click();
    await plate('Larkspur').waitFor();
    await page.getByRole('group', { name: 'Lineage map' }).focus();
    /** Presses a key until a distribution is reached. */
    const walk = async (key: string, to: string) => {
      const heading = page.getByRole('heading', { level: 1, name: to });
      for (let i = 0; i < 9 && !(await heading.isVisible()); i++) await page.keyboard.press(`Arrow${key}`);
      await heading.waitFor();
    };
    await walk('Right', 'Larkspur 7');
    await page.keyboard.press('ArrowRight'); // to the derivative that stands nearest
    await walk('Up', 'Brackenlight 2');
    await walk('Down', 'Fenwick 32');
    await page.keyboard.press('ArrowRight');
    await walk('Down', 'Tidewater 7.1');
    await walk('Right', 'Penhallow 5');
    await page.keyboard.press('ArrowLeft');
    await page.getByRole('heading', { name: 'Tidewater 7.1' }).waitFor();
    await page.keyboard.press('Enter');
    await page.getByRole('grid', { name: 'Layers' }).waitFor();
    await page.keyboard.press('Tab');
    await page.keyboard.press('?');
    await page.getByRole('heading', { name: 'Shortcuts' }).waitFor();
    await page.keyboard.press('Escape');
    await page.keyboard.press('/');
    await page.keyboard.type('tide water');
    await page.keyboard.press('Enter');
    await page.getByRole('heading', { name: 'Tidewater 7.1' }).waitFor();
    expect(new URL(page.url()).searchParams.get('at')).toBe('distribution:tidewater');
  });

  it('marks facts unchanged and none, erases, and undoes each', async () => {
    const { page } = browser;
    await page.goto(`${server.address}/dossiers/release:dovecote-1`);
    const cell = (says: string) =>
      page.getByRole('gridcell', { name: `First-start guide, Dovecote 1, ${says}` });
    await cell('inherited from the base').focus();
    await page.keyboard.press('u');
    await cell('Class Start, confirmed unchanged').waitFor();
    await page.keyboard.press('Control+z');
    await page.keyboard.press('n');
    await cell('none').waitFor();
    await page.keyboard.press('Delete');
    await cell('inherited from the base').waitFor();
    for (const _ of [1, 2]) await page.keyboard.press('Control+z');
    await cell('inherited from the base').waitFor();
    expect(browser.errors).toEqual([]);
  });
});
