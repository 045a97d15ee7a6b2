/** Compare in the real interface: tour 4 read, judged by keyboard, kept, undone; more columns, marks, print; nothing in common. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ABOUT_ID, createAbout } from '../core/catalogue/about.ts';
import { withRecords } from '../core/catalogue/applyDiff.ts';
import { formatCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { STENNOCK } from '../testing/tours/stennock.ts';
import { TypedVisit } from '../testing/tours/typed.ts';
import { openApplication } from './application.ts';
import { openMenu, plateOf } from './browser.ts';

const app = openApplication();
const { open, query, undo } = app;
const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-sides-'));
afterAll(() => rmSync(folder, { recursive: true }));
const row = (name: string | RegExp) =>
  app.page
    .locator('[data-point]')
    .filter({ has: app.page.getByRole('rowheader', { name, exact: typeof name === 'string' }) });

describe('of the sample', () => {
  it('begins by naming two; the address keeps them, and the filters', async () => {
    const { page } = app;
    await open('/sides');
    await page.getByText('Compare systems').waitFor();
    await page.getByLabel('Name one').fill('tidewater 7.1');
    await page.keyboard.press('Enter');
    await page.getByText('What does it stand beside?').waitFor();
    await page.getByLabel('Name one').fill('kestrel bench 9');
    await page.keyboard.press('Enter');
    await page
      .getByRole('heading', { name: /^Tidewater 7\.1 and Kestrel Bench 9 from their fork at Fenwick 31/ })
      .waitFor();
    expect(query('of')).toBe('release:tidewater-7.1;release:kestrel-bench-9');
    await row('Package format').getByText('same, from Fenwick 31').waitFor();
    const differing = page.getByRole('button', { name: /^differences \d/ });
    const count = Number(/\d+/.exec(await differing.innerText())![0]);
    await differing.click();
    await expect.poll(() => page.locator('[data-point]').count()).toBe(count);
    await page.getByLabel('Find among the points').fill('browser');
    await expect.poll(() => query('find')).toBe('browser');
    await page.reload();
    await expect.poll(() => page.locator('[data-point]').count()).toBeLessThan(4);
  });
  it('begins by two of the names that are offered', async () => {
    const { page } = app;
    await open('/sides');
    await page.getByRole('button', { name: 'Tidewater', exact: true }).click();
    await page.getByText('What does it stand beside?').waitFor();
    expect(await page.getByRole('button', { name: 'Tidewater', exact: true }).count()).toBe(0);
    await page.getByRole('button', { name: 'Varnley', exact: true }).click();
    await page.getByRole('heading', { name: /^Tidewater 7\.1 and Varnley 6 from their fork at/ }).waitFor();
  });
  it('takes a third, as of a day of its own, and lets it go', async () => {
    const { page } = app;
    await open('/sides?of=release:tidewater-7.1;release:kestrel-bench-9');
    await page.getByLabel('Add a third').fill('quickthorn @ 2 aug 2026');
    await page
      .getByRole('option', { name: /^Quickthorn on 2 August 2026/ })
      .first()
      .waitFor();
    await page.keyboard.press('Enter');
    await page.getByRole('heading', { name: /Quickthorn.* on 2 August 2026/ }).waitFor();
    await page.getByText(/have no recorded base in common/).waitFor();
    await page.getByRole('button', { name: /^Quickthorn.*▾$/ }).click();
    await page.getByRole('button', { name: 'Take it out', exact: true }).click();
    await page.getByRole('heading', { name: /^Tidewater 7\.1 and Kestrel Bench 9/ }).waitFor();
  });
  it('tells of a base and what rests on it, and how close each is to its own', async () => {
    const { page } = app;
    await open('/sides?of=release:tidewater-7.1;release:fenwick-31');
    await page.getByText(/^Tidewater 7\.1 rests on Fenwick 31\./).waitFor();
    await page.getByRole('button', { name: 'closeness' }).click();
    const overall = page.getByRole('row', { name: /^Overall/ });
    const before = await overall.innerText();
    await page.getByLabel('Weight of Themes').fill('0');
    await page.keyboard.press('Tab');
    await expect.poll(() => overall.innerText()).not.toBe(before);
    await expect.poll(() => query('weights')).toBe('themes:0');
  });
  it('holds the packages next to each other, with search', async () => {
    const { page } = app;
    await open('/sides?of=release:tidewater-7.1;release:kestrel-bench-9&view=packages');
    await page.getByRole('table', { name: 'Packages compared' }).waitFor({ timeout: 30_000 });
    const chip = (name: RegExp) => page.getByRole('button', { name });
    await chip(/^not in all \d/).click();
    await page.getByText('not there').first().waitFor();
    await page.getByLabel('Find a package').fill('amber-quota');
    await page.getByRole('row', { name: /^amber-quota / }).waitFor();
  });
  it('is reached by two marks on the map, and from the list of dossiers', async () => {
    const { page } = app;
    await open('/lineage');
    await plateOf(page, 'Tidewater').click();
    await page.keyboard.press('x');
    await page.getByText('Marked: Tidewater 7.1').waitFor();
    await page.getByRole('link', { name: 'Dossiers', exact: true }).click();
    await page.getByRole('link', { name: /^Varnley/ }).focus();
    await page.keyboard.press('x');
    await page.getByRole('link', { name: 'Compare', exact: true }).last().click();
    await page.getByRole('heading', { name: /^Tidewater 7\.1 and Varnley 6/ }).waitFor();
    await page.getByText(/^For the county: Varnley 6/).waitFor();
    await page.getByRole('button', { name: 'Clear' }).click();
    await page.getByText('Marked:').waitFor({ state: 'detached' });
  });
});

describe('tour 4', () => {
  const HERE = '/sides?of=release:stennock-12;release:yarrowby-3';
  beforeAll(async () => {
    const { page } = app;
    const about = createAbout({ id: ABOUT_ID, title: 'Town hall' });
    const path = join(folder, 'town-hall.json');
    const catalogue = withRecords(TypedVisit.of(STENNOCK).catalogue, [about]);
    writeFileSync(path, formatCatalogueFile({ catalogue, packages: new Map() }, '2026-11-20T10:00:00Z'));
    await open('/lineage');
    await page.getByLabel('Catalogue file to read').setInputFiles(path);
    await page.getByRole('button', { name: 'Open it beside' }).click();
    await page.getByText('Opened “Town hall”.').waitFor();
  });

  it('says each point with both values, the verdict and the word', async () => {
    const { page } = app;
    await open(`${HERE}&asof=2026-11-20`);
    await page
      .getByRole('heading', { name: /^Stennock 12 and Yarrowby 3 from their fork at Aldermoor 9/ })
      .waitFor();
    for (const [name, ...texts] of [
      ['Maker', 'company of nine', 'volunteers, 2 known', 'Stennock narrowly', 'different'],
      [
        'Office',
        'not chosen at install',
        'full suite',
        'cannot be compared',
        'not comparable: Stennock 12 not chosen at install',
      ],
      ['Default kernel', '6.1.9', '6.8.9', 'as in Hexley 24, checked', 'even, nobody will change it'],
      ['Memory in use', '8 % of 8 GiB (655 MiB)', '0.7 GB (668 MiB)', 'agree, as far as was said'],
      ['Past its base’s end', '975 days past Aldermoor 9', '70 days past Hexley 24'],
      ['Supported until, computed', '14 February 2031', 'unknown of Yarrowby 3'],
      ['card reader', 'by hand', 'at once', 'Yarrowby 3: decides for counters'],
    ])
      for (const text of texts) await row(name).getByText(text).first().waitFor();
    await row('Actions in order').click();
    const lines = page.getByRole('table', { name: 'Elements' });
    for (const text of ['language no 1.', 'scanner no 4.', 'printers 2. 3.', 'help 5. 9.'])
      await lines.getByRole('row', { name: text }).waitFor();
    await page
      .getByText(
        /^For counters: Yarrowby 3, because of card reader by itself \(Stennock 12 4, Yarrowby 3 18\)\. Stennock 12 does not meet/,
      )
      .waitFor();
    await page
      .getByText(
        /^For back office: Stennock 12, closely, because of help \(Stennock 12 10, Yarrowby 3 8; ahead by 11 %\)/,
      )
      .waitFor();
    await page.getByText('cousin works there').waitFor();
  });

  it('takes a word from the keyboard, keeps it, tells what it is read as; undo takes it back', async () => {
    const { page } = app;
    await open(HERE);
    await row('Languages of the guide').focus();
    await page.keyboard.press('Enter');
    await page.keyboard.type('2 clearly, for counters, because newcomers read');
    await page.getByText('Yarrowby 3 clearly; for counters; newcomers read').waitFor();
    await page.keyboard.press('Enter');
    await row('Languages of the guide')
      .getByText('Yarrowby 3 clearly, for counters, because newcomers read')
      .waitFor();
    await page.getByText(/^For counters: Yarrowby 3.*\(Stennock 12 4, Yarrowby 3 24\)/).waitFor();
    expect(await page.evaluate('document.activeElement.dataset.point')).toBe('welcome.languages');
    await page.keyboard.press('Delete');
    await page.getByText(/^For counters: Yarrowby 3.*\(Stennock 12 4, Yarrowby 3 18\)/).waitFor();
    await undo();
    await page.getByText(/^For counters: Yarrowby 3.*Yarrowby 3 24\)/).waitFor();
    await page.reload();
    await row('Languages of the guide').getByText('Yarrowby 3 clearly').waitFor();
  });

  it('takes a point of one’s own and a must-have; what is kept tells later what has changed', async () => {
    const { page } = app;
    await open(HERE);
    await page.getByRole('button', { name: 'Add a point of your own' }).click();
    await page.getByLabel('Point of your own').fill('Upkeep');
    await page.getByLabel('Upkeep in Stennock 12').fill('a day a month');
    await page.getByLabel('Upkeep in Yarrowby 3').fill('an hour a month');
    await page.getByRole('button', { name: 'Add it' }).click();
    await row('Upkeep').getByText('different').waitFor();
    await page.getByRole('button', { name: 'Add one' }).click();
    await page.getByLabel('What must be there').fill('answer in a day for office');
    await page.getByRole('button', { name: 'Stennock 12: not known' }).click();
    await page.getByRole('button', { name: 'Yarrowby 3: not known' }).click();
    await page.getByRole('button', { name: 'Yarrowby 3: yes' }).click();
    await page.getByRole('button', { name: 'Keep it', exact: true }).click();
    await page.getByText(/^For back office: Stennock 12, because of answer in a day/).waitFor();
    expect(await page.getByText('Since it was kept').count()).toBe(0);
    await open('/dossiers/release:stennock-12?tab=layers&facts=all&area=kernel');
    await page.getByRole('gridcell', { name: /^Default kernel, Stennock 12/ }).focus();
    await page.keyboard.press('Enter');
    const editor = page.getByRole('form', { name: /^Edit Default kernel/ });
    await editor.getByLabel('Value').fill('6.1.12');
    await page.keyboard.press('Enter');
    await editor.waitFor({ state: 'detached' });
    await open(HERE);
    await page
      .locator('.remark', { hasText: 'Since it was kept on' })
      .filter({ hasText: '1 point changed' })
      .waitFor();
    await page.getByRole('button', { name: /^Default kernel \(6\.1\.9 \/ 6\.8\.9\)/ }).waitFor();
    await page.getByRole('button', { name: 'Keep what stands now' }).click();
    await page.getByText('Since it was kept').waitFor({ state: 'detached' });
  });

  it('goes out as Markdown and as a table, and prints without a cut-off column', async () => {
    const { page } = app;
    await open(HERE);
    const saved = async (name: string) => {
      await openMenu(page.getByRole('button', { name: /^Export ▾/ }));
      const [download] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('button', { name, exact: true }).click(),
      ]);
      return readFileSync((await download.path())!, 'utf8');
    };
    expect(await saved('Markdown')).toContain('| Office suite | not chosen at install');
    expect(await saved('Table (CSV)')).toMatch(/^area,point,Stennock 12,/);
    await page.emulateMedia({ media: 'print' });
    for (const [width, height] of [
      [703, 1000],
      [1030, 700],
    ]) {
      await page.setViewportSize({ width, height });
      const cut = await page.evaluate(`[...document.querySelectorAll('.sides .row > *')].some((cell) => {
        const { left, right } = cell.getBoundingClientRect();
        return right > innerWidth + 1 || left < -1 || cell.scrollWidth > cell.clientWidth + 1;
      })`);
      expect(cut).toBe(false);
      expect(await page.getByRole('navigation', { name: 'Screens' }).isVisible()).toBe(false);
    }
    await page.emulateMedia({ media: 'screen' });
    await page.setViewportSize({ width: 1280, height: 800 });
  });

  it('shows a third that was measured otherwise, and does not rank it', async () => {
    await open(`${HERE};release:penhallow-5`);
    await row('Memory in use')
      .getByText(/0\.5 GB, seen on a live image: no evidence/)
      .waitFor();
    await row('Memory in use')
      .getByText(/^not comparable: Penhallow 5 unreliable/)
      .waitFor();
  });
});
