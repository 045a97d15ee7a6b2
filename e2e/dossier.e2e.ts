/** The dossier in the real interface: the rest unchanged, impact, a release from the one before, summary and difference. */
import { describe, expect, it } from 'vitest';
import { openApplication } from './application.ts';
import { openBrowser, plateOf, type Page } from './browser.ts';
import { Keyboard } from './keyboard.ts';

const app = openApplication();
const { open, query, undo } = app;

const cell = (says: string) => app.page.getByRole('gridcell', { name: says, exact: true });
describe('the layers of a dossier', () => {
  it('are filtered by what is set here, contradicted, or not examined, and by area', async () => {
    const { page } = app;
    await open('/dossiers/release:tidewater-7.1');
    const rows = page.getByRole('grid', { name: 'Layers' }).getByRole('rowheader');
    await page.getByRole('button', { name: /^Contradicted \d/ }).click();
    await expect.poll(() => query('only')).toBe('contradicted');
    const shown = page.getByRole('gridcell', { name: /sources disagree/ });
    await expect.poll(() => shown.count()).toBeGreaterThan(1);
    await page.getByLabel('Area').selectOption('themes');
    await page.getByRole('button', { name: /^Contradicted \d/ }).click();
    await expect.poll(() => query('area')).toBe('themes');
    await page.getByRole('gridcell', { name: /^Icons, Tidewater 7.1/ }).waitFor();
    await expect.poll(() => rows.filter({ hasText: 'Default kernel' }).count()).toBe(0);
  });
  it('say of the rest of an area, and then of all, that it is unchanged; each is one step', async () => {
    const { page } = app;
    await open('/dossiers/release:dovecote-1?area=kernel');
    const rest = page.getByRole('button', { name: /^Rest of Kernel is unchanged \(\d+\)$/ });
    const before = Number(/\d+/.exec(await rest.innerText())![0]);
    expect(before).toBeGreaterThan(1);
    await cell('Default kernel, Dovecote 1, inherited from the base').focus();
    await page.keyboard.press('Shift+U');
    await page.getByText(`${before} facts of Dovecote 1 recorded as confirmed unchanged.`).waitFor();
    await cell('Default kernel, Dovecote 1, 6.4.9, confirmed unchanged').waitFor();
    await rest.waitFor({ state: 'detached' });
    await undo();
    await cell('Default kernel, Dovecote 1, inherited from the base').waitFor();
    await page.getByLabel('Area').selectOption('');
    await page.getByRole('button', { name: /^The rest is unchanged/ }).click();
    await page.getByText(/^\d\d+ facts of Dovecote 1 recorded/).waitFor();
    await undo();
  });
  it('show who carries a fact on; a change of the base reaches exactly those', async () => {
    const { page } = app;
    await open('/dossiers/release:fenwick-31?fact=kernel.version');
    const impact = page.getByRole('region', { name: 'Inherited by' });
    await impact.getByText('Of 8 descendants 5 inherit it, 3 rest on another release.').waitFor();
    const affected = await impact.locator('li', { hasText: 'inherits it' }).getByRole('link').allInnerTexts();
    expect(affected.sort()).toEqual([
      'Dovecote 1',
      'Kestrel Bench 9',
      'Marlowe 31',
      'Penhallow 5',
      'Tidewater 7.1',
    ]);
    const at = cell('Default kernel, Fenwick 31, 6.4.9');
    await at.focus();
    await page.keyboard.press('Enter');
    const editor = page.getByRole('form', { name: 'Edit Default kernel of Fenwick 31' });
    await editor.getByLabel('Value').fill('6.5.1');
    await editor.getByRole('button', { name: 'Save value' }).click();
    await cell('Default kernel, Fenwick 31, 6.5.1').waitFor();
    // Marlowe carries it; what was seen on the others stays what was seen there.
    await open('/dossiers/release:marlowe-31?fact=kernel.version');
    await page.getByText('Inherited from Fenwick 31: 6.5.1. Not examined in Marlowe 31 itself.').waitFor();
    await open('/dossiers/release:fenwick-orchard-32?fact=kernel.version&above=0');
    await page.getByRole('complementary', { name: 'Selected fact' }).waitFor();
    expect(await page.getByText('6.5.1').count()).toBe(0);
    await open('/dossiers/release:fenwick-31?fact=kernel.version');
    await undo();
    await at.waitFor();
  });
  it('ask the map what would follow', async () => {
    const { page } = app;
    await open('/dossiers/release:fenwick-31?fact=kernel.version');
    await page.getByRole('link', { name: 'On the map', exact: true }).click();
    await page.getByText('If “Default kernel” of Fenwick 31 changed').waitFor();
    await plateOf(page, 'Penhallow').waitFor();
    expect(await plateOf(page, 'Penhallow').getAttribute('data-mark')).toBe('affected');
    expect(await plateOf(page, 'Fenwick Orchard').getAttribute('data-mark')).toBe('notYet');
    await open('/lineage?ends=distribution:fenwick');
    await page.getByText('If Fenwick ended').waitFor();
    await plateOf(page, 'Kestrel Bench').waitFor();
    expect(await plateOf(page, 'Kestrel Bench').getAttribute('data-mark')).toBe('affected');
    // Its edition Ebb stands on Larkspur: Tidewater keeps that.
    expect(await plateOf(page, 'Tidewater').getAttribute('data-mark')).toBe('overridden');
  });
});

