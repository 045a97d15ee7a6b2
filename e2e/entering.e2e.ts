/** What is typed in editors: kept until it is saved or thrown away, refused beside the field; sources, names and links where they are seen. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { ABOUT_ID, createAbout } from '../core/catalogue/about.ts';
import { withRecords } from '../core/catalogue/applyDiff.ts';
import { formatCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { TypedVisit } from '../testing/tours/typed.ts';
import { openApplication } from './application.ts';

const app = openApplication();
const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-entering-'));
afterAll(() => rmSync(folder, { recursive: true }));

beforeEach(({ onTestFailed, task }) => {
  onTestFailed(async () => {
    await app.page.screenshot({ path: `build/results/${task.name.replace(/\W+/g, '-').slice(0, 50)}.png` });
    console.error(app.page.url(), app.errors.slice(0, 3));
  });
});

const BROOK = '/dossiers/release:brook-4';

describe('what is entered in a dossier', () => {
  beforeAll(async () => {
    const { page } = app;
    const visit = new TypedVisit();
    visit.today = '2026-10-12';
    for (const line of [
      'Alder 9',
      'page alder.example',
      'icons Plain',
      'about new Cedar 2',
      'about new Brook 4',
      'edition Bench on Alder 9',
      'from live, vm',
      'opens each',
      'from page brook.example',
      'icons Reed',
      'from page the same page',
      'cursor Reed',
    ])
      visit.write(line);
    const about = createAbout({ id: ABOUT_ID, title: 'Entering' });
    const path = join(folder, 'entering.json');
    const catalogue = withRecords(visit.catalogue, [about]);
    writeFileSync(path, formatCatalogueFile({ catalogue, packages: new Map() }, '2026-10-12T10:00:00Z'));
    await app.open('/lineage');
    await page.getByLabel('Catalogue file to read').setInputFiles(path);
    await page.getByRole('button', { name: 'Open it beside' }).click();
    await page.getByText('Opened “Entering”.').waitFor();
  });

  it('is kept through a click elsewhere, Escape, another screen and a reload, until it is saved or thrown away', async () => {
    const { page } = app;
    const editor = () => page.getByRole('form', { name: /^Edit Font of Brook 4/ });
    const openEditor = async () => {
      await page.getByRole('gridcell', { name: /^Font, Brook 4/ }).focus();
      await page.keyboard.press('Enter');
      await editor().waitFor();
    };
    await app.open(`${BROOK}?tab=layers&facts=all&area=themes`);
    await openEditor();
    await editor().getByLabel('Value').fill('Weir Sans 10');
    await editor().getByLabel('Remark').fill('on the clock too');
    await page.mouse.click(740, 20);
    await editor().waitFor({ state: 'detached' });
    await openEditor();
    expect(await editor().getByLabel('Value').inputValue()).toBe('Weir Sans 10');
    await page.keyboard.press('Escape');
    await page.getByRole('link', { name: 'Map', exact: true }).click();
    await page.getByRole('group', { name: 'Lineage map' }).waitFor();
    await page.goBack();
    await page.reload();
    await openEditor();
    await editor().getByText('What you had typed here before and not saved is back.').waitFor();
    expect(await editor().getByLabel('Remark').inputValue()).toBe('on the clock too');
    await editor().getByLabel('Value').focus();
    await page.keyboard.press('Enter');
    await page.getByRole('gridcell', { name: /^Font, Brook 4.*Weir Sans 10/ }).waitFor();
    await openEditor();
    await editor().getByLabel('Value').fill('Other');
    await page.keyboard.press('Escape');
    await openEditor();
    await editor().getByRole('button', { name: 'Throw it away' }).click();
    expect(await editor().getByLabel('Value').inputValue()).toBe('Weir Sans 10');
    await page.keyboard.press('Escape');
  });

  it('cites nothing of another dossier unasked, and a new source in one line', async () => {
    const { page } = app;
    await app.open('/dossiers/release:cedar-2?tab=layers&facts=all&area=themes');
    await page.getByRole('gridcell', { name: /^Icons, Cedar 2/ }).focus();
    await page.keyboard.press('Enter');
    const editor = page.getByRole('form', { name: 'Edit Icons of Cedar 2' });
    expect(await editor.getByLabel('Source').inputValue()).toBe('');
    await editor.getByLabel('Value').fill('Cedar');
    await editor.getByLabel('Source').fill('live, 3 bananas');
    await page.keyboard.press('Enter');
    await editor
      .getByText(/“3 bananas” is no condition/)
      .first()
      .waitFor();
    await editor.getByLabel('Source').fill('page cedar.example, 31 Mar 2026');
    await editor.getByText('New: cedar.example (page, 31 March 2026).').waitFor();
    await page.keyboard.press('Enter');
    await editor.waitFor({ state: 'detached' });
    await page.getByRole('gridcell', { name: /^Icons, Cedar 2, Cedar/ }).waitFor();
  });

  it('is found by any name of a fact with g, also where nothing is recorded', async () => {
    const { page } = app;
    await app.open(`${BROOK}?tab=summary`);
    await page.getByRole('heading', { name: 'Brook' }).waitFor();
    await page.keyboard.press('g');
    await page.keyboard.type('splash');
    await page.keyboard.press('Enter');
    await expect
      .poll(() => page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? ''))
      .toMatch(/^Boot screen, Brook 4/);
  });

  it('has sources corrected and made one where they are seen', async () => {
    const { page } = app;
    await app.open(`${BROOK}?tab=evidence`);
    await page.getByRole('option', { name: /Live session/ }).click();
    await page.getByText('unreliable: live image').waitFor();
    await page.getByRole('button', { name: 'Correct it' }).click();
    const line = page.getByLabel(/Kind, title, address, date/);
    await line.fill('installed, vm, 4 GiB, in the rain, and 3 bananas');
    await page.keyboard.press('Enter');
    await page
      .getByRole('alert')
      .filter({ hasText: /is no condition/ })
      .waitFor();
    await page.reload();
    await expect.poll(() => line.inputValue()).toBe('installed, vm, 4 GiB, in the rain, and 3 bananas');
    await line.fill('installed, vm, 4 GiB');
    await page.keyboard.press('Enter');
    await expect.poll(() => page.getByText('unreliable: live image').count()).toBe(0);
    await page.getByRole('option', { name: /the same page/ }).click();
    await page.getByRole('button', { name: 'It is the same as …' }).click();
    await page.getByRole('combobox', { name: 'Source', exact: true }).fill('brook.example');
    await page.keyboard.press('Enter');
    await expect.poll(() => page.getByRole('option', { name: /the same page/ }).count()).toBe(0);
    await page.getByText('Cited 2 times: Brook 4 (2 readings).').waitFor();
    await page.getByRole('button', { name: 'Other source for Cursor' }).focus();
    await page.keyboard.press('Enter');
    await page.getByRole('combobox', { name: 'Source', exact: true }).fill('page cursors.example');
    await page.keyboard.press('Enter');
    await page.getByRole('option', { name: /cursors\.example/ }).waitFor();
    await page.getByText('Cited 1 time: Brook 4 (1 reading).').waitFor();
  });

  it('is called otherwise, and found by every name; a name that another has is refused', async () => {
    const { page } = app;
    await app.open(`${BROOK}?tab=summary`);
    await page.getByRole('button', { name: /edit the names$/ }).click();
    const names = page.getByRole('form', { name: 'Names' });
    await names.getByLabel('Name', { exact: true }).fill('Alder');
    await page.keyboard.press('Enter');
    await names.getByRole('alert').filter({ hasText: 'Another one is called Alder already' }).waitFor();
    await names.getByLabel('Name', { exact: true }).fill('Brookside');
    await names.getByLabel(/^Other names/).fill('bruk');
    await page.keyboard.press('Enter');
    await page.getByRole('heading', { name: 'Brookside' }).waitFor();
    await page.getByRole('button', { name: 'also bruk +1: edit the names' }).waitFor();
    await page.getByRole('combobox', { name: 'Find anything recorded' }).fill('bruk');
    await page.getByRole('option', { name: /^Brookside also bruk/ }).waitFor();
    await page.getByText('Enter goes there, Shift+Enter to its dossier').waitFor();
    await page.keyboard.press('Shift+Enter');
    await page.getByRole('heading', { name: 'Brookside' }).waitFor();
  });

  it('has the base of an edition in its cell; a doubled version is refused', async () => {
    const { page } = app;
    await app.open(`${BROOK}?tab=editions`);
    const cell = page.getByLabel(/Base of its own/).first();
    await expect.poll(() => cell.inputValue()).toBe('Alder 9');
    await cell.fill('Cedar 2');
    await page.keyboard.press('Enter');
    await expect.poll(() => cell.inputValue()).toBe('Cedar 2');
    await page.getByLabel('Release of a new release').fill('5');
    await page.keyboard.press('Enter');
    const fifth = page.getByLabel('Release of 5');
    await fifth.fill('4');
    await page.keyboard.press('Enter');
    await page.getByText('Brookside has a release 4 already.', { exact: false }).waitFor();
    await expect.poll(() => fifth.inputValue()).toBe('5');
  });
});
