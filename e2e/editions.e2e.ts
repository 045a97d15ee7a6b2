/** A release of two editions on two bases, and a reading that its conditions spoil: asked for, written and accepted in the real interface. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ABOUT_ID, createAbout } from '../core/catalogue/about.ts';
import { withRecords } from '../core/catalogue/applyDiff.ts';
import { formatCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { Sitting } from '../testing/sitting.ts';
import { openApplication } from './application.ts';

const app = openApplication();
const { open, query, undo } = app;
const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-editions-'));
afterAll(() => rmSync(folder, { recursive: true }));

/** Brook 4: Main on Alder 9 with a spoiled guide, Heath on Cedar 2. */
function catalogueFile(): string {
  const desk = new Sitting('2026-10-12');
  const [alder, cedar, brook] = ['Alder', 'Cedar', 'Brook'].map((name) => desk.distribution(name));
  const [alder9, cedar2] = [desk.release(alder, '9', '2025-06-14'), desk.release(cedar, '2', '2026-01-10')];
  const [main, heath] = ['Main', 'Heath'].map((name) => desk.edition(brook, name));
  const brook4 = desk.release(brook, '4', '2026-09-01', 'Main, Heath');
  desk.link(main, 'installs from', alder9, { since: '2026-09-01' });
  desk.link(heath, 'installs from', cedar2, { since: '2026-09-01' });
  desk.from('page', 'Notes to Alder 9', '2025-06-14');
  desk.fact(alder9, 'themes.icons', 'Plain');
  desk.from('handsOn', 'Live session', '2026-10-12', { medium: 'live' }, main);
  desk.facts(brook4, { 'welcome.opens': 'each login', 'themes.icons': 'Reed' });
  const about = createAbout({ id: ABOUT_ID, title: 'Two bases' });
  const path = join(folder, 'two-bases.json');
  const catalogue = withRecords(desk.catalogue, [about]);
  const text = formatCatalogueFile({ catalogue, packages: new Map() }, '2026-10-12T10:00:00Z');
  // As another program would write it: not one record a line.
  writeFileSync(path, JSON.stringify(JSON.parse(text), null, 1));
  return path;
}

describe('a release of two editions on two bases', () => {
  beforeAll(async () => {
    const { page } = app;
    await open('/lineage');
    await page.getByLabel('Catalogue file to read').setInputFiles(catalogueFile());
    await page.getByRole('button', { name: 'Open it beside' }).click();
    await page.getByText('Opened “Two bases”.').waitFor();
  });
  it('depends on the edition, and has the base of the one that is asked for', async () => {
    const { page } = app;
    await open('/dossiers/release:brook-4?tab=summary');
    await page.getByText('Heath installs from Cedar 2 and Main installs from Alder 9.').first().waitFor();
    expect(await page.getByText('Reed').count()).toBe(0);
    await page.getByRole('button', { name: 'Main', exact: true }).click();
    await expect.poll(() => query('edition')).toBe('edition:brook-main');
    await page.getByText('Its icon theme is Reed instead of Plain.').waitFor();
    await page.getByRole('button', { name: 'Heath', exact: true }).click();
    await page
      .getByText(/^Brook 4 Heath installs from Cedar 2/)
      .first()
      .waitFor();
    expect(await page.getByText('Reed').count()).toBe(0);
  });
  it('takes what is written for the edition that is shown', async () => {
    const { page } = app;
    await open('/dossiers/release:brook-4?edition=edition:brook-heath&area=themes');
    await page.locator('[data-cell="themes.cursor:1"]').focus();
    await page.keyboard.press('Enter');
    const editor = page.getByRole('form', { name: 'Edit Cursor of Brook 4 Heath' });
    await editor.getByLabel('Value').fill('Loam');
    await editor.getByRole('button', { name: 'Save value' }).click();
    await editor.waitFor({ state: 'detached' });
    await page.getByRole('gridcell', { name: /^Cursor, Brook 4 Heath, Loam/ }).waitFor();
    await page.getByRole('button', { name: 'Main', exact: true }).click();
    await page.getByRole('gridcell', { name: /^Cursor, Brook 4 Main, not examined/ }).waitFor();
    await undo();
  });
  it('shows what is spoiled with its reason, and accepts it with another', async () => {
    const { page } = app;
    await open('/dossiers/release:brook-4?edition=edition:brook-main&fact=welcome.opens');
    const cell = page.getByRole('gridcell', { name: /^Opens by itself, Brook 4 Main, each login/ });
    await expect.poll(() => cell.getAttribute('aria-label')).toContain('unreliable: on a live image');
    await page.getByText('To settle it, look at an installed system.').waitFor();
    await page.getByRole('button', { name: 'Accept all the same' }).click();
    const because = page.getByLabel('Why it holds all the same');
    await because.waitFor();
    expect(await page.getByRole('button', { name: 'Accept', exact: true }).isDisabled()).toBe(true);
    await because.fill('The installed system starts it the same way');
    await because.press('Enter');
    await page.getByText('accepted although unreliable').waitFor();
    await expect.poll(() => cell.getAttribute('aria-label')).not.toContain('unreliable');
    await undo();
    await expect.poll(() => cell.getAttribute('aria-label')).toContain('unreliable');
  });
  it('raised no error on the page', () => expect(app.errors).toEqual([]));
});