describe('releases', () => {
  it('begin from the one before, with its values not checked again, on another base if wanted; one undo takes all back', async () => {
    const { page } = app;
    await open('/dossiers/release:kestrel-bench-9');
    await page.getByRole('button', { name: 'Begin a release from this one' }).click();
    const sheet = page.getByRole('dialog', { name: 'Begin a release' });
    await sheet.getByLabel('Version').fill('10');
    await sheet.getByLabel('Date').fill('soon');
    await sheet.getByText('Not a date.').waitFor();
    await sheet.getByLabel('Date').fill('2026-11');
    await sheet.getByLabel('Rests on').selectOption({ label: 'Fenwick 32, 2 July 2026' });
    await sheet.getByRole('button', { name: 'Begin 10' }).click();
    await page.getByText('Kestrel Bench 10 probably installs from Fenwick 32').waitFor();
    await page.getByRole('gridcell', { name: /^Icons, Kestrel Bench 10, / }).click();
    await page.getByText('As in Kestrel Bench 9; not checked again.').waitFor();
    await page.getByRole('button', { name: /^Compare/ }).click();
    await page.getByRole('link', { name: /^Kestrel Bench 9 the release before/ }).click();
    const icons = page.getByRole('row', { name: /^Icons / });
    await icons.getByText('unknown of Kestrel Bench 10, not checked again').waitFor();
    await page.goBack();
    await page.getByRole('button', { name: /^Compare/ }).waitFor();
    await undo();
    await page.getByText('There is no such dossier').waitFor();
  });
  it('are added from a pasted list, told what is wrong with a line', async () => {
    const { page } = app;
    await open('/dossiers/release:ottery-7');
    await page.getByRole('button', { name: 'Begin a release from this one' }).click();
    const sheet = page.getByRole('dialog', { name: 'Begin a release' });
    await sheet.getByRole('button', { name: 'Paste a list' }).click();
    await sheet.getByLabel('List of releases').fill('5\t2021-07\n5.1\tsoon\n6\t2023-08-02\n8\tNov 2026');
    await sheet.getByText('“soon” in line 2 is no date.').waitFor();
    await sheet.getByText('2 releases to add or complete, 1 known already.').waitFor();
    await sheet.getByRole('button', { name: 'Add 2 releases' }).click();
    await page.getByRole('link', { name: '8', exact: true }).waitFor();
    await page.getByRole('tab', { name: 'History' }).click();
    await page.getByRole('row', { name: /Add 2 releases of Ottery 2 releases added$/ }).waitFor();
    await undo();
    await page.getByRole('row', { name: /Add 2 releases of Ottery \(undone\)/ }).waitFor();
    await page.getByRole('link', { name: '8', exact: true }).waitFor({ state: 'detached' });
  });
  it('are held against each other: only what differs, unknown apart', async () => {
    const { page } = app;
    await open('/dossiers/release:tidewater-7.1?tab=difference');
    await page.getByRole('heading', { name: /^Tidewater 7\.0 and Tidewater 7\.1/ }).waitFor();
    await page.getByText(/share the base Fenwick 31\. They agree on \d+ of \d+ comparable points/).waitFor();
    await open('/dossiers/release:tidewater-7.1?tab=difference&against=release:tidewater-6.3');
    await page.getByRole('heading', { name: /^Tidewater 6\.3 and Tidewater 7\.1/ }).waitFor();
    await expect.poll(() => query('of')).toBe('release:tidewater-6.3;release:tidewater-7.1');
    await page.getByRole('button', { name: /^known of some \d/ }).click();
    await expect.poll(() => query('verdict')).toBe('unknown');
  });
});

