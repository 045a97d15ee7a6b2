/** Changes in the real interface: recorded in each area from nothing, erased, undone; with reasons and weights; settled. */
import { describe, expect, it } from 'vitest';
import { openApplication } from './application.ts';
import { plateOf } from './browser.ts';

const app = openApplication();
const { open, query, undo } = app;

const at = (key: string, layer: number) => app.page.locator(`[data-cell="${key}:${layer}"]`);
const tab = (name: string) => app.page.getByRole('tab', { name, exact: true }).click();
const strip = () => app.page.locator('.head [role=img]').getAttribute('aria-label');

/** Records a value of a fact in a layer, with the source that was used last. */
async function record(key: string, layer: number, value: string, source?: string): Promise<void> {
  const { page } = app;
  await at(key, layer).focus();
  await page.keyboard.press('Enter');
  const editor = page.getByRole('form', { name: /^Edit / });
  await editor.getByLabel('Value').fill(value);
  if (source) await editor.getByLabel('Source').fill(`page ${source}`);
  await editor.getByRole('button', { name: 'Save value' }).click();
  await editor.waitFor({ state: 'detached' });
}

/** One fact of each of the six areas: its key, what the base has, what the derivative has. */
const SIX = [
  ['Repositories', 'repositories.mirrors', '40', '4'],
  ['Kernel', 'kernel.flavour', 'stock', 'low latency'],
  ['Themes', 'themes.icons', 'Plain', 'Reed'],
  ['Welcome tools', 'welcome.guide', 'Door', 'Porch Lamp'],
  ['Defaults', 'defaults.desktop', 'Stem', 'Lagoon'],
  ['Release model', 'model.cadence', 'once a year', 'twice a year'],
] as const;
const stripSays = (word: (area: string) => string) =>
  SIX.map(([area]) => `${area}: ${word(area)}`).join('; ');

describe('changes in a catalogue of one’s own', () => {
  it('are recorded in each of the six areas from nothing, erased, and undone', async () => {
    const { page } = app;
    await page.getByRole('button', { name: 'Start my own catalogue' }).click();
    await page.getByRole('button', { name: 'Add a distribution by hand' }).click();
    await page.getByLabel('Name').fill('Alder');
    await page.keyboard.press('Enter');
    await plateOf(page, 'Alder').waitFor();
    await page.waitForFunction(() => document.activeElement?.classList.contains('map'));
    await page.keyboard.press('a');
    await page.getByLabel('Name').fill('Rush Light');
    await page.keyboard.press('Enter');
    await page.getByRole('heading', { name: 'Rush Light' }).waitFor();
    await open('/dossiers/distribution:rush-light');
    await page.getByRole('grid', { name: 'Layers' }).waitFor();
    expect(await strip()).toBe(stripSays(() => 'not examined'));

    for (const [i, [, key, base]] of SIX.entries())
      await record(key, 0, base, i === 0 ? 'First look' : undefined);
    expect(await strip()).toBe(stripSays(() => 'not examined'));
    for (const [, key, , own] of SIX) await record(key, 1, own);
    await expect.poll(strip).toBe(stripSays(() => '1 change'));
    await tab('Changes');
    await page.getByText('6 facts changed on Alder, by comparing.').waitFor();
    for (const [, , base, own] of SIX)
      await page.getByRole('cell', { name: new RegExp(`${own}.* instead of ${base}`) }).waitFor();

    await tab('Layers');
    for (const [, key] of SIX) {
      await at(key, 1).focus();
      await page.keyboard.press('Delete');
      await expect.poll(() => at(key, 1).getAttribute('aria-label')).toContain('inherited from the base');
    }
    await expect.poll(strip).toBe(stripSays(() => 'not examined'));
    for (let i = 0; i < SIX.length; i++) await undo();
    await expect.poll(strip).toBe(stripSays(() => '1 change'));
    // Each recording is one step: the twelve of them leave the two distributions and their link.
    for (let i = 0; i < 2 * SIX.length; i++) await undo();
    for (const [, key] of SIX)
      await expect.poll(() => at(key, 0).getAttribute('aria-label')).toContain('not examined');
    await page.getByText(/^Saved/).waitFor();
    for (let i = 0; i < 2; i++) await undo();
    await page.getByText('There is no such dossier').waitFor();
    for (let i = 0; i < 2 + 2 * SIX.length; i++) await page.getByRole('button', { name: 'Redo' }).click();
    await expect.poll(strip).toBe(stripSays(() => '1 change'));
  });

  it('are recorded where the base is not known, and settled when it is', async () => {
    const { page } = app;
    await open('/dossiers/distribution:rush-light');
    await at('repositories.formats', 1).focus();
    await page.keyboard.press('c');
    const editor = page.getByRole('form', { name: 'Change of Other package formats in Rush Light' });
    await editor.getByRole('button', { name: 'Record this change' }).click();
    await editor.getByText('Say what the change makes of Other package formats').waitFor();
    await editor.getByLabel('What', { exact: true }).fill('bundle store (on)');
    await editor.getByLabel('Why it was made').fill('What is missing comes from there');
    await editor.getByLabel('Weight').selectOption({ label: '3, decides' });
    await editor.getByRole('button', { name: 'Record this change' }).click();
    await expect.poll(() => at('repositories.formats', 1).innerText()).toContain('adds bundle store');
    await expect.poll(strip).toContain('Repositories: 2 changes (weighed as 4)');
    await tab('Changes');
    await page.getByText('adds bundle store; the value of the base is not known.').waitFor();
    await page.getByText('Why: What is missing comes from there.').waitFor();

    await tab('Layers');
    await record('repositories.formats', 0, 'build recipes');
    await expect
      .poll(() => at('repositories.formats', 1).innerText())
      .toContain('build recipes, bundle store');
    await tab('Changes');
    await page.getByText('Confirmed by the value of the base.').waitFor();
    await tab('Layers');
    await record('repositories.formats', 0, 'bundle store (on)');
    await tab('Changes');
    await page
      .getByText(
        'Recorded as “adds bundle store”; compared with the base, the change is: keeps bundle store.',
      )
      .waitFor();
    await tab('Summary');
    await page
      .getByText(/Other package formats: Recorded as “adds bundle store”/)
      .first()
      .waitFor();
    for (let i = 0; i < 3; i++) await undo();
    await tab('Layers');
    await expect
      .poll(() => at('repositories.formats', 1).getAttribute('aria-label'))
      .toContain('not examined');
  });
});

describe('in the sample', () => {
  it('changes have reasons and weights, which the summary tells', async () => {
    const { page } = app;
    await page.getByRole('button', { name: /My catalogue/ }).click();
    await page.getByText('Open “Highmoor reading rooms”').click();
    await page.getByText(/^Saved/).waitFor();
    await open('/dossiers/release:tidewater-7.1?tab=changes');
    await page.getByText('30 facts changed on Fenwick 31, by comparing.').waitFor();
    const icons = page.getByRole('row', { name: /^Icons/ });
    const before = await strip();
    await icons.getByRole('button', { name: 'Say why' }).click();
    const editor = page.getByRole('form', { name: 'Change of Icons in Tidewater 7.1' });
    await editor.getByLabel('Why it was made').fill('Drawn for readers with weak eyes');
    await editor.getByRole('button', { name: 'Save what is known of it' }).click();
    await icons.getByText('Why: Drawn for readers with weak eyes.').waitFor();
    await icons.getByRole('button', { name: '3, decides' }).click();
    await expect.poll(strip).not.toBe(before);
    expect(await strip()).toMatch(/Themes: \d+ changes \(weighed as \d+\)/);
    await tab('Summary');
    await page.getByText(/Drawn for readers with weak eyes\./).waitFor();
    await undo();
    await undo();
    await expect.poll(strip).toBe(before);
  });

  it('each area has a view of its own above its facts', async () => {
    const { page } = app;
    for (const [area, view, text] of [
      ['repositories', 'Repositories in order', 'tidewater.example/front kelp'],
      ['kernel', 'Kernels', '3 others can be installed with Tide Kernels.'],
      ['themes', 'Theme parts and their origin', 'Applications of different toolkits do not look alike.'],
      ['welcome', 'Welcome tools compared', 'Class Start'],
      [
        'defaults',
        'Applications by role',
        'Of 10 roles that are known: 2 by its own choice, 6 as in its base, 2 filled, where the base is not known.',
      ],
      ['model', 'Releases and support', 'Support runs 60 days past that of Fenwick 31.'],
    ] as const) {
      await open(`/dossiers/release:tidewater-7.1?area=${area}`);
      await page.getByRole('region', { name: view }).getByText(text).first().waitFor();
    }
  });

  it('evidence is read by source and by capture, file by file', async () => {
    const { page } = app;
    await open('/dossiers/release:tidewater-7.1?tab=evidence');
    const says = page.getByRole('region', { name: 'What it says' });
    await page.getByRole('option').filter({ hasText: 'Tidewater download page' }).click();
    await says.getByRole('row', { name: /Supported until 30 April 2029 .*says otherwise/ }).waitFor();
    await page.getByRole('button', { name: /^By capture/ }).click();
    await expect.poll(() => query('by')).toBe('capture');
    await says.getByRole('rowheader', { name: 'etc/fstab' }).waitFor();
    await says.getByText(/files? gave no fact that is recorded/).waitFor();
    await says.getByRole('link', { name: 'File system', exact: true }).click();
    await page.getByRole('complementary', { name: 'Selected fact' }).getByText('ext4').first().waitFor();
  });

  it('a change of a package reaches those that have it from there; found by its name', async () => {
    const { page } = app;
    await open('/dossiers/release:fenwick-31?tab=packages&package=slate-editor');
    const asked = page.getByRole('region', { name: 'If a package changed' });
    await asked.getByText(/^slate-editor .* in Fenwick 31\. Of 8 descendants/).waitFor({ timeout: 30_000 });
    expect(await asked.getByRole('listitem').count()).toBe(8);
    await asked
      .getByRole('listitem')
      .filter({ hasText: 'Tidewater 7.1' })
      .getByText('has it as it is')
      .waitFor();
    // Before any list of Fenwick was read nothing can be told.
    await open('/dossiers/release:fenwick-31?tab=packages&package=slate-editor&asof=2025-11-01');
    await asked.getByText('No package list of Fenwick 31 itself is at hand').waitFor();
    await open('/dossiers/release:fenwick-31?tab=packages&package=slate-editor');
    await asked.getByText(/^slate-editor .* in Fenwick 31\. Of 8 descendants/).waitFor({ timeout: 30_000 });
    await asked.getByRole('link', { name: 'On the map' }).click();
    await page.getByText('If the package slate-editor of Fenwick 31 changed').waitFor();
    await expect
      .poll(() => plateOf(page, 'Tidewater').getAttribute('data-mark'), { timeout: 30_000 })
      .toBe('affected');
    await page.keyboard.press('/');
    await page.keyboard.type('slate-ed');
    await page.getByRole('option', { name: /^slate-editor .*package, / }).click({ timeout: 30_000 });
    await page.getByRole('region', { name: 'If a package changed' }).waitFor();
    await expect.poll(() => query('package')).toBe('slate-editor');
  });
});