describe('the summary', () => {
  it('says what it is in sentences that lead to what they rest on', async () => {
    const { page } = app;
    await open('/dossiers/release:tidewater-7.1?tab=summary');
    for (const text of [
      'The project has been run since June 2016 by volunteers in Coast.',
      '93 % of its 1,342 packages are unmodified from Fenwick 31; 14 are its own.',
      'The claim “Five kernels to choose from” is refuted (three were found): the picker lists three beside the installed one.',
    ])
      await page.getByRole('link', { name: text }).waitFor();
    await page
      .getByRole('link', {
        name: 'Tidewater 7.1 is supported until 1 June 2029, 60 days longer than Fenwick 31 (2 April 2029).',
      })
      .click();
    await page.getByRole('heading', { name: 'Support', level: 1 }).waitFor();
    await expect.poll(() => query('fact')).toBe('model.supportEnd');
  });
  it('of one of which little is known says so', async () => {
    const { page } = app;
    await open('/dossiers/distribution:wold?tab=summary');
    await page.getByRole('link', { name: 'What Wold is built on is not known.' }).waitFor();
    await page.getByText(/^Nobody has examined the .*kernel/).waitFor();
  });
  it('raised no error on the page', () => expect(app.errors).toEqual([]));
});

/** Types this in the very moment when a field next takes the keyboard: as fast as anybody can. */
async function typeOnFocus(page: Page, text: string): Promise<void> {
  await page.evaluate((typed) => {
    addEventListener(
      'focusin',
      () => queueMicrotask(() => document.execCommand('insertText', false, typed)),
      { once: true },
    );
  }, text);
}

describe('with the keyboard alone', () => {
  it('a first-time user records a derivative with twelve facts', async () => {
    const other = await openBrowser();
    try {
      const { page } = other;
      page.setDefaultTimeout(30_000);
      const keys = new Keyboard(page);
      await page.goto(app.address);
      await page.getByRole('button', { name: 'Start my own catalogue' }).waitFor();
      await keys.take('Start my own catalogue');
      await page.getByText('Nothing is placed yet').waitFor();
      await keys.take('Add a distribution by hand');
      await page.getByLabel('Name').waitFor();
      await keys.type('Alder');
      await keys.press('Enter');
      await plateOf(page, 'Alder').waitFor();
      await page.waitForFunction(() => document.activeElement?.classList.contains('map'));
      await keys.press('a');
      await page.getByLabel('Name').waitFor();
      await keys.type('Rush Light');
      await keys.press('Enter');
      await page.getByRole('heading', { name: 'Rush Light' }).waitFor();
      await page.waitForFunction(() => document.activeElement?.classList.contains('map'));
      await keys.press('Enter');
      const grid = page.getByRole('grid', { name: 'Layers' });
      await grid.waitFor();
      await page.waitForFunction(() => document.activeElement?.matches('td[role=gridcell]'));

      const facts: readonly (readonly [label: string, value: string])[] = [
        ['Hosted by', 'project'],
        ['Mirrors', '4'],
        ['Default kernel', '6.9'],
        ['Flavour', 'low latency'],
        ['Icons', 'Reed'],
        ['Cursor', 'Reed'],
        ['First-start guide', 'Porch Lamp'],
        ['Reached from', 'menu'],
        ['Desktop', 'Lagoon'],
        ['Web browser', 'Harbor'],
        ['Mail', 'Corvid'],
        ['Cadence', 'twice a year'],
      ];
      const label = () =>
        page.evaluate(() => document.activeElement?.getAttribute('aria-label')?.split(',')[0] ?? '');
      for (const [i, [fact, value]] of facts.entries()) {
        for (let n = 0; n < 90 && (await label()) !== fact; n++) await keys.press('ArrowDown');
        expect(await label()).toBe(fact);
        // Of one fact the first letter comes at once, before the editor has quite opened: it is not lost to the second.
        const early = fact === 'Web browser' ? value[0] : '';
        if (early) await typeOnFocus(page, early);
        await keys.press('Enter');
        const editor = page.getByRole('form', { name: `Edit ${fact} of Rush Light` });
        await editor.waitFor();
        await page.waitForFunction(() => document.activeElement?.closest('form') !== null);
        if (early) await page.waitForTimeout(300);
        await keys.type(value.slice(early.length));
        if (i === 0) {
          // The first fact names its source; the others take the same.
          for (let n = 0; n < 6; n++) {
            await keys.press('Tab');
            if (await editor.getByLabel('Source').evaluate((field) => field === document.activeElement))
              break;
          }
          await keys.type('First look');
        }
        await keys.press('Enter');
        await editor.waitFor({ state: 'detached' });
        await page.waitForFunction(() => document.activeElement?.matches('td[role=gridcell]'));
      }
      for (const [fact, value] of facts)
        await page
          .getByRole('gridcell', { name: new RegExp(`^${fact}, Rush Light, ${value}( mirrors)?$`) })
          .waitFor();
      console.log(keys.told('A derivative with twelve facts'));
      expect(keys.seconds).toBeLessThan(180);
    } finally {
      await other.close();
    }
  });
});