describe('editions and media', () => {
  it('are edited where they are seen, and from a pasted table; a release goes with its last edition', async () => {
    const { page } = app;
    await open('/dossiers/release:tidewater-7.1?tab=editions');
    const editions = page.getByRole('region', { name: 'Editions' });
    await editions.getByLabel('Status of Ebb').selectOption('special purpose');
    await page.getByText(/^Saved/).waitFor();
    await expect.poll(() => editions.getByLabel('Status of Ebb').inputValue()).toBe('special purpose');
    const releases = page.getByRole('region', { name: 'Releases' });
    await releases.getByLabel('Date of 7.0').fill('soon');
    await page.keyboard.press('Enter');
    await page.getByText('“soon” in 7.0 is no date.').waitFor();
    expect(await releases.getByLabel('Date of 7.0').inputValue()).toBe('2025-12-12');
    await releases.getByLabel('Editions of 7.0').fill('Main, Flow');
    await page.keyboard.press('Enter');
    await page.getByText('There is no edition “Flow” here').waitFor();

    await editions.getByRole('button', { name: 'Delete edition Ebb' }).click();
    await page.getByText(/Deleted Tidewater Ebb with \d+ records that belonged to it alone\./).waitFor();
    await releases.getByRole('link', { name: 'Ebb 4' }).waitFor({ state: 'detached' });
    await undo();
    await releases.getByRole('link', { name: 'Ebb 4' }).waitFor();
    await expect.poll(() => editions.getByLabel('Status of Ebb').inputValue()).toBe('special purpose');
    await undo();
    await expect.poll(() => editions.getByLabel('Status of Ebb').inputValue()).toBe('official');

    const images = page.getByRole('region', { name: 'Images' });
    await images.getByLabel('Image of a new image').evaluate((field) => {
      const data = new DataTransfer();
      data.setData('text/plain', 'file\tarch\tsize\tedition\nb.iso\tarm64\t3 GB\tMain\nc.iso\t\tbig\t');
      field.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
    });
    const sheet = page.getByRole('dialog');
    await sheet.getByText('“big” in line 3 is no size.').waitFor();
    await sheet.getByRole('button', { name: 'Add 1 image' }).click();
    await expect.poll(() => images.getByLabel('Size of b.iso').inputValue()).toBe('2861 MiB');
    await images.getByLabel('Built of b.iso').fill('3 Mar 2026');
    await page.keyboard.press('Enter');
    await expect.poll(() => images.getByLabel('Built of b.iso').inputValue()).toBe('2026-03-03');
    await undo();
    await undo();
    await images.getByLabel('Size of b.iso').waitFor({ state: 'detached' });
    await images.getByLabel('Size of tidewater-7.1-amd64.iso').waitFor();
  });
  it('raised no error on the page', () => expect(app.errors).toEqual([]));
});
